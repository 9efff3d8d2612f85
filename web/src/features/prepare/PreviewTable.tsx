import type { ColumnInfo, DatasetDetails, RowsAnswer } from '../../api/types';
import { cell, typeName, ROLE_NAMES } from '../../shared/format';
import { ADDED } from './ColumnPanel';
import { ColumnSpread } from './ColumnSpread';
import { onValue, type Focus } from './focus';
import { say } from '../../words';
import authorCss from '../../shared/author.module.css';

interface Props {
  readonly data: DatasetDetails;
  readonly rows: RowsAnswer | undefined;
  readonly picked: string | null;
  readonly onPick: (name: string) => void;
  readonly onFocus: (focus: Focus) => void;
}

/** The first rows, under headings that say what each column is and show how its values spread. */
export function PreviewTable({ data, rows, picked, onPick, onFocus }: Props) {
  const key = data.columns.findIndex(
    ({ info }) => info.name === data.namedBy && info.role === 'IDENTIFIER',
  );
  const focusOn = (info: ColumnInfo, value: string | null, row: readonly (string | null)[]) => {
    const named = row[key];
    onPick(info.name);
    onFocus(
      onValue(info, value, named && data.namedBy ? { key: data.namedBy, value: named } : undefined),
    );
  };
  return (
    <div
      className={`${authorCss.preview} card`}
      tabIndex={0}
      role="region"
      aria-label={say('prepare.firstRows')}
    >
      <table>
        <thead>
          <tr>
            {data.columns.map(({ info, profile }) => (
              <th
                key={info.name}
                scope="col"
                className={info.name === picked ? authorCss.picked : undefined}
              >
                <button type="button" onClick={() => onPick(info.name)}>
                  <span className={authorCss.columnLabel}>{info.label}</span>
                  <span className="soft">
                    {typeName(info)} · {ROLE_NAMES[info.role]}
                    {info.name === data.namedBy && say('prepare.namesTheRow')}
                    {info.additivity &&
                      info.role === 'MEASURE' &&
                      `, ${ADDED[info.additivity.kind]}`}
                  </span>
                  <ColumnSpread profile={profile} />
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <PreviewRows
          columns={data.columns.map(({ info }) => info)}
          rows={rows?.columns.length === data.columns.length ? rows.rows : []}
          onPress={focusOn}
        />
      </table>
    </div>
  );
}

/** The body of a table of rows as they are written in words. */
export function PreviewRows({
  columns,
  rows,
  onPress,
}: {
  readonly columns: readonly ColumnInfo[];
  readonly rows: readonly (readonly (string | null)[])[];
  /** What a press on a cell does; by keyboard the values below the table do the same. */
  readonly onPress?: (
    info: ColumnInfo,
    value: string | null,
    row: readonly (string | null)[],
  ) => void;
}) {
  return (
    <tbody>
      {rows.map((row, r) => (
        <tr key={r}>
          {columns.map((info, i) => {
            const value = row[i] ?? null;
            const number = info.type === 'WHOLE' || info.type === 'DECIMAL';
            return (
              <td
                key={info.name}
                className={number ? authorCss.number : undefined}
                title={value && value.length > 30 ? value : undefined}
                onClick={onPress && (() => onPress(info, value, row))}
              >
                {value === null ? (
                  <span className="soft">{say('prepare.blank')}</span>
                ) : (
                  cell(value, info.type, info.format)
                )}
              </td>
            );
          })}
        </tr>
      ))}
    </tbody>
  );
}
