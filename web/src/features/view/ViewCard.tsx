import { lazy, memo, Suspense, useRef, useState } from 'react';
import type { Shown, View } from '../../api/types';
import { sentenceText, SentenceText } from '../../shared/SentenceText';
import { markOf, type Answered, type ViewContext } from './context';
import { useHeldOrder } from './heldOrder';
import { LookInto } from './LookInto';
import { GroupsTable } from './GroupsTable';
import { ViewDownload } from './ViewDownload';
import { ViewMenu } from './ViewMenu';
import { faceOf } from './kinds';
import { say } from '../../words';
import css from './ViewCard.module.css';
import viewCss from './view.module.css';

/** With its font: what is measured before that is there would be laid out with the widths of another. */
const ChartView = lazy(async () => {
  const chart = import('./ChartView');
  await document.fonts.load(`12px "Source Sans 3 Variable"`).catch(() => []);
  return chart;
});

interface Props {
  readonly view: View;
  readonly answered: Answered | undefined;
  readonly context: ViewContext;
  readonly rounds: number;
}

/** A view with its title and sentence, in one of four states: loading, failed, empty, filled. */
export const ViewCard = memo(function ViewCard({
  view: defined,
  answered,
  context,
  rounds,
}: Props) {
  const [asTable, setAsTable] = useState(false);
  const card = useRef<HTMLElement>(null);
  const view = answered?.shown?.view ?? defined; // numbers and words of the same question
  const words = answered?.shown ?? context.data.words[view.id];
  const title = words?.title ?? view.title;
  const mark = markOf(context, view.id);
  const { Alone, chart, numberless } = faceOf(view);
  // where marks only stand out, the view's own numbers are of all rows: so are their explanation and download
  const own =
    chart && answered?.beside?.kind === 'groups'
      ? { ...context, state: { ...context.state, marks: mark ? [mark] : [] } }
      : context;
  const measures = answered?.shown?.measures ?? [];
  // beside views in which marks only stand out, one that they narrow says so
  const narrowed =
    context.highlighting &&
    own === context &&
    context.state.marks.some((other) => other.view !== view.id);
  if (Alone) {
    return (
      <article
        ref={card}
        className={`${css.viewCard} card`}
        data-part={`view:${view.id}`}
        aria-label={title}
      >
        <Alone view={view} title={title} answered={answered} context={context} />
        <Skipped filters={answered?.shown?.skipped} />
        {narrowed && !numberless && <span className="soft"> {say('view.narrowedToTheMark')}</span>}
        {answered?.shown && !numberless && (
          <span className={css.aloneTools}>
            <ViewMenu
              card={card}
              title={title}
              shown={answered.shown}
              isDrawn={false}
              context={context}
            />
          </span>
        )}
      </article>
    );
  }
  return (
    <article
      ref={card}
      className={`${css.viewCard} card`}
      data-part={`view:${view.id}`}
      aria-label={title}
    >
      <header className={css.viewHead}>
        <h2 title={title}>{title}</h2>
        <p
          className={`soft ${css.viewSentence}`}
          title={words ? sentenceText(words.sentence) : undefined}
        >
          {words && <SentenceText sentence={words.sentence} />}
          <Skipped filters={answered?.shown?.skipped} />
          {narrowed && <span> {say('view.narrowedToTheMark')}</span>}
          {mark && (
            <>
              {' '}
              <button type="button" className="word" onClick={() => context.onMark(view.id, null)}>
                {say('view.liftTheMark')}
              </button>
            </>
          )}
          {answered?.answer?.kind === 'groups' && (
            <LookInto view={view} answer={answered.answer} context={context} />
          )}
        </p>
        <span className={css.viewTwin}>
          {chart && (
            <button
              type="button"
              className="word"
              aria-pressed={asTable}
              onClick={() => setAsTable(!asTable)}
            >
              {asTable ? say('view.asChart') : say('view.asTable')}
            </button>
          )}
          {(asTable || !chart) && <ViewDownload view={view} title={title} context={own} />}
          {answered?.shown && (
            <ViewMenu
              card={card}
              title={title}
              shown={answered.shown}
              isDrawn={Boolean(chart) && !asTable}
              context={own}
            />
          )}
        </span>
      </header>
      <div className={viewCss.viewBody} data-body>
        <Body
          view={view}
          answered={answered}
          context={context}
          rounds={rounds}
          asTable={asTable}
          title={title}
          sentence={words ? sentenceText(words.sentence) : ''}
          measures={measures}
        />
        {answered?.besideFailure && (
          <p className={`soft ${viewCss.chartNote}`}>
            {say('view.partNotShown', { detail: answered.besideFailure.detail })}
          </p>
        )}
      </div>
    </article>
  );
});

/** A view that a filter in use leaves alone says so. */
function Skipped({ filters }: { readonly filters: readonly string[] | undefined }) {
  return filters && filters.length > 0 ? (
    <span> {say('view.notNarrowedBy', { filters: filters.join(', ') })}</span>
  ) : null;
}

function Body({
  view,
  answered,
  context,
  rounds,
  asTable,
  title,
  sentence,
  measures,
}: Props & {
  readonly asTable: boolean;
  readonly title: string;
  readonly sentence: string;
  readonly measures: Shown['measures'];
}) {
  const groups = answered?.answer?.kind === 'groups' ? answered.answer : null;
  const held = useHeldOrder(groups, context.dragging);
  const answer = held ?? answered?.answer;
  if (answered?.failure)
    return <p className={`soft ${viewCss.viewFailure}`}>{answered.failure.detail}</p>;
  if (!answer) return <p className="soft">{say('view.reading')}</p>;
  if (answer.kind === 'rows') {
    const looked = (context.state.looks[view.id] ?? '') !== '';
    const narrowed = looked || context.state.headings[view.id] !== undefined; // where it can be lifted again
    if (answer.rowCount === 0 && !narrowed) return <NoRows context={context} />;
    const { Rows } = faceOf(view);
    const beside = looked ? null : (answered?.beside ?? null); // totals are not of what is found alone
    return (
      Rows && (
        <Rows
          view={view}
          answer={answer}
          beside={beside}
          measures={measures}
          context={context}
          rounds={rounds}
        />
      )
    );
  }
  if (answer.kind !== 'groups') return null;
  if (answer.axis.length === 0) return <NoRows context={context} />;
  const given = { view, answer, beside: answered?.beside ?? null, context, title, measures };
  const { Groups } = faceOf(view);
  if (Groups) return <Groups {...given} />;
  if (asTable) return <GroupsTable {...given} />;
  return (
    <Suspense fallback={<p className="soft">{say('view.reading')}</p>}>
      <ChartView {...given} sentence={sentence} />
    </Suspense>
  );
}

function NoRows({ context }: { readonly context: ViewContext }) {
  return (
    <p className={`soft ${css.noRows}`}>
      {say('view.noRowsMatchTheSelection')}{' '}
      <button type="button" className="word" onClick={context.onClear}>
        {say('view.clearAll')}
      </button>
    </p>
  );
}
