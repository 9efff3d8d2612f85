import type { ECharts, EChartsCoreOption } from 'echarts/core';
import { useCallback, useRef, useState } from 'react';

/** What of a chart is drawn larger: its axis from side to side, both its axes, or its map. */
export type Zooming = 'x' | 'xy' | 'geo';

/** Part of an axis, in percent of its length. */
interface Span {
  readonly start: number;
  readonly end: number;
}

interface Seen {
  readonly spans?: readonly Span[];
  /** Of a map: how many times as large, and the degrees in its middle. */
  readonly zoom?: number;
  readonly center?: readonly number[];
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

/** Keeps what a reader looks at closer while numbers change, and leads back to the whole. */
export function useZoom(zooming: Zooming | undefined, chart: { readonly current: ECharts | null }) {
  const seen = useRef<Seen | null>(null);
  const [isZoomed, setZoomed] = useState(false);
  const [scale, setScale] = useState(1);
  /** Follows a chart that has just been made. */
  const follow = useCallback(
    (made: ECharts) => {
      if (!zooming) return;
      made.on(zooming === 'geo' ? 'georoam' : 'datazoom', () => {
        const now = made.getOption() as {
          geo?: Required<Pick<Seen, 'zoom' | 'center'>>[];
          dataZoom?: Span[];
        };
        seen.current =
          zooming === 'geo'
            ? { zoom: now.geo?.[0]?.zoom, center: now.geo?.[0]?.center }
            : { spans: (now.dataZoom ?? []).map(({ start, end }) => ({ start, end })) };
        setScale(seen.current.zoom ?? 1);
        setZoomed(
          zooming === 'geo' ||
            (seen.current.spans ?? []).some(({ start, end }) => start > 0 || end < 100),
        );
      });
    },
    [zooming],
  );
  const turn = (times: number, place?: readonly [number, number]) => {
    const made = chart.current;
    if (!made || !zooming) return;
    const [x, y] = place
      ? made.convertToPixel('geo', [...place])
      : [made.getWidth() / 2, made.getHeight() / 2];
    if (zooming === 'geo')
      made.dispatchAction({
        type: 'geoRoam',
        componentType: 'geo',
        geoIndex: 0,
        zoom: 1 / times,
        originX: x,
        originY: y,
      });
    else
      made.dispatchAction({
        type: 'dataZoom',
        batch: (seen.current?.spans ?? spansOf(zooming)).map((span, i) => ({
          dataZoomIndex: i,
          ...around(span, times),
        })),
      });
  };
  return {
    seen,
    isZoomed,
    scale,
    follow,
    /** @param place degrees that stay where they are; the middle of the chart where not given */
    closer: (place?: readonly [number, number]) => {
      turn(1 / STEP, place);
    },
    farther: () => {
      turn(STEP);
    },
    /** Forgets it; the chart is drawn anew by whoever asks. */
    forget: () => {
      seen.current = null;
      setScale(1);
      setZoomed(false);
    },
  };
}
