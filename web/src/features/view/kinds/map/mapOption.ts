import type { EChartsCoreOption } from 'echarts/core';
import type { GroupsAnswer, View } from '../../../../api/types';
import { axisNumber, count, groupLabel } from '../../../../shared/format';
import { addsUp } from '../../beside';
import { rowsBehind, shareOfAll } from '../../behind';
import { FONT, tip, tipBox } from '../../chartParts';
import { mixed } from '../../colours';
import { valueAt } from '../../cells';
import { boxOf, isMarked } from '../../marks';
import { withRoom, type Side } from './names';
import { numbersOf } from '../../numbers';
import type { Drawing } from '../face';
import { say } from '../../../../words';

export const OUTLINES = 'outlines';

const [SIZE, LATITUDE, LONGITUDE, COLOUR] = [0, 1, 2, 3]; // the order of the measures in the answer
const PALE = 0.3;
const LEAST = 0.2; // of the colour, for the smallest number
const CLUSTERED = 120; // places that may lie on one another
const FIELD = 44; // pixels from side to side
const NAME = { font: 11, gap: 5 }; // pixels
const ALIKE = 10; // pixels of each dot where none is larger than another
const CLUSTER = 34; // pixels, the largest
const TOLD = 8; // names of places in a hover
const ASPECT = 0.75; // of a degree to the east to one to the north, as Europe is drawn
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

/** What is not on the map, and why; what colours say, and that places are put together. */
export function mapNote(drawing: Drawing): string | null {
  const { answer, measures } = drawing;
  const { places, spots } = lying(drawing);
  const left = answer.axis.length - places.length;
  const alone = spots.filter(({ of }) => of.length === 1).length;
  const unnamed = alone - namedOf(drawing).size;
  const known = (answer.measures[COLOUR]?.values ?? []).filter((value) => value !== null);
  const { brief } = numbersOf(drawing);
  const notes = [
    known.length > 0
      ? say('view.colourFromTo', {
          measure: measures[COLOUR]?.name ?? '',
          low: brief(Math.min(...known), COLOUR),
          high: brief(Math.max(...known), COLOUR),
        })
      : null,
    spots.length < places.length ? say('view.placesTogether') : null,
    unnamed > 0
      ? say('view.namesWithoutRoom', { unnamed, shown: count(unnamed), all: count(alone) })
      : null,
    left > 0
      ? say('view.ofHaveNoPlaceOn', { left: count(left), axis: count(answer.axis.length) })
      : null,
  ].filter((note) => note !== null);
  return notes.length === 0 ? null : notes.join(' ');
}

