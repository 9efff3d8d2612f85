import { Input } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../../api/client';
import type { JobStatus } from '../../api/types';
import { LoadProgress } from './LoadProgress';
import { say } from '../../words';
import css from './FetchLink.module.css';

/** A file that lies elsewhere: the server fetches it, now and whenever the dataset is brought up to date. */
export function FetchLink() {
  const navigate = useNavigate();
  const [link, setLink] = useState('');
  const [job, setJob] = useState<JobStatus | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const fetchIt = () => {
    setProblem(null);
    call<JobStatus>('POST', '/api/datasets', { link: link.trim() })
      .then(setJob)
      .catch((failure: unknown) => setProblem((failure as Error).message));
  };
  return (
    <form
      className={css.fetchLink}
      onSubmit={(event) => {
        event.preventDefault();
        fetchIt();
      }}
    >
      <Input
        aria-label={say('home.linkToAFile')}
        autoFocus
        type="url"
        required
        value={link}
        placeholder="https://"
        onChange={(event) => setLink(event.target.value)}
      />
      <button type="submit" className="button" disabled={job !== null}>
        {say('home.fetchIt')}
      </button>
      <span className="soft">{say('home.toAFileAtA')}</span>
      {job && (
        <LoadProgress
          job={job}
          onDone={(done) => void navigate(`/datasets/${done.datasetId ?? ''}`)}
          onStopped={(message) => {
            setJob(null);
            setProblem(message);
          }}
        />
      )}
      {problem && (
        <p className="problem" role="alert">
          {problem}
        </p>
      )}
    </form>
  );
}
