import { useCallback, useEffect, useRef, useState } from 'react';
import { call } from '../../api/client';
import type { AppDefinition, Draft } from '../../api/types';

interface History {
  readonly past: readonly AppDefinition[];
  readonly now: AppDefinition;
  readonly future: readonly AppDefinition[];
}

/** A draft being edited: every change can be taken back, and is saved by itself, one after the other. */
export function useDraft(initial: Draft) {
  const [history, setHistory] = useState<History>({
    past: [],
    now: initial.page.app,
    future: [],
  });
  const [saved, setSaved] = useState(initial);
  const [state, setState] = useState<'saved' | 'saving' | 'failed'>('saved');
  const [problem, setProblem] = useState<Error | null>(null);
  const latest = useRef(initial);
  const wanted = useRef(initial.page.app);
  const busy = useRef(false);
  const stored = useRef(JSON.stringify(initial.page.app)); // as sent: the server may write it with more fields

  const save = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    setState('saving');
    try {
      for (
        let next = wanted.current;
        JSON.stringify(next) !== stored.current;
        next = wanted.current
      ) {
        const body = { revision: latest.current.revision, app: next };
        latest.current = await call<Draft>('PUT', `/api/apps/${initial.id}/draft`, body);
        stored.current = JSON.stringify(next);
        setSaved(latest.current);
      }
      setState('saved');
      setProblem(null);
    } catch (failure) {
      setState('failed');
      setProblem(failure as Error);
    } finally {
      busy.current = false;
    }
  }, [initial.id]);

  useEffect(() => {
    wanted.current = history.now;
    void save();
  }, [history.now, save]);

  /** From what the draft is by then: an answer that was waited for must not take back what happened meanwhile. */
  const change = useCallback((to: (now: AppDefinition) => AppDefinition) => {
    setHistory((before) => {
      const next = to(before.now);
      return JSON.stringify(before.now) === JSON.stringify(next)
        ? before
        : { past: [...before.past, before.now], now: next, future: [] };
    });
  }, []);
  const undo = useCallback(() => {
    setHistory((before) => {
      const previous = before.past[before.past.length - 1];
      return previous
        ? { past: before.past.slice(0, -1), now: previous, future: [before.now, ...before.future] }
        : before;
    });
  }, []);
  const redo = useCallback(() => {
    setHistory((before) => {
      const next = before.future[0];
      return next
        ? { past: [...before.past, before.now], now: next, future: before.future.slice(1) }
        : before;
    });
  }, []);
  return {
    app: history.now,
    saved,
    state,
    problem,
    change,
    undo,
    redo,
    save,
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
  };
}
