import { useState } from 'react';
import type { Filter } from '../../api/types';
import { say } from '../../words';
import filterCss from './filter.module.css';

interface Props {
  readonly column: string;
  readonly label: string;
  readonly active: Filter | null;
  readonly onChange: (filter: Filter | null) => void;
}

/** Keeps rows whose text contains what is typed. */
export function TextFilter({ column, label, active, onChange }: Props) {
  const set = active?.kind === 'containing' ? active.text : '';
  return (
    <>
      <div className={filterCss.filterHead}>
        <h3 className={filterCss.filterLabel}>{label}</h3>
        <span className="soft">{set === '' ? say('filter.any') : say('filter.containsIt')}</span>
      </div>
      <Typed
        key={set}
        text={set}
        label={label}
        onDone={(text) => onChange(text === '' ? null : { kind: 'containing', column, text })}
      />
    </>
  );
}

function Typed({
  text,
  label,
  onDone,
}: {
  readonly text: string;
  readonly label: string;
  readonly onDone: (text: string) => void;
}) {
  const [typed, setTyped] = useState(text);
  return (
    <form
      className={filterCss.filterBody}
      onSubmit={(event) => {
        event.preventDefault();
        onDone(typed.trim());
      }}
    >
      <input
        className="field"
        type="search"
        aria-label={say('filter.contains', { label })}
        placeholder={say('filter.contains2')}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => typed.trim() !== text && onDone(typed.trim())}
      />
    </form>
  );
}
