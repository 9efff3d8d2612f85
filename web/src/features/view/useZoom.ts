import type { ECharts, EChartsCoreOption } from 'echarts/core';
import { useCallback, useRef, useState } from 'react';

/** What of a chart is drawn larger: its axis from side to side, both its axes, or its map. */
export type Zooming = 'x' | 'xy' | 'geo';

/** Part of an axis, in percent of its length. */
interface Span {
  readonly start: number;
  readonly end: number;
}

/** Two values of an axis, the lower first. */
export type Ends = readonly [number, number];

/** The part of two axes of numbers that is looked at, and how far they reach as a whole. */
export interface Part {
  readonly x: Ends;
  readonly y: Ends;
  readonly whole: { readonly x: Ends; readonly y: Ends };
}

interface Seen {
  readonly spans?: readonly Span[];
  /** Of a map: how many times as large, and the degrees in its middle. */
  readonly zoom?: number;
  readonly center?: readonly number[];
}

/** As the chart library says it. */
interface DataZoom extends Span {
  readonly startValue: number;
  readonly endValue: number;
}

const STEP = 1.6;
const CLOSEST = 0.5; // percent of an axis
const WHOLE: Span = { start: 0, end: 100 };

const spansOf = (zooming: Zooming): readonly Span[] =>
  zooming === 'geo' ? [] : zooming === 'x' ? [WHOLE] : [WHOLE, WHOLE];

/** A span around its middle, so many times as long, within the axis. */
function around({ start, end }: Span, times: number): Span {
  const length = Math.min(100, Math.max(CLOSEST, (end - start) * times));
  const from = Math.min(100 - length, Math.max(0, (start + end - length) / 2));
  return { start: from, end: from + length };
}

/** The parts of a chart's description that zooming sets; the wheel zooms with Ctrl alone, so that pages scroll past it. */
export function zoomed(
  option: EChartsCoreOption,
  zooming: Zooming | undefined,
  seen: Seen | null,
): EChartsCoreOption {
  if (!zooming) return option;
  if (zooming === 'geo') {
    const { zoom, center } = seen ?? {};
    return { ...option, geo: { ...(option.geo as object), ...(zoom ? { zoom, center } : {}) } };
  }
  return {
    ...option,
    dataZoom: (seen?.spans ?? spansOf(zooming)).map((span, i) => ({
      type: 'inside',
      ...(i === 0 ? { xAxisIndex: 0 } : { yAxisIndex: 0 }),
      ...span,
      filterMode: 'none',
      zoomOnMouseWheel: 'ctrl',
      moveOnMouseWheel: 'shift',
      moveOnMouseMove: false,
      preventDefaultMouseMove: false,
    })),
  };
}

/** Keeps what a reader looks at closer in a chart, or in all its panels, while numbers change; leads back to the whole. */
export function useZoom(zooming: Zooming | undefined) {
  const charts = useRef(new Set<ECharts>());
  const seen = useRef<Seen | null>(null);
  const [isZoomed, setZoomed] = useState(false);
  const [scale, setScale] = useState(1);
  const [part, setPart] = useState<Part | null>(null);
  const [wholes, setWholes] = useState(0);
  const [isBoxing, setBoxing] = useState(false);
  /** Follows a chart that has just been made. @returns ends it */
  const follow = useCallback(
    (made: ECharts) => {
      if (!zooming) return () => undefined;
      charts.current.add(made);
      made.on(zooming === 'geo' ? 'georoam' : 'datazoom', () => {
        const now = made.getOption() as {
          geo?: Required<Pick<Seen, 'zoom' | 'center'>>[];
          dataZoom?: DataZoom[];
        };
        if (zooming === 'geo') {
          seen.current = { zoom: now.geo?.[0]?.zoom, center: now.geo?.[0]?.center };
          setScale(seen.current.zoom ?? 1);
          setZoomed(true);
          return;
        }
        const spans = (now.dataZoom ?? []).map(({ start, end }) => ({ start, end }));
        if (JSON.stringify(spans) === JSON.stringify(seen.current?.spans)) return; // as others have it
        seen.current = { spans };
        const isPart = spans.some(({ start, end }) => start > 0 || end < 100);
        setZoomed(isPart);
        if (zooming === 'xy') setPart((before) => (isPart ? partOf(now.dataZoom, before) : null));
        for (const other of charts.current) if (other !== made) turnTo(other, spans);
      });
      return () => {
        charts.current.delete(made);
      };
    },
    [zooming],
  );
  const turn = (times: number, place?: readonly [number, number]) => {
    const [made] = charts.current;
    if (!made || !zooming) return;
    if (zooming !== 'geo') {
      turnTo(
        made,
        (seen.current?.spans ?? spansOf(zooming)).map((span) => around(span, times)),
      );
      return;
    }
    const [x, y] = place
      ? made.convertToPixel('geo', [...place])
      : [made.getWidth() / 2, made.getHeight() / 2];
    made.dispatchAction({
      type: 'geoRoam',
      componentType: 'geo',
      geoIndex: 0,
      zoom: 1 / times,
      originX: x,
      originY: y,
    });
  };
  return {
    zooming,
    seen,
    isZoomed,
    scale,
    /** What of two axes of numbers is looked at; null for all. */
    part,
    /** Rises each time that all is to be drawn again. */
    wholes,
    follow,
    /** Whether a dragged box marks what lies in it, where dragging else moves. */
    isBoxing,
    setBoxing,
    /** @param place degrees that stay where they are; the middle of the chart where not given */
    closer: (place?: readonly [number, number]) => {
      turn(1 / STEP, place);
    },
    farther: () => {
      turn(STEP);
    },
    whole: () => {
      seen.current = null;
      setScale(1);
      setZoomed(false);
      setPart(null);
      setWholes((before) => before + 1);
    },
  };
}

export type Zoom = ReturnType<typeof useZoom>;

function turnTo(chart: ECharts, spans: readonly Span[]) {
  chart.dispatchAction({
    type: 'dataZoom',
    batch: spans.map((span, i) => ({ dataZoomIndex: i, ...span })),
  });
}

/** The part between the values that the library tells; the axes reach as far as when it was first looked at closer. */
function partOf(zooms: readonly DataZoom[] | undefined, before: Part | null): Part | null {
  const [across, up] = zooms ?? [];
  if (!across || !up) return null;
  const wholeOf = ({ start, end, startValue, endValue }: DataZoom): Ends => {
    const percent = (endValue - startValue) / (end - start);
    return [startValue - start * percent, endValue + (100 - end) * percent];
  };
  return {
    x: [across.startValue, across.endValue],
    y: [up.startValue, up.endValue],
    whole: before?.whole ?? { x: wholeOf(across), y: wholeOf(up) },
  };
}
