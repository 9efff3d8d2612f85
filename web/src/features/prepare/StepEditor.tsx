import { Button, Input, Select } from 'antd';
import { useState } from 'react';
import type { ColumnFormat, ColumnInfo, Slot, Step, StepKindWords } from '../../api/types';
import { FormatEditor } from '../../shared/FormatEditor';
import { say } from '../../words';

interface Props {
  readonly step: Step;
  readonly kind: StepKindWords;
  readonly columns: readonly ColumnInfo[];
  readonly busy: boolean;
  readonly onStep: (step: Step) => Promise<boolean>;
  readonly onClose: () => void;
}

type Fields = Record<string, unknown>;

/** A step's words in place: an editor for each slot that the server names. */
export function StepEditor({ step, kind, columns, busy, onStep, onClose }: Props) {
  const [fields, setFields] = useState<Fields>({ ...step });
  const submit = (event: React.FormEvent) => {
    event.preventDefault();
    void onStep(fields as unknown as Step).then((done) => {
      if (done) onClose();
    });
  };
  return (
    <form className="step-editor" aria-label={kind.words} onSubmit={submit}>
      {kind.slots.map((slot) => (
        <label key={slot.path}>
          {slot.words}
          <SlotEditor
            slot={slot}
            value={fields[slot.path]}
            columns={columns}
            onChange={(value) => setFields({ ...fields, [slot.path]: value })}
          />
        </label>
      ))}
      <span className="form-end">
        <Button htmlType="submit" type="primary" size="small" loading={busy}>
          {say('prepare.changeTheStep')}
        </Button>
        <Button size="small" onClick={onClose}>
          {say('prepare.leaveIt')}
        </Button>
      </span>
    </form>
  );
}

interface SlotProps {
  readonly slot: Slot;
  readonly value: unknown;
  readonly columns: readonly ColumnInfo[];
  readonly onChange: (value: unknown) => void;
}

/** The editor of one slot, by its type. */
function SlotEditor({ slot, value, columns, onChange }: SlotProps) {
  switch (slot.type) {
    case 'COLUMN':
      return (
        <Select
          aria-label={slot.words}
          size="small"
          showSearch
          optionFilterProp="label"
          value={String(value ?? '')}
          options={columns
            .filter((column) => slot.types.length === 0 || slot.types.includes(column.type))
            .map((column) => ({ value: column.name, label: column.label }))}
          onChange={onChange}
        />
      );
    case 'OPTION':
      return (
        <Select
          aria-label={slot.words}
          size="small"
          value={String(value ?? '')}
          options={slot.options.map((option) => ({ value: option.value, label: option.words }))}
          onChange={onChange}
        />
      );
    case 'VALUES':
      return (
        <Select
          aria-label={slot.words}
          size="small"
          mode="tags"
          open={false}
          suffixIcon={null}
          value={(value ?? []) as string[]}
          onChange={onChange}
        />
      );
    case 'FORMAT':
      return <FormatEditor value={(value ?? null) as ColumnFormat | null} onChange={onChange} />;
    case 'EXPRESSION':
      return (
        <Input.TextArea
          aria-label={slot.words}
          autoSize={{ minRows: 2, maxRows: 6 }}
          value={String(value ?? '')}
          onChange={(event) => onChange(event.target.value)}
        />
      );
    default:
      return (
        <Input
          aria-label={slot.words}
          size="small"
          value={String(value ?? '')}
          onChange={(event) => onChange(event.target.value)}
        />
      );
  }
}
