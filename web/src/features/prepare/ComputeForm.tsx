import { Button, Input } from 'antd';
import { useState } from 'react';
import type { ColumnInfo, Step } from '../../api/types';
import { ExpressionEditor } from '../../shared/ExpressionEditor';
import { say } from '../../words';
import css from './ComputeForm.module.css';
import prepareCss from './prepare.module.css';

interface Props {
  readonly columns: readonly ColumnInfo[];
  readonly dataset: string;
  /** How many steps go before; all of them if null. */
  readonly steps: number | null;
  readonly busy: boolean;
  readonly onStep: (step: Step) => Promise<boolean>;
  readonly onClose: () => void;
}

const nameOf = (label: string): string =>
  label
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '_')
    .replace(/^_+|_+$/g, '');

/** Adds a column computed from others; a press on a name puts it into the expression. */
export function ComputeForm({ columns, dataset, steps, busy, onStep, onClose }: Props) {
  const [label, setLabel] = useState('');
  const [expression, setExpression] = useState('');
  const submit = (event: React.FormEvent) => {
    event.preventDefault();
    void onStep({ kind: 'compute', name: nameOf(label), label: label.trim(), expression }).then(
      (done) => {
        if (done) {
          onClose();
        }
      },
    );
  };
  return (
    <form className={css.computeForm} onSubmit={submit}>
      <label>
        {say('prepare.compute')}
        <Input
          value={label}
          autoFocus
          placeholder={say('prepare.farePerPassenger')}
          onChange={(event) => setLabel(event.target.value)}
        />
      </label>
      <div>
        {say('prepare.as')}
        <ExpressionEditor
          label={say('prepare.expression')}
          placeholder={say('prepare.revenuePassengers')}
          value={expression}
          columns={columns}
          dataset={dataset}
          steps={steps}
          onChange={setExpression}
        />
      </div>
      <p className="soft">
        {say('prepare.whatExpressionsHold')}{' '}
        {columns.map((column, i) => (
          <span key={column.name}>
            {i > 0 && ', '}
            <button
              type="button"
              className={`word ${css.code}`}
              onClick={() =>
                setExpression((before) => (before === '' ? '' : `${before} `) + column.name)
              }
            >
              {column.name}
            </button>
          </span>
        ))}
      </p>
      <p className={prepareCss.formEnd}>
        <Button
          type="primary"
          htmlType="submit"
          size="small"
          loading={busy}
          disabled={label.trim() === '' || expression.trim() === ''}
        >
          {say('prepare.add')}
        </Button>
        <Button size="small" onClick={onClose}>
          {say('prepare.cancel')}
        </Button>
      </p>
    </form>
  );
}
