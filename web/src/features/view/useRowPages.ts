import { useEffect, useMemo, useRef, useState } from 'react';
import { askPage } from '../../api/client';
import type { RowsAnswer } from '../../api/types';
import type { ViewContext } from './context';
import type { TableWish } from './slices';

export const PAGE_ROWS = 100;

type Row = readonly (string | null)[];

/**
 * Rows of a table by their place, fetched a page at a time as they come into sight. The page's own answer gives the
 * first rows; a new answer starts afresh.
 */
export function useRowPages(
  viewId: string,
  answer: RowsAnswer,
  wish: TableWish,
  context: ViewContext,
  first: number,
  last: number,
) {
  const [pages, setPages] = useState<ReadonlyMap<number, readonly Row[]>>(new Map());
  const [of, setOf] = useState(answer);
  if (of !== answer) {
    setOf(answer);
    setPages(new Map());
  }
  const asked = useRef<{ answer: RowsAnswer; pages: Set<number> }>({ answer, pages: new Set() });
  const page = useMemo(() => crypto.randomUUID(), []);
  const { base, state } = context;
  const wished = JSON.stringify(wish);
  useEffect(() => {
    if (asked.current.answer !== answer) asked.current = { answer, pages: new Set() };
    const known = asked.current.pages;
    for (let at = Math.floor(first / PAGE_ROWS); at * PAGE_ROWS <= last; at += 1) {
      const within =
        (at + 1) * PAGE_ROWS <= answer.rows.length || answer.rows.length === answer.rowCount;
      if (known.has(at) || within || at * PAGE_ROWS >= answer.rowCount) continue;
      known.add(at);
      const slice = {
        offset: at * PAGE_ROWS,
        limit: PAGE_ROWS,
        ...(JSON.parse(wished) as TableWish),
      };
      askPage(
        `${base}/answers`,
        {
          page: `${page}-${at}`,
          filters: state.filters,
          marks: state.marks,
          choices: state.choices,
          views: [viewId],
          tables: { [viewId]: slice },
          withFilters: false,
        },
        new AbortController().signal,
        (lines) => {
          for (const line of lines) {
            if (
              line.line === 'view' &&
              line.answer?.kind === 'rows' &&
              asked.current.answer === answer
            ) {
              const { rows } = line.answer;
              setPages((before) => new Map(before).set(at, rows));
            }
          }
        },
      ).catch(() => known.delete(at));
    }
  }, [answer, base, first, last, page, wished, state.filters, state.marks, state.choices, viewId]);
  return (row: number): Row | undefined =>
    answer.rows[row] ?? pages.get(Math.floor(row / PAGE_ROWS))?.[row % PAGE_ROWS];
}
