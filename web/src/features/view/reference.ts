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

/** @param flat whether values go up, so that the line lies */
export function referenceLine(line: Reference | null, colours: Palette, flat: boolean) {
  return (
    line && {
      silent: true,
      symbol: 'none',
      lineStyle: { color: colours.ink, type: 'dashed', width: 1 },
      label: {
        formatter: line.label,
        color: colours.ink,
        fontSize: 11,
        position: flat ? 'insideEndTop' : 'start', // above, where groups follow each other downwards
      },
      data: [flat ? { yAxis: line.value } : { xAxis: line.value }],
    }
  );
}
