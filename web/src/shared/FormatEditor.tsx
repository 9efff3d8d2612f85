import { Checkbox, Input, Select } from 'antd';
import type { ColumnFormat } from '../api/types';

const KINDS = [
  { value: '', label: 'as they are' },
  { value: 'NUMBER', label: 'plain numbers' },
  { value: 'PERCENT', label: 'percentages: 0.25 is 25%' },
  { value: 'MONEY', label: 'money' },
  { value: 'DURATION', label: 'durations' },
];

const UNITS = [
  { value: 's', label: 'counted in seconds' },
  { value: 'min', label: 'counted in minutes' },
  { value: 'h', label: 'counted in hours' },
  { value: 'd', label: 'counted in days' },
];

const DECIMALS = [
  { value: -1, label: 'usual decimals' },
  ...[0, 1, 2, 3, 4].map((n) => ({ value: n, label: n === 1 ? '1 decimal' : `${n} decimals` })),
];

/** How numbers are shown: as what, with which unit, how exactly. Null is as they are, where that is offered. */
export function FormatEditor({
  value,
  plain = false,
  disabled = false,
  onChange,
}: {
  readonly value: ColumnFormat | null;
  /** Whether “as they are” can be picked. */
  readonly plain?: boolean;
  readonly disabled?: boolean;
  readonly onChange: (format: ColumnFormat | null) => void;
}) {
  const empty = { unit: null, decimals: null, compact: null };
  const pick = (kind: string) => {
    if (kind === '') onChange(null);
    else if (kind === 'MONEY') onChange({ ...empty, kind, unit: '€' });
    else if (kind === 'DURATION') onChange({ ...empty, kind, unit: 'min' });
    else onChange({ ...empty, kind: kind as ColumnFormat['kind'] });
  };
  const set = (part: Partial<ColumnFormat>) => value && onChange({ ...value, ...part });
  return (
    <span className="format-editor">
      <Select
        aria-label="Shown as"
        size="small"
        disabled={disabled}
        popupMatchSelectWidth={false}
        value={value?.kind ?? ''}
        options={KINDS.filter((kind) => plain || kind.value !== '')}
        onChange={pick}
      />
      {value?.kind === 'DURATION' && (
        <Select
          aria-label="Unit of the durations"
          size="small"
          disabled={disabled}
          popupMatchSelectWidth={false}
          value={value.unit ?? 's'}
          options={UNITS}
          onChange={(unit) => set({ unit })}
        />
      )}
      {(value?.kind === 'MONEY' || value?.kind === 'NUMBER') && (
        <>
          <Input
            aria-label={value.kind === 'MONEY' ? 'Currency' : 'Unit'}
            size="small"
            className="format-unit"
            placeholder={value.kind === 'MONEY' ? '€' : 'unit'}
            disabled={disabled}
            value={value.unit ?? ''}
            maxLength={20}
            onChange={(event) => set({ unit: event.target.value || null })}
          />
          <Checkbox
            disabled={disabled}
            checked={value.compact === true}
            onChange={(event) => set({ compact: event.target.checked || null })}
          >
            cut to 1.2 m
          </Checkbox>
        </>
      )}
      {value && value.kind !== 'DURATION' && (
        <Select
          aria-label="Decimals"
          size="small"
          disabled={disabled}
          popupMatchSelectWidth={false}
          value={value.decimals ?? -1}
          options={DECIMALS}
          onChange={(decimals) => set({ decimals: decimals < 0 ? null : decimals })}
        />
      )}
    </span>
  );
}
