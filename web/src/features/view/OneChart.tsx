import type { ECharts } from 'echarts/core';
import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import type { Filter, Shown } from '../../api/types';
import { useDark } from '../../shared/useDark';
import { partsOf } from './beside';
import type { Range } from './cells';
import { onPointer, type Acts, type Pulled } from './chartPointer';
import { init } from './charts';
import { palette } from './colours';
import { markOf } from './context';
import { finding } from './finding';
import { faceOf } from './kinds';
import type { GroupsProps } from './kinds/face';
import {
  betweens,
  boxFilter,
  cellFilter,
  filterOf,
  nextMark,
  spanFilter,
  splitFilter,
} from './marks';
import { useChartKeys } from './useChartKeys';
import { inTurn, useSeen, whenIdle } from './useSeen';
import { zoomed, type Part, type Zoom } from './useZoom';
import { say } from '../../words';
import css from './OneChart.module.css';
import viewCss from './view.module.css';

/** All that an option says but the hover, which a chart makes once: to make it anew lays out the whole page. */
const REPLACED = ['series', 'xAxis', 'yAxis', 'grid', 'geo', 'legend', 'visualMap', 'dataZoom'];

const MANY_GROUPS = 400; // in each of several panels: they are drawn one after the other

const SETTLED = 200; // milliseconds without a move, before what is looked at is asked for

export interface ChartProps extends GroupsProps {
  readonly sentence: string;
  readonly measures: Shown['measures'];
}

