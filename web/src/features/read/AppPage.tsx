import { useEffect, useMemo, useState, type ReactNode } from 'react';
import type { PageData, View } from '../../api/types';
import { dataOf, filterName, isOf } from '../../shared/datasets';
import { ProblemNote } from '../../shared/ProblemNote';
import { ChoiceBand, FilterBand } from '../filter';
import { isOfRows, ViewCard, type ViewContext } from '../view';
import { PageTabs, viewsOn } from './PageTabs';
import { ReadingLine } from './ReadingLine';
import { useAnswers } from './useAnswers';
import { useDrag } from './useDrag';
import { usePageState, type PageStateHook } from './usePageState';

import { lookedInto, withChoice, withFilter, withMark } from './selection';
import './read.css';

interface Props {
  readonly data: PageData;
  /** Where answers are asked for; `/answers` and `/rows.csv` stand below it. */
  readonly base: string;
  /** Changes when the definition does, so that answers are asked for again. */
  readonly stamp: string;
  /** Lays the views out; the usual grid without it. */
  readonly layout?: (views: readonly View[], card: (view: View) => ReactNode) => ReactNode;
  readonly bandEnd?: ReactNode;
  /** Stands beside the tabs of the pages. */
  readonly tabsEnd?: ReactNode;
}

/** An app's page with live data: reading line, filter band, views. The same for its author and its colleagues. */
export function AppPage({ data, base, stamp, layout, bandEnd, tabsEnd }: Props) {
  const page = usePageState(data.app.start);
  const { state, change } = page;
  const [finds, setFinds] = useState<Record<string, string>>({});
  const onPage = viewsOn(data.app, state.page);
  const several = (data.app.pages ?? []).length > 1;
  const asked = several ? onPage.map((view) => view.id) : null; // a page asks for what it shows
  const marking = state.marking ?? data.app.marking ?? 'NARROW';
  const drag = useDrag(state);
  const { dragged } = drag;
  const answers = useAnswers(
    `${base}/answers`,
    dragged ? withFilter(state, dragged.column, dragged.filter) : state,
    finds,
    stamp,
    asked,
    marking === 'HIGHLIGHT',
  );
  const { answered } = drag;
  useEffect(answered, [answers.rounds, answered]);
  const hidden = answers.head?.hidden ?? [];
  const views = layout ? onPage : onPage.filter((view) => !hidden.includes(view.id));
  const contexts = useContexts(
    data,
    base,
    page,
    answers.head?.guarded,
    dragged !== null,
    marking === 'HIGHLIGHT',
  );
  const card = (view: View) => {
    const context = contexts.get(view.dataset ?? null);
    return (
      context && (
        <ViewCard
          key={view.id}
          view={view}
          answered={answers.views[view.id]}
          context={context}
          rounds={isOfRows(view) ? answers.rounds : 0}
        />
      )
    );
  };
  return (
    <div className={answers.late ? 'app-page late' : 'app-page'} data-rounds={answers.rounds}>
      <ReadingLine head={answers.head} page={page} marking={marking} />
      {answers.head?.notices.map((notice) => (
        <p key={notice} className="notice" role="status">
          {notice}
        </p>
      ))}
      {answers.problem && <ProblemNote error={answers.problem} onRetry={answers.retry} />}
      <FilterBand
        data={data}
        state={state}
        answers={answers.filters}
        finds={finds}
        onFilter={(column, filter) => {
          const next = withFilter(state, column, filter);
          drag.drop(JSON.stringify(next) === JSON.stringify(state));
          change(next);
        }}
        onDrag={drag.move}
        onFind={(column, text) => setFinds((before) => ({ ...before, [column]: text }))}
        end={bandEnd}
        choices={
          data.app.choices && data.app.choices.length > 0 ? (
            <ChoiceBand
              data={data}
              views={views}
              picked={state.choices}
              onPick={(choice, option) => change(withChoice(state, choice, option))}
            />
          ) : undefined
        }
      />
      <div className="page-line">
        <PageTabs
          app={data.app}
          now={state.page}
          onPick={(id) => change({ ...state, page: id === data.app.pages?.[0]?.id ? null : id })}
        />
        {tabsEnd}
      </div>
      <div id="page-views" role={several ? 'tabpanel' : undefined}>
        {layout ? layout(views, card) : <Grid views={views} card={card} />}
      </div>
    </div>
  );
}

/** What the views of each dataset are given, the same until something of it changes: no view is drawn for another's sake. */
function useContexts(
  data: PageData,
  base: string,
  page: PageStateHook,
  guarded: readonly string[] | undefined,
  dragging: boolean,
  highlighting: boolean,
) {
  const { state, change, clear } = page;
  const labels = JSON.stringify(guarded ?? []);
  return useMemo(() => {
    const names = [null, ...(data.app.datasets ?? []).map(({ name }) => name)];
    return new Map(
      names.map((dataset): [string | null, ViewContext] => [
        dataset,
        {
          data: dataOf(data, dataset),
          state,
          base,
          dragging,
          highlighting,
          guarded: JSON.parse(labels) as string[],
          onMark: (view, filter) => change(withMark(state, view, filter)),
          onSort: (view, sort) => change({ ...state, sorts: { ...state.sorts, [view]: sort } }),
          onLook: (view, text) => {
            const others = Object.entries(state.looks).filter(([id]) => id !== view);
            const looks = Object.fromEntries(text ? [...others, [view, text]] : others);
            change({ ...state, looks });
          },
          onLookInto: (view, column, filter, step) => {
            const spec = data.app.filters.find((one) => isOf(one, column, dataset));
            if (spec) change(lookedInto(state, view, filterName(spec), filter, step));
          },
          onClear: clear,
        },
      ]),
    );
  }, [data, base, state, change, clear, labels, dragging, highlighting]);
}

/** In rows that some view stands in: one that is hidden leaves no hole where it stood alone. */
function withoutGaps(views: readonly View[]): View[] {
  const rows = new Set(
    views.flatMap(({ place }) => Array.from({ length: place.h }, (_, i) => place.y + i)),
  );
  const order = [...rows].sort((a, b) => a - b);
  return views.map((view) => ({
    ...view,
    place: { ...view.place, y: order.indexOf(view.place.y) },
  }));
}

function Grid({
  views,
  card,
}: {
  readonly views: readonly View[];
  readonly card: (view: View) => ReactNode;
}) {
  const inOrder = withoutGaps(views).sort((a, b) => a.place.y - b.place.y || a.place.x - b.place.x);
  return (
    <div className="view-grid">
      {inOrder.map((view) => (
        <div
          key={view.id}
          className={`view-cell kind-${view.kind.toLowerCase()}`}
          style={{
            gridColumn: `${view.place.x + 1} / span ${view.place.w}`,
            gridRow: `${view.place.y + 1} / span ${view.place.h}`,
          }}
        >
          {card(view)}
        </div>
      ))}
    </div>
  );
}
