import { InputNumber, Select } from 'antd';
import type { Aggregate, Derived, Grammar, Measure, PageData, View } from '../../api/types';
import { say } from '../../words';
import composeCss from './compose.module.css';
import css from './MeasureSlots.module.css';

interface Props {
  readonly measure: Measure;
  /** Of the view that shows it, if there is one: what is made of all groups depends on them. */
  readonly by: View['by'];
  readonly split: View['split'];
  readonly page: PageData;
  readonly grammar: Grammar;
  readonly onChange: (measure: Measure) => void;
}

/** A measure part by part: the aggregate, its column, a second one or a percentage, what is made of all groups. */
export function MeasureSlots({ measure, by, split, page, grammar, onChange }: Props) {
  const words = grammar.aggregates.find((item) => item.aggregate === measure.aggregate);
  const columnsOf = (types: readonly string[]) =>
    page.columns
      .filter((column) => types.includes(column.type))
      .map((column) => ({ value: column.name, label: column.label }));
  const aggregates = grammar.aggregates
    .filter((item) => columnsOf(item.types).length > 0)
    .filter((item) => item.withWords === null || columnsOf(item.withTypes).length > 0);
  const isOver = Boolean(by?.step);
  const derived = grammar.derived.filter(
    (item) => (!item.needsPeriods || isOver) && (!item.needsSplit || Boolean(split)) && Boolean(by),
  );
  const pickAggregate = (aggregate: Aggregate) => {
    if (aggregate === 'ROWS') {
      onChange({ aggregate, column: null, derived: measure.derived ?? null });
      return;
    }
    const next = grammar.aggregates.find((item) => item.aggregate === aggregate);
    if (!next) return;
    const fitting = columnsOf(next.types);
    const column = fitting.find((item) => item.value === measure.column) ?? fitting[0];
    const second = columnsOf(next.withTypes);
    const other = second.find((item) => item.value === measure.with) ?? second[0];
    onChange({
      aggregate,
      column: column?.value ?? null,
      with: next.withWords === null ? null : (other?.value ?? null),
      percent: next.percent ? (measure.percent ?? 90) : null,
      derived: measure.derived ?? null,
    });
  };
  return (
    <div
      className={composeCss.measureSlots}
      role="group"
      aria-label={say('compose.partsOfTheMeasure')}
    >
      {words?.percent && (
        <InputNumber
          aria-label={say('compose.percent')}
          min={0}
          max={100}
          value={Number(measure.percent ?? 50)}
          suffix="%"
          onChange={(percent) => onChange({ ...measure, percent: percent ?? 50 })}
        />
      )}
      <Slot
        name={say('compose.aggregate')}
        value={measure.aggregate}
        options={[
          { value: 'ROWS', label: say('compose.numberOf', { noun: page.app.noun }) },
          ...aggregates.map((item) => ({
            value: item.aggregate,
            label: item.withWords === null ? item.words : `${item.words} … ${item.withWords} …`,
          })),
        ]}
        onPick={(value) => pickAggregate(value as Aggregate)}
      />
      {words && (
        <Slot
          name={say('compose.columnMeasured')}
          value={measure.column ?? ''}
          options={columnsOf(words.types)}
          onPick={(column) => onChange({ ...measure, column })}
        />
      )}
      {words && words.withWords !== null && (
        <>
          {words.withWords}
          <Slot
            name={say('compose.secondColumn')}
            value={measure.with ?? ''}
            options={columnsOf(words.withTypes)}
            onPick={(other) => onChange({ ...measure, with: other })}
          />
        </>
      )}
      {derived.length > 0 && (
        <>
          {say('compose.shownAs')}
          <Slot
            name={say('compose.shownAs2')}
            value={measure.derived ?? ''}
            options={[
              { value: '', label: say('compose.itIs') },
              ...derived.map((item) => ({ value: item.derived, label: item.words })),
            ]}
            onPick={(value) =>
              onChange({ ...measure, derived: value === '' ? null : (value as Derived) })
            }
          />
        </>
      )}
    </div>
  );
}

function Slot({
  name,
  value,
  options,
  onPick,
}: {
  readonly name: string;
  readonly value: string;
  readonly options: { value: string; label: string }[];
  readonly onPick: (value: string) => void;
}) {
  return (
    <Select
      aria-label={name}
      className={css.measureSlot}
      showSearch={options.length > 8}
      optionFilterProp="label"
      popupMatchSelectWidth={false}
      value={value}
      options={options}
      onChange={onPick}
    />
  );
}
