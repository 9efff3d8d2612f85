import type { ECharts } from 'echarts/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { GroupsAnswer, View } from '../../api/types';
import { useDark } from '../../shared/useDark';
import { init } from './charts';
import { palette } from './colours';
import { markOf, type ViewContext } from './context';
import { faceOf } from './kinds';
import { nextMark } from './marks';

interface Props {
  readonly view: View;
  readonly answer: GroupsAnswer;
  readonly context: ViewContext;
  readonly title: string;
  readonly sentence: string;
}

/** A chart of groups; a press on one marks it. */
export default function ChartView({ view, answer, context, title, sentence }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const chart = useRef<ECharts | null>(null);
  const [drawn, setDrawn] = useState(0);
  const scheme = useDark();
  const mark = markOf(context, view.id)?.filter ?? null;
  const shown = faceOf(view).chart;
  const option = useMemo(() => {
    const colours = palette();
    return shown?.option(view, answer, mark, colours) ?? {};
    // the scheme changes what the palette gives
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [shown, view, answer, mark, scheme]);
  const press = useRef<(index: number, add: boolean) => void>(() => undefined);
  useEffect(() => {
    press.current = (index, add) => {
      const key = answer.axis[index];
      if (key) context.onMark(view.id, nextMark(mark, view, answer, key, add));
    };
  });
  useEffect(() => {
    const element = frame.current;
    if (!element) return undefined;
    const made = init(element, null, { renderer: 'svg' });
    chart.current = made;
    made.on('finished', () => setDrawn((before) => before + 1));
    made.getZr().on('click', (event) => {
      const point = [event.offsetX, event.offsetY];
      if (!made.containPixel('grid', point)) return;
      const place = made.convertFromPixel('grid', point);
      const index = Math.round(shown?.indexAt(place[0] ?? -1, place[1] ?? -1) ?? -1);
      const native = event.event as unknown as MouseEvent;
      press.current(index, native.shiftKey || native.ctrlKey);
    });
    const observer = new ResizeObserver(() => made.resize());
    observer.observe(element);
    return () => {
      observer.disconnect();
      made.dispose();
      chart.current = null;
    };
  }, [shown]);
  useEffect(() => {
    chart.current?.setOption(option, { notMerge: true });
  }, [option, shown]);
  return (
    <div
      ref={frame}
      className="chart"
      role="img"
      aria-label={`${title}. ${sentence} The numbers are under “as table”.`}
      data-ready={drawn}
    />
  );
}
