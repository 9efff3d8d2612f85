import { Input, InputNumber } from 'antd';
import { useState } from 'react';
import type { PageData, View } from '../../api/types';
import { useGrammar } from '../../shared/useGrammar';
import type { Given } from './Chosen';
import { measureChoices, measureOf, measureValue, NOTHING, type GrammarViewKind } from './options';
import { Phrase } from './Phrase';
import { PickMany } from './PickMany';
import { TypedInput } from '../../shared/TypedInput';
import { say } from '../../words';
import sentenceCss from './sentence.module.css';

interface Props {
  readonly view: View;
  readonly page: PageData;
  readonly onChange: (view: View) => void;
  readonly given: Given;
}

type Settings = NonNullable<View['settings']>;

export const drawn = (view: View, part: Partial<Settings>): View => ({
  ...view,
  settings: { ...view.settings, ...part },
});

/** Measures shown besides the first one. */
export function OtherMeasures({ view, page, onChange, given }: Props) {
  const grammar = useGrammar();
  const others = view.measures ?? [];
  const choices = measureChoices(page, grammar, null).filter(({ value }) => measureOf(value));
  return (
    <>
      {say('compose.with')}
      {given('BESIDES') ?? (
        <PickMany
          name={say('compose.furtherMeasures')}
          shown={2}
          value={others.map((measure) => measureValue(measure))}
          options={choices}
          onPick={(values) =>
            onChange({
              ...view,
              measures: values.flatMap((value) => {
                const measure = measureOf(value);
                return measure ? [measure] : [];
              }),
            })
          }
        />
      )}
    </>
  );
}

/** Columns that can say where a row lies. */
const degrees = (page: PageData) =>
  page.columns
    .filter((column) => column.type === 'DECIMAL' || column.type === 'WHOLE')
    .map(({ name, label }) => ({ value: name, label }));

/** How it is drawn: what the kind leaves open. */
export function DrawnAs({
  view,
  slots,
  page,
  onChange,
  given,
}: Props & { readonly slots: GrammarViewKind['slots'] }) {
  const settings: Settings = view.settings ?? {};
  const has = (slot: GrammarViewKind['slots'][number]) => slots.includes(slot);
  const compare = settings.compare ?? '';
  return (
    <>
      {has('ARRANGEMENT') && view.split && (
        <>
          {', '}
          {given('ARRANGEMENT') ?? (
            <Phrase
              name={say('compose.howPartsStand')}
              value={settings.arrange ?? 'STACKED'}
              choices={[
                { value: 'STACKED', label: say('compose.stacked') },
                { value: 'BESIDE', label: say('compose.sideBySide') },
                { value: 'FULL', label: say('compose.asSharesOfEach') },
              ]}
              onPick={(arrange) =>
                onChange(drawn(view, { arrange: arrange as NonNullable<Settings['arrange']> }))
              }
            />
          )}
        </>
      )}
      {has('UPRIGHT') && (
        <>
          {', '}
          {given('UPRIGHT') ?? (
            <Phrase
              name={say('compose.directionOfBars')}
              value={settings.upright ? 'up' : 'lying'}
              choices={[
                { value: 'lying', label: say('compose.lying') },
                { value: 'up', label: say('compose.upright') },
              ]}
              onPick={(value) => onChange(drawn(view, { upright: value === 'up' }))}
            />
          )}
        </>
      )}
      {has('AREA') && (
        <>
          {', '}
          {given('AREA') ?? (
            <Phrase
              name={say('compose.underTheLines')}
              value={settings.area ? 'area' : 'line'}
              choices={[
                { value: 'line', label: say('compose.linesAlone') },
                { value: 'area', label: say('compose.filledBelow') },
              ]}
              onPick={(value) => onChange(drawn(view, { area: value === 'area' }))}
            />
          )}
        </>
      )}
      {has('COMPARISON') && (
        <>
          {view.by && compare !== 'ALL'
            ? say('compose.andTheLatestComparedWith')
            : say('compose.andComparedWith')}
          {given('COMPARISON') ?? (
            <Phrase
              name={say('compose.comparedWith')}
              value={compare}
              choices={[
                NOTHING,
                ...(view.by
                  ? [
                      { value: 'BEFORE', label: say('compose.theOneBefore') },
                      { value: 'YEAR_BEFORE', label: say('compose.theSameAYearBefore') },
                    ]
                  : []),
                { value: 'ALL', label: say('compose.allRowsWhateverIsSelected') },
              ]}
              onPick={(value) =>
                onChange(
                  drawn(view, {
                    compare: value === '' ? null : (value as NonNullable<Settings['compare']>),
                  }),
                )
              }
            />
          )}
        </>
      )}
      {has('COORDINATES') && (
        <>
          {say('compose.at')}{' '}
          {given('COORDINATES') ?? (
            <>
              <Phrase
                name={say('compose.latitude')}
                value={settings.latitude ?? ''}
                choices={degrees(page)}
                onPick={(latitude) => onChange(drawn(view, { latitude }))}
              />{' '}
              {say('compose.and')}{' '}
              <Phrase
                name={say('compose.longitude')}
                value={settings.longitude ?? ''}
                choices={degrees(page)}
                onPick={(longitude) => onChange(drawn(view, { longitude }))}
              />
            </>
          )}
        </>
      )}
      {has('REFERENCE') &&
        (given('REFERENCE') ?? <ReferenceLine view={view} onChange={onChange} />)}
    </>
  );
}

/** Rows that the view leaves out whatever is filtered. */
export function OwnCondition({ view, onChange, given }: Omit<Props, 'page'>) {
  const [open, setOpen] = useState(false);
  const chosen = given('CONDITION');
  if (chosen) {
    return (
      <>
        {say('compose.where')}
        {chosen}
      </>
    );
  }
  if (!view.condition && !open) {
    return (
      <>
        {' '}
        <button
          type="button"
          className={`word ${sentenceCss.addLine}`}
          onClick={() => setOpen(true)}
        >
          {say('compose.plusCondition')}
        </button>
      </>
    );
  }
  return (
    <>
      {say('compose.where')}
      <TypedInput
        label={say('compose.conditionOfTheView')}
        value={view.condition ?? ''}
        placeholder={say('compose.anExpression')}
        empty
        onDone={(condition) => {
          setOpen(false);
          onChange({ ...view, condition: condition || null });
        }}
      />
    </>
  );
}

function ReferenceLine({ view, onChange }: Pick<Props, 'view' | 'onChange'>) {
  const reference = view.settings?.reference;
  const [open, setOpen] = useState(false);
  if (!reference && !open) {
    return (
      <button type="button" className={`word ${sentenceCss.addLine}`} onClick={() => setOpen(true)}>
        {say('compose.line')}
      </button>
    );
  }
  const set = (value: number | null, label: string) =>
    onChange(drawn(view, { reference: value === null ? null : { value, label: label || null } }));
  return (
    <>
      {say('compose.withALineAt')}
      <InputNumber
        aria-label={say('compose.valueOfTheLine')}
        size="small"
        value={reference ? Number(reference.value) : null}
        onChange={(value) => set(value === null ? null : Number(value), reference?.label ?? '')}
      />{' '}
      <Input
        aria-label={say('compose.whatTheLineIs')}
        size="small"
        className={sentenceCss.lineLabel}
        placeholder={say('compose.whatItIs')}
        disabled={!reference}
        defaultValue={reference?.label ?? ''}
        onBlur={(event) => reference && set(Number(reference.value), event.target.value)}
      />
    </>
  );
}
