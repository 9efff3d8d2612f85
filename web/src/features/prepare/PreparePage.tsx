import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { call } from '../../api/client';
import type { AppItem, Draft, Step } from '../../api/types';
import { count, when } from '../../shared/format';
import { ProblemNote } from '../../shared/ProblemNote';
import { Stages, TitleBar } from '../../shared/TitleBar';
import { ChangeTable } from './ChangeTable';
import { ColumnPanel } from './ColumnPanel';
import { Doubts } from './Doubts';
import { FocusBar } from './FocusBar';
import type { Focus } from './focus';
import { PreviewTable } from './PreviewTable';
import { TableAfter } from './TableAfter';
import { StepList } from './StepList';
import { WorthALook } from './WorthALook';
import { useAfter, type Look } from './useAfter';
import { useDataset } from './useDataset';
import { say } from '../../words';
import authorCss from '../../shared/author.module.css';
import css from './PreparePage.module.css';

/** The dataset as it stands: steps on the left, first rows and what is in each column on the right. */
export function PreparePage() {
  const { id = '' } = useParams();
  const navigate = useNavigate();
  const [focus, setFocus] = useState<Focus | null>(null);
  const { details, rows, busy, problem, changeSteps, reload } = useDataset(id, focus);
  const apps = useQuery({
    queryKey: ['apps'],
    queryFn: () => call<{ apps: AppItem[] }>('GET', '/api/apps'),
  });
  const [picked, setPicked] = useState<string | null>(null);
  const [failure, setFailure] = useState<Error | null>(null);
  const [look, setLook] = useState<Look | null>(null);
  const after = useAfter(details.data, look);
  const app = apps.data?.apps.find((item) => item.datasetId === id);
  const data = details.data;
  if (details.error) {
    return (
      <>
        <TitleBar title={say('prepare.keenSparrow')} />
        <main>
          <ProblemNote error={details.error} onRetry={() => void details.refetch()} />
        </main>
      </>
    );
  }
  if (!data) return <TitleBar title="…" />;
  const compose = () => {
    if (app) {
      void navigate(`/apps/${app.id}`);
      return;
    }
    call<Draft>('POST', '/api/apps', { datasetId: id })
      .then((draft) => navigate(`/apps/${draft.id}`))
      .catch((error: unknown) => setFailure(error as Error));
  };
  const shown = after.table;
  const add = (step: Step) => changeSteps([...data.steps, step]);
  const column = data.columns.find((item) => item.info.name === picked) ?? data.columns[0] ?? null;
  return (
    <>
      <title>{data.name}</title>
      <TitleBar title={data.name} stages={<Stages now={2} dataset={id} app={app?.id} />}>
        <span className="soft">
          {say('prepare.versionLoaded', { version: data.version, loadedAt: when(data.loadedAt) })}
        </span>
        <button
          type="button"
          className="button"
          disabled={busy || !data.undo}
          onClick={() => void changeSteps(data.undo ?? [])}
        >
          {say('prepare.undo')}
        </button>
        <button
          type="button"
          className="button"
          disabled={busy || !data.redo}
          onClick={() => void changeSteps(data.redo ?? [])}
        >
          {say('prepare.redo')}
        </button>
        <button type="button" className="button primary" onClick={compose}>
          {app ? say('prepare.goToTheApp') : say('prepare.composeAnApp')}
        </button>
      </TitleBar>
      <main className={`${authorCss.edgeToEdge} ${authorCss.prepare}`}>
        <StepList
          data={data}
          looked={column?.info.name ?? null}
          busy={busy}
          problem={problem ?? failure}
          onChange={changeSteps}
          onNewVersion={() => void reload()}
          look={look}
          columns={after.columns}
          onLook={setLook}
        />
        <section className={authorCss.prepareTable}>
          <h2>
            {look !== null && (look.compared || look.at < data.steps.length) ? (
              <>
                {look.compared
                  ? say('prepare.whatStepChanged', { i: look.at })
                  : shown
                    ? say('prepare.theTableAfterSteps', {
                        at: look.at,
                        steps: data.steps.length,
                        rows: shown.rowCount,
                        columns: shown.columns.length,
                      })
                    : say('prepare.reading2')}{' '}
                <button
                  type="button"
                  className={`word ${css.lookingBack}`}
                  onClick={() => setLook(null)}
                >
                  {say('prepare.backToTheEnd')}
                </button>
              </>
            ) : (
              <>
                {data.steps.length === 0
                  ? say('prepare.asItWasRead')
                  : say('prepare.afterStep', { steps: data.steps.length })}{' '}
                <span className="soft">
                  {say('prepare.rowsColumnsTheFirstRows', {
                    rowCount: count(data.rowCount),
                    columns: data.columns.length,
                    min: count(Math.min(200, data.rowCount)),
                  })}
                  {data.loadBefore &&
                    data.loadBefore.rowCount !== data.rowCount &&
                    say('prepare.rowsAtTheLoadBefore', {
                      rows: count(data.loadBefore.rowCount),
                    })}
                </span>
              </>
            )}
          </h2>
          {after.error && <ProblemNote error={after.error} />}
          {look?.compared ? (
            after.change && <ChangeTable change={after.change} />
          ) : shown ? (
            <TableAfter table={shown} profiles={after.profiles} />
          ) : (
            <>
              {focus && (
                <FocusBar
                  focus={focus}
                  rows={rows?.rowCount}
                  busy={busy}
                  onStep={add}
                  onLift={() => setFocus(null)}
                />
              )}
              <PreviewTable
                data={data}
                rows={rows}
                picked={column?.info.name ?? null}
                onPick={setPicked}
                onFocus={setFocus}
              />
            </>
          )}
          <div className={css.preparePanels}>
            {column && (
              <ColumnPanel
                key={`${column.info.name} ${data.version}`}
                column={column}
                named={column.info.name === data.namedBy}
                busy={busy}
                onStep={add}
                onFocus={(next) => {
                  setLook(null);
                  setFocus(next);
                }}
              />
            )}
            <WorthALook
              doubts={<Doubts data={data} busy={busy} onStep={add} />}
              report={data.report}
              rowCount={data.rowCount}
              steps={data.steps}
              busy={busy}
              onStep={add}
            />
          </div>
        </section>
      </main>
    </>
  );
}
