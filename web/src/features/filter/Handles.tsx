import { useRef } from 'react';
import { say } from '../../words';
import css from './Handles.module.css';

interface Props {
  /** Places are 0 to count, the gaps between bins. */
  readonly count: number;
  readonly from: number;
  readonly to: number;
  readonly label: string;
  readonly spoken: (place: number) => string;
  readonly onMove: (from: number, to: number) => void;
  readonly onDone: (from: number, to: number) => void;
}

/** Two handles on a rail: dragged by pointer, moved by arrow keys, a bin at a time. */
export function Handles({ count, from, to, label, spoken, onMove, onDone }: Props) {
  const rail = useRef<HTMLDivElement>(null);
  const now = useRef<[number, number]>([from, to]);
  const clamp = (end: 0 | 1, place: number): [number, number] =>
    end === 0
      ? [Math.max(0, Math.min(place, to - 1)), to]
      : [from, Math.min(count, Math.max(place, from + 1))];
  const drag = (end: 0 | 1) => (event: React.PointerEvent<HTMLButtonElement>) => {
    if (event.button !== 0) return;
    event.preventDefault();
    const handle = event.currentTarget;
    handle.focus();
    handle.setPointerCapture(event.pointerId);
    now.current = [from, to];
    const move = (moved: PointerEvent) => {
      const box = rail.current?.getBoundingClientRect();
      if (!box) return;
      const place = Math.round(((moved.clientX - box.left) / box.width) * count);
      now.current = clamp(end, place);
      onMove(...now.current);
    };
    const up = () => {
      handle.removeEventListener('pointermove', move);
      handle.removeEventListener('pointerup', up);
      handle.removeEventListener('pointercancel', up);
      onDone(...now.current);
    };
    handle.addEventListener('pointermove', move);
    handle.addEventListener('pointerup', up);
    handle.addEventListener('pointercancel', up);
  };
  const key = (end: 0 | 1) => (event: React.KeyboardEvent) => {
    const at = end === 0 ? from : to;
    const far = Math.max(1, Math.round(count / 10));
    const step: Record<string, number> = {
      ArrowLeft: at - 1,
      ArrowDown: at - 1,
      ArrowRight: at + 1,
      ArrowUp: at + 1,
      PageDown: at - far,
      PageUp: at + far,
      Home: 0,
      End: count,
    };
    const place = step[event.key];
    if (place === undefined) return;
    event.preventDefault();
    onDone(...clamp(end, place));
  };
  const handle = (end: 0 | 1) => {
    const place = end === 0 ? from : to;
    return (
      <button
        type="button"
        role="slider"
        className={css.handle}
        style={{ left: `${(100 * place) / count}%` }}
        aria-label={say('filter.end', { label, end: end === 0 ? 'lower' : 'upper' })}
        aria-valuemin={0}
        aria-valuemax={count}
        aria-valuenow={place}
        aria-valuetext={spoken(place)}
        onPointerDown={drag(end)}
        onKeyDown={key(end)}
      />
    );
  };
  return (
    <div className={css.rail} ref={rail}>
      <span
        className={css.railInside}
        style={{ left: `${(100 * from) / count}%`, width: `${(100 * (to - from)) / count}%` }}
      />
      {handle(0)}
      {handle(1)}
    </div>
  );
}
