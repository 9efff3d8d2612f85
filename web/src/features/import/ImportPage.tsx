import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { call } from '../../api/client';
import type { DatasetDetails, JobStatus, ReadingChoices } from '../../api/types';
import { ProblemNote } from '../../shared/ProblemNote';
import { Stages, TitleBar } from '../../shared/TitleBar';
import { LoadProgress } from '../home';
import { withTable } from './area';
import { HowItIsRead } from './HowItIsRead';
import { RawCells } from './RawCells';
import { useLook } from './useLook';
import { say } from '../../words';
import authorCss from '../../shared/author.module.css';
import css from './ImportPage.module.css';

/** A file just brought in: what was found in it, before it is loaded. */
export function ImportPage() {
  const { id = '' } = useParams();
  const navigate = useNavigate();
  return (
    <Proposal
      path={`/api/files/${id}/look`}
      first={{}}
      button={say('import.loadIt')}
      start={(reading) => call<JobStatus>('POST', '/api/datasets', { files: [id], reading })}
      onDone={(job) => void navigate(`/datasets/${job.datasetId ?? ''}`)}
    />
  );
}

/** The file of a dataset again: how it was read, and the way to read it differently. */
export function ReadAgainPage() {
  const { id = '' } = useParams();
  const navigate = useNavigate();
  const details = useQuery({
    queryKey: ['dataset', id],
    queryFn: () => call<DatasetDetails>('GET', `/api/datasets/${id}`),
  });
  if (details.error) {
    return (
      <>
        <TitleBar title={say('import.keenSparrow')} />
        <main>
          <ProblemNote error={details.error} onRetry={() => void details.refetch()} />
        </main>
      </>
    );
  }
  if (!details.data) return <TitleBar title="…" />;
  const first = Object.fromEntries(
    Object.entries(details.data.reading).filter(([, value]) => value !== null),
  );
  return (
    <Proposal
      path={`/api/datasets/${id}/look`}
      dataset={id}
      first={first}
      button={say('import.readItAgainSo')}
      start={(reading) => call<JobStatus>('PUT', `/api/datasets/${id}/reading`, { reading })}
      onDone={() => void navigate(`/datasets/${id}`)}
    />
  );
}

interface Props {
  readonly path: string;
  readonly dataset?: string;
  readonly first: ReadingChoices;
  readonly button: string;
  readonly start: (reading: ReadingChoices) => Promise<JobStatus>;
  readonly onDone: (job: JobStatus) => void;
}

function Proposal({ path, dataset, first, button, start, onDone }: Props) {
  const { look, choices, setChoices, setPart } = useLook(path, first);
  const [job, setJob] = useState<JobStatus | null>(null);
  const [problem, setProblem] = useState<Error | null>(null);
  const data = look.data;
  const title = data?.parts[data.shown]?.file ?? say('import.bringIn');
  const load = () => {
    setProblem(null);
    start(choices)
      .then(setJob)
      .catch((failure: unknown) => setProblem(failure as Error));
  };
  return (
    <>
      <title>{title}</title>
      <TitleBar title={title} note={data?.kind} stages={<Stages now={1} dataset={dataset} />}>
        <button
          type="button"
          className="button primary"
          disabled={!data || look.isFetching || job !== null}
          onClick={load}
        >
          {button}
        </button>
      </TitleBar>
      <main className={authorCss.edgeToEdge}>
        {(problem ?? look.error) && (
          <section className={css.importSaid}>
            <ProblemNote error={(problem ?? look.error) as Error} />
            {look.error && (
              <button type="button" className="word" onClick={() => setChoices({})}>
                {say('import.allAsItWasFound')}
              </button>
            )}
          </section>
        )}
        {job && (
          <section className={css.importSaid}>
            <LoadProgress
              job={job}
              onDone={onDone}
              onStopped={(message) => {
                setJob(null);
                setProblem(new Error(message));
              }}
            />
          </section>
        )}
        {data && (
          <div className={authorCss.prepare}>
            <HowItIsRead look={data} choices={choices} onChange={setChoices} onPart={setPart} />
            <section
              className={
                look.isPlaceholderData
                  ? `${authorCss.prepareTable} ${css.fading}`
                  : authorCss.prepareTable
              }
            >
              <h2>
                {say('import.theCellsAsTheyAre')}{' '}
                <span className="soft">
                  {say('import.whatIsFramedIsRead', { moreRows: data.moreRows ? 'yes' : 'no' })}
                </span>
              </h2>
              <RawCells
                look={data}
                path={path}
                choices={choices}
                onChange={(change) => setChoices(withTable(data, choices, change))}
              />
            </section>
          </div>
        )}
      </main>
    </>
  );
}
