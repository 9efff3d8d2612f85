import type { ComponentType } from 'react';
import type { AppDefinition, Grammar, PageData, View } from '../../api/types';
import { Input, InputNumber } from 'antd';
import { PickMany } from './PickMany';
import { TypedInput } from '../../shared/TypedInput';
import { say } from '../../words';

export type Option = NonNullable<AppDefinition['choices']>[number]['options'][number];
type Slot = Grammar['choiceKinds'][number]['needs'][number];

interface EditorProps {
  readonly option: Option;
  readonly i: number;
  readonly page: PageData;
  readonly onChange: (option: Option) => void;
}

/** How an author writes what an option stands for, where there is more than can be proposed. */
interface Written {
  readonly blank: (view: View | undefined) => Partial<Option>;
  readonly Editor: ComponentType<EditorProps>;
}

const WRITTEN: Partial<Record<Slot, Written>> = {
  COLUMNS: {
    blank: (view) => ({ columns: (view?.columns ?? []).slice(0, 1) }),
    Editor: ({ option, i, page, onChange }) => (
      <PickMany
        small
        name={say('compose.columnsOfOption', { i })}
        shown={2}
        value={option.columns ?? []}
        options={page.columns.map(({ name, label }) => ({ value: name, label }))}
        onPick={(columns) => columns.length > 0 && onChange({ ...option, columns })}
      />
    ),
  },
  CONDITION: {
    blank: () => ({ condition: '1 = 1' }),
    Editor: ({ option, i, onChange }) =>
      option.condition ? (
        <TypedInput
          label={say('compose.conditionOfOption', { i })}
          value={option.condition}
          onDone={(condition) => onChange({ ...option, condition })}
        />
      ) : null,
  },
  REFERENCE: {
    blank: () => ({ settings: { reference: { value: 0, label: null } } }),
    Editor: ({ option, i, onChange }) => {
      const reference = option.settings?.reference;
      const set = (part: { value?: number; label?: string | null }) =>
        reference && onChange({ ...option, settings: { reference: { ...reference, ...part } } });
      return reference ? (
        <>
          <InputNumber
            size="small"
            aria-label={say('compose.valueOfOption', { i })}
            value={Number(reference.value)}
            onChange={(value) => value !== null && set({ value })}
          />
          <TypedInput
            label={say('compose.lineOfOption', { i })}
            placeholder={say('compose.whatItIs')}
            value={reference.label ?? ''}
            empty
            onDone={(label) => set({ label: label || null })}
          />
        </>
      ) : null;
    },
  },
  TEXT: {
    blank: (view) => ({ settings: { text: view?.settings?.text ?? '' } }),
    Editor: ({ option, i, onChange }) => (
      <Input.TextArea
        key={option.settings?.text}
        aria-label={say('compose.textOfOption', { i })}
        autoSize={{ minRows: 2, maxRows: 8 }}
        defaultValue={option.settings?.text ?? ''}
        onBlur={(event) =>
          event.target.value.trim() !== '' &&
          onChange({ ...option, settings: { text: event.target.value } })
        }
      />
    ),
  },
};

/** By the parts of views that a choice fills; null where its options are picked from what is proposed. */
export const writtenOf = (needs: readonly Slot[]): Written | null => {
  const [slot, ...others] = needs;
  return slot && others.length === 0 ? (WRITTEN[slot] ?? null) : null;
};
