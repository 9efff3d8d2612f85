import { useCallback, useMemo } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { decodeState, encodeState, type PageState } from './selection';

interface Steps {
  readonly steps?: number;
}

/** The selection of a page, kept in its address: each change is a step that Undo and the back button take back. */
export function usePageState() {
  const location = useLocation();
  const navigate = useNavigate();
  const state = useMemo(() => decodeState(new URLSearchParams(location.search)), [location.search]);
  const steps = (location.state as Steps | null)?.steps ?? 0;
  const change = useCallback(
    (next: PageState) => {
      const search = encodeState(next).toString();
      const same = search === encodeState(state).toString();
      if (!same) {
        void navigate(
          { search: search === '' ? '' : `?${search}` },
          { state: { steps: steps + 1 } },
        );
      }
    },
    [navigate, state, steps],
  );
  const undo = useCallback(() => void navigate(-1), [navigate]);
  const clear = useCallback(() => change({ ...state, filters: [], marks: [] }), [change, state]);
  return { state, change, undo, clear, canUndo: steps > 0 };
}

export type PageStateHook = ReturnType<typeof usePageState>;
