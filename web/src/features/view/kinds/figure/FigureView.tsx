import type { Answer, Failure, View } from '../../../../api/types';
import { measured } from '../../../../shared/format';

/** A headline figure. */
export function FigureView({
  view,
  title,
  answered,
}: {
  readonly view: View;
  readonly title: string;
  readonly answered: { answer: Answer | null; failure: Failure | null } | undefined;
}) {
  const answer = answered?.answer;
  const measure = answer?.kind === 'groups' ? answer.measures[0] : undefined;
  const value = measure
    ? measured(
        measure.values[0] ?? null,
        view.measure?.aggregate ?? 'ROWS',
        measure.type,
        measure.format,
      )
    : '…';
  return (
    <div className="figure view-body">
      <h2 className="figure-title" title={title}>
        {title}
      </h2>
      {answered?.failure ? (
        <p className="soft view-failure">{answered.failure.detail}</p>
      ) : (
        <p className="figure-value">{value}</p>
      )}
    </div>
  );
}