/** Dots where the groups lie, their area as large as the measure, over outlines of countries; moved and zoomed. */
export function mapOption(drawing: Drawing): EChartsCoreOption {
  const { view, answer, mark, colours, measures, columns } = drawing;
  const { places, spots } = lying(drawing);
  const labels = answer.axis.map((key) => groupLabel(key, view.by ?? null, columns));
  const { exact } = numbersOf(drawing);
  const adds = addsUp(view, measures);
  const sizeOf = sizes(drawing);
  const named = namedOf(drawing);
  const ofAll = shareOfAll(drawing);
  const shade = shadeOf(drawing);
  const box = boxOf(mark, axesOf(view));
  const isStrong = ({ of }: Spot) =>
    mark === null ||
    of.some((place) => {
      const key = answer.axis[place.at];
      return box ? isWithin(place, box) : key !== undefined && isMarked(mark, key);
    });
  const tipOf = ({ of }: Spot) => {
    const [first] = of;
    if (!first) return '';
    if (of.length === 1) {
      const more = measures
        .slice(COLOUR)
        .map(
          ({ name }, i) => `${name}: ${exact(valueAt(answer, COLOUR + i, first.at), COLOUR + i)}`,
        );
      return tip(colours, labels[first.at] ?? '', exact(valueAt(answer, SIZE, first.at), SIZE), [
        ofAll(first.at),
        rowsBehind(answer, first.at),
        ...more,
      ]);
    }
    const sum = of.reduce((all, { at }) => all + (valueAt(answer, SIZE, at) ?? 0), 0);
    const names = of.slice(0, TOLD).map(({ at }) => labels[at] ?? '');
    const rest = of.length > TOLD ? [say('view.morePlaces', { more: of.length - TOLD })] : [];
    return tip(
      colours,
      say('view.placesHere', { places: of.length }),
      adds ? exact(sum, SIZE) : '',
      [...names, ...rest],
    );
  };
  return {
    animation: false,
    textStyle: { fontFamily: FONT },
    tooltip: {
      ...tipBox(colours),
      trigger: 'item',
      formatter: ({ dataIndex }: { dataIndex: number }) => {
        const spot = spots[dataIndex];
        return spot ? tipOf(spot) : '';
      },
    },
    geo: {
      map: OUTLINES,
      roam: drawing.isBoxing ? false : 'move', // the wheel scrolls the page
      silent: true,
      boundingCoords: bounds(places, drawing),
      aspectScale: ASPECT,
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
        data: spots.map((spot, number) => {
          const { of, latitude, longitude } = spot;
          const [first] = of;
          const alone = of.length === 1;
          return {
            value: [longitude, latitude],
            symbolSize: sizeOf(spot),
            itemStyle: {
              color: mixed(
                alone && first ? shade(first.at) : colours.ink,
                colours.paper,
                isStrong(spot) ? (alone ? 0.8 : 0.6) : PALE,
              ),
              borderColor: colours.paper,
            },
            label: alone
              ? { show: named.has(number), position: named.get(number) ?? 'right' }
              : {
                  position: 'inside',
                  color: colours.paper,
                  fontSize: 10.5,
                  fontWeight: 600,
                  textBorderWidth: 0,
                },
          };
        }),
        label: {
          show: true,
          distance: NAME.gap,
          color: colours.ink,
          fontSize: NAME.font,
          textBorderColor: colours.paper,
          textBorderWidth: 2,
          formatter: ({ dataIndex }: { dataIndex: number }) => {
            const of = spots[dataIndex]?.of ?? [];
            return of.length > 1 ? axisNumber(of.length) : (labels[of[0]?.at ?? -1] ?? '');
          },
        },
      },
    ],
  };
}

/** The columns that a box on the map is of. */
export function axesOf({ settings }: View): { readonly x: string; readonly y: string } | null {
  const { longitude, latitude } = settings ?? {};
  return longitude && latitude ? { x: longitude, y: latitude } : null;
}

const isWithin = (
  { longitude, latitude }: Placed,
  { x, y }: NonNullable<ReturnType<typeof boxOf>>,
): boolean =>
  longitude >= (x[0] ?? -Infinity) &&
  longitude <= (x[1] ?? Infinity) &&
  latitude >= (y[0] ?? -Infinity) &&
  latitude <= (y[1] ?? Infinity);

/** Places that would lie on one another at this size, as one. */
interface Spot {
  readonly latitude: number;
  readonly longitude: number;
  readonly of: readonly Placed[];
}

interface Lying {
  readonly places: readonly Placed[];
  readonly spots: readonly Spot[];
  /** On which side the names of spots stand, by number, that have room. */
  named?: ReadonlyMap<number, Side>;
}

const known = new WeakMap<Drawing, Lying>();

/** Where the groups of a drawing lie: worked out once for all that is drawn and said of it. */
function lying(drawing: Drawing): Lying {
  let lies = known.get(drawing);
  if (!lies) {
    const places = placed(drawing.answer);
    lies = { places, spots: clustered(places, drawing) };
    known.set(drawing, lies);
  }
  return lies;
}

/** Pixels of a spot from side to side. */
function sizes(drawing: Drawing): (spot: Spot) => number {
  const { answer } = drawing;
  const { places } = lying(drawing);
  const valueOf = ({ at }: Placed) => Math.max(0, valueAt(answer, SIZE, at) ?? 0);
  const values = new Set(places.map(valueOf));
  const most = places.length > 1 && values.size === 1 ? 0 : Math.max(0, ...values); // all alike are small
  return ({ of }) => {
    const [first] = of;
    if (!first || of.length > 1) return Math.min(CLUSTER, 16 + 4 * Math.log10(of.length) * 2);
    return most > 0 ? 6 + 26 * Math.sqrt(valueOf(first) / most) : ALIKE;
  };
}

