import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from '../../api/client';
import type { SavedViewChange, SavedViews } from '../../api/types';

/** Saved views of a link, and what can be done with them. */
export function useSavedViews(base: string) {
  const client = useQueryClient();
  const key = ['views', base];
  const { data, isPending } = useQuery({
    queryKey: key,
    queryFn: () => call<SavedViews>('GET', `${base}/views`),
    retry: false,
  });
  const { mutate, error } = useMutation({
    mutationFn: ({ method, path, body }: { method: string; path: string; body?: unknown }) =>
      call<SavedViews>(method as 'POST', `${base}/views${path}`, body),
    onSuccess: (views) => client.setQueryData(key, views),
  });
  return {
    views: data ?? null,
    pending: isPending,
    problem: error,
    save: (name: string, state: string, shared: boolean, done: () => void) =>
      mutate({ method: 'POST', path: '', body: { name, state, shared } }, { onSuccess: done }),
    change: (id: string, change: SavedViewChange) =>
      mutate({ method: 'PUT', path: `/${id}`, body: change }),
    remove: (id: string) => mutate({ method: 'DELETE', path: `/${id}` }),
  };
}

export type SavedViewsHook = ReturnType<typeof useSavedViews>;
