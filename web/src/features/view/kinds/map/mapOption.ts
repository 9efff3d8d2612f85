import type { EChartsCoreOption } from 'echarts/core';
import type { GroupsAnswer } from '../../../../api/types';
import { count, groupLabel, measured } from '../../../../shared/format';
import { FONT, safe, tipBox } from '../../chartParts';
import { mixed } from '../../colours';
import { valueAt } from '../../cells';
import { isMarked } from '../../marks';
import type { Drawing } from '../face';
import { say } from '../../../../words';

export const OUTLINES = 'outlines';

const [SIZE, LATITUDE, LONGITUDE] = [0, 1, 2]; // the order of the measures in the answer
const PALE = 0.3;
const NAMED = 40;
const MARGIN = 0.12; // of the extent of the places, around them
const LEAST_EXTENT = 2; // degrees, for a single place

interface Placed {
  readonly at: number;
  readonly latitude: number;
  readonly longitude: number;
}

/** The groups that lie on the globe. */
function placed(answer: GroupsAnswer): Placed[] {
  return answer.axis.flatMap((key, at) => {
    const latitude = valueAt(answer, LATITUDE, at);
    const longitude = valueAt(answer, LONGITUDE, at);
    const lies =
      latitude !== null &&
      longitude !== null &&
      Math.abs(latitude) <= 90 &&
      Math.abs(longitude) <= 180 &&
      key.merged === 0;
    return lies ? [{ at, latitude, longitude }] : [];
  });
}

/** What is not on the map, and why. */
export function mapNote({ answer }: Drawing): string | null {
  const left = answer.axis.length - placed(answer).length;
  if (left === 0) return null;
  return say('view.ofHaveNoPlaceOn', { left: count(left), axis: count(answer.axis.length) });
}

/** Dots where the groups lie, their area as large as the measure, over outlines of countries; moved and zoomed. */
export function mapOption(drawing: Drawing): EChartsCoreOption {
  const { view, answer, mark, colours, measures } = drawing;
  const places = placed(answer);
  const labels = answer.axis.map((key) => groupLabel(key, view.by ?? null));
  const measure = answer.measures[SIZE];
  const format = (value: number | null) =>
    measured(value, measures[SIZE]?.aggregate ?? 'ROWS', measure?.type ?? null, measure?.format);
  const most = Math.max(0, ...places.map(({ at }) => valueAt(answer, SIZE, at) ?? 0));
  const full = colours.series[0] ?? colours.ink;
  return {
    animation: false,
    textStyle: { fontFamily: FONT },
    tooltip: {
      ...tipBox(colours),
      trigger: 'item',
      formatter: ({ dataIndex }: { dataIndex: number }) => {
        const at = places[dataIndex]?.at ?? -1;
        return `${safe(labels[at] ?? '')}<br><b>${format(valueAt(answer, SIZE, at))}</b>`;
      },
    },
    geo: {
      map: OUTLINES,
      roam: 'move', // the wheel scrolls the page
      silent: true,
      boundingCoords: bounds(places),
      left: 0,
      right: 0,
      top: 0,
      bottom: 0,
      itemStyle: {
        areaColor: mixed(colours.straw, colours.paper, 0.45),
        borderColor: colours.paper,
        borderWidth: 0.8,
      },
    },
    series: [
      {
        type: 'scatter',
        coordinateSystem: 'geo',
        cursor: 'pointer',
        animation: false,
        data: places.map(({ at, latitude, longitude }) => {
          const key = answer.axis[at];
          const strong = mark === null || (key !== undefined && isMarked(mark, key));
          const value = Math.max(0, valueAt(answer, SIZE, at) ?? 0);
          return {
            value: [longitude, latitude],
            symbolSize: most > 0 ? 6 + 26 * Math.sqrt(value / most) : 9,
            itemStyle: {
              color: mixed(full, colours.paper, strong ? 0.8 : PALE),
              borderColor: colours.paper,
            },
          };
        }),
        label: {
          show: places.length <= NAMED,
          position: 'right',
          color: colours.ink,
          fontSize: 11,
          formatter: ({ dataIndex }: { dataIndex: number }) =>
            labels[places[dataIndex]?.at ?? -1] ?? '',
        },
        labelLayout: { hideOverlap: true },
      },
    ],
  };
}

/** Top left and bottom right corner of what is drawn, with a margin. */
function bounds(places: readonly Placed[]): [[number, number], [number, number]] | undefined {
  if (places.length === 0) return undefined;
  const ends = (values: number[]): [number, number] => {
    const low = Math.min(...values);
    const high = Math.max(...values);
    const margin = Math.max(LEAST_EXTENT, (high - low) * MARGIN);
    return [low - margin, high + margin];
  };
  const [west, east] = ends(places.map(({ longitude }) => longitude));
  const [south, north] = ends(places.map(({ latitude }) => latitude));
  return [
    [west, north],
    [east, south],
  ];
}

/** Which group a dot of the map is. */
export const groupOfDot = (answer: GroupsAnswer, dot: number): number =>
  placed(answer)[dot]?.at ?? -1;
