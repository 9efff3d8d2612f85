import type { ECharts } from 'echarts/core';
import type { CSSProperties } from 'react';
import type { View } from '../../api/types';
import type { Face } from './kinds/face';
import { onBox, type Place } from './onBox';

const DRAG = 8; // pixels, so that a press that trembles is a press

/** What is being dragged over, in pixels of the chart. */
export type Pulled = Pick<CSSProperties, 'left' | 'right' | 'top' | 'bottom' | 'width' | 'height'>;

/** What pressing and dragging in a chart does, as it stands now. */
export interface Acts {
  readonly view: View;
  /** Whether a box is drawn where dragging else moves. */
  readonly isBoxing: boolean;
  /** A group along the axis, and one across where both are pressed at once. */
  readonly press: (index: number, add: boolean, across?: number) => void;
  /** Something drawn. */
  readonly pressItem: (item: number, add: boolean) => void;
  /** The name of what splits the groups. */
  readonly pressName: (name: string, add: boolean) => void;
  /** From one group along the axis to another. */
  readonly pull: (from: number, to: number) => void;
  readonly box: (low: Place, high: Place) => void;
}

interface Pointed {
  readonly offsetX: number;
  readonly offsetY: number;
  readonly event: unknown;
}

type Chart = NonNullable<Face['chart']>;

/** Whether groups follow each other downwards. */
export const isLying = (shown: Chart, view: View | undefined): boolean =>
  view !== undefined && shown.indexAt?.(view, 1, 0) === 0;

const withMore = (event: unknown): boolean => {
  const native = event as MouseEvent | undefined;
  return Boolean(native && (native.shiftKey || native.ctrlKey));
};

/**
 * Follows the pointer over a chart that has just been made.
 *
 * @param acts what is done, asked for when it happens
 * @param show what is dragged over; null once it is let go
 */
export function onPointer(
  made: ECharts,
  shown: Chart,
  acts: () => Acts | null,
  show: (pulled: Pulled | null) => void,
): void {
  onNames(made, acts);
  if (shown.indexAt) onGroups(made, shown, acts, show);
  else {
    if (shown.box)
      onBox(
        made,
        shown.zoom === 'geo' ? 'geo' : 'grid',
        () => shown.zoom !== 'geo' || (acts()?.isBoxing ?? false),
        show,
        (low, high) => {
          acts()?.box(low, high);
        },
      );
    made.on('click', (item) => {
      if (item.componentType === 'series')
        acts()?.pressItem(item.dataIndex, withMore(item.event?.event));
    });
  }
}

/** Names above a chart, and those at the ends of lines, which stand outside of the grid. */
function onNames(made: ECharts, acts: () => Acts | null) {
  let add = false;
  made.getZr().on('mousedown', (event: Pointed) => {
    add = withMore(event.event);
  });
  made.on('legendselectchanged', (changed) => {
    made.dispatchAction({ type: 'legendAllSelect' }); // the library would leave the series out
    acts()?.pressName((changed as { name: string }).name, add);
  });
  made.on('click', (item) => {
    const at = item.event as unknown as Pointed | undefined;
    const isOutside = at && !made.containPixel('grid', [at.offsetX, at.offsetY]);
    if (isOutside && item.seriesType === 'line') acts()?.pressName(item.seriesName ?? '', add);
  });
}

/** A press on the grid is one on the group there; a drag is one from group to group. */
function onGroups(
  made: ECharts,
  shown: Chart,
  acts: () => Acts | null,
  show: (pulled: Pulled | null) => void,
) {
  const indexOf = (event: Pointed) => {
    const place = made.convertFromPixel('grid', [event.offsetX, event.offsetY]);
    const view = acts()?.view;
    return view ? Math.round(shown.indexAt?.(view, place[0] ?? -1, place[1] ?? -1) ?? -1) : -1;
  };
  const isInside = (event: Pointed) => made.containPixel('grid', [event.offsetX, event.offsetY]);
  let start: Pointed | null = null;
  let far = false;
  const zr = made.getZr();
  zr.on('mousedown', (event: Pointed) => {
    start = isInside(event) ? { ...event, offsetX: event.offsetX, offsetY: event.offsetY } : null;
    far = false;
  });
  zr.on('mousemove', (event: Pointed) => {
    if (!start) return;
    const lying = isLying(shown, acts()?.view);
    const [from, to] = lying ? [start.offsetY, event.offsetY] : [start.offsetX, event.offsetX];
    far ||= Math.abs(to - from) > DRAG;
    const [begin, size] = [Math.min(from, to), Math.abs(to - from)];
    if (!far) return;
    show(
      lying
        ? { left: 0, right: 0, top: begin, height: size }
        : { top: 0, bottom: 0, left: begin, width: size },
    );
  });
  zr.on('mouseup', (event: Pointed) => {
    if (start && far) acts()?.pull(indexOf(start), indexOf(event));
    start = null;
    show(null);
  });
  zr.on('globalout', () => {
    start = null;
    show(null);
  });
  zr.on('click', (event: Pointed) => {
    if (far || !isInside(event)) return;
    const x = made.convertFromPixel('grid', [event.offsetX, event.offsetY])[0] ?? -1;
    const across = shown.crossAt ? Math.round(shown.crossAt(x)) : undefined;
    acts()?.press(indexOf(event), withMore(event.event), across);
  });
}
