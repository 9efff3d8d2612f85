import { useQuery } from '@tanstack/react-query';
import { Button, Input, InputNumber, Select } from 'antd';
import { call } from '../api/client';
import type {
  ColumnFormat,
  DatasetDetails,
  DatasetSummary,
  Recode,
  Slot,
  StepKindWords,
  ColumnInfo,
  ColumnProfile,
} from '../api/types';
import { ExpressionEditor } from './ExpressionEditor';
import { FormatEditor } from './FormatEditor';
import { TypedInput } from './TypedInput';
import { say } from '../words';
import css from './slots.module.css';

export type Fields = Readonly<Record<string, unknown>>;

/** What the editors need to know of a column. */
export interface StepColumn {
  readonly info: ColumnInfo;
  readonly profile: Pick<ColumnProfile, 'commonest'>;
}

type Columns = readonly StepColumn[];

interface Props {
  readonly slot: Slot;
  readonly fields: Fields;
  readonly columns: Columns;
  /** The dataset that it is said of, which is not looked up in itself. */
  readonly dataset: string;
  /** Of its steps, how many go before; all of them if null. */
  readonly steps?: number | null;
  /** Whether what is typed counts when it is left or Enter is pressed, and not with each key. */
  readonly late?: boolean;
  readonly onChange: (fields: Fields) => void;
}

/** The editor of one slot, by its type. */
export function SlotEditor(props: Props) {
  const { slot, fields, columns, late = false, onChange } = props;
  const value = fields[slot.path];
  const set = (next: unknown) => onChange({ ...fields, [slot.path]: next });
  const fitting = columns
    .map((column) => column.info)
    .filter((info) => slot.types.length === 0 || slot.types.includes(info.type))
    .map((info) => ({ value: info.name, label: info.label }));
  switch (slot.type) {
    case 'COLUMN':
      return <OneOf words={slot.words} value={value} options={fitting} onChange={set} />;
    case 'COLUMN_OR_NONE':
      return (
        <OneOf
          words={slot.words}
          value={value}
          options={[{ value: '', label: say('shared.noneOfThem') }, ...fitting]}
          onChange={(next) => set(next === '' ? null : next)}
        />
      );
    case 'COLUMNS':
      return <ColumnsPick words={slot.words} value={value} options={fitting} onChange={set} />;
    case 'DATASET':
      return <DatasetPick {...props} />;
    case 'OTHER_COLUMN':
    case 'OTHER_COLUMNS':
      return <OtherColumns {...props} />;
    case 'NUMBER':
      return (
        <InputNumber
          aria-label={slot.words}
          size="small"
          min={1}
          precision={0}
          value={Number(value ?? 1)}
          onChange={(next) => set(next ?? 1)}
        />
      );
    case 'OPTION':
      return (
        <OneOf
          words={slot.words}
          value={value ?? slot.options[0]?.value}
          options={slot.options.map((option) => ({ value: option.value, label: option.words }))}
          onChange={set}
        />
      );
    case 'VALUES':
      return (
        <Select
          aria-label={slot.words}
          size="small"
          mode="tags"
          value={(value ?? []) as string[]}
          options={commonest(columns, fields)}
          onChange={set}
        />
      );
    case 'GROUPS':
      return (
        <GroupsEditor
          words={slot.words}
          value={(value ?? []) as Recode['groups']}
          options={commonest(columns, fields)}
          onChange={set}
        />
      );
    case 'FORMAT':
      return <FormatEditor value={(value ?? null) as ColumnFormat | null} onChange={set} />;
    case 'YES_NO':
      return (
        <input
          type="checkbox"
          aria-label={slot.words}
          checked={value === true}
          onChange={(event) => set(event.target.checked)}
        />
      );
    case 'EXPRESSION':
      return (
        <ExpressionEditor
          label={slot.words}
          value={String(value ?? '')}
          columns={columns.map((column) => column.info)}
          dataset={props.dataset}
          steps={props.steps}
          condition={slot.path === 'condition'}
          late={late}
          onChange={set}
        />
      );
    case 'TEXT':
      return late ? (
        <TypedInput label={slot.words} value={String(value ?? '')} empty onDone={set} />
      ) : (
        <Input
          aria-label={slot.words}
          size="small"
          value={String(value ?? '')}
          onChange={(event) => set(event.target.value)}
        />
      );
  }
}

/** The commonest values of the column in the field `column`, to pick from; others are typed. */
function commonest(columns: Columns, fields: Fields) {
  const column = columns.find((item) => item.info.name === fields.column);
  return (column?.profile.commonest ?? []).flatMap(({ value }) =>
    value === null ? [] : [{ value, label: value }],
  );
}

