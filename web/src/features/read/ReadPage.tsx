import { useEffect, useState } from 'react';
import { Navigate, useLocation, useNavigate, useParams } from 'react-router';
import { Problem } from '../../api/client';
import type { SavedView } from '../../api/types';
import { date, when } from '../../shared/format';
import { dataOf } from '../../shared/datasets';
import { TitleBar } from '../../shared/TitleBar';
import { downloadAddress, isOfRows, useDownload } from '../view';
import { AppPage } from './AppPage';
import { FirstVisit } from './FirstVisit';
import { GuidedReading } from './GuidedReading';
import { SavedViewsMenu } from './SavedViewsMenu';
import { decodeState, encodeState } from './selection';
import { stampOf, useOpened } from './useOpened';
import { useSavedViews } from './useSavedViews';
import { usePageState } from './usePageState';
import { say } from '../../words';

/** What a colleague opens. */
export function ReadPage() {
  const { slug = '' } = useParams();
  const location = useLocation();
  const base = `/api/links/${slug}`;
  const { data, error, newer, showLatest } = useOpened(slug);
  const saved = useSavedViews(base);
  const begins = saved.views?.views.find((view) => view.begins);
  const page = usePageState(data?.page.app.start, begins !== undefined);
  const { state } = page;
  const [copied, setCopied] = useState(false);
  const download = useDownload();
  const navigate = useNavigate();
  const bare = location.search === '' && location.state === null;
  useEffect(() => {
    if (bare && begins) void navigate(`?${begins.state}`, { replace: true });
  }, [bare, begins, navigate]);
  if (error && !data) {
    if (error instanceof Problem && error.status === 401) {
      const from = location.pathname + location.search;
      return <Navigate to={`/sign-in?to=${encodeURIComponent(from)}`} replace />;
    }
    return (
      <>
        <TitleBar title={say('read.keenSparrow')} />
        <main>
          <h2>{say('read.thisLinkLeadsNowhere')}</h2>
          <p>{error.message}</p>
        </main>
      </>
    );
  }
  if (!data || (bare && (saved.pending || begins))) return <TitleBar title="…" />;
  const { page: opened } = data;
  const open = (view: SavedView | null, reading: boolean) =>
    page.change(
      view
        ? {
            ...decodeState(new URLSearchParams(view.state)),
            reading: reading ? view.id : null,
          }
        : { ...state, reading: null },
    );
  const steps = (saved.views?.views ?? []).filter((view) => view.place !== null);
  const copy = () => {
    void navigator.clipboard.writeText(window.location.href).then(() => {
      setCopied(true);
      setTimeout(() => setCopied(false), 2000);
    });
  };
  const skipped = [opened.data, ...opened.datasets.map((further) => further.data)].reduce(
    (all, behind) => all + behind.skipped,
    0,
  );
  const table = opened.app.downloads === 'ROWS' ? opened.app.views.find(isOfRows) : null;
  return (
    <>
      <title>{opened.app.title}</title>
      <TitleBar
        title={opened.app.title}
        note={[
          say('read.versionLoadedEditionOf', {
            version: opened.data.version,
            loadedAt: when(opened.data.loadedAt),
            edition: data.edition,
            publishedAt: date(data.publishedAt),
          }),
          ...opened.datasets.map((further) =>
            say('read.furtherVersion', {
              noun: further.noun,
              version: further.data.version,
              loadedAt: when(further.data.loadedAt),
            }),
          ),
          ...(skipped > 0 ? [say('read.stepsSkipped', { skipped })] : []),
        ].join(' · ')}
      >
        {steps.length > 0 && state.reading === null && (
          <button type="button" className="button" onClick={() => open(steps[0] ?? null, true)}>
            {say('read.beginTheReading', { steps: steps.length })}
          </button>
        )}
        <SavedViewsMenu
          saved={saved}
          now={encodeState({ ...state, reading: null }).toString()}
          onOpen={(view) => open(view, false)}
        />
        <button type="button" className="button" onClick={copy}>
          {copied ? say('read.copied') : say('read.copyLink')}
        </button>
        <button type="button" className="button" onClick={() => window.print()}>
          {say('read.print')}
        </button>
        {table && (
          <a
            className="button"
            href={downloadAddress({ base, state, data: dataOf(opened, table.dataset) }, table)}
            title={opened.access}
            onClick={download.onClick}
            download
          >
            {say('read.downloadRows')}
          </a>
        )}
        {download.told}
      </TitleBar>
      <main>
        {newer && (
          <p className="notice" data-testid="newer" role="status">
            {say('read.newDataHaveArrived', {
              version: newer.page.data.version,
              loadedAt: when(newer.page.data.loadedAt),
              edition: newer.edition,
              what: newer.edition === data.edition ? 'data' : 'edition',
            })}{' '}
            <button type="button" className="word" onClick={showLatest}>
              {say('read.showThem')}
            </button>
          </p>
        )}
        <FirstVisit />
        <GuidedReading
          steps={steps}
          now={state.reading}
          onStep={(step) => open(step, step !== null)}
        />
        <AppPage
          data={opened}
          base={base}
          stamp={stampOf(data)}
          onNewer={showLatest}
          opensWith={begins !== undefined}
        />
      </main>
    </>
  );
}
