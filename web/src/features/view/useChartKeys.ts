import type { ECharts, EChartsCoreOption } from 'echarts/core';
import { useCallback, useState, type KeyboardEvent, type RefObject } from 'react';
import type { GroupsAnswer, View } from '../../api/types';
import { TIP } from './chartParts';
import { isLying, type Acts } from './chartPointer';
import type { Face } from './kinds/face';

interface Place {
  readonly axis: number;
  readonly across: number;
}

interface Series {
  readonly type?: string;
  readonly silent?: boolean;
  readonly data?: readonly { readonly value?: readonly unknown[] }[];
}

interface Keyed {
  readonly chart: RefObject<ECharts | null>;
  readonly frame: RefObject<HTMLElement | null>;
  readonly shown: Face['chart'];
  readonly view: View;
  readonly answer: GroupsAnswer;
  readonly option: EChartsCoreOption;
  readonly acts: () => Acts | null;
  /** Lifts the mark of the view. */
  readonly onLift: () => void;
}

/** Arrows move from group to group of a chart and tell each, Space marks it, Shift reaches on from there, Escape lifts. */
export function useChartKeys({ chart, frame, shown, view, answer, option, acts, onLift }: Keyed) {
  const [at, setAt] = useState<Place | null>(null);
  const [from, setFrom] = useState<Place | null>(null);
  const [told, setTold] = useState('');
  const isCrossed = Boolean(shown?.crossAt);
  const items = shown?.indexAt ? [] : itemsOf(option);
  const count = shown?.indexAt ? answer.axis.length : items.length;
  const show = (place: Place) => {
    const made = chart.current;
    if (!made || !shown) return;
    made.dispatchAction({ type: 'downplay' });
    if (isCrossed) {
      const cells = ((option.series as Series[])[0]?.data ?? []).map(({ value }) => value);
      const dataIndex = cells.findIndex(
        (value) => value?.[0] === place.across && value[1] === place.axis,
      );
      made.dispatchAction({
        type: dataIndex < 0 ? 'hideTip' : 'showTip',
        seriesIndex: 0,
        dataIndex,
      });
    } else if (shown.indexAt) {
      const [x, y] = isLying(shown, view)
        ? [made.getWidth() / 2, made.convertToPixel({ yAxisIndex: 0 }, place.axis)]
        : [made.convertToPixel({ xAxisIndex: 0 }, place.axis), made.getHeight() / 2];
      made.dispatchAction({ type: 'showTip', x, y });
      made.dispatchAction({ type: 'highlight', seriesIndex: 0, dataIndex: place.axis });
    } else {
      const item = items[place.axis];
      made.dispatchAction({ type: 'showTip', ...item });
      made.dispatchAction({ type: 'highlight', ...item });
    }
    setTold(frame.current?.querySelector<HTMLElement>(`.${TIP}`)?.innerText ?? '');
  };
  const go = (place: Place, reach: boolean) => {
    const next = {
      axis: Math.max(0, Math.min(count - 1, place.axis)),
      across: Math.max(0, Math.min(answer.splits.length - 1, place.across)),
    };
    const begun = reach ? (from ?? at ?? next) : next;
    setAt(next);
    setFrom(begun);
    show(next);
    if (reach && shown?.indexAt && !isCrossed) acts()?.pull(begun.axis, next.axis);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget || count === 0) return;
    const now = at ?? { axis: -1, across: isCrossed ? -1 : 0 };
    const along = (axis: number, across: number): Place => ({
      axis: now.axis + (at ? axis : isCrossed ? 1 : Math.max(axis, 1)),
      across: now.across + (at ? across : isCrossed ? 1 : 0),
    });
    const steps: Record<string, Place> = {
      ArrowRight: isCrossed ? along(0, 1) : along(1, 0),
      ArrowLeft: isCrossed ? along(0, -1) : along(-1, 0),
      ArrowDown: along(1, 0),
      ArrowUp: along(-1, 0),
      Home: { axis: 0, across: 0 },
      End: { axis: count - 1, across: answer.splits.length - 1 },
    };
    const to = steps[event.key];
    if (to) {
      event.preventDefault();
      go(to, event.shiftKey);
    } else if (event.key === ' ' && at) {
      event.preventDefault();
      const add = event.shiftKey || event.ctrlKey;
      if (shown?.indexAt) acts()?.press(at.axis, add, isCrossed ? at.across : undefined);
      else acts()?.pressItem(items[at.axis]?.dataIndex ?? -1, add);
    } else if (event.key === 'Escape' && (at || told)) {
      event.stopPropagation();
      leave();
      onLift();
    }
  };
  const leave = useCallback(() => {
    chart.current?.dispatchAction({ type: 'hideTip' });
    chart.current?.dispatchAction({ type: 'downplay' });
    setAt(null);
    setFrom(null);
    setTold('');
  }, [chart]);
  return { onKeyDown, onBlur: leave, told };
}

/** All that is drawn and can be told, where not every group has a place of its own. */
function itemsOf(option: EChartsCoreOption) {
  return ((option.series ?? []) as Series[]).flatMap(({ type, silent, data }, seriesIndex) =>
    silent || type === 'line'
      ? []
      : (data ?? []).map((_, dataIndex) => ({ seriesIndex, dataIndex })),
  );
}
