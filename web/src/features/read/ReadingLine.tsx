import type { ReactNode } from 'react';
import { Menu } from '../../shared/Menu';
import { SentenceText } from '../../shared/SentenceText';
import type { Head } from './useAnswers';
import type { PageStateHook } from './usePageState';
import { withFilter, withMark, withTable, type PageState } from './selection';
import { say } from '../../words';
import css from './ReadingLine.module.css';

const FILTER = 'filter:';

/** The selection as a sentence: a press on a phrase opens its filter or goes to its view, the cross behind it lifts it. */
export function ReadingLine({
  head,
  page,
  marking,
  filter,
  looks,
}: {
  readonly head: Head | null;
  readonly page: PageStateHook;
  /** What marks do to other views. */
  readonly marking: NonNullable<PageState['marking']>;
  /** The control of a filter, to be edited in place. */
  readonly filter: (name: string) => ReactNode;
  /** What is looked for in tables alone, each with the id of its view. */
  readonly looks: readonly { readonly view: string; readonly text: string }[];
}) {
  const { state, change } = page;
  const lift = (control: string) => {
    const name = control.slice(control.indexOf(':') + 1);
    change(
      control.startsWith(FILTER) ? withFilter(state, name, null) : withMark(state, name, null),
    );
  };
  const selected = state.filters.length + state.marks.length + looks.length > 0;
  return (
    <div className={css.reading}>
      <p aria-live="polite">
        {head ? (
          <SentenceText
            sentence={head.sentence}
            control={(part) => (
              <span className={css.phrase}>
                <Phrase text={part.text} control={part.control ?? ''} filter={filter} />
                <button
                  type="button"
                  className={css.lift}
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
        {head &&
          looks.map(({ view, text }) => (
            <span key={view} className={css.phrase}>
              {' '}
              <Phrase text={text} control={`mark:${view}`} filter={filter} />
              <button
                type="button"
                className={css.lift}
                aria-label={say('read.lift', { text })}
                title={say('read.liftThis')}
                onClick={() => change(withTable(state, view, { look: '', headings: {} }))}
              >
                ×
              </button>
            </span>
          ))}
      </p>
      <span className={css.readingActions}>
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

function Phrase({
  text,
  control,
  filter,
}: {
  readonly text: string;
  readonly control: string;
  readonly filter: (name: string) => ReactNode;
}) {
  if (control.startsWith(FILTER)) {
    return (
      <Menu className="" label={text} name={say('read.change')}>
        {() => (
          <div className={css.phraseFilter}>
            <h2 className="sr-only">{say('read.change')}</h2>
            {filter(control.slice(FILTER.length))}
          </div>
        )}
      </Menu>
    );
  }
  const goTo = () => {
    const view = control.replace('mark:', 'view:');
    const target = document.querySelector<HTMLElement>(`[data-part="${CSS.escape(view)}"]`);
    target?.scrollIntoView({ block: 'nearest' });
    target?.querySelector<HTMLElement>('input, button, [tabindex]')?.focus();
  };
  return (
    <button type="button" onClick={goTo}>
      {text}
    </button>
  );
}