/** Which spots are named: those of the largest numbers first, as long as no name lies on another. */
function namedOf(drawing: Drawing): ReadonlyMap<number, Side> {
  const lies = lying(drawing);
  if (!lies.named) {
    const { answer, view, columns } = drawing;
    const sizeOf = sizes(drawing);
    const pixels = pixelsADegree(lies.places, drawing);
    lies.named = withRoom(
      lies.spots.map((spot, number) => {
        const [first] = spot.of;
        const key = spot.of.length === 1 && first ? answer.axis[first.at] : undefined;
        return {
          number,
          name: key ? groupLabel(key, view.by ?? null, columns) : null,
          x: spot.longitude * pixels * ASPECT,
          y: -spot.latitude * pixels,
          radius: sizeOf(spot) / 2,
          rank: (first && valueAt(answer, SIZE, first.at)) ?? 0,
        };
      }),
      `${NAME.font}px ${FONT}`,
      NAME.font,
      NAME.gap,
    );
  }
  return lies.named;
}

/** To the north, as far as it is looked at closer. */
function pixelsADegree(places: readonly Placed[], drawing: Drawing): number {
  const box = bounds(places, drawing);
  return box ? (drawing.height / (box[0][1] - box[1][1])) * drawing.zoom : 0;
}

/** All places by themselves where they are few; else those of a field of the map as one, until one looks closer. */
function clustered(places: readonly Placed[], drawing: Drawing): Spot[] {
  const pixels = pixelsADegree(places, drawing);
  if (places.length <= CLUSTERED || pixels === 0) {
    return places.map((place) => ({ ...place, of: [place] }));
  }
  const fields = new Map<string, Placed[]>();
  for (const place of places) {
    const x = Math.floor((place.longitude * pixels * ASPECT) / FIELD);
    const y = Math.floor((place.latitude * pixels) / FIELD);
    const field = fields.get(`${String(x)} ${String(y)}`);
    if (field) field.push(place);
    else fields.set(`${String(x)} ${String(y)}`, [place]);
  }
  return [...fields.values()].map((of) => ({
    latitude: of.reduce((sum, { latitude }) => sum + latitude, 0) / of.length,
    longitude: of.reduce((sum, { longitude }) => sum + longitude, 0) / of.length,
    of,
  }));
}

/** The colour of a place: paler or darker with the second measure, where there is one. */
function shadeOf({ answer, colours }: Drawing): (at: number) => string {
  const full = colours.series[0] ?? colours.ink;
  const values = answer.measures[COLOUR]?.values;
  if (!values) return () => full;
  const known = values.filter((value) => value !== null);
  const low = Math.min(...known);
  const high = Math.max(...known);
  return (at) => {
    const value = values[at] ?? null;
    if (value === null) return colours.straw;
    const part = high > low ? (value - low) / (high - low) : 1;
    return mixed(full, mixed(colours.straw, colours.paper, 0.6), LEAST + (1 - LEAST) * part);
  };
}

/** Top left and bottom right corner of what is drawn: the places with a margin, in the shape of the view. */
function bounds(
  places: readonly Placed[],
  { width, height }: Drawing,
): [[number, number], [number, number]] | undefined {
  if (places.length === 0 || width <= 0 || height <= 0) return undefined;
  const ends = (values: readonly number[]): [number, number] => {
    const low = values.reduce((least, value) => Math.min(least, value));
    const high = values.reduce((most, value) => Math.max(most, value));
    const margin = Math.max(LEAST_EXTENT, (high - low) * MARGIN);
    return [low - margin, high + margin];
  };
  const stretched = ([low, high]: [number, number], extent: number): [number, number] => {
    const more = Math.max(0, extent - (high - low)) / 2;
    return [low - more, high + more];
  };
  const east = ends(places.map(({ longitude }) => longitude));
  const north = ends(places.map(({ latitude }) => latitude));
  const shape = width / height / ASPECT; // degrees to the east for one to the north
  const [west, eastmost] = stretched(east, (north[1] - north[0]) * shape);
  const [south, northmost] = stretched(north, (east[1] - east[0]) / shape);
  return [
    [west, northmost],
    [eastmost, south],
  ];
}

/** Which group a dot of the map is; of several places in one, where to look closer. */
export function groupOfDot(drawing: Drawing, dot: number): number | readonly [number, number] {
  const spot = lying(drawing).spots[dot];
  if (!spot) return -1;
  return spot.of.length > 1 ? [spot.longitude, spot.latitude] : (spot.of[0]?.at ?? -1);
}
