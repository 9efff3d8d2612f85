import { Input, Select } from 'antd';
import type { AppDefinition, ColumnFormat, Grammar, Measure, PageData } from '../../api/types';
import { FormatEditor } from '../../shared/FormatEditor';
import { dataOf } from '../../shared/datasets';
import { Menu } from '../../shared/Menu';
import { MeasureSlots } from './MeasureSlots';
import { freeName, usesOf } from './names';
import { TypedInput } from '../../shared/TypedInput';
import { say } from '../../words';
import composeCss from './compose.module.css';

type Named = NonNullable<AppDefinition['measures']>[number];

interface Props {
  readonly app: AppDefinition;
  readonly page: PageData;
  readonly grammar: Grammar;
  readonly onChange: (app: AppDefinition) => void;
}

const GOOD = [
  { value: '', label: say('compose.noDirectionIsBetter') },
  { value: 'HIGHER', label: say('compose.higherIsBetter') },
  { value: 'LOWER', label: say('compose.lowerIsBetter') },
];

/** Measures that have a name: what they are made of, how they are shown, where they are used. */
export function MeasuresMenu({ app, page, grammar, onChange }: Props) {
  const measures = app.measures ?? [];
  const set = (id: string, part: Partial<Named>) =>
    onChange({
      ...app,
      measures: measures.map((named) => (named.id === id ? { ...named, ...part } : named)),
    });
  const add = (measure: Measure, dataset: string | null = null) => {
    const id = freeName('m', measures);
    let name = say('compose.newMeasure');
    for (let n = 2; measures.some((named) => named.name === name); n += 1)
      name = say('compose.newMeasure2', { n });
    onChange({
      ...app,
      measures: [
        ...measures,
        { id, name, measure, format: null, good: null, description: null, dataset },
      ],
    });
  };
  return (
    <Menu
      label={
        measures.length > 0
          ? say('compose.measures', { measures: measures.length })
          : say('compose.measures2')
      }
      className="word"
      name={say('compose.measuresWithAName')}
    >
      {() => (
        <div className={composeCss.definitions}>
          <p className="soft">{say('compose.aMeasureWithAName')}</p>
          {measures.map((named) => (
            <fieldset
              key={named.id}
              className={composeCss.definition}
              data-measure={named.id}
              aria-label={named.name}
            >
              <TypedInput
                label={say('compose.nameOfTheMeasure')}
                value={named.name}
                onDone={(name) => set(named.id, { name })}
              />
              <OneMeasure
                named={named}
                page={dataOf(page, named.dataset)}
                grammar={grammar}
                onChange={set}
              />
              <Uses app={app} page={page} id={named.id} />
              <button
                type="button"
                className="word"
                disabled={usesOf(app, named.id).length > 0}
                title={usesOf(app, named.id).length > 0 ? say('compose.itIsUsed') : undefined}
                onClick={() =>
                  onChange({ ...app, measures: measures.filter((other) => other !== named) })
                }
              >
                {say('compose.removeThisMeasure')}
              </button>
            </fieldset>
          ))}
          <button
            type="button"
            className="button"
            onClick={() => add(page.measures[0] ?? { aggregate: 'ROWS', column: null })}
          >
            {say('compose.nameAMeasure')}
          </button>{' '}
          <button
            type="button"
            className="button"
            onClick={() => add({ aggregate: 'FORMULA', column: null, expression: 'count(*)' })}
          >
            {say('compose.nameAFormula')}
          </button>
          {(app.datasets ?? []).map(({ name, noun }) => (
            <button
              key={name}
              type="button"
              className="button"
              onClick={() =>
                add(dataOf(page, name).measures[0] ?? { aggregate: 'ROWS', column: null }, name)
              }
            >
              {say('compose.nameAMeasureOf', { noun })}
            </button>
          ))}
        </div>
      )}
    </Menu>
  );
}

function OneMeasure({
  named,
  page,
  grammar,
  onChange,
}: {
  readonly named: Named;
  readonly page: PageData;
  readonly grammar: Grammar;
  readonly onChange: (id: string, part: Partial<Named>) => void;
}) {
  return (
    <>
      {named.measure.aggregate === 'FORMULA' ? (
        <TypedInput
          label={say('compose.formulaOfAggregatesSuchAs')}
          value={named.measure.expression ?? ''}
          onDone={(expression) => onChange(named.id, { measure: { ...named.measure, expression } })}
        />
      ) : (
        <MeasureSlots
          measure={named.measure}
          by={null}
          split={null}
          page={page}
          grammar={grammar}
          onChange={(measure) => onChange(named.id, { measure })}
        />
      )}
      <FormatEditor
        plain
        value={(named.format ?? null) as ColumnFormat | null}
        onChange={(format) => onChange(named.id, { format })}
      />
      <Select
        aria-label={say('compose.whichDirectionIsGood')}
        size="small"
        popupMatchSelectWidth={false}
        value={named.good ?? ''}
        options={GOOD}
        onChange={(good) =>
          onChange(named.id, { good: good === '' ? null : (good as Named['good']) })
        }
      />
      <Input.TextArea
        aria-label={say('compose.whatItMeans')}
        placeholder={say('compose.whatItMeansForWhoever')}
        autoSize
        defaultValue={named.description ?? ''}
        onBlur={(event) => onChange(named.id, { description: event.target.value || null })}
      />
    </>
  );
}

function Uses({
  app,
  page,
  id,
}: {
  readonly app: AppDefinition;
  readonly page: PageData;
  readonly id: string;
}) {
  const uses = usesOf(app, id).map(
    (use) => page.words[use]?.title ?? page.choices[use]?.name ?? use,
  );
  return (
    <p className="soft">
      {uses.length === 0
        ? say('compose.notUsedYet')
        : say('compose.usedBy', { views: uses.join(', ') })}
    </p>
  );
}
