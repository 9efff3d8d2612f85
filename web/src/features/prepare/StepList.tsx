import { useState } from 'react';
import { Link } from 'react-router';
import { call } from '../../api/client';
import type { DatasetDetails, JobStatus, Step, StepKindWords } from '../../api/types';
import { bytes } from '../../shared/format';
import { SentenceText } from '../../shared/SentenceText';
import { useGrammar } from '../../shared/useGrammar';
import { LoadProgress, UploadFiles } from '../home';
import { FilePatternField } from './FilePatternField';
import { AddStep } from './AddStep';
import { NameForm } from './NameForm';
import type { StepColumn } from '../../shared/sentence/SlotEditor';
import { StepEditor } from './StepEditor';
import { StepsFile } from './StepsFile';
import { useAfter, type Look } from './useAfter';
import { say } from '../../words';
import css from './StepList.module.css';
import authorCss from '../../shared/author.module.css';

interface Props {
  readonly data: DatasetDetails;
  /** The column that is looked at. */
  readonly looked: string | null;
  readonly busy: boolean;
  readonly problem: Error | null;
  readonly onChange: (steps: Step[], ofAnotherSource?: boolean) => Promise<boolean>;
  readonly onNewVersion: () => void;
  /** What of the table is looked at; null for the table after all steps. */
  readonly look: Look | null;
  /** Columns as they are there. */
  readonly columns: readonly StepColumn[];
  readonly onLook: (look: Look | null) => void;
}

