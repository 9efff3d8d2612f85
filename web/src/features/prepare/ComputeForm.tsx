import { Button, Input } from 'antd';
import { useState } from 'react';
import type { ColumnInfo, Step } from '../../api/types';

interface Props {
  readonly columns: readonly ColumnInfo[];
  readonly busy: boolean;
  readonly onStep: (step: Step) => Promise<boolean>;
}

const nameOf = (label: string): string =>
  label
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '_')
    .replace(/^_+|_+$/g, '');

/** Adds a column computed from others; a press on a name puts it into the expression. */
export function ComputeForm({ columns, busy, onStep }: Props) {
  const [open, setOpen] = useState(false);
  const [label, setLabel] = useState('');
  const [expression, setExpression] = useState('');
  const numbers = columns.filter((column) => column.type === 'WHOLE' || column.type === 'DECIMAL');
  if (!open) {
    return (
      <p className="step-sentence add-step">
        + Add a step:{' '}
        <button type="button" className="word" onClick={() => setOpen(true)}>
          compute a column
        </button>
      </p>
    );
  }
  const submit = (event: React.FormEvent) => {
    event.preventDefault();
    void onStep({ kind: 'compute', name: nameOf(label), label: label.trim(), expression }).then(
      (done) => {
        if (done) {
          setOpen(false);
          setLabel('');
          setExpression('');
        }
      },
    );
  };
  return (
    <form className="compute-form" onSubmit={submit}>
      <label>
        Compute
        <Input
          value={label}
          autoFocus
          placeholder="Fare per passenger"
          onChange={(event) => setLabel(event.target.value)}
        />
      </label>
      <label>
        as
        <Input.TextArea
          autoSize
          value={expression}
          placeholder="revenue / passengers"
          onChange={(event) => setExpression(event.target.value)}
        />
      </label>
      <p className="soft">
        Arithmetic with + − * / and parentheses. Columns:{' '}
        {numbers.map((column, i) => (
          <span key={column.name}>
            {i > 0 && ', '}
            <button
              type="button"
              className="word code"
              onClick={() =>
                setExpression((before) => (before === '' ? '' : `${before} `) + column.name)
              }
            >
              {column.name}
            </button>
          </span>
        ))}
      </p>
      <p className="form-end">
        <Button
          type="primary"
          htmlType="submit"
          size="small"
          loading={busy}
          disabled={label.trim() === '' || expression.trim() === ''}
        >
          Add
        </Button>
        <Button size="small" onClick={() => setOpen(false)}>
          Cancel
        </Button>
      </p>
    </form>
  );
}