interface OneProps {
  readonly words: string;
  readonly value: unknown;
  readonly options: { value: string; label: string }[];
  /** Said where there is nothing to pick. */
  readonly empty?: string;
  readonly onChange: (next: string) => void;
}

/** One of several, found by typing. */
function OneOf({ words, value, options, empty, onChange }: OneProps) {
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

function ColumnsPick({ words, value, options, onChange }: PickProps) {
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

function DatasetPick({ slot, fields, dataset, onChange }: Props) {
  const { data } = useQuery({
    queryKey: ['datasets'],
    queryFn: () => call<{ datasets: DatasetSummary[] }>('GET', '/api/datasets'),
  });
  const others = (data?.datasets ?? []).filter((item) => item.id !== dataset);
  return (
    <OneOf
      words={slot.words}
      value={fields[slot.path]}
      empty={say('shared.noOtherDataset')}
      options={others.map((item) => ({ value: item.id, label: item.name }))}
      onChange={(id) =>
        onChange({
          ...fields,
          [slot.path]: id,
          datasetName: others.find((item) => item.id === id)?.name ?? '',
        })
      }
    />
  );
}

function OtherColumns({ slot, fields, onChange }: Props) {
  const other = String(fields.dataset ?? '');
  const { data } = useQuery({
    queryKey: ['dataset', other],
    queryFn: () => call<DatasetDetails>('GET', `/api/datasets/${other}`),
    enabled: other !== '',
  });
  const options = (data?.columns ?? []).map(({ info }) => ({
    value: info.name,
    label: info.label,
  }));
  const set = (next: unknown) => onChange({ ...fields, [slot.path]: next });
  if (slot.type === 'OTHER_COLUMNS') {
    return (
      <ColumnsPick words={slot.words} value={fields[slot.path]} options={options} onChange={set} />
    );
  }
  return (
    <OneOf
      words={slot.words}
      value={fields[slot.path]}
      empty={say('shared.pickADatasetFirst')}
      options={options}
      onChange={set}
    />
  );
}

interface GroupsProps {
  readonly words: string;
  readonly value: Recode['groups'];
  readonly options: { value: string; label: string }[];
  readonly onChange: (next: Recode['groups']) => void;
}

/** Names for groups of values: each a line with its name and what belongs to it. */
function GroupsEditor({ words, value, options, onChange }: GroupsProps) {
  const groups = value.length > 0 ? value : [{ name: '', values: [] }];
  const change = (at: number, next: Recode['groups'][number]) =>
    onChange(groups.map((group, i) => (i === at ? next : group)));
  const taken = new Set(groups.flatMap((group) => group.values));
  return (
    <span className={css.groupsSlot} role="group" aria-label={words}>
      {groups.map((group, i) => (
        <span key={i} className={css.groupLine}>
          <Input
            aria-label={say('shared.nameOfGroup', { i: i + 1 })}
            size="small"
            placeholder={say('shared.nameIt')}
            value={group.name}
            onChange={(event) => change(i, { ...group, name: event.target.value })}
          />
          <Select
            aria-label={say('shared.valuesOfGroup', { i: i + 1 })}
            size="small"
            mode="tags"
            placeholder={say('prepare.pickOrTypeValues')}
            value={group.values}
            options={options.filter(
              (one) => !taken.has(one.value) || group.values.includes(one.value),
            )}
            onChange={(values) => change(i, { ...group, values })}
          />
        </span>
      ))}
      <Button size="small" onClick={() => onChange([...groups, { name: '', values: [] }])}>
        {say('shared.anotherGroup')}
      </Button>
    </span>
  );
}

/** A step of a kind before anything is said in it; a column that is looked at stands in its first place. */
export function blankStep(kind: StepKindWords, columns: Columns, looked: string | null): Fields {
  const fields: Record<string, unknown> = { kind: kind.kind };
  for (const slot of kind.slots) {
    const fits = (name: string | null) =>
      columns.some(
        ({ info }) =>
          info.name === name && (slot.types.length === 0 || slot.types.includes(info.type)),
      );
    switch (slot.type) {
      case 'COLUMN':
        fields[slot.path] = fits(looked)
          ? looked
          : (columns.find(({ info }) => fits(info.name))?.info.name ?? '');
        break;
      case 'OPTION':
        fields[slot.path] = slot.options[0]?.value ?? '';
        break;
      case 'COLUMNS':
      case 'OTHER_COLUMNS':
      case 'VALUES':
      case 'GROUPS':
        fields[slot.path] = [];
        break;
      case 'NUMBER':
        fields[slot.path] = 2;
        break;
      case 'YES_NO':
        fields[slot.path] = false;
        break;
      case 'COLUMN_OR_NONE':
      case 'FORMAT':
        fields[slot.path] = null;
        break;
      default:
        fields[slot.path] = '';
    }
  }
  return fields;
}
