import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { call } from '../../api/client';
import type { JobStatus } from '../../api/types';
import { say } from '../../words';
import homeCss from './home.module.css';

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
    else onStopped(data.message ?? say('home.theLoadWasStopped'));
  }, [data, onDone, onStopped]);
  return (
    <div className={homeCss.progress} role="status">
      <p>
        {data.doing}
        {(data.done > 0 || data.of > 0) && say('home.rowsDone', { done: data.done, of: data.of })}
      </p>
      <progress {...(data.of > 0 ? { value: data.done, max: data.of } : {})} />
      <button
        type="button"
        className="button"
        onClick={() => void call('DELETE', `/api/jobs/${job.id}`)}
      >
        {say('home.cancel')}
      </button>
    </div>
  );
}
