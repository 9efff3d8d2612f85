import type { GroupsAnswer, PageColumn, View } from '../../../../api/types';
import { briefly, exactly, fixed, groupLabel, measured } from '../../../../shared/format';
import type { Answered, ViewContext } from '../../context';
import { comparison, type Compared } from './comparison';
import { say } from '../../../../words';
import css from './FigureView.module.css';
import viewCss from '../../view.module.css';

/** A headline figure: the number of all rows, its course, and the latest whole period beside an earlier one. */
export function FigureView({
  view,
  title,
  answered,
  context,
}: {
  readonly view: View;
  readonly title: string;
  readonly answered: Answered | undefined;
  readonly context: ViewContext;
}) {
  const answer = answered?.answer;
  const groups = answer?.kind === 'groups' ? answer : null;
  const measure = groups?.measures[0];
  const whole = view.by ? measure?.totals?.all : measure?.values[0];
  const text = (value: number | null) =>
    briefly(value, view.measure?.aggregate ?? 'ROWS', measure?.type ?? null, measure?.format);
  const said = (how: typeof exactly) =>
    how(
      whole === null || whole === undefined ? null : Number(whole),
      view.measure?.aggregate ?? 'ROWS',
      measure?.type ?? null,
      measure?.format,
    );
  const good = context.data.app.measures?.find(({ id }) => id === view.measureId)?.good ?? null;
  const compared = groups && view.by ? comparison(groups, view.settings?.compare ?? null) : null;
  return (
    <div className={`${css.figure} ${viewCss.viewBody}`}>
      <h2 className={css.figureTitle} title={title}>
        {title}
      </h2>
      {answered?.failure ? (
        <p className={`soft ${viewCss.viewFailure}`}>{answered.failure.detail}</p>
      ) : (
        <div className={css.figureLine}>
          <p className={css.figureValue} title={measure && said(exactly)}>
            {measure ? said(briefly) : '…'}
          </p>
          {groups && view.by && <Course answer={groups} />}
        </div>
      )}
      {view.settings?.compare === 'ALL' && answered?.beside?.kind === 'groups' && (
        <AgainstAll
          value={whole === null || whole === undefined ? null : Number(whole)}
          all={numberOf(answered.beside, Boolean(view.by))}
          good={good}
          isShare={view.measure?.aggregate === 'SHARE' || measure?.format?.kind === 'PERCENT'}
          text={text}
        />
      )}
      {compared && (
        <Change
          compared={compared}
          view={view}
          columns={context.data.columns}
          good={good}
          isShare={view.measure?.aggregate === 'SHARE' || measure?.format?.kind === 'PERCENT'}
          text={text}
        />
      )}
    </div>
  );
}

const numberOf = (answer: GroupsAnswer, grouped: boolean): number | null => {
  const [measure] = answer.measures;
  const value = grouped ? measure?.totals?.all : measure?.values[0];
  return value === null || value === undefined ? null : Number(value);
};

/** {@code 12.4% more than all rows (5,086)}; nothing to say where all rows are read. */
function AgainstAll({
  value,
  all,
  good,
  isShare,
  text,
}: {
  readonly value: number | null;
  readonly all: number | null;
  readonly good: 'HIGHER' | 'LOWER' | null;
  readonly isShare: boolean;
  readonly text: (value: number | null) => string;
}) {
  if (value === null || all === null) return null;
  const change = value - all;
  if (change === 0) {
    return (
      <p className={`${css.figureChange} soft`}>{say('view.asAllRows', { all: text(all) })}</p>
    );
  }
  const amount = isShare
    ? say('view.points', { points: fixed(Math.abs(change) * 100, 1) })
    : all === 0
      ? text(Math.abs(change))
      : measured(Math.abs(change / all), 'SHARE', null);
  const better = good === null ? null : change > 0 === (good === 'HIGHER');
  return (
    <p className={css.figureChange} data-better={better ?? undefined}>
      <strong>
        {say('view.moreOrLess', {
          amount,
          way: change > 0 ? 'more' : 'less',
          better: better === null ? 'neither' : better ? 'better' : 'worse',
        })}
      </strong>{' '}
      {say('view.thanAllRows', { all: text(all) })}
    </p>
  );
}

/** {@code Sept 2026: 5,300, up 4.2% from Aug 2026 (5,086)}. */
function Change({
  compared,
  view,
  columns,
  good,
  isShare,
  text,
}: {
  readonly compared: Compared;
  readonly view: View;
  readonly columns: readonly PageColumn[];
  readonly good: 'HIGHER' | 'LOWER' | null;
  /** Whether it is a percentage, whose change is told in points: a percent of a percent would be taken for them. */
  readonly isShare: boolean;
  readonly text: (value: number | null) => string;
}) {
  const { now, before, value, earlier } = compared;
  const period = groupLabel(now, view.by ?? null, columns);
  if (earlier === null || before === null) {
    return (
      <p className={`${css.figureChange} soft`}>
        {say('view.withNothingToCompare', { period, value: text(value) })}
      </p>
    );
  }
  const change = value === null ? null : value - earlier;
  const relative = change === null || earlier === 0 || isShare ? null : change / Math.abs(earlier);
  const way = change === null || change === 0 ? 'as' : change > 0 ? 'up' : 'down';
  const better = good === null || way === 'as' ? null : (way === 'up') === (good === 'HIGHER');
  const amount =
    relative !== null
      ? measured(Math.abs(relative), 'SHARE', null)
      : isShare
        ? say('view.points', { points: fixed(Math.abs(change ?? 0) * 100, 1) })
        : text(Math.abs(change ?? 0));
  return (
    <p className={css.figureChange} data-better={better ?? undefined}>
      {say('view.nowIs', { period, value: text(value) })}{' '}
      <strong>
        {say('view.change', {
          way,
          amount,
          better: better === null ? 'neither' : better ? 'better' : 'worse',
        })}
      </strong>{' '}
      {say('view.comparedWith', {
        way: better === null ? way : 'judged',
        period: groupLabel(before, view.by ?? null, columns),
        value: text(earlier),
      })}
    </p>
  );
}

const WIDTH = 96;
const HEIGHT = 26;

/** A small line of the course, without numbers: the sentence beside it says them. */
function Course({ answer }: { readonly answer: GroupsAnswer }) {
  const values = answer.measures[0]?.values ?? [];
  const known = values.filter((value) => value !== null);
  const low = Math.min(...known);
  const high = Math.max(...known);
  if (known.length < 2) return null;
  const x = (i: number) => (i / Math.max(1, values.length - 1)) * (WIDTH - 4) + 2;
  const y = (value: number) =>
    high === low ? HEIGHT / 2 : HEIGHT - 3 - ((value - low) / (high - low)) * (HEIGHT - 6);
  const path = values
    .map((value, i) => {
      const pen = i === 0 || values[i - 1] === null ? 'M' : 'L'; // a gap is not drawn over
      return value === null ? '' : `${pen}${x(i).toFixed(1)} ${y(value).toFixed(1)}`;
    })
    .join('');
  return (
    <svg
      className={css.course}
      width={WIDTH}
      height={HEIGHT}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      <path d={path} vectorEffect="non-scaling-stroke" />
    </svg>
  );
}
