import { SentenceText } from '../../shared/SentenceText';
import type { Head } from './useAnswers';
import type { PageStateHook } from './usePageState';
import { withFilter, withMark, type PageState } from './selection';
import { say } from '../../words';

/** The selection as a sentence: a press on a phrase goes to its filter, the cross behind it lifts it. */
export function ReadingLine({
  head,
  page,
  marking,
}: {
  readonly head: Head | null;
  readonly page: PageStateHook;
  /** What marks do to other views. */
  readonly marking: NonNullable<PageState['marking']>;
}) {
  const { state, change } = page;
  const lift = (control: string) => {
    const name = control.slice(control.indexOf(':') + 1);
    change(
      control.startsWith('filter:') ? withFilter(state, name, null) : withMark(state, name, null),
    );
  };
  const goTo = (control: string) => {
    const target = document.querySelector<HTMLElement>(
      `[data-part="${CSS.escape(control.replace('mark:', 'view:'))}"]`,
    );
    target?.scrollIntoView({ block: 'nearest' });
    target?.querySelector<HTMLElement>('input, button, [tabindex]')?.focus();
  };
  const selected = state.filters.length + state.marks.length > 0;
  return (
    <div className="reading">
      <p aria-live="polite">
        {head ? (
          <SentenceText
            sentence={head.sentence}
            control={(part) => (
              <span className="phrase">
                <button type="button" onClick={() => goTo(part.control ?? '')}>
                  {part.text}
                </button>
                <button
                  type="button"
                  className="lift"
                  aria-label={say('read.lift', { text: part.text })}
                  title={say('read.liftThis')}
                  onClick={() => lift(part.control ?? '')}
                >
                  ×
                </button>
              </span>
            )}
          />
        ) : (
          say('read.reading')
        )}
      </p>
      <span className="reading-actions">
        {state.marks.length > 0 && (
          <button
            type="button"
            className="word"
            onClick={() =>
              change({ ...state, marking: marking === 'NARROW' ? 'HIGHLIGHT' : 'NARROW' })
            }
          >
            {marking === 'NARROW' ? say('read.onlyHighlight') : say('read.narrowAgain')}
          </button>
        )}
        {page.canUndo && (
          <button type="button" className="word" onClick={page.undo}>
            {say('read.undo')}
          </button>
        )}
        {page.canRedo && (
          <button type="button" className="word" onClick={page.redo}>
            {say('read.redo')}
          </button>
        )}
        {!page.atStart && (
          <button type="button" className="word" onClick={page.restart}>
            {say('read.backToTheStart')}
          </button>
        )}
        {selected && (
          <button type="button" className="word" onClick={page.clear}>
            {say('read.clearAll')}
          </button>
        )}
      </span>
    </div>
  );
}
