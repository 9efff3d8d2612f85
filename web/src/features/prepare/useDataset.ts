import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { askDataset, call, Problem } from '../../api/client';
import type { DatasetDetails, JobStatus, RowsAnswer, Step } from '../../api/types';
import type { Focus } from './focus';
import { say } from '../../words';

const FIRST_ROWS = 200;
const FIRST_PAUSE = 30; // milliseconds until a change of steps is asked about: most are short
const LONGEST_PAUSE = 300;

/** A dataset, its first rows, and a way to replay it with other steps. */
export function useDataset(id: string, focus: Focus | null) {
  const queries = useQueryClient();
  const details = useQuery({
    queryKey: ['dataset', id],
    queryFn: () => call<DatasetDetails>('GET', `/api/datasets/${id}`),
  });
  const version = details.data?.version;
  const columns = details.data?.columns.map((column) => column.info.name);
  const rows = useQuery({
    queryKey: ['dataset', id, 'rows', version, focus?.filter],
    enabled: version !== undefined,
    placeholderData: (before: RowsAnswer | undefined) => before,
    queryFn: async () => {
      const question = { kind: 'rows', columns, sort: [], offset: 0, limit: FIRST_ROWS };
      const [answer] = await askDataset(id, focus ? [focus.filter] : [], [question]);
      if (!answer || !('rows' in answer))
        throw new Problem(422, '', say('prepare.theRowsCouldNotBe'));
      return answer;
    },
  });
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<Error | null>(null);
  const reload = useCallback(
    // the rows follow by the version in their key
    () => queries.invalidateQueries({ queryKey: ['dataset', id], exact: true }),
    [queries, id],
  );
  const changeSteps = useCallback(
    async (steps: Step[], ofAnotherSource = false): Promise<boolean> => {
      setBusy(true);
      setProblem(null);
      try {
        let job = await call<JobStatus>('PUT', `/api/datasets/${id}/steps`, {
          steps,
          ofAnotherSource,
        });
        let pause = FIRST_PAUSE;
        while (job.state === 'RUNNING' || job.state === 'WAITING') {
          const now = pause;
          await new Promise((resolve) => setTimeout(resolve, now));
          pause = Math.min(LONGEST_PAUSE, pause * 1.4);
          job = await call<JobStatus>('GET', `/api/jobs/${job.id}`);
        }
        if (job.state !== 'DONE') throw new Problem(422, job.code ?? '', job.message ?? '');
        await reload();
        return true;
      } catch (failure) {
        setProblem(failure as Error);
        return false;
      } finally {
        setBusy(false);
      }
    },
    [id, reload],
  );
  return { details, rows: rows.data, busy, problem, changeSteps, reload };
}
