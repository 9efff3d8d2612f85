import type { Grammar, PageColumn, PageData, View } from '../../api/types';

export type GrammarViewKind = Grammar['viewKinds'][number];

export const isCoded = (column: PageColumn): boolean =>
  column.type === 'TEXT' || column.type === 'TAGS' || column.type === 'YES_NO';
export const isTime = (column: Pick<PageColumn, 'type'>): boolean =>
  column.type === 'DATE' || column.type === 'DATE_TIME';
export const isNumber = (column: Pick<PageColumn, 'type'>): boolean =>
  column.type === 'WHOLE' || column.type === 'DECIMAL';

/** The kinds of views that the columns allow. */
export const kindsFor = (page: PageData, grammar: Grammar): GrammarViewKind[] =>
  grammar.viewKinds.filter((kind) => page.kinds.includes(kind.kind));

/** What the groups of a view are. */
export const formOf = (by: NonNullable<View['by']>): GrammarViewKind['groupings'][number] =>
  by.step ? 'PERIODS' : by.part ? 'PARTS' : by.bins ? 'BINS' : 'VALUES';
