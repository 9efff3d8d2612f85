import { count } from '../../shared/format';
import { say } from '../../words';

interface Props {
  /** Null for blank. */
  readonly name: string | null;
  readonly rows: number;
  readonly most: number;
  readonly on: boolean;
  readonly onToggle: () => void;
  readonly onOnly: () => void;
}

/** A value with its rows, which is picked besides others or alone. */
export function ValueRow({ name: value, rows, most, on, onToggle, onOnly }: Props) {
  const name = value ?? say('filter.blankValue');
  return (
    <div className="value-item">
      <label className={rows === 0 ? 'value-row empty' : 'value-row'}>
        <input type="checkbox" checked={on} onChange={onToggle} />
        <span className={value === null ? 'value-name soft' : 'value-name'} title={name}>
          {name}
        </span>
        <span className="value-bar" aria-hidden="true">
          <span className={on ? 'on' : ''} style={{ width: `${(100 * rows) / most}%` }} />
        </span>
        <span className="value-count">{count(rows)}</span>
      </label>
      <button
        type="button"
        className="only"
        aria-label={say('filter.only', { name })}
        onClick={onOnly}
      >
        {say('filter.only2')}
      </button>
    </div>
  );
}
