import type { GroupsAnswer, TimeStep, View } from '../../api/types';
import { isOf } from '../../shared/datasets';
import { groupLabel } from '../../shared/format';
import { markOf, stepKey, type ViewContext } from './context';
import { say } from '../../words';

const FINER: Partial<Record<TimeStep, TimeStep>> = {
  YEAR: 'QUARTER',
  QUARTER: 'MONTH',
  MONTH: 'DAY',
};

/**
 * From a marked period into its parts, from Other into its groups, and back: only where the app has a filter on the
 * column, so that what holds stands in the reading line.
 */
export function LookInto({
  view,
  answer,
  context,
}: {
  /** As it is shown. */
  readonly view: View;
  readonly answer: GroupsAnswer;
  readonly context: ViewContext;
}) {
  const { by } = view;
  const dataset = view.dataset ?? null;
  if (!by || !context.data.app.filters.some((spec) => isOf(spec, by.column, dataset))) return null;
  const mark = markOf(context, view.id)?.filter ?? null;
  const drilled = context.state.choices[stepKey(view.id)] !== undefined;
  const finer = by.step ? FINER[by.step] : undefined;
  const period =
    mark?.kind === 'during'
      ? answer.axis.find((key) => key.value === mark.from && key.lastDay === mark.to)
      : undefined;
  const other = mark?.kind === 'oneOf' && mark.exclude;
  return (
    <>
      {period && finer && (
        <>
          {' · '}
          <button
            type="button"
            className="word"
            onClick={() => context.onLookInto(view.id, by.column, mark, finer)}
          >
            {say('view.lookInto', {
              group: groupLabel(period, by, context.data.columns),
              step: finer,
            })}
          </button>
        </>
      )}
      {other && (
        <>
          {' · '}
          <button
            type="button"
            className="word"
            onClick={() => context.onLookInto(view.id, by.column, mark, null)}
          >
            {say('view.lookIntoOther')}
          </button>
        </>
      )}
      {drilled && (
        <>
          {' · '}
          <button
            type="button"
            className="word"
            onClick={() => context.onLookInto(view.id, by.column, null, null)}
          >
            {say('view.backToTheWhole')}
          </button>
        </>
      )}
    </>
  );
}
