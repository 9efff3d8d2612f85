import type { GroupsAnswer } from '../../api/types';
import { measured } from '../../shared/format';
import { addsUp } from './beside';
import type { Drawing } from './kinds/face';
import { say } from '../../words';

type Drawn = Pick<Drawing, 'view' | 'answer' | 'measures'>;

/** What stands behind the number of a group, and of one that splits it: its share and its rows. */
export type Behind = (axis: number, split?: number) => string;

/** Shares are of the group where groups are split, else of all; along time the whole says nothing. */
export function behind(drawing: Drawn): Behind {
  const { view, answer, measures } = drawing;
  const width = answer.splits.length;
  const share = width > 1 ? shareOfGroup(drawing) : answer.time ? () => '' : shareOfAll(drawing);
  const isOfRows = measures[0]?.aggregate === 'ROWS' && !view.measure?.derived;
  return (a, s = 0) =>
    [share(a, s), isOfRows ? '' : rowsBehind(answer, a * width + s)].filter(Boolean).join(', ');
}

/** What share a number is of all; nothing where that cannot be told. */
export function shareOfAll(drawing: Drawn): Behind {
  const { answer } = drawing;
  const values = answer.measures[0]?.values ?? [];
  const all = hasShares(drawing) ? sum(values) : 0;
  return (a, s = 0) => {
    const value = values[a * answer.splits.length + s] ?? null;
    return value === null || all <= 0
      ? ''
      : say('view.shareOfAll', { share: measured(value / all, 'SHARE', null) });
  };
}

function shareOfGroup(drawing: Drawn): Behind {
  const { answer } = drawing;
  const values = answer.measures[0]?.values ?? [];
  const width = answer.splits.length;
  const told = hasShares(drawing);
  return (a, s = 0) => {
    const value = values[a * width + s] ?? null;
    const all = told ? sum(values.slice(a * width, (a + 1) * width)) : 0;
    return value === null || all <= 0 ? '' : measured(value / all, 'SHARE', null);
  };
}

/** How many rows are behind the number at a place of the answer. */
export const rowsBehind = (answer: GroupsAnswer, at: number): string =>
  say('view.rowsBehind', { rows: answer.counts[at] ?? 0 });

/** Only numbers that add up, each row counted once (tags count it in several groups), none of them below 0. */
function hasShares({ view, answer, measures }: Drawn): boolean {
  return (
    sum(answer.counts) === answer.rowCount &&
    addsUp(view, measures) &&
    (answer.measures[0]?.values ?? []).every((value) => (value ?? 0) >= 0)
  );
}

const sum = (values: readonly (number | null)[]): number =>
  values.reduce<number>((all, value) => all + (value ?? 0), 0);
