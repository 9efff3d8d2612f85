import { Select } from 'antd';
import { useQueries } from '@tanstack/react-query';
import { call } from '../../api/client';
import type { AppDefinition, DatasetDetails, FilterSpec, Grammar, PageData } from '../../api/types';
import { dataOf, filterName } from '../../shared/datasets';
import { Menu } from '../../shared/Menu';
import { freeName } from './names';
import { isCoded } from './options';
import type { Fields } from '../../shared/sentence/definition';
import { SentenceEditor } from '../../shared/sentence/SentenceEditor';
import type { StepColumn } from '../../shared/sentence/SlotEditor';
import { TypedInput } from '../../shared/TypedInput';
import { say } from '../../words';
import composeCss from './compose.module.css';
import css from './FiltersMenu.module.css';

interface Props {
  readonly app: AppDefinition;
  readonly page: PageData;
  /** Id of the app's first dataset. */
  readonly first: string;
  readonly grammar: Grammar;
  readonly onChange: (app: AppDefinition) => void;
}

/** How each filter is picked, what it is called, which views it leaves alone; conditions and searches. */
export function FiltersMenu(props: Props) {
  return (
    <Menu
      label={say('compose.howTheyFilter')}
      className="word"
      name={say('compose.howEachFilterWorks')}
    >
      {() => <Filters {...props} />}
    </Menu>
  );
}

function Filters({ app, page, first, grammar, onChange }: Props) {
  const { filters } = app;
  const known = useColumns(app, first);
  const set = (at: number, next: FilterSpec) =>
    onChange({ ...app, filters: filters.map((spec, i) => (i === at ? next : spec)) });
  const add = (spec: FilterSpec) => onChange({ ...app, filters: [...filters, spec] });
  const id = () =>
    freeName(
      'c',
      filters.map((spec) => ({ id: spec.column })),
    );
  return (
    <div className={`${composeCss.definitions} ${css.filterSpecs}`}>
      {[null, ...(app.datasets ?? []).map((item) => item.name)].map((dataset) => (
        <AddFilter
          key={dataset ?? ''}
          page={dataOf(page, dataset)}
          several={(app.datasets ?? []).length > 0}
          onAdd={(spec) => add({ ...spec, column: id(), dataset })}
        />
      ))}
      <AppScope app={app} page={page} onChange={onChange} />
      {filters.map((spec, at) => (
        <OneFilterSpec
          key={filterName(spec)}
          spec={spec}
          page={page}
          known={known(spec.dataset)}
          source={(app.datasets ?? []).find((item) => item.name === spec.dataset)?.dataset ?? first}
          grammar={grammar}
          onChange={(next) => set(at, next)}
          onEarlier={
            at === 0
              ? null
              : () => {
                  const next = [...filters];
                  next.splice(at - 1, 2, spec, filters[at - 1] as FilterSpec);
                  onChange({ ...app, filters: next });
                }
          }
          onRemove={() => onChange({ ...app, filters: filters.filter((other) => other !== spec) })}
        />
      ))}
    </div>
  );
}

/** Columns of each dataset with their commonest values, by the name that the app gives the dataset. */
function useColumns(app: AppDefinition, first: string) {
  const ids = [first, ...(app.datasets ?? []).map((item) => item.dataset)];
  const found = useQueries({
    queries: ids.map((id) => ({
      queryKey: ['dataset', id],
      queryFn: () => call<DatasetDetails>('GET', `/api/datasets/${id}`),
    })),
  });
  return (dataset: string | null | undefined): readonly StepColumn[] => {
    const at = dataset ? (app.datasets ?? []).findIndex((item) => item.name === dataset) + 1 : 0;
    return found[at]?.data?.columns ?? [];
  };
}

/** Which rows the app shows at all, and what a press on a bar does at first. */
function AppScope({ app, page, onChange }: Omit<Props, 'grammar' | 'first'>) {
  const further = app.datasets ?? [];
  return (
    <fieldset className={composeCss.definition} aria-label={say('compose.rowsOfTheApp')}>
      <label className="soft">
        {say('compose.onlyWhere', { noun: app.noun })}
        <TypedInput
          label={say('compose.onlyWhere', { noun: app.noun })}
          value={app.condition ?? ''}
          placeholder={say('compose.allRowsOfIt')}
          empty
          onDone={(condition) => onChange({ ...app, condition: condition || null })}
        />
      </label>
      {further.map((item) => (
        <label key={item.name} className="soft">
          {say('compose.onlyWhere', { noun: item.noun })}
          <TypedInput
            label={say('compose.onlyWhere', { noun: item.noun })}
            value={item.condition ?? ''}
            placeholder={say('compose.allRowsOfIt')}
            empty
            onDone={(condition) =>
              onChange({
                ...app,
                datasets: further.map((other) =>
                  other === item ? { ...item, condition: condition || null } : other,
                ),
              })
            }
          />
        </label>
      ))}
      <label className="soft">
        {say('compose.aPressOnABar')}{' '}
        <Select
          aria-label={say('compose.aPressOnABar')}
          size="small"
          popupMatchSelectWidth={false}
          value={app.marking ?? 'NARROW'}
          options={[
            { value: 'NARROW', label: say('compose.narrowsTheOthers') },
            { value: 'HIGHLIGHT', label: say('compose.highlightsInTheOthers') },
          ]}
          onChange={(marking) => onChange({ ...app, marking })}
        />
      </label>
      <label className="soft">
        <input
          type="checkbox"
          checked={app.live ?? false}
          onChange={(event) => onChange({ ...app, live: event.target.checked })}
        />{' '}
        {say('compose.newDataAtOnce')}
      </label>
      {page.columns.length > 0 && (
        <p className="soft">
          {say('compose.columnsToWrite', {
            columns: page.columns
              .slice(0, 6)
              .map(({ name }) => name)
              .join(', '),
          })}
        </p>
      )}
    </fieldset>
  );
}

