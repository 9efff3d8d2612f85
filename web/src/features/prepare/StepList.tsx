import { useState } from 'react';
import { Link } from 'react-router';
import { call } from '../../api/client';
import type { DatasetDetails, JobStatus, Step, StepKindWords } from '../../api/types';
import { bytes } from '../../shared/format';
import { SentenceText } from '../../shared/SentenceText';
import { useGrammar } from '../../shared/useGrammar';
import { LoadProgress, UploadFiles } from '../home';
import { ComputeForm } from './ComputeForm';
import { NameForm } from './NameForm';
import { StepEditor } from './StepEditor';

interface Props {
  readonly data: DatasetDetails;
  readonly busy: boolean;
  readonly problem: Error | null;
  readonly onChange: (steps: Step[]) => Promise<boolean>;
  readonly onNewVersion: () => void;
}

/** A numbered page of sentences, from the source to the dataset. */
export function StepList({ data, busy, problem, onChange, onNewVersion }: Props) {
  const [newer, setNewer] = useState(false);
  const [job, setJob] = useState<JobStatus | null>(null);
  const [told, setTold] = useState<string | null>(null);
  const [edited, setEdited] = useState<number | null>(null);
  const grammar = useGrammar();
  const kindOf = (step: Step | undefined) =>
    grammar.stepKinds.find((item) => item.kind === step?.kind);
  const without = (at: number) => onChange(data.steps.filter((_, i) => i !== at));
  const runAgain = () => {
    setTold(null);
    call<JobStatus>('POST', `/api/datasets/${data.id}/versions`, {})
      .then(setJob)
      .catch((failure: unknown) => setTold((failure as Error).message));
  };
  return (
    <aside className="steps" aria-label="Steps">
      <p className="soft">From the source to the dataset, replayed on every load</p>
      <ol>
        <li>
          <p className="step-sentence">
            Read{' '}
            <strong>
              {data.query !== null
                ? 'the result of a query'
                : data.files.map((file) => file.name).join(' and ')}
            </strong>
            {data.link !== null && ' from a link'}.
          </p>
          <p className="soft">
            {data.files.map((file) => bytes(file.sizeBytes)).join(' and ')}
            {' · '}
            {data.query !== null ? (
              <button type="button" className="word" disabled={busy} onClick={runAgain}>
                Run the query again
              </button>
            ) : (
              <>
                <Link className="word" to={`/datasets/${data.id}/reading`}>
                  how it was read
                </Link>
                {' · '}
                {data.link !== null ? (
                  <button type="button" className="word" disabled={busy} onClick={runAgain}>
                    Fetch it again
                  </button>
                ) : (
                  <button type="button" className="word" onClick={() => setNewer(!newer)}>
                    {newer ? 'Not now' : 'Load a newer file'}
                  </button>
                )}
              </>
            )}
          </p>
          {newer && (
            <div className="compact-drop">
              <UploadFiles
                start={(files) =>
                  call<JobStatus>('POST', `/api/datasets/${data.id}/versions`, { files })
                }
                onDone={() => {
                  setNewer(false);
                  onNewVersion();
                }}
              >
                <p className="soft">
                  The steps are replayed on it. If it does not fit, the last version stays.
                </p>
              </UploadFiles>
            </div>
          )}
          {job && (
            <LoadProgress
              job={job}
              onDone={() => {
                setJob(null);
                onNewVersion();
              }}
              onStopped={(message) => {
                setJob(null);
                setTold(message);
              }}
            />
          )}
          {told && (
            <p className="problem" role="alert">
              {told}
            </p>
          )}
        </li>
        {data.stepsDone.map((done, i) => (
          <li key={i}>
            <p className="step-sentence">
              <SentenceText
                sentence={done.sentence}
                control={(part) => <span className="step-part">{part.text}</span>}
              />
            </p>
            {edited === i && kindOf(data.steps[i]) && (
              <StepEditor
                step={data.steps[i] as Step}
                kind={kindOf(data.steps[i]) as StepKindWords}
                columns={data.columns.map((column) => column.info)}
                busy={busy}
                onStep={(step) => onChange(data.steps.map((old, at) => (at === i ? step : old)))}
                onClose={() => setEdited(null)}
              />
            )}
            <p className="soft">
              {done.effect}
              {done.effect && ' · '}
              {kindOf(data.steps[i]) && edited !== i && (
                <>
                  <button
                    type="button"
                    className="word"
                    disabled={busy}
                    aria-label={`Change step ${i + 1}`}
                    onClick={() => setEdited(i)}
                  >
                    change
                  </button>
                  {' · '}
                </>
              )}
              <button
                type="button"
                className="word"
                disabled={busy}
                aria-label={`Remove step ${i + 1}`}
                onClick={() => void without(i)}
              >
                remove
              </button>
            </p>
          </li>
        ))}
      </ol>
      {busy && (
        <p className="soft" role="status">
          Replaying …
        </p>
      )}
      {problem && (
        <p className="problem" role="alert">
          {problem.message}
        </p>
      )}
      <ComputeForm
        columns={data.columns.map((column) => column.info)}
        busy={busy}
        onStep={(step) => onChange([...data.steps, step])}
      />
      <p className="soft">Press a column’s heading to label, retype or leave it out.</p>
      <NameForm key={`${data.name} ${data.noun}`} data={data} onSaved={onNewVersion} />
    </aside>
  );
}
