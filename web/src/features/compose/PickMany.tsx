import { Select } from 'antd';
import css from './PickMany.module.css';

/** Several of a list, as words one after the other. */
export function PickMany({
  name,
  value,
  options,
  shown,
  small = false,
  onPick,
}: {
  readonly name: string;
  readonly value: readonly string[];
  readonly options: readonly { readonly value: string; readonly label: string }[];
  /** How many stand as words; the rest as a number. */
  readonly shown: number;
  readonly small?: boolean;
  readonly onPick: (values: string[]) => void;
}) {
  return (
    <Select
      mode="multiple"
      size={small ? 'small' : undefined}
      aria-label={name}
      className={css.columnsPick}
      maxTagCount={shown}
      popupMatchSelectWidth={false}
      optionFilterProp="label"
      value={[...value]}
      options={[...options]}
      onChange={onPick}
    />
  );
}
