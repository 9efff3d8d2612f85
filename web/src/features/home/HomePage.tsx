import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { call } from '../../api/client';
import type { AppItem, DatasetSummary, JobStatus, Look } from '../../api/types';
import { count, when } from '../../shared/format';
import { ProblemNote } from '../../shared/ProblemNote';
import { Stages, TitleBar } from '../../shared/TitleBar';
import { useSession } from '../../shared/useSession';
import { isPlain } from '../../shared/isPlain';
import { FetchLink } from './FetchLink';
import { LoadProgress } from './LoadProgress';
import { SignOut } from './SignOut';
import { UploadFiles } from './UploadFiles';
import { say } from '../../words';
import css from './HomePage.module.css';
import authorCss from '../../shared/author.module.css';

/** Where an author starts: bring in a file, or go on with an app or a dataset. */
export function HomePage() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const session = useSession().data;
  const apps = useQuery({
    queryKey: ['apps'],
    queryFn: () => call<{ apps: AppItem[] }>('GET', '/api/apps'),
  });
  const datasets = useQuery({
    queryKey: ['datasets'],
    queryFn: () => call<{ datasets: DatasetSummary[] }>('GET', '/api/datasets'),
  });
  const [linking, setLinking] = useState(false);
  const [problem, setProblem] = useState<Error | null>(null);
  const remove = (path: string) => {
    setProblem(null);
    call('DELETE', path)
      .then(() => queries.invalidateQueries())
      .catch((failure: unknown) => setProblem(failure as Error));
  };
  /** A file that is as plain as it looks is loaded at once; of any other the proposal is shown first. */
  const bringIn = async (files: string[]): Promise<JobStatus | null> => {
    const [only] = files;
    if (only && files.length === 1) {
      const look = await call<Look>('POST', `/api/files/${only}/look`, {});
      if (!isPlain(look)) {
        await navigate(`/bring-in/${only}`);
        return null;
      }
    }
    return call<JobStatus>('POST', '/api/datasets', { files });
  };
  return (
    <>
      <title>{say('home.keenSparrow')}</title>
      <TitleBar title={say('home.keenSparrow')} stages={<Stages now={1} />}>
        {session?.role === 'ADMINISTRATOR' && (
          <Link className="button" to="/people">
            {say('home.people')}
          </Link>
        )}
        <SignOut name={session?.name ?? ''} />
      </TitleBar>
      <main className={css.home}>
        <UploadFiles
          pasting
          start={bringIn}
          onDone={(job) => void navigate(`/datasets/${job.datasetId ?? ''}`)}
        >
          <p className={css.dropTitle}>{say('home.dropAFileHereTo')}</p>
          <p className="soft">{say('home.csvAndOtherTextXlsx')}</p>
        </UploadFiles>
        <p className="soft">
          {say('home.or')}{' '}
          <button
            type="button"
            className="word"
            aria-expanded={linking}
            onClick={() => setLinking(!linking)}
          >
            {say('home.giveALink')}
          </button>
          {say('home.or2')} <Link to="/query">{say('home.writeAQuery')}</Link>{' '}
          {say('home.onADatabase')}
        </p>
        {linking && <FetchLink />}
        <Interrupted />
        {problem && <ProblemNote error={problem} />}
        <h2>{say('home.apps')}</h2>
        {apps.error && <ProblemNote error={apps.error} onRetry={() => void apps.refetch()} />}
        {apps.data?.apps.length === 0 && <p className="soft">{say('home.noneYetBringInA')}</p>}
        <ul className={`${authorCss.plainList} card`} hidden={!apps.data?.apps.length}>
          {apps.data?.apps.map((app) => (
            <li key={app.id}>
              <Link to={`/apps/${app.id}`}>{app.title}</Link>
              <span className="soft">
                {say('home.appState', {
                  edition: app.edition,
                  published: app.edition > 0 ? 'yes' : 'no',
                  changedAt: when(app.changedAt),
                })}
              </span>
              <span className={css.listEnd}>
                {app.slug && <Link to={`/a/${app.slug}`}>{say('home.openAsAColleague')}</Link>}
                <Remove name={app.title} onRemove={() => remove(`/api/apps/${app.id}`)} />
              </span>
            </li>
          ))}
        </ul>
        <h2>{say('home.datasets')}</h2>
        {datasets.error && (
          <ProblemNote error={datasets.error} onRetry={() => void datasets.refetch()} />
        )}
        {datasets.data?.datasets.length === 0 && <p className="soft">{say('home.noneYet')}</p>}
        <ul className={`${authorCss.plainList} card`} hidden={!datasets.data?.datasets.length}>
          {datasets.data?.datasets.map((dataset) => (
            <li key={dataset.id}>
              <Link to={`/datasets/${dataset.id}`}>{dataset.name}</Link>
              <span className="soft">
                {say('home.versionLoaded', {
                  rowCount: count(dataset.rowCount),
                  noun: dataset.noun,
                  version: dataset.version,
                  loadedAt: when(dataset.loadedAt),
                })}
              </span>
              <span className={css.listEnd}>
                <Remove
                  name={dataset.name}
                  onRemove={() => remove(`/api/datasets/${dataset.id}`)}
                />
              </span>
            </li>
          ))}
        </ul>
      </main>
    </>
  );
}

function Remove({ name, onRemove }: { readonly name: string; readonly onRemove: () => void }) {
  const [sure, setSure] = useState(false);
  return sure ? (
    <span>
      <button type="button" className="word" onClick={onRemove}>
        {say('home.removeForGood')}
      </button>{' '}
      <button type="button" className="word" onClick={() => setSure(false)}>
        {say('home.keep')}
      </button>
    </span>
  ) : (
    <button
      type="button"
      className="word"
      aria-label={say('home.remove', { name })}
      onClick={() => setSure(true)}
    >
      {say('home.remove2')}
    </button>
  );
}

/** Loads that a restart of the server cut off. */
function Interrupted() {
  const { data, refetch } = useQuery({
    queryKey: ['jobs'],
    queryFn: () => call<{ jobs: JobStatus[] }>('GET', '/api/jobs'),
  });
  const queries = useQueryClient();
  const forget = (job: JobStatus) => call('DELETE', `/api/jobs/${job.id}`).then(() => refetch());
  const [again, setAgain] = useState<JobStatus | null>(null);
  const [problem, setProblem] = useState<Error | null>(null);
  const repeat = async (job: JobStatus) => {
    if (!job.repeat) return;
    setProblem(null);
    try {
      const body: unknown = JSON.parse(job.repeat.body);
      setAgain(await call<JobStatus>(job.repeat.method, job.repeat.path, body));
      await forget(job);
    } catch (failure) {
      setProblem(failure as Error);
    }
  };
  const cut = data?.jobs.filter((job) => job.state === 'INTERRUPTED') ?? [];
  return (
    <>
      {problem && <ProblemNote error={problem} />}
      {again && (
        <LoadProgress
          job={again}
          onDone={() => {
            setAgain(null);
            void queries.invalidateQueries();
          }}
          onStopped={(message) => {
            setAgain(null);
            setProblem(new Error(message));
          }}
        />
      )}
      {cut.map((job) => (
        <p key={job.id} className="notice">
          {job.title}: {job.message}{' '}
          {job.repeat && (
            <button type="button" className="word" onClick={() => void repeat(job)}>
              {say('home.repeatIt')}
            </button>
          )}{' '}
          <button type="button" className="word" onClick={() => void forget(job)}>
            {say('home.understood')}
          </button>
        </p>
      ))}
    </>
  );
}
