import { briefly, number } from '../../shared/format';
import { addsUp } from './beside';
import type { Palette } from './colours';
import type { Drawing } from './kinds/face';
import { say } from '../../words';

type Drawn = Pick<Drawing, 'view' | 'answer' | 'measures'>;

/** The line that a view's numbers are seen against: where it lies and what it is. */
export interface Reference {
  readonly value: number;
  readonly label: string;
}

/** Null where there is none, or no number to make it of. @param stacked whether parts stand on one another */
export function referenceOf(drawing: Drawn, stacked = false): Reference | null {
  const { view, answer, measures } = drawing;
  const set = view.settings?.reference;
  if (!set) return null;
  if (set.value !== null && set.value !== undefined) {
    const value = Number(set.value);
    return { value, label: [set.label, number(value)].filter(Boolean).join(' ') };
  }
  const adds = addsUp(view, measures);
  const value = adds ? mean(drawing, stacked) : (answer.measures[0]?.totals?.all ?? null);
  if (value === null) return null;
  const what = set.label ?? (adds ? say('view.averageOfGroups') : say('view.allTogether'));
  const told = briefly(
    Number(value),
    measures[0]?.aggregate ?? 'ROWS',
    answer.measures[0]?.type ?? null,
    answer.measures[0]?.format,
  );
  return { value: Number(value), label: `${what} ${told}` };
}

/** Of what is drawn: neither Other, which is many groups, nor a period that is not over yet. */
function mean({ answer }: Drawn, stacked: boolean): number | null {
  const width = answer.splits.length * answer.panels.length;
  const values = answer.axis.flatMap((key, a) => {
    if (key.merged > 0 || key.partial) return [];
    const cells = (answer.measures[0]?.values ?? [])
      .slice(a * width, (a + 1) * width)
      .filter((value) => value !== null);
    return stacked && cells.length > 0 ? [cells.reduce((sum, value) => sum + value, 0)] : cells;
  });
  return values.length === 0 ? null : values.reduce((sum, value) => sum + value, 0) / values.length;
}

/**
 * Ends of an axis of lines that reach to a reference line where it lies outside the values: it would else be left out in
 * silence. Nothing where it lies among them.
 */
export function reachingTo(line: Reference | null, values: readonly (number | null)[]) {
  const known = values.filter((value) => value !== null);
  if (!line || known.length === 0) return {};
  if (line.value > Math.max(...known)) return { max: line.value };
  return line.value < Math.min(...known) ? { min: line.value } : {};
}

const PLACES = [
  { position: 'insideEndTop', atEnd: true, above: true },
  { position: 'insideEndBottom', atEnd: true, above: false },
  { position: 'insideStartTop', atEnd: false, above: true },
  { position: 'insideStartBottom', atEnd: false, above: false },
] as const;

type Place = (typeof PLACES)[number];
export type LabelPlace = Place['position'];

const LABEL_WIDTH = 0.2; // of the drawing, about
const LABEL_HEIGHT = 0.1;

/**
 * Where the label of a line that lies covers the fewest of the courses drawn: at its end or beginning, above or below.
 *
 * @param courses values from left to right, each of a line of its own, on one axis that begins at 0 or below
 */
export function clearestPlace(
  line: Reference,
  courses: readonly (readonly (number | null)[])[],
): LabelPlace {
  const known = [0, line.value, ...courses.flat().filter((value) => value !== null)];
  const height = (Math.max(...known) - Math.min(...known)) * LABEL_HEIGHT;
  const covered = (place: Place) => {
    const low = place.above ? line.value : line.value - height;
    return courses
      .map((course) => {
        const count = Math.max(2, Math.ceil(course.length * LABEL_WIDTH));
        return place.atEnd ? course.slice(-count) : course.slice(0, count);
      })
      .flatMap((part) => part.map((value, i) => [value, part[i + 1] ?? value] as const))
      .filter(([from, to]) => {
        if (from === null || to === null) return false;
        return Math.max(from, to) > low && Math.min(from, to) < low + height;
      }).length;
  };
  return PLACES.reduce<Place>(
    (best, place) => (covered(place) < covered(best) ? place : best),
    PLACES[0],
  ).position;
}

/**
 * @param flat whether values go up, so that the line lies
 * @param place of its label where it lies
 */
export function referenceLine(
  line: Reference | null,
  colours: Palette,
  flat: boolean,
  place: LabelPlace = 'insideEndTop',
) {
  return (
    line && {
      silent: true,
      symbol: 'none',
      lineStyle: { color: colours.ink, type: 'dashed', width: 1 },
      label: {
        formatter: line.label,
        color: colours.ink,
        fontSize: 11,
        textBorderColor: colours.paper,
        textBorderWidth: 3,
        position: flat ? place : 'start', // above, where groups follow each other downwards
      },
      data: [flat ? { yAxis: line.value } : { xAxis: line.value }],
    }
  );
}
