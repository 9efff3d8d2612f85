import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import type { AppDefinition, Filter } from '../../api/types';
import { decodeState, encodeState, startOf, type PageState } from './selection';

const NONE: readonly Filter[] = [];

interface Steps {
  readonly steps?: number;
}

/**
 * The selection of a page, kept in its address: each change is a step that Undo and the back button take back.
 *
 * @param opensWith whether an address that says nothing means a saved view
 */
export function usePageState(begun?: AppDefinition['start'], opensWith = false) {
  const start = (begun ?? NONE) as readonly Filter[]; // as the server sends them, nothing is left out
  const location = useLocation();
  const navigate = useNavigate();
  // an address without a selection means the one that the app begins with
  const state = useMemo(() => {
    const said = decodeState(new URLSearchParams(location.search));
    return startOf(said, start) ?? said;
  }, [location.search, start]);
  const steps = (location.state as Steps | null)?.steps ?? 0;
  const [farthest, setFarthest] = useState(steps); // of those that were taken: later ones can be taken again
  const change = useCallback(
    (asked: PageState) => {
      const none = asked.filters.length + asked.marks.length === 0;
      const next = { ...asked, all: none && (start.length > 0 || opensWith) };
      const search = encodeState(next).toString();
      const same = search === encodeState(state).toString();
      if (!same) {
        setFarthest(steps + 1);
        void navigate(
          { search: search === '' ? '' : `?${search}` },
          { state: { steps: steps + 1 } },
        );
      }
    },
    [navigate, start, opensWith, state, steps],
  );
  const undo = useCallback(() => void navigate(-1), [navigate]);
  const redo = useCallback(() => void navigate(1), [navigate]);
  const latest = useRef({ state, change });
  useEffect(() => {
    latest.current = { state, change };
  });
  const changeFrom = useCallback((next: (now: PageState) => PageState) => {
    latest.current.change(next(latest.current.state));
  }, []);
  const clear = useCallback(
    () => changeFrom((now) => ({ ...now, filters: [], marks: [], looks: {}, headings: {} })),
    [changeFrom],
  );
  const first = startOf({ ...state, filters: [], marks: [], all: false }, start);
  const atStart = first === null || encodeState(first).toString() === encodeState(state).toString();
  const restart = useCallback(() => {
    if (first) change(first);
  }, [first, change]);
  return {
    state,
    change,
    /** Changes what is selected when it is called: always the same function. */
    changeFrom,
    undo,
    redo,
    clear,
    restart,
    atStart,
    canUndo: steps > 0,
    canRedo: steps < farthest,
  };
}

export type PageStateHook = ReturnType<typeof usePageState>;
