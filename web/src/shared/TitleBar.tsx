import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { say } from '../words';

export function Bird() {
  return (
    <svg width="24" height="24" viewBox="0 0 32 32" aria-hidden="true">
      <path
        fill="var(--accent)"
        d="M3 21c5 0 7-2 9-6 2-5 6-8 11-7l2-2 1 3 4 1-4 2c0 7-4 12-11 12-2 0-4 0-6-1l-4 3 1-4c-1 0-2 0-3-1z"
      />
      <circle cx="23.6" cy="11.4" r="1.2" fill="var(--paper)" />
    </svg>
  );
}

interface Props {
  readonly title: string;
  readonly note?: ReactNode;
  readonly stages?: ReactNode;
  readonly children?: ReactNode;
}

/** The bar at the top of every page: where one is, and what can be done here. */
export function TitleBar({ title, note, stages, children }: Props) {
  return (
    <header className="titlebar">
      <Link to="/" className="bird" aria-label={say('shared.startPage')}>
        <Bird />
      </Link>
      <h1 title={title}>{title}</h1>
      {note && (
        <span className="soft" title={typeof note === 'string' ? note : undefined}>
          {note}
        </span>
      )}
      {stages}
      <div className="end">{children}</div>
    </header>
  );
}

/** The four stages of an author's work; those that cannot be reached yet are plain words. */
export function Stages({
  now,
  dataset,
  app,
}: {
  readonly now: 1 | 2 | 3 | 4;
  readonly dataset?: string | undefined;
  readonly app?: string | undefined;
}) {
  const stages: [string, string | undefined][] = [
    [say('shared.1BringIn'), '/'],
    [say('shared.2LookAndPrepare'), dataset && `/datasets/${dataset}${app ? `?app=${app}` : ''}`],
    [say('shared.3Compose'), app && `/apps/${app}`],
    [say('shared.4Publish'), app && `/apps/${app}/publish`],
  ];
  return (
    <nav className="stages" aria-label={say('shared.stages')}>
      {stages.map(([label, to], i) =>
        to ? (
          <Link key={label} to={to} aria-current={i + 1 === now ? 'step' : undefined}>
            {label}
          </Link>
        ) : (
          <span key={label} aria-current={i + 1 === now ? 'step' : undefined}>
            {label}
          </span>
        ),
      )}
    </nav>
  );
}
