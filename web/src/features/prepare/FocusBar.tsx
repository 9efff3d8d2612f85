import { Button, Input } from 'antd';
import { useState } from 'react';
import type { Step } from '../../api/types';
import { count } from '../../shared/format';
import { say } from '../../words';
import type { Focus } from './focus';
import css from './FocusBar.module.css';

interface Props {
  readonly focus: Focus;
  /** How many rows they are, once that is known. */
  readonly rows: number | undefined;
  readonly busy: boolean;
  readonly onStep: (step: Step) => Promise<boolean>;
  readonly onLift: () => void;
}

/** Which rows are looked at, and the steps that may be taken about them. */
export function FocusBar({ focus, rows, busy, onStep, onLift }: Props) {
  const { info, value, condition, row } = focus;
  const take = (step: Step) => void onStep(step).then((done) => done && onLift());
  const column = info.name;
  return (
    <div className={`card ${css.focus}`} role="group" aria-label={say('prepare.rowsLookedAt')}>
      <p>
        {say('prepare.rowsWhere', { words: focus.words })}{' '}
        <span className="soft" role="status">
          {rows === undefined ? '' : say('prepare.soManyRows', { rows, count: count(rows) })}
        </span>{' '}
        <button type="button" className="word" onClick={onLift}>
          {say('prepare.backToAllRows')}
        </button>
      </p>
      <div className={css.steps}>
        {value !== undefined ? (
          <Button
            disabled={busy}
            onClick={() =>
              take({
                kind: 'leaveOutRows',
                column,
                values: value === null ? [] : [value],
                blank: value === null,
              })
            }
          >
            {say('prepare.leaveTheseRowsOut')}
          </Button>
        ) : (
          condition && (
            <Button
              disabled={busy}
              onClick={() => take({ kind: 'keepRows', which: 'LEAVE_OUT', condition })}
            >
              {say('prepare.leaveTheseRowsOut')}
            </Button>
          )
        )}
        {condition && (
          <Button
            disabled={busy}
            onClick={() => take({ kind: 'keepRows', which: 'KEEP', condition })}
          >
            {say('prepare.keepTheseRowsAlone')}
          </Button>
        )}
        {value !== undefined && value !== null && info.type === 'TEXT' && (
          <Instead
            key={`merge ${value}`}
            label={say('prepare.readThisValueAs')}
            action={say('prepare.readItSo')}
            first={value}
            busy={busy}
            onDone={(next) => take({ kind: 'mergeValues', column, values: [value], into: next })}
          />
        )}
        {row && row.key !== column && value !== undefined && (
          <Instead
            key={`cell ${row.value} ${value ?? ''}`}
            label={say('prepare.correctThisCell', { row: row.value })}
            action={say('prepare.correctIt')}
            first={value ?? ''}
            busy={busy}
            onDone={(next) =>
              take({ kind: 'correctCell', key: row.key, keyValue: row.value, column, value: next })
            }
          />
        )}
      </div>
    </div>
  );
}

/** A value to put in place of another. */
function Instead({
  label,
  action,
  first,
  busy,
  onDone,
}: {
  readonly label: string;
  readonly action: string;
  readonly first: string;
  readonly busy: boolean;
  readonly onDone: (next: string) => void;
}) {
  const [next, setNext] = useState(first);
  return (
    <label className={css.instead}>
      {label}
      <Input value={next} onChange={(event) => setNext(event.target.value)} />
      <Button disabled={busy || next.trim() === first} onClick={() => onDone(next.trim())}>
        {action}
      </Button>
    </label>
  );
}
