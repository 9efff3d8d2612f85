import { useQuery } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { call } from '../../api/client';
import { useChanges } from '../../api/changes';
import type { Opened } from '../../api/types';

const LOOK_EVERY = 60_000; // where events do not come through

/** What of an app changes when it is published again or its data are loaded. */
export const stampOf = (opened: Opened): string =>
  [
    opened.edition,
    ...[opened.page.data, ...opened.page.datasets.map((further) => further.data)].map(
      ({ version, loadedAt }) => `${version} ${loadedAt}`,
    ),
  ].join(' ');

/** The app behind a link as it was when it was opened; what came since is told, and shown when it is asked for. */
export function useOpened(slug: string) {
  const {
    data: latest,
    error,
    refetch,
  } = useQuery({
    queryKey: ['link', slug],
    queryFn: () => call<Opened>('GET', `/api/links/${slug}`),
    retry: false,
    refetchInterval: LOOK_EVERY,
  });
  const [shown, setShown] = useState<Opened | null>(null);
  useChanges(slug, () => void refetch());
  const differs = latest !== undefined && shown !== null && stampOf(latest) !== stampOf(shown);
  if (latest && (shown === null || (differs && latest.page.app.live))) setShown(latest);
  const showLatest = useCallback(() => {
    void refetch().then(({ data }) => data && setShown(data));
  }, [refetch]);
  return { data: shown ?? latest, error, newer: differs ? latest : null, showLatest };
}