/** A press on a group marks it, a drag those that it reaches over; so do keys. */
export function OneChart({
  view,
  answer,
  beside,
  context,
  title,
  sentence,
  measures,
  range,
  zoom,
  tools,
}: ChartProps & {
  readonly zoom: Zoom;
  /** What the axis of all panels reaches to; null for a chart that stands alone. */
  readonly range: Range | null;
  readonly tools?: ReactNode;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const chart = useRef<ECharts | null>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [pulled, setPulled] = useState<Pulled | null>(null);
  const dark = useDark();
  const mark = markOf(context, view.id)?.filter ?? null;
  const shown = faceOf(view).chart;
  const { seen, follow, scale, wholes, isBoxing } = zoom;
  const zooming = shown?.zoom;
  const parts = useMemo(
    () => (beside?.kind === 'groups' ? partsOf(answer, beside, measures) : null),
    [answer, beside, measures],
  );
  const rows = beside?.kind === 'rows' ? beside : null;
  const part = usePart(zoom, shown?.isCoarse?.(rows) ?? false, (closer) => {
    const columns = shown?.box?.(view);
    if (columns) context.onCloser(view.id, closer && betweens(columns, closer));
  });
  const drawing = useMemo(
    () => ({
      view,
      answer,
      mark,
      parts,
      rows,
      ends: beside?.kind === 'extremes' ? beside : null,
      columns: context.data.columns,
      colours: palette(dark),
      measures,
      range,
      zoom: scale,
      part,
      isBoxing,
      ...size,
    }),
    [
      view,
      answer,
      mark,
      parts,
      rows,
      beside,
      context.data.columns,
      measures,
      range,
      scale,
      part,
      isBoxing,
      size,
      dark,
    ],
  );
  const option = useMemo(() => shown?.option(drawing) ?? {}, [shown, drawing]);
  const note = shown?.note?.(drawing) ?? null;
  const acts = useRef<Acts | null>(null);
  useEffect(() => {
    const marked = (next: Filter | null) => {
      context.onMark(view.id, next);
    };
    const press = (index: number, add: boolean, across?: number) => {
      const key = answer.axis[index];
      const other = across === undefined ? undefined : answer.splits[across];
      const cell = key && other && !add ? cellFilter(view, answer, key, other) : null;
      const filter = cell ?? (key ? filterOf(view, answer, key) : null);
      if (filter) marked(nextMark(mark, filter, add));
    };
    acts.current = {
      view,
      isBoxing,
      press,
      pressItem: (item, add) => {
        const of = shown?.itemAt ? shown.itemAt(drawing, item) : item;
        if (typeof of === 'number') press(of, add);
        else zoom.closer(of);
      },
      pressName: (name, add) => {
        const filter = shown?.nameFilter?.(drawing, name) ?? splitFilter(view, answer, name);
        if (filter) marked(nextMark(mark, filter, add));
      },
      pull: (from, to) => {
        marked(spanFilter(view, answer, from, to));
      },
      box: (low, high) => {
        const columns = shown?.box?.(view);
        if (columns) marked(boxFilter(columns, low, high));
        zoom.setBoxing(false);
      },
    };
  });
  const now = useCallback(() => acts.current, []);
  const keys = useChartKeys({
    chart,
    frame,
    shown,
    view,
    answer,
    option,
    acts: now,
    onLift: () => {
      if (mark) context.onMark(view.id, null);
    },
  });
  useEffect(() => {
    const element = frame.current;
    if (!element || !shown) return undefined;
    const made = init(element, null, { renderer: 'svg' });
    chart.current = made;
    // for whoever waits for the drawing: no part of what is shown
    made.on('finished', () => {
      element.dataset.ready = String(Number(element.dataset.ready ?? 0) + 1);
    });
    const unfollow = follow(made);
    onPointer(made, shown, now, setPulled);
    const measure = () => {
      made.resize();
      setSize({ width: made.getWidth(), height: made.getHeight() });
    };
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => {
      observer.disconnect();
      unfollow();
      made.dispose();
      chart.current = null;
    };
  }, [shown, follow, now]);
  const draw = useCallback(
    () =>
      chart.current?.setOption(zoomed(option, zooming, seen.current), { replaceMerge: REPLACED }),
    [option, zooming, seen],
  );
  const isSeen = useSeen(frame);
  const takesLong = range !== null && answer.axis.length > MANY_GROUPS;
  useEffect(() => {
    if (size.width === 0) return undefined;
    if (isSeen() && takesLong) return inTurn(draw);
    if (isSeen()) {
      draw();
      return undefined;
    }
    return whenIdle(draw); // what is not on the screen leaves the processor to what is
  }, [draw, size, isSeen, wholes, takesLong]);
  return (
    <>
      <div
        className={css.chartPlace}
        role="application"
        tabIndex={0}
        aria-label={say('view.chartKeys', { title })}
        onKeyDown={keys.onKeyDown}
        onBlur={keys.onBlur}
      >
        <div
          ref={frame}
          className={css.chart}
          role="img"
          data-ready="0"
          aria-label={say('view.readOut', {
            title,
            sentence,
            finding: finding(view, answer, measures, context.data.columns),
          })}
        >
          {pulled && <span className={css.pulled} style={pulled} />}
        </div>
        <span className="sr-only" role="status">
          {keys.told}
        </span>
        {tools}
      </div>
      {note && <p className={`soft ${viewCss.chartNote}`}>{note}</p>}
    </>
  );
}

/**
 * The part that is looked at, once the reader has stopped moving, where more is seen of it closer: it is asked for then.
 *
 * @param isCoarse whether what is drawn stands for more than can be seen
 */
function usePart(zoom: Zoom, isCoarse: boolean, onPart: (part: Part | null) => void): Part | null {
  const [asked, setAsked] = useState<Part | null>(null);
  const wanted = isCoarse || asked ? zoom.part : null;
  const latest = useRef(onPart);
  useEffect(() => {
    latest.current = onPart;
  });
  useEffect(() => {
    if (wanted === asked) return undefined;
    const timer = setTimeout(
      () => {
        setAsked(wanted);
        latest.current(wanted);
      },
      wanted ? SETTLED : 0,
    );
    return () => {
      clearTimeout(timer);
    };
  }, [wanted, asked]);
  const isAsked = asked !== null;
  useEffect(
    () => (isAsked ? () => latest.current(null) : undefined), // what is seen otherwise is seen whole
    [isAsked],
  );
  return asked;
}
