import { count } from '../../shared/format';
import { say } from '../../words';
import css from './ValueRow.module.css';
import filterCss from './filter.module.css';

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
    <div className={css.valueItem}>
      <label
        className={rows === 0 ? `${filterCss.valueRow} ${filterCss.empty}` : filterCss.valueRow}
      >
        <input type="checkbox" checked={on} onChange={onToggle} />
        <span
          className={value === null ? `${filterCss.valueName} soft` : filterCss.valueName}
          dir="auto"
          title={name}
        >
          {name}
        </span>
        <span className={css.valueBar} aria-hidden="true">
          <span className={on ? css.on : ''} style={{ width: `${(100 * rows) / most}%` }} />
        </span>
        <span className={filterCss.valueCount}>{count(rows)}</span>
      </label>
      <button
        type="button"
        className={css.only}
        aria-label={say('filter.only', { name })}
        onClick={onOnly}
      >
        {say('filter.only2')}
      </button>
    </div>
  );
}
