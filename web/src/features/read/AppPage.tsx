import { useCallback, useDeferredValue, useEffect, useMemo, useState, type ReactNode } from 'react';
import type { Filter, PageData, View } from '../../api/types';
import { dataOf, filterName, isOf } from '../../shared/datasets';
import { ProblemNote } from '../../shared/ProblemNote';
import { ChoiceBand, FilterBand, FilterWidget } from '../filter';
import {
  isOfRows,
  lookedFor,
  slicesOf,
  ViewCard,
  withCloser,
  type Closer,
  type ViewContext,
} from '../view';
import { goneFrom } from './gone';
import { PageTabs, viewsOn } from './PageTabs';
import { ReadingLine } from './ReadingLine';
import { useAnswers, type Lists } from './useAnswers';
import { useDrag } from './useDrag';
import { usePageState, type PageStateHook } from './usePageState';

import { lookedInto, withChoice, withFilter, withMark, withTable } from './selection';
import { say } from '../../words';
import css from './AppPage.module.css';

interface Props {
  readonly data: PageData;
  /** Where answers are asked for; `/answers` and `/rows.csv` stand below it. */
  readonly base: string;
  /** Changes when the definition does, so that answers are asked for again. */
  readonly stamp: string;
  /** Lays the views out; the usual grid without it. */
  readonly layout?: (views: readonly View[], card: (view: View) => ReactNode) => ReactNode;
  readonly bandEnd?: ReactNode;
  /** Answers came of another version of the data than the one that was opened. */
  readonly onNewer?: () => void;
  /** Whether an address that says nothing means a saved view. */
  readonly opensWith?: boolean;
  /** Stands beside the tabs of the pages. */
  readonly tabsEnd?: ReactNode;
}

/** An app's page with live data: reading line, filter band, views. The same for its author and its colleagues. */
export function AppPage({
  data,
  base,
  stamp,
  layout,
  bandEnd,
  onNewer,
  opensWith,
  tabsEnd,
}: Props) {
  const page = usePageState(data.app.start, opensWith);
  const { state, change } = page;
  const [lists, setLists] = useState<Lists>({ finds: {}, whole: [] });
  const alone = layout ? undefined : data.app.views.find((view) => view.id === state.alone);
  const onPage = alone ? [alone] : viewsOn(data.app, state.page);
  const several = (data.app.pages ?? []).length > 1;
  const asked = several || alone ? onPage.map((view) => view.id) : null; // a page asks for what it shows
  const marking = state.marking ?? data.app.marking ?? 'NARROW';
  const drag = useDrag(state);
  const { dragged } = drag;
  const [closer, setCloser] = useState<Closer>({});
  const onCloser = useCallback(
    (view: string, filters: Closer[string] | null) =>
      setCloser((before) => withCloser(before, view, filters)),
    [],
  );
  const answers = useAnswers(
    `${base}/answers`,
    dragged ? withFilter(state, dragged.column, dragged.filter) : state,
    lists,
    slicesOf(state, onPage, (view) => dataOf(data, view.dataset).columns, closer),
    stamp,
    asked,
    marking === 'HIGHLIGHT',
  );
  const { answered } = drag;
  useEffect(answered, [answers.rounds, answered]);
  const answeredVersion = answers.head?.version;
  useEffect(() => {
    if (answeredVersion !== undefined && answeredVersion !== data.data.version) onNewer?.();
  }, [answeredVersion, data.data.version, onNewer]);
  const hidden = answers.head?.hidden ?? [];
  const views = layout ? onPage : onPage.filter((view) => !hidden.includes(view.id));
  const contexts = useContexts(
    data,
    base,
    page,
    answers.head?.guarded,
    dragged !== null,
    marking === 'HIGHLIGHT',
    onCloser,
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
  const filtering = {
    data,
    state,
    answers: answers.filters,
    finds: lists.finds,
    onFilter: (column: string, filter: Filter | null) => {
      const next = withFilter(state, column, filter);
      drag.drop(JSON.stringify(next) === JSON.stringify(state));
      change(next);
    },
    onDrag: drag.move,
    onFind: (column: string, text: string) =>
      setLists((before) => ({ ...before, finds: { ...before.finds, [column]: text } })),
    onWhole: (column: string, whole: boolean) =>
      setLists((before) => {
        const others = before.whole.filter((name) => name !== column);
        return { ...before, whole: whole ? [...others, column] : others };
      }),
  };
  return (
    <div
      className={answers.late ? `${css.appPage} ${css.late}` : css.appPage}
      data-rounds={answers.rounds}
    >
      <ReadingLine
        looks={views.flatMap((view) => {
          const text = lookedFor(state, view, dataOf(data, view.dataset).columns);
          const title = answers.views[view.id]?.shown?.title ?? data.words[view.id]?.title ?? '';
          return text === null
            ? []
            : [{ view: view.id, text: say('read.inTable', { title, text }) }];
        })}
        head={answers.head}
        page={page}
        marking={marking}
        filter={(name) => {
          const spec = data.app.filters.find((one) => filterName(one) === name);
          return spec && <FilterWidget {...filtering} spec={spec} />;
        }}
      />
      {[...goneFrom(data.app, state), ...(answers.head?.notices ?? [])].map((notice) => (
        <p key={notice} className="notice" role="status">
          {notice}
        </p>
      ))}
      {answers.problem && <ProblemNote error={answers.problem} onRetry={answers.retry} />}
      <FilterBand
        {...filtering}
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
      {alone ? (
        <p className={css.pageLine}>
          <button type="button" className="word" onClick={() => change({ ...state, alone: null })}>
            {say('read.backToThePage')}
          </button>
        </p>
      ) : (
        <div className={css.pageLine}>
          <PageTabs
            app={data.app}
            now={state.page}
            onPick={(id) => change({ ...state, page: id === data.app.pages?.[0]?.id ? null : id })}
          />
          {tabsEnd}
        </div>
      )}
      <div id="page-views" role={several && !alone ? 'tabpanel' : undefined}>
        {alone ? (
          <div className={css.viewAlone}>{card(alone)}</div>
        ) : layout ? (
          layout(views, card)
        ) : (
          <Grid views={views} card={card} />
        )}
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
  onCloser: ViewContext['onCloser'],
) {
  // what was pressed is asked for first; the views, which wait for the answers anyway, learn of it after that
  const state = useDeferredValue(page.state);
  const { changeFrom, clear } = page;
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
          onMark: (view, filter) => changeFrom((now) => withMark(now, view, filter)),
          onSort: (view, sort) =>
            changeFrom((now) => ({ ...now, sorts: { ...now.sorts, [view]: sort } })),
          onTable: (view, part) => changeFrom((now) => withTable(now, view, part)),
          onLookInto: (view, column, filter, step) => {
            const spec = data.app.filters.find((one) => isOf(one, column, dataset));
            if (spec) changeFrom((now) => lookedInto(now, view, filterName(spec), filter, step));
          },
          onCloser,
          onClear: clear,
          onAlone: (view) => changeFrom((now) => ({ ...now, alone: view })),
        },
      ]),
    );
  }, [data, base, state, changeFrom, clear, labels, dragging, highlighting, onCloser]);
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
    <div className={css.viewGrid}>
      {inOrder.map((view) => (
        <div
          key={view.id}
          className={css.viewCell}
          data-kind={view.kind}
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
