import { useQuery } from '@tanstack/react-query';
import { call } from '../../api/client';
import type { AfterSteps, DatasetDetails } from '../../api/types';
import type { StepColumn } from '../../shared/sentence/SlotEditor';

/** The table as it stands after some of the steps; nothing for all of them. */
export function useAfter(data: DatasetDetails | undefined, at: number | null) {
  const earlier = at !== null && data !== undefined && at < data.steps.length;
  const { data: answer, error } = useQuery({
    queryKey: ['dataset', data?.id, 'after', data?.version, at],
    enabled: earlier,
    queryFn: () => call<AfterSteps>('POST', `/api/datasets/${data?.id ?? ''}/after`, { steps: at }),
  });
  const table = earlier && answer ? answer : null;
  const known = data?.columns ?? [];
  const columns: readonly StepColumn[] = table
    ? table.columns.map(
        (info) =>
          known.find((item) => item.info.name === info.name) ?? {
            info,
            profile: { commonest: [] },
          },
      )
    : known;
  return { table, columns, error: earlier ? error : null };
}