/** Filters of a dataset that are written down. */
function AddFilter({
  page,
  several,
  onAdd,
}: {
  readonly page: PageData;
  readonly several: boolean;
  readonly onAdd: (spec: Omit<FilterSpec, 'column'>) => void;
}) {
  const texts = page.columns.filter(isCoded).map((column) => column.name);
  const { noun } = page.app;
  return (
    <p>
      <button
        type="button"
        className="button"
        onClick={() =>
          onAdd({ kind: 'CONDITION', title: say('compose.newCondition'), condition: '1 = 1' })
        }
      >
        {several ? say('compose.addAConditionOn', { noun }) : say('compose.addACondition')}
      </button>{' '}
      <button
        type="button"
        className="button"
        disabled={texts.length === 0}
        onClick={() => onAdd({ kind: 'SEARCH', columns: texts })}
      >
        {several ? say('compose.addASearchIn', { noun }) : say('compose.addASearch')}
      </button>{' '}
      <button
        type="button"
        className="button"
        disabled={texts.length < 2}
        onClick={() => onAdd({ kind: 'COLUMN_FIRST', columns: texts })}
      >
        {several ? say('compose.addAColumnFirstOf', { noun }) : say('compose.addAColumnFirst')}
      </button>
    </p>
  );
}

function OneFilterSpec({
  spec,
  page,
  known,
  source,
  grammar,
  onChange,
  onEarlier,
  onRemove,
}: {
  readonly spec: FilterSpec;
  readonly page: PageData;
  /** The columns of its dataset with their commonest values. */
  readonly known: readonly StepColumn[];
  /** Id of that dataset. */
  readonly source: string;
  readonly grammar: Grammar;
  readonly onChange: (spec: FilterSpec) => void;
  readonly onEarlier: (() => void) | null;
  readonly onRemove: () => void;
}) {
  const { columns } = dataOf(page, spec.dataset);
  const column = columns.find((item) => item.name === spec.column);
  const words = (kind: FilterSpec['kind']) =>
    grammar.filterKinds.find((item) => item.kind === kind)?.words ?? kind;
  const kind = grammar.filterKinds.find((item) => item.kind === spec.kind);
  const ofColumn = kind?.ofColumn ?? true;
  const plain = column?.label ?? spec.condition ?? kind?.words ?? spec.kind;
  const label = spec.title || plain;
  const views = page.app.views.filter(
    (view) =>
      (view.dataset ?? null) === (spec.dataset ?? null) ||
      (spec.also ?? []).some((other) => (other.dataset ?? null) === (view.dataset ?? null)),
  );
  return (
    <fieldset
      className={`${composeCss.definition} ${composeCss.filterSpec}`}
      data-filter={filterName(spec)}
      aria-label={label}
    >
      <TypedInput
        label={say('compose.titleOfTheFilter')}
        value={spec.title ?? ''}
        placeholder={plain}
        empty
        onDone={(title) => onChange({ ...spec, title: title || null })}
      />
      {ofColumn && column && column.filters.length > 1 && (
        <label className="soft">
          {say('compose.pickedBy')}{' '}
          <Select
            size="small"
            aria-label={say('compose.howIsPicked', { label })}
            popupMatchSelectWidth={false}
            value={spec.kind}
            options={column.filters.map((kind) => ({ value: kind, label: words(kind) }))}
            onChange={(kind) => onChange({ ...spec, kind })}
          />
        </label>
      )}
      <span className={css.specSlots}>
        <SentenceEditor
          slots={kind?.slots ?? []}
          fields={spec as unknown as Fields}
          columns={known}
          dataset={source}
          late
          look="lines"
          onChange={(fields) => onChange(fields as unknown as FilterSpec)}
        />
      </span>
      <label className="soft">
        {say('compose.leavesAlone')}{' '}
        <Select
          mode="multiple"
          size="small"
          aria-label={say('compose.viewsThatDoesNotNarrow', { label })}
          className={composeCss.followPick}
          placeholder={say('compose.noView')}
          maxTagTextLength={34}
          popupMatchSelectWidth={false}
          optionFilterProp="label"
          value={(spec.skipped ?? []).filter((id) => views.some((view) => view.id === id))}
          options={views.map((view) => ({
            value: view.id,
            label: page.words[view.id]?.title ?? view.id,
          }))}
          onChange={(skipped: string[]) => onChange({ ...spec, skipped })}
        />
      </label>
      <span className={css.specEnd}>
        {onEarlier && (
          <button type="button" className="word" onClick={onEarlier}>
            {say('compose.earlier')}
          </button>
        )}{' '}
        <button type="button" className="word" onClick={onRemove}>
          {say('compose.removeThisFilter')}
        </button>
      </span>
    </fieldset>
  );
}
