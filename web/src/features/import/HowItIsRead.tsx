import { Checkbox, InputNumber, Select } from 'antd';
import type { Look, ReadingChoices, TableChoice } from '../../api/types';
import { count } from '../../shared/format';
import { ValuesAreRead } from './ValuesAreRead';
import { areaInWords, choiceOf, isOf, shownTable, withPart, withTable } from './area';

interface Props {
  readonly look: Look;
  readonly choices: ReadingChoices;
  readonly onChange: (choices: ReadingChoices) => void;
  readonly onPart: (part: number) => void;
}

const ENCODINGS = [
  'UTF-8',
  'UTF-16LE',
  'UTF-16BE',
  'windows-1252',
  'ISO-8859-1',
  'ISO-8859-15',
  'windows-1250',
  'ISO-8859-2',
  'windows-1251',
  'ISO-8859-5',
  'KOI8-R',
  'windows-1253',
  'ISO-8859-7',
  'windows-1254',
  'ISO-8859-9',
  'windows-1257',
  'IBM850',
  'Shift_JIS',
  'GB18030',
];

const DELIMITERS: Record<string, string> = {
  ',': 'comma',
  ';': 'semicolon',
  '\t': 'tab',
  '|': 'vertical bar',
  ' ': 'space',
  ':': 'colon',
  '^': 'caret',
  '~': 'tilde',
  '\u001f': 'their place in the line',
};

