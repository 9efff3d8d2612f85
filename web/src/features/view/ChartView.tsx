import type { ECharts } from 'echarts/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Shown } from '../../api/types';
import { groupLabel } from '../../shared/format';
import { useDark } from '../../shared/useDark';
import { ofPanel, reach, type Range } from './cells';
import { init } from './charts';
import { palette } from './colours';
import { markOf } from './context';
import { finding } from './finding';
import { faceOf } from './kinds';
import type { GroupsProps } from './kinds/face';
import { nextMark } from './marks';

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
  if (!ready) return <p className="soft">Reading …</p>;
  if (!panels || !parts) return <OneChart {...props} range={null} />;
  const stacked = view.kind === 'BARS' && view.settings?.arrange !== 'BESIDE';
  const range = reach(parts, stacked);
  return (
    <div className="panels">
      {panels.map((key, p) => {
        const part = parts[p];
        const name = groupLabel(key, view.panels ?? null);
        return (
          part && (
            <section key={p} className="panel-chart" aria-label={name}>
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
  context,
  title,
  sentence,
  measures,
  range,
}: Props & { readonly range: Range | null }) {
  const frame = useRef<HTMLDivElement>(null);
  const chart = useRef<ECharts | null>(null);
  const [drawn, setDrawn] = useState(0);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const scheme = useDark();
  const mark = markOf(context, view.id)?.filter ?? null;
  const shown = faceOf(view).chart;
  const { columns } = context.data;
  const option = useMemo(() => {
    const colours = palette();
    return shown?.option({ view, answer, mark, colours, measures, range, columns, ...size }) ?? {};
    // the scheme changes what the palette gives
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [shown, view, answer, mark, measures, range, columns, size, scheme]);
  const press = useRef<(index: number, add: boolean) => void>(() => undefined);
  const placed = useRef<(x: number, y: number) => number>(() => -1);
  useEffect(() => {
    press.current = (index, add) => {
      const key = answer.axis[index];
      if (key) context.onMark(view.id, nextMark(mark, view, answer, key, add));
    };
    placed.current = (x, y) => shown?.indexAt?.(view, x, y) ?? -1;
  });
  useEffect(() => {
    const element = frame.current;
    if (!element) return undefined;
    const made = init(element, null, { renderer: 'svg' });
    chart.current = made;
    made.on('finished', () => setDrawn((before) => before + 1));
    const withMore = (event: unknown) => {
      const native = event as MouseEvent;
      return native.shiftKey || native.ctrlKey;
    };
    if (shown?.indexAt) {
      made.getZr().on('click', (event) => {
        const point = [event.offsetX, event.offsetY];
        if (!made.containPixel('grid', point)) return;
        const place = made.convertFromPixel('grid', point);
        const index = Math.round(placed.current(place[0] ?? -1, place[1] ?? -1));
        press.current(index, withMore(event.event));
      });
    } else {
      made.on('click', (item) => {
        press.current(item.dataIndex, withMore(item.event?.event));
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
  }, [shown]);
  useEffect(() => {
    if (size.width > 0) chart.current?.setOption(option, { notMerge: true });
  }, [option, size]);
  return (
    <div
      ref={frame}
      className="chart"
      role="img"
      aria-label={`${title}. ${sentence} ${finding(view, answer, measures)} The numbers are under “as table”.`}
      data-ready={drawn}
    />
  );
}
