import type { AppDefinition } from '../../api/types';
import { say } from '../../words';
import { usePageState } from '../read';

/** What colleagues begin with: the filters that are set now, or all rows. */
export function StartPicker({
  app,
  onChange,
}: {
  readonly app: AppDefinition;
  readonly onChange: (app: AppDefinition) => void;
}) {
  const start = app.start ?? [];
  const { state, atStart } = usePageState(app.start);
  const set = state.filters.length > 0 && (start.length === 0 || !atStart);
  if (set) {
    return (
      <button
        type="button"
        className="word"
        onClick={() => onChange({ ...app, start: [...state.filters] })}
      >
        {say('compose.beginWithThis')}
      </button>
    );
  }
  return start.length > 0 ? (
    <button type="button" className="word" onClick={() => onChange({ ...app, start: [] })}>
      {say('compose.beginWithAll')}
    </button>
  ) : null;
}
