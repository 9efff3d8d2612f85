import type { ECharts } from 'echarts/core';
import { useCallback, useEffect, useMemo, useRef, useState, type CSSProperties } from 'react';
import type { Shown } from '../../api/types';
import { groupLabel } from '../../shared/format';
import { useDark } from '../../shared/useDark';
import { partsOf } from './beside';
import { ofPanel, reach, type Range } from './cells';
import { init } from './charts';
import { palette } from './colours';
import { markOf } from './context';
import { finding } from './finding';
import { faceOf } from './kinds';
import type { GroupsProps } from './kinds/face';
import { boxFilter, cellFilter, nextMark, spanFilter } from './marks';
import { onBox, type Place } from './onBox';
import { useSeen, whenIdle } from './useSeen';
import { useZoom, zoomed } from './useZoom';
import { ZoomTools } from './ZoomTools';
import { say } from '../../words';
import css from './ChartView.module.css';
import viewCss from './view.module.css';

const DRAG = 8; // pixels, so that a press that trembles is a press

/** All that an option says but the hover, which a chart makes once: to make it anew lays out the whole page. */
const REPLACED = ['series', 'xAxis', 'yAxis', 'grid', 'geo', 'legend', 'visualMap', 'dataZoom'];

interface Pointed {
  readonly offsetX: number;
  readonly offsetY: number;
}

/** What is being dragged over, in pixels of the chart. */
type Pulled = Pick<CSSProperties, 'left' | 'right' | 'top' | 'bottom' | 'width' | 'height'>;

interface Props extends GroupsProps {
  readonly sentence: string;
  readonly measures: Shown['measures'];
}

/** A chart of groups, or one for each panel on the same axes. */
export default function ChartView(props: Props) {
  const { view, answer } = props;
  const ready = useParts(faceOf(view).chart?.parts);
  const isSplit = Boolean(view.split);
  const panels = view.panels ? (isSplit ? answer.panels : answer.splits) : null;
  const parts = useMemo(
    () => panels?.map((_, p) => ofPanel(answer, isSplit, p)) ?? null,
    [answer, isSplit, panels],
  );
  if (!ready) return <p className="soft">{say('view.reading')}</p>;
  if (!panels || !parts) return <OneChart {...props} range={null} />;
  const range = reach(parts, faceOf(view).chart?.stacks?.(view) ?? false);
  return (
    <div className={css.panels}>
      {panels.map((key, p) => {
        const part = parts[p];
        const name = groupLabel(key, view.panels ?? null);
        return (
          part && (
            <section key={p} className={css.panelChart} data-panel aria-label={name}>
              <h3>{name}</h3>
              <OneChart {...props} answer={part} title={`${props.title}, ${name}`} range={range} />
            </section>
          )
        );
      })}
    </div>
  );
}

/** Whether the parts of the chart library that a kind needs for itself are there. */
function useParts(parts: (() => Promise<unknown>) | undefined): boolean {
  const [loaded, setLoaded] = useState<(() => Promise<unknown>) | null>(null);
  useEffect(() => {
    if (!parts) return;
    let wanted = true;
    void parts().then(() => {
      if (wanted) setLoaded(() => parts);
    });
    return () => {
      wanted = false;
    };
  }, [parts]);
  return !parts || loaded === parts;
}

