import { useQuery } from '@tanstack/react-query';
import { Select } from 'antd';
import { useState } from 'react';
import { call } from '../../api/client';
import type {
  AppDefinition,
  ColumnInfo,
  DatasetDetails,
  DatasetSummary,
  FilterSpec,
  PageData,
} from '../../api/types';
import { dataOf, filterName } from '../../shared/datasets';
import { count } from '../../shared/format';
import { Menu } from '../../shared/Menu';
import { ProblemNote } from '../../shared/ProblemNote';
import { isNumber, isTime } from './options';
import { freeDataset } from './names';
import { TypedInput } from '../../shared/TypedInput';
import { say } from '../../words';
import composeCss from './compose.module.css';

interface Props {
  readonly app: AppDefinition;
  readonly page: PageData;
  /** Id of the dataset that the app was made of. */
  readonly first: string;
  readonly onChange: (app: AppDefinition) => void;
}

type Further = NonNullable<AppDefinition['datasets']>[number];
type Typed = Pick<ColumnInfo, 'name' | 'label' | 'type'>;

/** Whether what is picked of one column can be looked for in the other. */
const alike = (a: Typed, b: Typed): boolean =>
  a.type === b.type || (isTime(a) && isTime(b)) || (isNumber(a) && isNumber(b));

const sameLabel = (a: Typed, b: Typed): boolean =>
  a.label.trim().toLowerCase() === b.label.trim().toLowerCase();

/** With a column of the dataset that a filter narrows too; null for none. */
function followed(spec: FilterSpec, dataset: string, column: string | null): FilterSpec {
  const others = (spec.also ?? []).filter((other) => other.dataset !== dataset);
  return { ...spec, also: column === null ? others : [...others, { dataset, column }] };
}

/** Every filter of the others follows a column that is called the same and holds the like. */
function joined(page: PageData, name: string, columns: readonly Typed[]): FilterSpec[] {
  return page.app.filters.map((spec) => {
    const own = dataOf(page, spec.dataset).columns.find((column) => column.name === spec.column);
    const match = own && columns.find((column) => alike(own, column) && sameLabel(own, column));
    return match ? followed(spec, name, match.name) : spec;
  });
}

/** The datasets that an app reads, and which of their columns mean the same. */
export function DatasetsMenu({ app, page, first, onChange }: Props) {
  const further = app.datasets ?? [];
  const [problem, setProblem] = useState<Error | null>(null);
  const { data } = useQuery({
    queryKey: ['datasets'],
    queryFn: () => call<{ datasets: DatasetSummary[] }>('GET', '/api/datasets'),
  });
  const taken = [first, ...further.map((item) => item.dataset)];
  const open = (data?.datasets ?? []).filter((item) => !taken.includes(item.id));
  const add = (id: string) => {
    setProblem(null);
    call<DatasetDetails>('GET', `/api/datasets/${id}`)
      .then((details) => {
        const name = freeDataset(further);
        const columns = details.columns.map((column) => column.info);
        onChange({
          ...app,
          datasets: [...further, { name, dataset: id, noun: details.noun }],
          filters: joined(page, name, columns),
        });
      })
      .catch((failure: unknown) => setProblem(failure as Error));
  };
  const remove = (name: string) =>
    onChange({
      ...app,
      datasets: further.filter((item) => item.name !== name),
      measures: (app.measures ?? []).filter((measure) => measure.dataset !== name),
      filters: app.filters
        .filter((spec) => spec.dataset !== name)
        .map((spec) => followed(spec, name, null)),
      start: (app.start ?? []).filter(
        (filter) => !('column' in filter) || !filter.column.startsWith(`${name}:`),
      ),
    });
  return (
    <Menu
      label={
        further.length > 0
          ? say('compose.datasets', { n: further.length + 1 })
          : say('compose.datasetsOne')
      }
      className="word"
      name={say('compose.datasetsOfTheApp')}
    >
      {() => (
        <div className={composeCss.definitions}>
          <p className="soft">{say('compose.anAppCanRead')}</p>
          {problem && <ProblemNote error={problem} />}
          <p>
            {say('compose.datasetOf', {
              name: page.data.name,
              rows: count(page.data.rowCount),
              noun: app.noun,
            })}
          </p>
          {further.map((item) => (
            <OneDataset
              key={item.name}
              item={item}
              app={app}
              page={page}
              onChange={onChange}
              onRemove={() => remove(item.name)}
            />
          ))}
          {open.length > 0 ? (
            <Select
              aria-label={say('compose.addADataset')}
              size="small"

              placeholder={say('compose.addADataset')}
              value={null}
              showSearch={open.length > 8}
              optionFilterProp="label"
              popupMatchSelectWidth={false}
              options={open.map(({ id, name }) => ({ value: id, label: name }))}
              onChange={add}
            />
          ) : (
            <p className="soft">{say('compose.noOtherDatasets')}</p>
          )}
        </div>
      )}
    </Menu>
  );
}

function OneDataset({
  item,
  app,
  page,
  onChange,
  onRemove,
}: {
  readonly item: Further;
  readonly app: AppDefinition;
  readonly page: PageData;
  readonly onChange: (app: AppDefinition) => void;
  readonly onRemove: () => void;
}) {
  const known = page.datasets.find((further) => further.name === item.name);
  const { columns } = dataOf(page, item.name);
  const used = app.views.some((view) => view.dataset === item.name);
  const others = app.filters.filter(
    (spec) =>
      (spec.dataset ?? null) !== item.name &&
      dataOf(page, spec.dataset).columns.some((column) => column.name === spec.column),
  );
  return (
    <fieldset
      className={composeCss.definition}
      data-dataset={item.name}
      aria-label={known?.data.name ?? item.name}
    >
      <p>
        {known
          ? say('compose.datasetOf', {
              name: known.data.name,
              rows: count(known.data.rowCount),
              noun: item.noun,
            })
          : '…'}
      </p>
      <label className="soft">
        {say('compose.whatARowIsIn')}
        <TypedInput
          label={say('compose.whatARowOfThisIs')}
          value={item.noun}
          onDone={(noun) =>
            onChange({
              ...app,
              datasets: (app.datasets ?? []).map((other) =>
                other.name === item.name ? { ...other, noun } : other,
              ),
            })
          }
        />
      </label>
      {others.map((spec) => {
        const own = dataOf(page, spec.dataset).columns.find(({ name }) => name === spec.column);
        const label = own?.label ?? spec.column;
        const now = (spec.also ?? []).find((other) => other.dataset === item.name)?.column ?? '';
        return (
          <label key={filterName(spec)} className="soft">
            {say('compose.filterNarrows', { label })}{' '}
            <Select
              size="small"
              aria-label={say('compose.columnThatFollows', { label })}
              popupMatchSelectWidth={false}
              value={now}
              options={[
                { value: '', label: say('compose.nothingHere') },
                ...columns
                  .filter((column) => own && alike(own, column))
                  .map((column) => ({ value: column.name, label: column.label })),
              ]}
              onChange={(column) =>
                onChange({
                  ...app,
                  filters: app.filters.map((other) =>
                    other === spec ? followed(spec, item.name, column || null) : other,
                  ),
                })
              }
            />
          </label>
        );
      })}
      <button
        type="button"
        className="word"
        disabled={used}
        title={used ? say('compose.viewsShowIt') : undefined}
        onClick={onRemove}
      >
        {say('compose.removeThisDataset')}
      </button>
    </fieldset>
  );
}
