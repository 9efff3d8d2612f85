import { Input, InputNumber, Select } from 'antd';
import { useState } from 'react';
import type { PageData, View } from '../../api/types';
import { useGrammar } from '../../shared/useGrammar';
import { measureChoices, measureOf, measureValue, NOTHING, type GrammarViewKind } from './options';
import { Phrase } from './Phrase';

interface Props {
  readonly view: View;
  readonly page: PageData;
  readonly onChange: (view: View) => void;
}

type Settings = NonNullable<View['settings']>;

export const drawn = (view: View, part: Partial<Settings>): View => ({
  ...view,
  settings: { ...view.settings, ...part },
});

/** Measures shown besides the first one. */
export function OtherMeasures({ view, page, onChange }: Props) {
  const grammar = useGrammar();
  const others = view.measures ?? [];
  const choices = measureChoices(page, grammar, null).filter(({ value }) => measureOf(value));
  return (
    <>
      {' with '}
      <Select
        mode="multiple"
        aria-label="Further measures"
        className="columns-pick"
        maxTagCount={2}
        popupMatchSelectWidth={false}
        optionFilterProp="label"
        value={others.map((measure) => measureValue(measure))}
        options={choices}
        onChange={(values) =>
          onChange({
            ...view,
            measures: values.flatMap((value) => {
              const measure = measureOf(value);
              return measure ? [measure] : [];
            }),
          })
        }
      />
    </>
  );
}

/** How it is drawn: what the kind leaves open. */
export function DrawnAs({
  view,
  slots,
  onChange,
}: Props & { readonly slots: GrammarViewKind['slots'] }) {
  const settings: Settings = view.settings ?? {};
  const has = (slot: GrammarViewKind['slots'][number]) => slots.includes(slot);
  const compare = settings.compare ?? '';
  return (
    <>
      {has('ARRANGEMENT') && view.split && (
        <>
          {', '}
          <Phrase
            name="How parts stand"
            value={settings.arrange ?? 'STACKED'}
            choices={[
              { value: 'STACKED', label: 'stacked' },
              { value: 'BESIDE', label: 'side by side' },
              { value: 'FULL', label: 'as shares of each' },
            ]}
            onPick={(arrange) =>
              onChange(drawn(view, { arrange: arrange as NonNullable<Settings['arrange']> }))
            }
          />
        </>
      )}
      {has('UPRIGHT') && (
        <>
          {', '}
          <Phrase
            name="Direction of bars"
            value={settings.upright ? 'up' : 'lying'}
            choices={[
              { value: 'lying', label: 'lying' },
              { value: 'up', label: 'upright' },
            ]}
            onPick={(value) => onChange(drawn(view, { upright: value === 'up' }))}
          />
        </>
      )}
      {has('AREA') && (
        <>
          {', '}
          <Phrase
            name="Under the lines"
            value={settings.area ? 'area' : 'line'}
            choices={[
              { value: 'line', label: 'lines alone' },
              { value: 'area', label: 'filled below' },
            ]}
            onPick={(value) => onChange(drawn(view, { area: value === 'area' }))}
          />
        </>
      )}
      {has('COMPARISON') && view.by && (
        <>
          {' and the latest compared with '}
          <Phrase
            name="Compared with"
            value={compare}
            choices={[
              NOTHING,
              { value: 'BEFORE', label: 'the one before' },
              { value: 'YEAR_BEFORE', label: 'the same a year before' },
            ]}
            onPick={(value) =>
              onChange(
                drawn(view, {
                  compare: value === '' ? null : (value as NonNullable<Settings['compare']>),
                }),
              )
            }
          />
        </>
      )}
      {has('REFERENCE') && <ReferenceLine view={view} onChange={onChange} />}
    </>
  );
}

function ReferenceLine({ view, onChange }: Pick<Props, 'view' | 'onChange'>) {
  const reference = view.settings?.reference;
  const [open, setOpen] = useState(false);
  if (!reference && !open) {
    return (
      <button type="button" className="word add-line" onClick={() => setOpen(true)}>
        + line
      </button>
    );
  }
  const set = (value: number | null, label: string) =>
    onChange(drawn(view, { reference: value === null ? null : { value, label: label || null } }));
  return (
    <>
      {', with a line at '}
      <InputNumber
        aria-label="Value of the line"
        size="small"
        value={reference ? Number(reference.value) : null}
        onChange={(value) => set(value === null ? null : Number(value), reference?.label ?? '')}
      />{' '}
      <Input
        aria-label="What the line is"
        size="small"
        className="line-label"
        placeholder="what it is"
        disabled={!reference}
        defaultValue={reference?.label ?? ''}
        onBlur={(event) => reference && set(Number(reference.value), event.target.value)}
      />
    </>
  );
}
