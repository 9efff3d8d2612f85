import { useEffect, useRef } from 'react';
import type { SavedView } from '../../api/types';
import { say } from '../../words';
import css from './GuidedReading.module.css';

interface Props {
  /** The steps, in their order. */
  readonly steps: readonly SavedView[];
  /** Id of the step that is read; null outside of the reading. */
  readonly now: string | null;
  readonly onStep: (step: SavedView | null) => void;
}

/** Saved views in the order of their author, each with a sentence; by press, or by the arrow keys. */
export function GuidedReading({ steps, now, onStep }: Props) {
  const strip = useRef<HTMLElement>(null);
  const at = steps.findIndex((step) => step.id === now);
  const step = steps[at];
  useEffect(() => {
    if (step) strip.current?.focus({ preventScroll: true });
  }, [step]);
  if (!step) return null;
  const go = (to: number) => {
    const next = steps[to];
    if (next) onStep(next);
  };
  return (
    <section
      ref={strip}
      className={`${css.guided} card`}
      tabIndex={-1}
      aria-label={say('read.guidedReading')}
      onKeyDown={(event) => {
        if (event.key === 'ArrowRight') go(at + 1);
        else if (event.key === 'ArrowLeft') go(at - 1);
        else if (event.key === 'Escape') onStep(null);
      }}
    >
      <p aria-live="polite">
        <span className="soft">{say('read.stepOf', { i: at + 1, steps: steps.length })}</span>{' '}
        <strong>{step.name}</strong> {step.note}
      </p>
      <span className={css.guidedTools}>
        <button type="button" className="button" disabled={at === 0} onClick={() => go(at - 1)}>
          {say('read.before')}
        </button>
        <button
          type="button"
          className="button"
          disabled={at === steps.length - 1}
          onClick={() => go(at + 1)}
        >
          {say('read.next')}
        </button>
        <button type="button" className="word" onClick={() => onStep(null)}>
          {say('read.leaveTheReading')}
        </button>
      </span>
    </section>
  );
}
