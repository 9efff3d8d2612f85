import type { Bin, ColumnInfo, Filter } from '../../api/types';
import { cell } from '../../shared/format';
import { say } from '../../words';

/** Some rows that are looked at: those with a value or within a span of a distribution. */
export interface Focus {
  readonly info: ColumnInfo;
  readonly filter: Filter;
  /** The same as an expression; null where none can say it. */
  readonly condition: string | null;
  /** As a phrase: Country is France. */
  readonly words: string;
  /** The value, written plainly; null for blank, nothing for a span. */
  readonly value?: string | null;
  /** Of a cell that was pressed the identifier of its row. */
  readonly row?: { readonly key: string; readonly value: string };
}

const quoted = (name: string): string => `"${name.replaceAll('"', '""')}"`;

/** A value of a column in an expression. */
function literal(value: string, info: ColumnInfo): string {
  switch (info.type) {
    case 'WHOLE':
    case 'DECIMAL':
      return value;
    case 'DATE':
      return `date '${value}'`;
    case 'DATE_TIME':
      return `timestamp '${value.replace('T', ' ')}'`;
    default:
      return `'${value.replaceAll("'", "''")}'`;
  }
}

function equals(value: string | null, info: ColumnInfo): string | null {
  const name = quoted(info.name);
  if (value === null) return `${name} is null`;
  if (info.type === 'TAGS') return null;
  if (info.type === 'YES_NO') return value === 'yes' ? name : `not ${name}`;
  return `${name} = ${literal(value, info)}`;
}

/** The rows with a value. */
export function onValue(info: ColumnInfo, value: string | null, row?: Focus['row']): Focus {
  return {
    info,
    value,
    row,
    filter: {
      kind: 'oneOf',
      column: info.name,
      values: value === null ? [] : [value],
      blank: value === null,
      exclude: false,
    },
    condition: equals(value, info),
    words:
      value === null
        ? say('prepare.isBlank', { label: info.label })
        : say('prepare.isValue', {
            label: info.label,
            value: cell(value, info.type, info.format),
          }),
  };
}

/** The rows of a bar of a distribution; days are given with both ends, numbers without the upper one but in the last bar. */
export function onSpan(info: ColumnInfo, bin: Bin, isLast: boolean): Focus {
  const { from, to } = bin;
  const name = quoted(info.name);
  const days = info.type === 'DATE' || info.type === 'DATE_TIME';
  return {
    info,
    filter: days
      ? { kind: 'during', column: info.name, from, to, blanks: false }
      : {
          kind: 'between',
          column: info.name,
          from: Number(from),
          to: Number(to),
          belowTo: !isLast,
          blanks: false,
        },
    condition: days
      ? `${name} >= date '${from}' and ${name} < add_days(date '${to}', 1)`
      : `${name} >= ${from} and ${name} ${isLast ? '<=' : '<'} ${to}`,
    words: say('prepare.isFromTo', {
      label: info.label,
      from: spanEnd(from, info),
      to: spanEnd(to, info),
      below: days || isLast ? 'no' : 'yes',
    }),
  };
}

const spanEnd = (end: string, info: ColumnInfo): string =>
  cell(end, info.type === 'DATE_TIME' ? 'DATE' : info.type, null);
