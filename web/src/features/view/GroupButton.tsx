import type { GroupKey, GroupsAnswer, View } from '../../api/types';
import { groupLabel } from '../../shared/format';
import { markOf, type ViewContext } from './context';
import { filterOf, isMarked, nextMark } from './marks';

/** A group's name as a button that marks it, so that all can be marked by keyboard; plain where it cannot be marked. */
export function GroupButton({
  view,
  answer,
  context,
  group,
}: {
  readonly view: View;
  readonly answer: GroupsAnswer;
  readonly context: ViewContext;
  readonly group: GroupKey;
}) {
  const mark = markOf(context, view.id)?.filter ?? null;
  const label = groupLabel(group, view.by ?? null, context.data.columns);
  const filter = filterOf(view, answer, group);
  if (filter === null) return <>{label}</>;
  return (
    <button
      type="button"
      className="word"
      dir="auto"
      title={label}
      aria-pressed={mark !== null && isMarked(mark, group)}
      onClick={(event) =>
        context.onMark(view.id, nextMark(mark, filter, event.shiftKey || event.ctrlKey))
      }
    >
      {label}
    </button>
  );
}
