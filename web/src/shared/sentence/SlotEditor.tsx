import { Input, InputNumber, Select } from 'antd';
import type { ColumnFormat, Recode, Slot, ColumnInfo, ColumnProfile } from '../../api/types';
import { ExpressionEditor } from '../ExpressionEditor';
import { FormatEditor } from '../FormatEditor';
import { TypedInput } from '../TypedInput';
import { say } from '../../words';
import { valueAt, withValue, type Fields } from './definition';
import { GroupsEditor } from './GroupsEditor';
import { DatasetPick, OtherColumns } from './OtherDataset';
import { PictureEditor } from './PictureEditor';
import { ColumnsPick, OneOf, Paragraphs, Pick, Picks, ReferenceEditor, type Look } from './pickers';
import css from './SlotEditor.module.css';

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
  readonly look?: Look;
  /** Told whether what is picked is said part by part. */
  readonly onMore?: (more: boolean) => void;
  /** Told what is picked in place of the change that it makes. */
  readonly onPick?: (value: string) => void;
  readonly onChange: (fields: Fields) => void;
}

/** The editor of one slot, by its type. */
export function SlotEditor(props: Props) {
  const { slot, fields, columns, late = false, look = 'lines', onChange } = props;
  const value = valueAt(fields, slot.path);
  const set = (next: unknown) => onChange(withValue(fields, slot.path, next));
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
      return (
        <FormatEditor
          plain={slot.options.length > 0}
          value={(value ?? null) as ColumnFormat | null}
          onChange={set}
        />
      );
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
          empty={slot.opens !== null}
          onChange={(text) => set(text === '' ? null : text)}
        />
      );
    case 'PICK':
      return (
        <Pick
          slot={slot}
          fields={fields}
          look={look}
          onPick={props.onPick}
          onChange={onChange}
          onMore={props.onMore ?? (() => undefined)}
        />
      );
    case 'PICKS':
    case 'PICKS_OR_NONE':
      return <Picks slot={slot} fields={fields} look={look} onChange={onChange} />;
    case 'PERCENT':
      return (
        <InputNumber
          aria-label={slot.words}
          size="small"
          min={0}
          max={100}
          suffix="%"
          value={Number(value ?? 50)}
          onChange={(next) => set(next ?? 50)}
        />
      );
    case 'REFERENCE':
      return (
        <ReferenceEditor
          words={slot.words}
          value={(value ?? null) as { value: number | null; label?: string | null } | null}
          onChange={set}
        />
      );
    case 'PICTURE':
      return (
        <PictureEditor
          words={slot.words}
          value={(value ?? null) as { id: string } | null}
          onChange={set}
        />
      );
    case 'PARAGRAPHS':
      return (
        <Paragraphs
          words={slot.words}
          value={String(value ?? '')}
          hint={slot.before === null ? '' : say('compose.markdownAFormulaInDouble')}
          onDone={(text) => set(text.trim() === '' ? null : text)}
        />
      );
    case 'CHOSEN':
      return (
        <span className={css.chosen} title={say('compose.colleaguesChooseThis')}>
          {say('compose.chosen', { slot: slot.words })}
        </span>
      );
    case 'TEXT':
      return late ? (
        <TypedInput
          label={slot.words}
          value={String(value ?? '')}
          placeholder={slot.options[0]?.words}
          empty
          onDone={set}
        />
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
