import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Navigate, useLocation, useParams } from 'react-router';
import { call, Problem } from '../../api/client';
import type { Opened } from '../../api/types';
import { date, when } from '../../shared/format';
import { TitleBar } from '../../shared/TitleBar';
import { downloadAddress, isOfRows } from '../view';
import { AppPage } from './AppPage';
import { usePageState } from './usePageState';
import { say } from '../../words';

/** What a colleague opens. */
export function ReadPage() {
  const { slug = '' } = useParams();
  const location = useLocation();
  const base = `/api/links/${slug}`;
  const { data, error } = useQuery({
    queryKey: ['link', slug],
    queryFn: () => call<Opened>('GET', base),
    retry: false,
    refetchInterval: 60_000,
  });
  const [copied, setCopied] = useState(false);
  const { state } = usePageState(data?.page.app.start);
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
  if (!data) return <TitleBar title="…" />;
  const { page } = data;
  const copy = () => {
    void navigator.clipboard.writeText(window.location.href).then(() => {
      setCopied(true);
      setTimeout(() => setCopied(false), 2000);
    });
  };
  const skipped = [page.data, ...page.datasets.map((further) => further.data)].reduce(
    (all, behind) => all + behind.skipped,
    0,
  );
  const table = page.app.downloads === 'ROWS' ? page.app.views.find(isOfRows) : null;
  return (
    <>
      <title>{page.app.title}</title>
      <TitleBar
        title={page.app.title}
        note={[
          say('read.versionLoadedEditionOf', {
            version: page.data.version,
            loadedAt: when(page.data.loadedAt),
            edition: data.edition,
            publishedAt: date(data.publishedAt),
          }),
          ...page.datasets.map((further) =>
            say('read.furtherVersion', {
              noun: further.noun,
              version: further.data.version,
              loadedAt: when(further.data.loadedAt),
            }),
          ),
          ...(skipped > 0 ? [say('read.stepsSkipped', { skipped })] : []),
        ].join(' · ')}
      >
        <button type="button" className="button" onClick={copy}>
          {copied ? say('read.copied') : say('read.copyLink')}
        </button>
        {table && (
          <a
            className="button"
            href={downloadAddress(base, state, table, state.sorts[table.id] ?? null)}
            title={page.access}
            download
          >
            {say('read.downloadRows')}
          </a>
        )}
      </TitleBar>
      <main>
        <AppPage
          data={page}
          base={base}
          stamp={[
            data.edition,
            ...[page.data, ...page.datasets.map((further) => further.data)].map(
              ({ version, loadedAt }) => `${version} ${loadedAt}`,
            ),
          ].join(' ')}
        />
      </main>
    </>
  );
}
