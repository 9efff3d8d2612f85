import { useQuery } from '@tanstack/react-query';
import { Button, Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../../api/client';
import type { Connection, JobStatus, QueryPreview } from '../../api/types';
import { count } from '../../shared/format';
import { ProblemNote } from '../../shared/ProblemNote';
import { Stages, TitleBar } from '../../shared/TitleBar';
import { LoadProgress } from '../home';
import { NewConnection } from './NewConnection';
import { say } from '../../words';
import css from './QueryPage.module.css';
import authorCss from '../../shared/author.module.css';

/** Writes a query on a connection, shows its first rows, and loads its result as a dataset. */
export function QueryPage() {
  const navigate = useNavigate();
  const { data, error, refetch } = useQuery({
    queryKey: ['connections'],
    queryFn: () => call<{ connections: Connection[] }>('GET', '/api/connections'),
  });
  const connections = data?.connections ?? [];
  const [chosen, setChosen] = useState<string | null>(null);
  const [sql, setSql] = useState('');
  const [name, setName] = useState('');
  const [most, setMost] = useState<number | null>(1_000_000);
  const [seconds, setSeconds] = useState<number | null>(120);
  const [preview, setPreview] = useState<QueryPreview | null>(null);
  const [runId, setRunId] = useState<string | null>(null);
  const [problem, setProblem] = useState<Error | null>(null);
  const [job, setJob] = useState<JobStatus | null>(null);
  const [adding, setAdding] = useState(false);
  const connectionId = chosen ?? connections[0]?.id ?? null;
  const run = () => {
    const id = crypto.randomUUID();
    setRunId(id);
    setProblem(null);
    call<QueryPreview>('POST', '/api/queries', { connectionId, sql, runId: id })
      .then(setPreview)
      .catch((failure: unknown) => {
        setPreview(null);
        setProblem(failure as Error);
      })
      .finally(() => setRunId(null));
  };
  const load = () => {
    setProblem(null);
    const query = { connectionId, sql, mostRows: most, seconds };
    call<JobStatus>('POST', '/api/datasets', { name, query })
      .then(setJob)
      .catch((failure: unknown) => setProblem(failure as Error));
  };
  const ready = connectionId !== null && sql.trim() !== '';
  return (
    <>
      <title>{say('query.query')}</title>
      <TitleBar title={say('query.queryADatabase')} stages={<Stages now={1} />} />
      <main className={css.query}>
        {error && <ProblemNote error={error} onRetry={() => void refetch()} />}
        <div className={css.queryRow}>
          <label>
            {say('query.connection')}
            <Select
              aria-label={say('query.connection')}
              value={connectionId}
              placeholder={say('query.noneYet')}
              options={connections.map((item) => ({ value: item.id, label: item.name }))}
              onChange={setChosen}
            />
          </label>
          <button type="button" className="word" onClick={() => setAdding(!adding)}>
            {adding ? say('query.notNow') : say('query.addAConnection')}
          </button>
        </div>
        {(adding || (data && connections.length === 0)) && (
          <NewConnection
            onAdded={(id) => {
              setAdding(false);
              setChosen(id);
              void refetch();
            }}
          />
        )}
        <label>
          {say('query.query')}
          <Input.TextArea
            className={css.sql}
            aria-label={say('query.query')}
            autoSize={{ minRows: 6, maxRows: 20 }}
            spellCheck={false}
            placeholder="select … from …"
            value={sql}
            onChange={(event) => setSql(event.target.value)}
          />
        </label>
        <div className={css.queryRow}>
          <Button type="primary" disabled={!ready || runId !== null} onClick={run}>
            {say('query.showFirstRows')}
          </Button>
          {runId && (
            <Button onClick={() => void call('DELETE', `/api/queries/${runId}`)}>
              {say('query.cancel')}
            </Button>
          )}
          <span className="soft">{say('query.itMayOnlyReadThe')}</span>
        </div>
        {problem && <ProblemNote error={problem} />}
        {preview && <FirstRows preview={preview} />}
        {preview && !job && (
          <div className={`${css.queryRow} card ${css.loadRow}`}>
            <label>
              {say('query.nameOfTheDataset')}
              <Input value={name} onChange={(event) => setName(event.target.value)} />
            </label>
            <label>
              {say('query.atMostSoManyRows')}
              <InputNumber min={1} max={20_000_000} value={most} onChange={setMost} />
            </label>
            <label>
              {say('query.secondsItMayTake')}
              <InputNumber min={1} max={3600} value={seconds} onChange={setSeconds} />
            </label>
            <Button type="primary" disabled={name.trim() === ''} onClick={load}>
              {say('query.loadAsADataset')}
            </Button>
          </div>
        )}
        {job && (
          <LoadProgress
            job={job}
            onDone={(done) => void navigate(`/datasets/${done.datasetId ?? ''}`)}
            onStopped={(message) => {
              setJob(null);
              setProblem(new Error(message));
            }}
          />
        )}
      </main>
    </>
  );
}

function FirstRows({ preview }: { readonly preview: QueryPreview }) {
  return (
    <>
      <p className="soft" role="status">
        {preview.more
          ? say('query.theFirstRowsThereAre', { rows: count(preview.rows.length) })
          : say('query.rowsInAll', { rows: count(preview.rows.length) })}
      </p>
      <div
        className={`${authorCss.preview} card`}
        tabIndex={0}
        role="region"
        aria-label={say('query.firstRows')}
      >
        <table>
          <thead>
            <tr>
              {preview.columns.map((column) => (
                <th key={column} scope="col">
                  {column}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {preview.rows.map((row, r) => (
              <tr key={r}>
                {row.map((value, i) => (
                  <td key={i}>{value ?? <span className="soft">{say('query.blank')}</span>}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}
