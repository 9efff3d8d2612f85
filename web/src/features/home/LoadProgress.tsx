import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { call } from '../../api/client';
import type { JobStatus } from '../../api/types';
import { count } from '../../shared/format';

interface Props {
  readonly job: JobStatus;
  readonly onDone: (job: JobStatus) => void;
  readonly onStopped: (message: string) => void;
}

/** How a load gets on, in rows. */
export function LoadProgress({ job, onDone, onStopped }: Props) {
  const { data = job } = useQuery({
    queryKey: ['job', job.id],
    queryFn: () => call<JobStatus>('GET', `/api/jobs/${job.id}`),
    refetchInterval: ({ state }) =>
      !state.data || state.data.state === 'RUNNING' || state.data.state === 'WAITING' ? 200 : false,
  });
  const told = useRef(false);
  useEffect(() => {
    if (told.current || data.state === 'RUNNING' || data.state === 'WAITING') return;
    told.current = true;
    if (data.state === 'DONE') onDone(data);
    else onStopped(data.message ?? 'The load was stopped.');
  }, [data, onDone, onStopped]);
  const rows = data.done > 0 ? `: ${count(data.done)}` : '';
  const of = data.of > 0 ? ` of ${count(data.of)}` : '';
  return (
    <div className="progress" role="status">
      <p>
        {data.doing}
        {rows}
        {of}
        {rows && ' rows'}
      </p>
      <progress {...(data.of > 0 ? { value: data.done, max: data.of } : {})} />
      <button
        type="button"
        className="button"
        onClick={() => void call('DELETE', `/api/jobs/${job.id}`)}
      >
        Cancel
      </button>
    </div>
  );
}