/** A numbered page of sentences, from the source to the dataset. */
export function StepList(props: Props) {
  const {
    data,
    looked,
    busy,
    problem,
    onChange,
    onNewVersion,
    look: looking,
    columns,
    onLook,
  } = props;
  const seen = looking?.compared === false ? looking.at : null;
  const [newer, setNewer] = useState(false);
  const [job, setJob] = useState<JobStatus | null>(null);
  const [told, setTold] = useState<string | null>(null);
  const [edited, setEdited] = useState<number | null>(null);
  const grammar = useGrammar();
  const kindOf = (step: Step | undefined) =>
    grammar.stepKinds.find((item) => item.kind === step?.kind);
  const without = (at: number) => onChange(data.steps.filter((_, i) => i !== at));
  /** Before the step that stands before it. */
  const earlier = (at: number) => {
    const steps = [...data.steps];
    steps.splice(at - 1, 0, ...steps.splice(at, 1));
    return onChange(steps);
  };
  const atLoadBefore = (i: number) => {
    const effect = data.loadBefore?.effects[i];
    return effect ? say('prepare.atTheLoadBefore', { effect }) : '';
  };
  const isOff = (step: Step | undefined) => step?.kind === 'switchedOff';
  const switched = (step: Step): Step =>
    step.kind === 'switchedOff' ? (step.step as Step) : { kind: 'switchedOff', step };
  const insert = (at: number) => (step: Step) =>
    onChange([...data.steps.slice(0, at), step, ...data.steps.slice(at)]).then((done) => {
      if (done) onLook(at + 1 >= data.steps.length + 1 ? null : { at: at + 1, compared: false });
      return done;
    });
  const look = (at: number) => (
    <button
      type="button"
      className={`word ${css.lookHere}`}
      aria-pressed={seen === at}
      aria-label={
        at === 0 ? say('prepare.lookAsItWasRead') : say('prepare.lookAfterStep', { i: at })
      }
      onClick={() =>
        onLook(seen === at || at === data.steps.length ? null : { at, compared: false })
      }
    >
      {say('prepare.lookHere')}
    </button>
  );
  const isCompared = (at: number) => looking?.compared === true && looking.at === at;
  const compare = (at: number) => (
    <button
      type="button"
      className="word"
      aria-pressed={isCompared(at)}
      aria-label={say('prepare.compareStep', { i: at })}
      onClick={() => onLook(isCompared(at) ? null : { at, compared: true })}
    >
      {say('prepare.compare')}
    </button>
  );
  const inserting = (at: number) =>
    seen === at && (
      <div className={css.insertStep}>
        <AddStep
          dataset={data.id}
          columns={columns}
          looked={looked}
          busy={busy}
          isInserted
          steps={at}
          onStep={insert(at)}
        />
      </div>
    );
  const runAgain = () => {
    setTold(null);
    call<JobStatus>('POST', `/api/datasets/${data.id}/versions`, {})
      .then(setJob)
      .catch((failure: unknown) => setTold((failure as Error).message));
  };
  return (
    <aside className={authorCss.steps} aria-label={say('prepare.steps')}>
      <p className="soft">{say('prepare.fromTheSourceToThe')}</p>
      <ol start={0}>
        <li className={css.sourceLine}>
          <p className={authorCss.stepSentence}>
            {say('prepare.read')}{' '}
            <strong>
              {data.query !== null
                ? say('prepare.theResultOfAQuery')
                : data.files.map((file) => file.name).join(say('prepare.and'))}
            </strong>
            {data.link !== null && say('prepare.fromALink')}.
          </p>
          <p className="soft">
            {data.files.map((file) => bytes(file.sizeBytes)).join(say('prepare.and'))}
            {' · '}
            {data.query !== null ? (
              <button type="button" className="word" disabled={busy} onClick={runAgain}>
                {say('prepare.runTheQueryAgain')}
              </button>
            ) : (
              <>
                <Link className="word" to={`/datasets/${data.id}/reading`}>
                  {say('prepare.howItWasRead')}
                </Link>
                {' · '}
                {data.link !== null ? (
                  <button type="button" className="word" disabled={busy} onClick={runAgain}>
                    {say('prepare.fetchItAgain')}
                  </button>
                ) : (
                  <button type="button" className="word" onClick={() => setNewer(!newer)}>
                    {newer ? say('prepare.notNow') : say('prepare.loadANewerFile')}
                  </button>
                )}
              </>
            )}
          </p>
          {data.steps.length > 0 && <p className="soft">{look(0)}</p>}
          {inserting(0)}
          {newer && (
            <div className={css.compactDrop}>
              <UploadFiles
                start={(files) =>
                  call<JobStatus>('POST', `/api/datasets/${data.id}/versions`, { files })
                }
                onDone={() => {
                  setNewer(false);
                  onNewVersion();
                }}
              >
                <p className="soft">{say('prepare.theStepsAreReplayedOn')}</p>
              </UploadFiles>
              <FilePatternField
                dataset={data.id}
                pattern={data.filePattern}
                onKept={onNewVersion}
              />
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
          <li key={i} className={isOff(data.steps[i]) ? css.switchedOff : undefined}>
            <p className={authorCss.stepSentence}>
              <SentenceText
                sentence={done.sentence}
                control={(part) => <span className={css.stepPart}>{part.text}</span>}
              />
            </p>
            {edited === i && kindOf(data.steps[i]) && (
              <EditedStep
                data={data}
                i={i}
                kind={kindOf(data.steps[i]) as StepKindWords}
                busy={busy}
                onStep={(step) => onChange(data.steps.map((old, at) => (at === i ? step : old)))}
                onClose={() => setEdited(null)}
              />
            )}
            {done.problem && (
              <p className="problem" role="alert">
                {done.problem}
              </p>
            )}
            <p className="soft">
              {[done.effect, atLoadBefore(i)].filter(Boolean).join(', ')}
              {(done.effect || atLoadBefore(i)) && ' · '}
              {kindOf(data.steps[i]) && edited !== i && (
                <>
                  <button
                    type="button"
                    className="word"
                    disabled={busy}
                    aria-label={say('prepare.changeStep', { i: i + 1 })}
                    onClick={() => setEdited(i)}
                  >
                    {say('prepare.change')}
                  </button>
                  {' · '}
                </>
              )}
              {i > 0 && (
                <>
                  <button
                    type="button"
                    className="word"
                    disabled={busy}
                    aria-label={say('prepare.moveStepUp', { i: i + 1 })}
                    onClick={() => void earlier(i)}
                  >
                    {say('prepare.earlier')}
                  </button>
                  {' · '}
                </>
              )}
              <button
                type="button"
                className="word"
                disabled={busy}
                aria-label={
                  isOff(data.steps[i])
                    ? say('prepare.switchStepOn', { i: i + 1 })
                    : say('prepare.switchStepOff', { i: i + 1 })
                }
                onClick={() =>
                  void onChange(data.steps.map((old, n) => (n === i ? switched(old) : old)))
                }
              >
                {isOff(data.steps[i]) ? say('prepare.switchOn') : say('prepare.switchOff')}
              </button>
              {' · '}
              {i < data.steps.length - 1 && (
                <>
                  {look(i + 1)}
                  {' · '}
                </>
              )}
              {!isOff(data.steps[i]) && !done.problem && (
                <>
                  {compare(i + 1)}
                  {' · '}
                </>
              )}
              <button
                type="button"
                className="word"
                disabled={busy}
                aria-label={say('prepare.removeStep', { i: i + 1 })}
                onClick={() => void without(i)}
              >
                {say('prepare.remove')}
              </button>
            </p>
            {i < data.steps.length - 1 && inserting(i + 1)}
          </li>
        ))}
      </ol>
      {busy && (
        <p className="soft" role="status">
          {say('prepare.replaying')}
        </p>
      )}
      {problem && (
        <p className="problem" role="alert">
          {problem.message}
        </p>
      )}
      <AddStep
        dataset={data.id}
        columns={data.columns}
        looked={looked}
        steps={null}
        busy={busy}
        onStep={(step) => onChange([...data.steps, step])}
      />
      <p className="soft">{say('prepare.pressAColumnsHeadingTo')}</p>
      <StepsFile data={data} busy={busy} onChange={onChange} />
      <NameForm key={`${data.name} ${data.noun}`} data={data} onSaved={onNewVersion} />
    </aside>
  );
}

/** A step among others, with the columns that it finds. */
function EditedStep({
  data,
  i,
  kind,
  busy,
  onStep,
  onClose,
}: Pick<Props, 'data' | 'busy'> & {
  readonly i: number;
  readonly kind: StepKindWords;
  readonly onStep: (step: Step) => Promise<boolean>;
  readonly onClose: () => void;
}) {
  const { columns } = useAfter(data, { at: i, compared: false });
  return (
    <StepEditor
      step={{ ...data.steps[i] }}
      kind={kind}
      columns={columns}
      dataset={data.id}
      steps={i}
      busy={busy}
      onStep={onStep}
      onClose={onClose}
    />
  );
}
