import type { GroupsAnswer, PageColumn } from '../../api/types';
import { groupLabel, measured } from '../../shared/format';
import { partsOf } from './beside';
import { ofPanel, valueAt } from './cells';
import { markOf } from './context';
import { GroupButton } from './GroupButton';
import { isMarked, isOfSplit, nextMark, splitFilter } from './marks';
import type { GroupsProps } from './kinds/face';
import { say } from '../../words';
import viewCss from './view.module.css';

/** A chart's numbers as a table, with a button for each group, so that all can be reached by keyboard. */
export function GroupsTable(props: GroupsProps) {
  const { view, answer } = props;
  const isSplit = Boolean(view.split);
  const panels = view.panels ? (isSplit ? answer.panels : answer.splits) : null;
  return (
    <div className={viewCss.twin} tabIndex={0} role="region" aria-label={props.title}>
      {panels ? (
        panels.map((key, p) => (
          <section key={p}>
            <h3>{groupLabel(key, view.panels ?? null, props.context.data.columns)}</h3>
            <OneTable {...props} answer={ofPanel(answer, isSplit, p)} />
          </section>
        ))
      ) : (
        <OneTable {...props} />
      )}
    </div>
  );
}

/** Columns are the groups that split the first ones, or the measures where there are several. */
function OneTable({ view, answer, beside, context, title, measures }: GroupsProps) {
  const parts = beside?.kind === 'groups' ? partsOf(answer, beside, measures) : null;
  const mark = markOf(context, view.id)?.filter ?? null;
  const label = context.data.columns.find((column) => column.name === view.by?.column)?.label ?? '';
  const columns = columnsOf(answer, view.across ?? null, measures, title, context.data.columns);
  return (
    <table>
      <thead>
        <tr>
          <th scope="col">{label}</th>
          {parts && (
            <th scope="col" className={viewCss.number}>
              {say('view.markedColumn')}
            </th>
          )}
          {columns.map(({ name }, i) => {
            const filter = view.split ? splitFilter(view, answer, name) : null;
            return (
              <th key={i} scope="col" className={viewCss.number}>
                {filter ? (
                  <button
                    type="button"
                    className="word"
                    aria-pressed={JSON.stringify(filter) === JSON.stringify(mark)}
                    onClick={(event) =>
                      context.onMark(
                        view.id,
                        nextMark(mark, filter, event.shiftKey || event.ctrlKey),
                      )
                    }
                  >
                    {name}
                  </button>
                ) : (
                  name
                )}
              </th>
            );
          })}
        </tr>
      </thead>
      <tbody>
        {answer.axis.map((key, a) => (
          <tr
            key={a}
            className={
              mark !== null && !isOfSplit(mark, view) && isMarked(mark, key)
                ? viewCss.marked
                : undefined
            }
          >
            <th scope="row">
              <GroupButton view={view} answer={answer} context={context} group={key} />
              {key.partial && <span className="soft"> {say('view.notOverYet')}</span>}
            </th>
            {parts && (
              <td className={viewCss.number}>
                {measured(
                  parts[a] ?? null,
                  measures[0]?.aggregate ?? 'ROWS',
                  answer.measures[0]?.type ?? null,
                  answer.measures[0]?.format,
                )}
              </td>
            )}
            {columns.map(({ measure, split }, i) => (
              <td key={i} className={viewCss.number}>
                {measured(
                  valueAt(answer, measure, a, split),
                  measures[measure]?.aggregate ?? 'ROWS',
                  answer.measures[measure]?.type ?? null,
                  answer.measures[measure]?.format,
                )}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface Column {
  readonly name: string;
  readonly measure: number;
  readonly split: number;
}

function columnsOf(
  answer: GroupsAnswer,
  across: NonNullable<GroupsProps['view']['across']> | null,
  measures: GroupsProps['measures'],
  title: string,
  known: readonly PageColumn[],
): Column[] {
  if (answer.measures.length > 1) {
    return measures.map(({ name }, measure) => ({ name, measure, split: 0 }));
  }
  const [first] = answer.splits;
  const alone = answer.splits.length === 1 && first?.value === ''; // the one that stands for no split
  return answer.splits.map((key, split) => ({
    name: alone ? (measures[0]?.name ?? title) : groupLabel(key, across, known),
    measure: 0,
    split,
  }));
}
