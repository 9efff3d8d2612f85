import { lazy, Suspense } from 'react';
import type { Answer, Failure, View } from '../../../../api/types';
import { formatted } from '../../../../shared/format';
import { say } from '../../../../words';
import css from './TextView.module.css';
import viewCss from '../../view.module.css';

const Markdown = lazy(() => import('react-markdown')); // which shows no markup of the author's as such

const QUOTED = /\{\{([^{}]{1,400})\}\}/;

const quoted = (value: number | null | undefined): string =>
  value === undefined ? '…' : value === null ? '–' : formatted(value, null);

/** A text of the author's; formulas in double braces stand there as their numbers. */
export function TextView({
  view,
  answered,
}: {
  readonly view: View;
  readonly title: string;
  readonly answered: { answer: Answer | null; failure: Failure | null } | undefined;
}) {
  const answer = answered?.answer;
  const values =
    answer?.kind === 'groups'
      ? answer.measures.slice(1).map(({ values: all }) => all[0] ?? null)
      : [];
  const text = (view.settings?.text ?? '')
    .split(QUOTED)
    .map((part, i) => (i % 2 === 0 ? part : quoted(values[(i - 1) / 2])))
    .join('');
  return (
    <div className={css.textView}>
      {answered?.failure ? (
        <p className={`soft ${viewCss.viewFailure}`}>{answered.failure.detail}</p>
      ) : (
        <Suspense fallback={<p>{text}</p>}>
          <Markdown disallowedElements={['img']} components={{ a: OutsideLink }}>
            {text === '' ? say('view.nothingIsWrittenYet') : text}
          </Markdown>
        </Suspense>
      )}
    </div>
  );
}

function OutsideLink({
  href,
  children,
}: {
  readonly href?: string | undefined;
  readonly children?: React.ReactNode;
}) {
  return (
    <a href={href} target="_blank" rel="noopener noreferrer">
      {children}
    </a>
  );
}
