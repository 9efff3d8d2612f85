import { keepPreviousData, useQueries, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { call } from '../../api/client';
import type { Look, ReadingChoices } from '../../api/types';

/** So many columns of raw cells come at once. */
export const COLUMNS_AT_ONCE = 200;

/** A file as it is read under the author's choices; each change shows at once, the old cells stay until then. */
export function useLook(path: string, first: ReadingChoices) {
  const [choices, setChoices] = useState<ReadingChoices>(first);
  const [part, setPart] = useState<number | null>(null);
  const look = useQuery({
    queryKey: ['look', path, choices, part],
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: ({ signal }) => call<Look>('POST', path, { reading: choices, part }, signal),
  });
  return { look, choices, setChoices, part, setPart };
}

/** The cells of further columns, by the first column of each lot; those of the look itself are the first. */
export function useCells(
  look: Look,
  path: string,
  reading: ReadingChoices,
  wanted: readonly number[],
): ReadonlyMap<number, Look['cells']> {
  const lots = useQueries({
    queries: wanted
      .filter((from) => from > 0)
      .map((fromColumn) => ({
        queryKey: ['look', path, reading, look.shown, fromColumn],
        retry: false,
        queryFn: ({ signal }: { signal: AbortSignal }) =>
          call<Look>('POST', path, { reading, part: look.shown, fromColumn }, signal),
      })),
  });
  const cells = new Map([[0, look.cells]]);
  for (const lot of lots) if (lot.data) cells.set(lot.data.fromColumn, lot.data.cells);
  return cells;
}