/** How the file is read, as sentences; each part can be said differently. */
export function HowItIsRead({ look, choices, onChange, onPart }: Props) {
  const part = look.parts[look.shown];
  const table = shownTable(look);
  const text = part?.text;
  const set = (change: Partial<ReadingChoices>) => onChange({ ...choices, ...change });
  const setTable = (change: Partial<TableChoice>) => onChange(withTable(look, choices, change));
  const now = choices.tables?.find((one) => isOf(one, part));
  const sheets = look.parts.length > 1 && look.parts.every((one) => one.file === part?.file);
  return (
    <aside className="steps how" aria-label="How it is read">
      <p className="soft">What is in the file, and what is read of it</p>
      {look.parts.length > 1 && (
        <ul className="sheets" aria-label={sheets ? 'Sheets' : 'Files'}>
          {look.parts.map((one, i) => {
            const name =
              one.sheet && sheets ? one.sheet : one.sheet ? `${one.file}, ${one.sheet}` : one.file;
            const read = look.chosen.some((chosen) => chosen.part === i);
            return (
              <li key={`${one.file} ${one.sheet}`} className={i === look.shown ? 'picked' : ''}>
                <Checkbox
                  checked={read}
                  disabled={one.tables.length === 0 || (read && look.chosen.length === 1)}
                  onChange={() => onChange(withPart(look, choices, i))}
                  aria-label={`Read ${name}`}
                />
                <button type="button" className="word" onClick={() => onPart(i)}>
                  {name}
                </button>{' '}
                <span className="soft">
                  {count(one.rowCount)} rows{one.hidden && ', hidden'}
                  {one.tables.length > 1 && `, ${one.tables.length} tables`}
                </span>
              </li>
            );
          })}
        </ul>
      )}
      {text && (
        <>
          <p className="step-sentence">
            Written in{' '}
            <Select
              size="small"
              aria-label="Encoding"
              value={text.encoding}
              options={[...new Set([text.encoding, ...ENCODINGS])].map((value) => ({ value }))}
              popupMatchSelectWidth={180}
              onChange={(encoding) => set({ encoding })}
            />
          </p>
          <p className="soft">{text.encodingReason}</p>
          <p className="step-sentence">
            Cells parted by{' '}
            <Select
              size="small"
              aria-label="Delimiter"
              value={text.delimiter}
              options={[...new Set([text.delimiter, ...Object.keys(DELIMITERS)])].map((value) => ({
                value,
                label: DELIMITERS[value] ?? value,
              }))}
              popupMatchSelectWidth={160}
              onChange={(delimiter) => set({ delimiter, tables: null })}
            />
          </p>
          <p className="soft">{text.delimiterReason}</p>
          <p className="step-sentence">
            Quotes are{' '}
            <Select
              size="small"
              aria-label="Quote"
              value={text.quote}
              options={[
                { value: '"', label: 'double' },
                { value: "'", label: 'single' },
                { value: '', label: 'none' },
              ]}
              popupMatchSelectWidth={120}
              onChange={(quote) => set({ quote })}
            />
            {', '}within cells{' '}
            <Select
              size="small"
              aria-label="Escape"
              value={text.escape}
              options={[
                { value: '', label: 'doubled' },
                { value: '\\', label: 'behind \\' },
              ]}
              popupMatchSelectWidth={120}
              onChange={(escape) => set({ escape })}
            />
          </p>
          <p className="step-sentence">
            Comments begin with{' '}
            <Select
              size="small"
              aria-label="Comments"
              value={text.comment}
              options={[
                { value: '', label: 'nothing' },
                { value: '#', label: '#' },
                { value: '%', label: '%' },
                { value: '/', label: '/' },
              ]}
              popupMatchSelectWidth={120}
              onChange={(comment) => set({ comment })}
            />
          </p>
        </>
      )}
      {table ? (
        <>
          <p className="step-sentence" data-testid="area">
            The table is {areaInWords(table.area)}.
          </p>
          <p className="soft">Drag its edges over the cells, or say it here:</p>
          <div className="area-form">
            <label>
              Headings from row
              <InputNumber
                size="small"
                min={0}
                value={table.area.headingRow}
                onChange={(value) =>
                  value !== null &&
                  setTable({ headingRow: value, headingRows: Math.max(1, table.area.headingRows) })
                }
              />
            </label>
            <label>
              rows of headings
              <InputNumber
                size="small"
                min={0}
                max={5}
                value={table.area.headingRows}
                onChange={(value) =>
                  value !== null &&
                  setTable({
                    headingRow: table.area.headingRow || table.area.firstRow,
                    headingRows: value,
                  })
                }
              />
            </label>
          </div>
          {(part?.tables.length ?? 0) > 1 && (
            <p>
              <Select
                size="small"
                aria-label="Table"
                value={table.table}
                options={part?.tables.map((one, i) => ({ value: i, label: areaInWords(one.area) }))}
                popupMatchSelectWidth={320}
                onChange={(picked) =>
                  onChange({
                    ...choices,
                    tables: [choiceOf(look, look.shown, picked)],
                  })
                }
              />
            </p>
          )}
          {part?.merges && (
            <Checkbox
              checked={now?.fillDown ?? table.area.fillDown}
              onChange={(event) => setTable({ fillDown: event.target.checked })}
            >
              Fill merged cells down
            </Checkbox>
          )}
          {table.area.leftOutRows.length > 0 || now?.totals ? (
            <Checkbox
              checked={now?.totals === true}
              onChange={(event) => setTable({ totals: event.target.checked })}
            >
              Read rows that sum up others too
            </Checkbox>
          ) : null}
          {(part?.hiddenRows.length ?? 0) > 0 && (
            <Checkbox
              checked={now?.hiddenRows !== false}
              onChange={(event) => setTable({ hiddenRows: event.target.checked })}
            >
              Read hidden rows
            </Checkbox>
          )}
          {(part?.hiddenColumns.length ?? 0) > 0 && (
            <Checkbox
              checked={now?.hiddenColumns !== false}
              onChange={(event) => setTable({ hiddenColumns: event.target.checked })}
            >
              Read hidden columns
            </Checkbox>
          )}
        </>
      ) : (
        <p className="step-sentence">Nothing of this sheet is read.</p>
      )}
      <ValuesAreRead look={look} choices={choices} onChange={onChange} />
      {look.notes.length > 0 && <h3>Worth knowing</h3>}
      <ul className="notes">
        {look.notes.map((note) => (
          <li key={note}>{note}</li>
        ))}
      </ul>
      {JSON.stringify(choices) !== '{}' && (
        <button type="button" className="word" onClick={() => onChange({})}>
          All as it was found
        </button>
      )}
    </aside>
  );
}
