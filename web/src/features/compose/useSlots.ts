import { useQuery } from '@tanstack/react-query';
import { call } from '../../api/client';
import type { ColumnInfo, Measure, PageData, Slot, View } from '../../api/types';
import type { StepColumn } from '../../shared/sentence/SlotEditor';

type Asked =
  { readonly view: View } | { readonly measure: Measure; readonly dataset: string | null };

const NONE: readonly Slot[] = [];

/**
 * What can be said in the sentence of a view or measure as it stands before its author; until the server has answered, what
 * could be said of it before.
 */
export function useSlots(app: string, revision: number, id: string, asked: Asked) {
  const { data } = useQuery({
    queryKey: ['slots', app, id, revision, asked],
    queryFn: () => call<{ slots: Slot[] }>('POST', `/api/apps/${app}/slots`, asked),
    placeholderData: (before, query) => (query?.queryKey[2] === id ? before : undefined),
    retry: false,
  });
  return data?.slots ?? NONE;
}

/** The columns of a dataset as editors need them. */
export const columnsOf = (page: PageData): StepColumn[] =>
  page.columns.map((column) => ({
    info: column as unknown as ColumnInfo,
    profile: { commonest: [] },
  }));
