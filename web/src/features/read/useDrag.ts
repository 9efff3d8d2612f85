import { useCallback, useRef, useState } from 'react';
import type { Filter } from '../../api/types';
import type { PageState } from './selection';

/** A filter whose ends are being dragged, over the state that it is dragged in. */
interface Dragged {
  readonly state: PageState;
  readonly column: string;
  readonly filter: Filter | null;
}

/**
 * What is asked while one drags, the next only when the last is answered: the page follows and is never overrun. What was
 * dragged counts until the state is another, so that nothing jumps back as one lets go.
 */
export function useDrag(state: PageState) {
  const [dragged, setDragged] = useState<Dragged | null>(null);
  const next = useRef<Dragged | null>(null);
  const waiting = useRef(false);
  const move = useCallback(
    (column: string, filter: Filter | null) => {
      next.current = { state, column, filter };
      if (waiting.current) return;
      waiting.current = true;
      setDragged(next.current);
    },
    [state],
  );
  const answered = useCallback(() => {
    waiting.current = next.current !== null;
    if (next.current) setDragged(next.current);
  }, []);
  /** Lets go. @param stays whether the state stays as it is */
  const drop = useCallback((stays: boolean) => {
    next.current = null;
    waiting.current = false;
    if (stays) setDragged(null);
  }, []);
  return { dragged: dragged?.state === state ? dragged : null, move, answered, drop };
}
