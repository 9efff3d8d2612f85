import { useQuery } from '@tanstack/react-query';
import { call } from '../../api/client';
import type { AfterSteps, DatasetDetails } from '../../api/types';
import type { StepColumn } from '../../shared/sentence/SlotEditor';

/** After how many steps a table is looked at, and whether beside what it was before the last of them. */
export interface Look {
  readonly at: number;
  readonly compared: boolean;
}

/** The table as it stands after some of the steps; nothing for all of them. */
export function useAfter(data: DatasetDetails | undefined, look: Look | null) {
  const at = look?.at ?? null;
  const known = data?.columns ?? [];
  const earlier = at !== null && data !== undefined && at < data.steps.length;
  const compared = look !== null && look.compared && data !== undefined && look.at > 0;
  const about = (asked: 'profiled' | 'compared' | null, enabled: boolean) => ({
    queryKey: ['dataset', data?.id, 'after', data?.version, at, asked],
    enabled,
    queryFn: () =>
      call<AfterSteps>('POST', `/api/datasets/${data?.id ?? ''}/after`, {
        steps: at,
        ...(asked ? { [asked]: true } : {}),
      }),
  });
  const { data: answer, error } = useQuery(about(null, earlier));
  const profiled = useQuery(about('profiled', earlier && answer !== undefined && !compared));
  const change = useQuery(about('compared', compared));
  const table = earlier && answer ? answer : null;
  const profiles = table ? (profiled.data?.profiles ?? []) : [];
  const columns: readonly StepColumn[] = table
    ? table.columns.map((info, i) => {
        const profile = profiles[i];
        if (profile) return { info, profile };
        return (
          known.find((item) => item.info.name === info.name) ?? { info, profile: { commonest: [] } }
        );
      })
    : known;
  return {
    table,
    columns,
    profiles,
    change: compared ? (change.data?.change ?? null) : null,
    error: (earlier ? error : null) ?? (compared ? change.error : null),
  };
}
