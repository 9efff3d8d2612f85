import { useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from '../../api/client';
import type { AppDefinition, ColumnInfo, Measure, PageData, Slot, View } from '../../api/types';
import type { StepColumn } from '../../shared/sentence/SlotEditor';

type Asked =
  | { readonly view: View }
  | { readonly choice: NonNullable<AppDefinition['choices']>[number] }
  | { readonly measure: Measure; readonly dataset: string | null };

const NONE: readonly Slot[] = [];

/**
 * What can be said in the sentence of a view or measure as it stands before its author; until the server has answered, what
 * could be said of it before, and how to ask what can be now.
 */
export function useSlots(app: string, revision: number, id: string, asked: Asked) {
  const client = useQueryClient();
  const query = {
    queryKey: ['slots', app, id, revision, asked],
    queryFn: () => call<{ slots: Slot[] }>('POST', `/api/apps/${app}/slots`, asked),
    retry: false,
  };
  const { data, isPlaceholderData } = useQuery({
    ...query,
    placeholderData: (before, last) => (last?.queryKey[2] === id ? before : undefined),
  });
  const fresh = async () => (await client.fetchQuery({ ...query, staleTime: Infinity })).slots;
  return { slots: data?.slots ?? NONE, fresh: isPlaceholderData ? fresh : undefined };
}

/** The columns of a dataset as editors need them. */
export const columnsOf = (page: PageData): StepColumn[] =>
  page.columns.map((column) => ({
    info: column as unknown as ColumnInfo,
    profile: { commonest: [] },
  }));
