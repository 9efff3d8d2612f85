import { useQuery } from '@tanstack/react-query';
import { Button, Radio } from 'antd';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { call } from '../../api/client';
import type { Downloads, Draft, LinkAccess, PublishState } from '../../api/types';
import { when } from '../../shared/format';
import { ProblemNote } from '../../shared/ProblemNote';
import { Stages, TitleBar } from '../../shared/TitleBar';
import { say } from '../../words';
import css from './PublishPage.module.css';
import authorCss from '../../shared/author.module.css';

/** Freezes the draft as an edition, gives its link, and says who may open it. */
export function PublishPage() {
  const { id = '' } = useParams();
  const draft = useQuery({
    queryKey: ['draft', id],
    queryFn: () => call<Draft>('GET', `/api/apps/${id}`),
  });
  const state = useQuery({
    queryKey: ['editions', id],
    queryFn: () => call<PublishState>('GET', `/api/apps/${id}/editions`),
  });
  const error = draft.error ?? state.error;
  if (error) {
    return (
      <>
        <TitleBar title={say('publish.keenSparrow')} />
        <main>
          <ProblemNote error={error} />
        </main>
      </>
    );
  }
  if (!draft.data || !state.data) return <TitleBar title="…" />;
  return (
    <Publish
      draft={draft.data}
      state={state.data}
      onDone={() => void Promise.all([state.refetch(), draft.refetch()])}
    />
  );
}

function Publish({
  draft,
  state,
  onDone,
}: {
  readonly draft: Draft;
  readonly state: PublishState;
  readonly onDone: () => void;
}) {
  const [access, setAccess] = useState<LinkAccess>(state.access ?? 'SIGNED_IN');
  const [problem, setProblem] = useState<Error | null>(null);
  const [copied, setCopied] = useState(false);
  const next = (state.editions[0]?.number ?? 0) + 1;
  const address = state.slug ? `${window.location.origin}/a/${state.slug}` : null;
  const send = (method: string, path: string, body?: unknown) => {
    setProblem(null);
    call(method, `/api/apps/${draft.id}${path}`, body)
      .then(onDone)
      .catch((failure: unknown) => setProblem(failure as Error));
  };
  const allow = (downloads: Downloads) => {
    const app = { ...draft.page.app, downloads };
    send('PUT', '/draft', { revision: draft.revision, app });
  };
  const pick = (picked: LinkAccess) => {
    setAccess(picked);
    if (state.slug) send('PUT', '/link', { access: picked });
  };
  return (
    <>
      <title>{say('publish.publish', { title: draft.page.app.title })}</title>
      <TitleBar
        title={draft.page.app.title}
        stages={<Stages now={4} dataset={draft.datasetId} app={draft.id} />}
      />
      <main className={css.publish}>
        {problem && <ProblemNote error={problem} />}
        <h2>{say('publish.whoMayOpenTheLink')}</h2>
        <Radio.Group
          className={css.access}
          value={access}
          onChange={(event) => pick(event.target.value as LinkAccess)}
          options={[
            { value: 'SIGNED_IN', label: say('publish.everyoneWhoIsSignedIn') },
            { value: 'ANYONE', label: say('publish.anyoneWithTheLinkWithout') },
          ]}
        />
        <h2>{say('publish.whatMayBeDownloaded')}</h2>
        <Radio.Group
          className={css.access}
          value={draft.page.app.downloads}
          onChange={(event) => allow(event.target.value as Downloads)}
          options={[
            { value: 'NOTHING', label: say('publish.nothing') },
            { value: 'VIEWS', label: say('publish.theNumbersOfFiguresAnd') },
            { value: 'ROWS', label: say('publish.theseAndTheRowsOf') },
          ]}
        />
        <p className="soft" data-testid="access-sentence">
          {say('publish.itHoldsFromTheNext', { access: draft.page.access })}
        </p>
        <Button type="primary" onClick={() => send('POST', '/editions', { access })}>
          {say('publish.publishEdition', { next })}
        </Button>
        {address && (
          <>
            <h2>{say('publish.theLink')}</h2>
            <p className={css.linkRow}>
              <input
                className="field"
                readOnly
                aria-label={say('publish.link')}
                value={address}
                onFocus={(event) => event.target.select()}
              />
              <Button
                onClick={() =>
                  void navigator.clipboard.writeText(address).then(() => setCopied(true))
                }
              >
                {copied ? say('publish.copied') : say('publish.copy')}
              </Button>
              <Link to={`/a/${state.slug}`}>{say('publish.openAsAColleague')}</Link>
            </p>
            <p className="soft">
              {say('publish.itStaysTheSameFor')}{' '}
              <button type="button" className="word" onClick={() => send('POST', '/link')}>
                {say('publish.renewIt')}
              </button>{' '}
              {say('publish.theOldOneThenLeads')}{' '}
              <button type="button" className="word" onClick={() => send('DELETE', '/link')}>
                {say('publish.withdrawIt')}
              </button>
              .
            </p>
            <h2>{say('publish.editions')}</h2>
            <ul className={`${authorCss.plainList} card`}>
              {state.editions.map((edition) => (
                <li key={edition.number}>
                  {say('publish.edition', { number: edition.number })}{' '}
                  <span className="soft">
                    {say('publish.published', { publishedAt: when(edition.publishedAt) })}
                  </span>
                </li>
              ))}
            </ul>
          </>
        )}
      </main>
    </>
  );
}
