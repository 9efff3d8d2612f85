import type { ECharts } from 'echarts/core';

const DRAG = 8; // pixels, so that a press that trembles is a press

/** A place on the axes of a chart. */
export interface Place {
  readonly x: number;
  readonly y: number;
}

interface Corner {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/**
 * Follows a box that is dragged over a chart.
 *
 * @param on what its corners lie on: the axes of a grid, or a map
 * @param isOn whether a drag that begins now is a box
 * @param show what is dragged over, in pixels; null once it is let go
 * @param done the corners on the chart's axes, least values first
 */
export function onBox(
  chart: ECharts,
  on: 'grid' | 'geo',
  isOn: () => boolean,
  show: (box: Corner | null) => void,
  done: (low: Place, high: Place) => void,
): void {
  const zr = chart.getZr();
  let start: Place | null = null;
  const boxTo = (x: number, y: number): Corner | null =>
    start && {
      left: Math.min(start.x, x),
      top: Math.min(start.y, y),
      width: Math.abs(x - start.x),
      height: Math.abs(y - start.y),
    };
  const isFar = (box: Corner | null) => box !== null && box.width > DRAG && box.height > DRAG;
  zr.on('mousedown', (event) => {
    const inside = on === 'geo' || chart.containPixel(on, [event.offsetX, event.offsetY]);
    start = inside && isOn() ? { x: event.offsetX, y: event.offsetY } : null;
  });
  zr.on('mousemove', (event) => {
    const box = boxTo(event.offsetX, event.offsetY);
    if (isFar(box)) show(box);
  });
  zr.on('mouseup', (event) => {
    const box = boxTo(event.offsetX, event.offsetY);
    start = null;
    show(null);
    if (!box || !isFar(box)) return;
    const at = (x: number, y: number) => chart.convertFromPixel(on, [x, y]);
    const [left = 0, bottom = 0] = at(box.left, box.top + box.height);
    const [right = 0, top = 0] = at(box.left + box.width, box.top);
    done({ x: left, y: bottom }, { x: right, y: top });
  });
  zr.on('globalout', () => {
    start = null;
    show(null);
  });
}
