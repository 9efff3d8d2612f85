import { Checkbox, Input, Select } from 'antd';
import type { ColumnFormat } from '../api/types';
import { say } from '../words';
import css from './FormatEditor.module.css';

const KINDS = [
  { value: '', label: say('shared.asTheyAre') },
  { value: 'NUMBER', label: say('shared.plainNumbers') },
  { value: 'PERCENT', label: say('shared.percentages025Is25') },
  { value: 'MONEY', label: say('shared.money') },
  { value: 'DURATION', label: say('shared.durations') },
];

const UNITS = [
  { value: 's', label: say('shared.countedInSeconds') },
  { value: 'min', label: say('shared.countedInMinutes') },
  { value: 'h', label: say('shared.countedInHours') },
  { value: 'd', label: say('shared.countedInDays') },
];

const DECIMALS = [
  { value: -1, label: say('shared.usualDecimals') },
  ...[0, 1, 2, 3, 4].map((n) => ({
    value: n,
    label: n === 1 ? say('shared.1Decimal') : say('shared.decimals', { n }),
  })),
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
    <span className={css.formatEditor}>
      <Select
        aria-label={say('shared.shownAs')}
        size="small"
        disabled={disabled}
        popupMatchSelectWidth={false}
        value={value?.kind ?? ''}
        options={KINDS.filter((kind) => plain || kind.value !== '')}
        onChange={pick}
      />
      {value?.kind === 'DURATION' && (
        <Select
          aria-label={say('shared.unitOfTheDurations')}
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
            aria-label={value.kind === 'MONEY' ? say('shared.currency') : say('shared.unit')}
            size="small"
            className={css.formatUnit}
            placeholder={value.kind === 'MONEY' ? '€' : say('shared.unit2')}
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
            {say('shared.cutTo12M')}
          </Checkbox>
        </>
      )}
      {value && value.kind !== 'DURATION' && (
        <Select
          aria-label={say('shared.decimals2')}
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
