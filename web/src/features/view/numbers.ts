import { briefly, exactly } from '../../shared/format';
import type { Drawing } from './kinds/face';

/** How the numbers of an answer are said, each of the measure of that number. */
export function numbersOf({ answer, measures }: Pick<Drawing, 'answer' | 'measures'>) {
  const of = (m: number) =>
    [
      measures[m]?.aggregate ?? 'ROWS',
      answer.measures[m]?.type ?? null,
      answer.measures[m]?.format,
    ] as const;
  return {
    /** In a hover, where there is room. */
    exact: (value: number | null, m = 0): string => exactly(value, ...of(m)),
    /** Beside what is drawn. */
    brief: (value: number | null, m = 0): string => briefly(value, ...of(m)),
  };
}
