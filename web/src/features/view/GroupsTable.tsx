import type { GroupsAnswer, View } from '../../api/types';
import { groupLabel, measured } from '../../shared/format';
import { markOf, type ViewContext } from './context';
import { isMarked, nextMark } from './marks';

/** A chart's numbers as a table, with a button for each group, so that all can be reached by keyboard. */
export function GroupsTable({
  view,
  answer,
  context,
  title,
}: {
  readonly view: View;
  readonly answer: GroupsAnswer;
  readonly context: ViewContext;
  readonly title: string;
}) {
  const mark = markOf(context, view.id)?.filter ?? null;
  const by = view.by ?? null;
  const aggregate = view.measure?.aggregate ?? 'ROWS';
  const split = answer.splits.length > 1 || view.split !== null;
  const measure = answer.measures[0];
  const label = context.data.columns.find((column) => column.name === view.by?.column)?.label ?? '';
  return (
    <div className="twin">
      <table>
        <thead>
          <tr>
            <th scope="col">{label}</th>
            {answer.splits.map((key, i) => (
              <th key={i} scope="col" className="number">
                {split ? groupLabel(key, null) : title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {answer.axis.map((key, a) => {
            const on = mark !== null && isMarked(mark, key);
            return (
              <tr key={a} className={on ? 'marked' : undefined}>
                <th scope="row">
                  <button
                    type="button"
                    className="word"
                    aria-pressed={on}
                    onClick={(event) =>
                      context.onMark(
                        view.id,
                        nextMark(mark, view, answer, key, event.shiftKey || event.ctrlKey),
                      )
                    }
                  >
                    {groupLabel(key, by)}
                  </button>
                  {key.partial && <span className="soft"> not over yet</span>}
                </th>
                {answer.splits.map((_, s) => (
                  <td key={s} className="number">
                    {measured(
                      measure?.values[a * answer.splits.length + s] ?? null,
                      aggregate,
                      measure?.type ?? null,
                      measure?.format,
                    )}
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
