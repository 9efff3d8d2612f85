import { Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import type { Slot } from '../../api/types';
import { applied, isSame, standing, valueAt, withValue, type Fields } from './definition';
import { TypedInput } from '../TypedInput';
import { say } from '../../words';
import css from './pickers.module.css';

/** How editors look: as words of a sentence, or as fields in lines. */
export type Look = 'sentence' | 'lines';

interface OneProps {
  readonly words: string;
  readonly value: unknown;
  readonly options: { value: string; label: string }[];
  /** Said where there is nothing to pick. */
  readonly empty?: string;
  readonly onChange: (next: string) => void;
}

/** One of several, found by typing. */
export function OneOf({ words, value, options, empty, onChange }: OneProps) {
  return (
    <Select
      aria-label={words}
      size="small"
      showSearch={{ optionFilterProp: 'label' }}
      value={String(value ?? '')}
      notFoundContent={empty}
      options={options}
      onChange={onChange}
    />
  );
}

interface PickProps {
  readonly words: string;
  readonly value: unknown;
  readonly options: { value: string; label: string }[];
  readonly onChange: (next: string[]) => void;
}

/** Several columns, all of them or none in one press. */
export function ColumnsPick({ words, value, options, onChange }: PickProps) {
  const picked = (value ?? []) as string[];
  return (
    <span className={css.columnsSlot}>
      <Select
        aria-label={words}
        size="small"
        mode="multiple"
        showSearch={{ optionFilterProp: 'label' }}
        maxTagCount={12}
        value={picked}
        options={options}
        onChange={onChange}
      />
      <button
        type="button"
        className="word"
        onClick={() => onChange(picked.length > 0 ? [] : options.map((option) => option.value))}
      >
        {picked.length > 0 ? say('shared.pickNone') : say('shared.pickAll')}
      </button>
    </span>
  );
}

interface SlotProps {
  readonly slot: Slot;
  readonly fields: Fields;
  readonly look: Look;
  readonly onChange: (fields: Fields) => void;
}

/** One of the options, each of which changes the definition as a whole. */
export function Pick({
  slot,
  fields,
  look,
  onChange,
  onMore,
  onPick,
}: SlotProps & {
  readonly onMore: (more: boolean) => void;
  readonly onPick?: (value: string) => void;
}) {
  const now = standing(slot, fields);
  const sentence = look === 'sentence';
  return (
    <Select
      variant={sentence ? 'borderless' : 'outlined'}
      size={sentence ? 'medium' : 'small'}
      className={sentence ? css.phrasePick : css.fieldPick}
      aria-label={slot.words}
      showSearch={slot.options.length > 8 ? { optionFilterProp: 'label' } : false}
      popupMatchSelectWidth={false}
      value={now?.value}
      options={slot.options.map((option) => ({ value: option.value, label: option.words }))}
      onChange={(value: string) => {
        const option = slot.options.find((one) => one.value === value);
        if (!option) return;
        onMore(option.more);
        if (!option.set) return;
        if (onPick) onPick(value);
        else onChange(applied(fields, option));
      }}
    />
  );
}

const SHOWN = 3;

/** Several of the options, in the order in which they were picked. */
export function Picks({ slot, fields, look, onChange }: SlotProps) {
  const { path, options } = slot;
  const list = (valueAt(fields, path) ?? []) as readonly unknown[];
  const elementOf = (value: string) => options.find((one) => one.value === value)?.set?.[path];
  const picked = list.flatMap((element) => {
    const option = options.find((one) => isSame(one.set?.[path], element));
    return option ? [option.value] : [];
  });
  return (
    <Select
      mode="multiple"
      size={look === 'sentence' ? 'medium' : 'small'}
      aria-label={slot.words}
      className={css.severalPick}
      maxTagCount={SHOWN}
      popupMatchSelectWidth={false}
      showSearch={{ optionFilterProp: 'label' }}
      value={picked}
      options={options.map((option) => ({ value: option.value, label: option.words }))}
      placeholder={say('shared.nothing')}
      onChange={(values: string[]) => {
        if (values.length > 0 || slot.type === 'PICKS_OR_NONE')
          onChange(withValue(fields, path, values.map(elementOf)));
      }}
    />
  );
}

interface Reference {
  readonly value: number | null;
  readonly label?: string | null;
}

/** What others are seen against, with its name: their average, or a number. */
export function ReferenceEditor({
  words,
  value,
  onChange,
}: {
  readonly words: string;
  readonly value: Reference | null;
  readonly onChange: (next: Reference | null) => void;
}) {
  return (
    <>
      <Select
        aria-label={words}
        size="small"
        popupMatchSelectWidth={false}
        value={value === null ? 'none' : value.value === null ? 'average' : 'number'}
        options={[
          { value: 'none', label: say('compose.noLine') },
          { value: 'average', label: say('compose.theAverage') },
          { value: 'number', label: say('compose.aNumber') },
        ]}
        onChange={(next) =>
          onChange(
            next === 'none'
              ? null
              : { value: next === 'average' ? null : 0, label: value?.label ?? null },
          )
        }
      />{' '}
      {value && value.value !== null && (
        <InputNumber
          aria-label={say('compose.theNumberOf', { words: words.toLowerCase() })}
          size="small"
          value={Number(value.value)}
          onChange={(next) => next !== null && onChange({ ...value, value: next })}
        />
      )}{' '}
      {value && (
        <span className={css.lineLabel}>
          <TypedInput
            label={say('shared.whatItIs', { words: words.toLowerCase() })}
            placeholder={say('compose.whatItIs')}
            value={value.label ?? ''}
            empty
            onDone={(label) => onChange({ ...value, label: label || null })}
          />
        </span>
      )}
    </>
  );
}

/** A text of several lines, which counts when it is left. */
export function Paragraphs({
  words,
  value,
  hint,
  onDone,
}: {
  readonly words: string;
  readonly value: string;
  readonly hint: string;
  readonly onDone: (text: string) => void;
}) {
  const [typed, setTyped] = useState(value);
  const [before, setBefore] = useState(value);
  if (before !== value) {
    setBefore(value);
    setTyped(value);
  }
  return (
    <Input.TextArea
      aria-label={words}
      className={css.paragraphs}
      autoSize={{ minRows: 2, maxRows: 12 }}
      placeholder={hint}
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={() => typed !== value && onDone(typed)}
    />
  );
}