/** A press on a group marks it. */
function OneChart({
  view,
  answer,
  beside,
  context,
  title,
  sentence,
  measures,
  range,
}: Props & { readonly range: Range | null }) {
  const frame = useRef<HTMLDivElement>(null);
  const chart = useRef<ECharts | null>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const dark = useDark();
  const mark = markOf(context, view.id)?.filter ?? null;
  const shown = faceOf(view).chart;
  const zooming = range === null ? shown?.zoom : undefined; // panels stay on axes that they share
  const zoom = useZoom(zooming, chart);
  const { seen, follow, scale } = zoom;
  const parts = useMemo(
    () => (beside?.kind === 'groups' ? partsOf(answer, beside, measures) : null),
    [answer, beside, measures],
  );
  const drawing = useMemo(
    () => ({
      view,
      answer,
      mark,
      parts,
      rows: beside?.kind === 'rows' ? beside : null,
      ends: beside?.kind === 'extremes' ? beside : null,
      columns: context.data.columns,
      colours: palette(dark),
      measures,
      range,
      zoom: scale,
      ...size,
    }),
    [view, answer, mark, parts, beside, context.data.columns, measures, range, scale, size, dark],
  );
  const option = useMemo(() => shown?.option(drawing) ?? {}, [shown, drawing]);
  const note = shown?.note?.(drawing) ?? null;
  const press = useRef<(index: number, add: boolean, across?: number) => void>(() => undefined);
  const pressItem = useRef<(item: number, add: boolean) => void>(() => undefined);
  const pull = useRef<(from: number, to: number) => void>(() => undefined);
  const box = useRef<(low: Place, high: Place) => void>(() => undefined);
  const [pulled, setPulled] = useState<Pulled | null>(null);
  const placed = useRef<(x: number, y: number) => number>(() => -1);
  useEffect(() => {
    press.current = (index, add, across) => {
      const key = answer.axis[index];
      const other = across === undefined ? undefined : answer.splits[across];
      const cell = key && other && !add ? cellFilter(view, answer, key, other) : null;
      if (cell)
        context.onMark(view.id, JSON.stringify(cell) === JSON.stringify(mark) ? null : cell);
      else if (key) context.onMark(view.id, nextMark(mark, view, answer, key, add));
    };
    pressItem.current = (item, add) => {
      const of = shown?.itemAt ? shown.itemAt(drawing, item) : item;
      if (typeof of === 'number') press.current(of, add);
      else zoom.closer(of);
    };
    pull.current = (from, to) => context.onMark(view.id, spanFilter(view, answer, from, to));
    box.current = (low, high) => {
      const columns = shown?.box?.(view);
      if (columns) context.onMark(view.id, boxFilter(columns, low, high));
    };
    placed.current = (x, y) => shown?.indexAt?.(view, x, y) ?? -1;
  });
  useEffect(() => {
    const element = frame.current;
    if (!element) return undefined;
    const made = init(element, null, { renderer: 'svg' });
    chart.current = made;
    // for whoever waits for the drawing: no part of what is shown
    made.on('finished', () => {
      element.dataset.ready = String(Number(element.dataset.ready ?? 0) + 1);
    });
    follow(made);
    const withMore = (event: unknown) => {
      const native = event as MouseEvent;
      return native.shiftKey || native.ctrlKey;
    };
    if (shown?.indexAt) {
      const indexOf = (event: Pointed) => {
        const place = made.convertFromPixel('grid', [event.offsetX, event.offsetY]);
        return Math.round(placed.current(place[0] ?? -1, place[1] ?? -1));
      };
      const isInside = (event: Pointed) =>
        made.containPixel('grid', [event.offsetX, event.offsetY]);
      const isLying = () => placed.current(1, 0) === 0; // groups follow each other downwards
      let start: Pointed | null = null;
      let far = false;
      const zr = made.getZr();
      zr.on('mousedown', (event) => {
        start = isInside(event) ? { offsetX: event.offsetX, offsetY: event.offsetY } : null;
        far = false;
      });
      zr.on('mousemove', (event) => {
        if (!start) return;
        const lying = isLying();
        const [from, to] = lying ? [start.offsetY, event.offsetY] : [start.offsetX, event.offsetX];
        far ||= Math.abs(to - from) > DRAG;
        const [begin, size] = [Math.min(from, to), Math.abs(to - from)];
        if (!far) return;
        setPulled(
          lying
            ? { left: 0, right: 0, top: begin, height: size }
            : { top: 0, bottom: 0, left: begin, width: size },
        );
      });
      zr.on('mouseup', (event) => {
        if (start && far) pull.current(indexOf(start), indexOf(event));
        start = null;
        setPulled(null);
      });
      zr.on('globalout', () => {
        start = null;
        setPulled(null);
      });
      const acrossOf = (event: Pointed) => {
        const x = made.convertFromPixel('grid', [event.offsetX, event.offsetY])[0] ?? -1;
        return shown.crossAt ? Math.round(shown.crossAt(x)) : undefined;
      };
      zr.on('click', (event) => {
        if (!far && isInside(event))
          press.current(indexOf(event), withMore(event.event), acrossOf(event));
      });
    } else if (shown?.box) {
      onBox(made, setPulled, (low, high) => {
        box.current(low, high);
      });
    } else {
      made.on('click', (item) => {
        pressItem.current(item.dataIndex, withMore(item.event?.event));
      });
    }
    const measure = () => {
      made.resize();
      setSize({ width: made.getWidth(), height: made.getHeight() });
    };
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => {
      observer.disconnect();
      made.dispose();
      chart.current = null;
    };
  }, [shown, follow]);
  const draw = useCallback(
    () =>
      chart.current?.setOption(zoomed(option, zooming, seen.current), { replaceMerge: REPLACED }),
    [option, zooming, seen],
  );
  const isSeen = useSeen(frame);
  useEffect(() => {
    if (size.width === 0) return undefined;
    if (isSeen()) {
      draw();
      return undefined;
    }
    return whenIdle(draw); // what is not on the screen leaves the processor to what is
  }, [draw, size, isSeen]);
  return (
    <>
      <div className={css.chartPlace}>
        <div
          ref={frame}
          className={css.chart}
          role="img"
          data-ready="0"
          aria-label={say('view.readOut', {
            title,
            sentence,
            finding: finding(view, answer, measures),
          })}
        >
          {pulled && <span className={css.pulled} style={pulled} />}
        </div>
        {zooming && (
          <ZoomTools
            title={title}
            zoom={zoom}
            onWhole={() => {
              zoom.forget();
              draw();
            }}
          />
        )}
      </div>
      {note && <p className={`soft ${viewCss.chartNote}`}>{note}</p>}
    </>
  );
}
