import type { AppDefinition, Grammar, Measure, PageData } from '../../api/types';
import { dataOf } from '../../shared/datasets';
import { Menu } from '../../shared/Menu';
import type { Fields } from '../../shared/sentence/definition';
import { SentenceEditor } from '../../shared/sentence/SentenceEditor';
import { freeName, usesOf } from './names';
import { columnsOf, useSlots } from './useSlots';
import { TypedInput } from '../../shared/TypedInput';
import { say } from '../../words';
import composeCss from './compose.module.css';

type Named = NonNullable<AppDefinition['measures']>[number];

interface Props {
  /** Id of the app, and how often it was saved. */
  readonly id: string;
  readonly revision: number;
  /** Id of the app's first dataset. */
  readonly first: string;
  readonly app: AppDefinition;
  readonly page: PageData;
  readonly grammar: Grammar;
  readonly onChange: (app: AppDefinition) => void;
}

/** Measures that have a name: what they are made of, how they are shown, where they are used. */
export function MeasuresMenu(props: Props) {
  const { id: appId, revision, first, app, page, grammar, onChange } = props;
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
                id={appId}
                revision={revision}
                dataset={
                  (app.datasets ?? []).find((item) => item.name === named.dataset)?.dataset ?? first
                }
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

/** What it measures, then what else is said of it. */
function OneMeasure({
  id,
  revision,
  dataset,
  named,
  page,
  grammar,
  onChange,
}: Pick<Props, 'id' | 'revision' | 'page' | 'grammar'> & {
  /** Id of the dataset that it is of. */
  readonly dataset: string;
  readonly named: Named;
  readonly onChange: (id: string, part: Partial<Named>) => void;
}) {
  const { slots, fresh } = useSlots(id, revision, named.id, {
    measure: named.measure,
    dataset: named.dataset ?? null,
  });
  return (
    <SentenceEditor
      slots={[...slots, ...grammar.measureSlots]}
      fresh={fresh}
      fields={named as unknown as Fields}
      columns={columnsOf(page)}
      dataset={dataset}
      late
      look="lines"
      onChange={(next) => onChange(named.id, next as unknown as Named)}
    />
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
