import type { GroupsAnswer } from '../../../../api/types';
import { splitLabel } from '../../../../shared/format';
import { splitColour } from '../../chartParts';
import type { Drawing } from '../face';

/** A line: a measure, and a group that splits it. */
export interface Line {
  readonly measure: number;
  readonly split: number;
  readonly name: string;
  readonly colour: string | undefined;
  /** Whether its unit is another than that of the first: then it is read to the right. */
  readonly right: boolean;
}

const MAX_MEASURES = 6;

/** A line for each group that splits them, or for each measure. */
export function linesOf({ view, answer, colours, measures }: Drawing): Line[] {
  if (view.split || answer.measures.length < 2) {
    const names = answer.splits.map((key) => splitLabel(key));
    return names.map((name, split) => ({
      measure: 0,
      split,
      name,
      colour: view.split
        ? splitColour(view.split, name, names, colours, (answer.splits[split]?.merged ?? 0) > 0)
        : colours.series[0],
      right: false,
    }));
  }
  const sides = sidesOf(answer, measures);
  return answer.measures.slice(0, MAX_MEASURES).flatMap((_, measure) => {
    const side = sides[measure];
    return side === undefined || side === null
      ? []
      : [
          {
            measure,
            split: 0,
            name: measures[measure]?.name ?? '',
            colour: colours.series[measure % colours.series.length],
            right: side === 'right',
          },
        ];
  });
}

type Measures = Drawing['measures'];

const unitOf = (answer: GroupsAnswer, measures: Measures, m: number): string => {
  const { kind, unit } = answer.measures[m]?.format ?? {};
  return [measures[m]?.aggregate === 'SHARE' ? 'PERCENT' : (kind ?? ''), unit ?? ''].join(' ');
};

const largestOf = (answer: GroupsAnswer, m: number): number =>
  Math.max(0, ...(answer.measures[m]?.values ?? []).map((value) => Math.abs(value ?? 0)));

const FAR = 10; // times as large: the smaller would lie flat on the axis

/**
 * Where each measure is read: to the left with the first one, or to the right with the first that has another unit or is
 * of another size; null for a third, which has no side to be read on.
 */
function sidesOf(answer: GroupsAnswer, measures: Measures): ('left' | 'right' | null)[] {
  const alike = (x: number, y: number) => {
    const [low, high] = [largestOf(answer, x), largestOf(answer, y)].sort((one, two) => one - two);
    return (
      unitOf(answer, measures, x) === unitOf(answer, measures, y) &&
      (low === 0 || (high ?? 0) < (low ?? 0) * FAR)
    );
  };
  const second = answer.measures.findIndex((_, m) => !alike(0, m));
  return answer.measures.map((_, m) => (alike(0, m) ? 'left' : alike(second, m) ? 'right' : null));
}
