import { Checkbox, InputNumber, Select } from 'antd';
import type { Look, ReadingChoices, TableChoice } from '../../api/types';
import { count } from '../../shared/format';
import { ValuesAreRead } from './ValuesAreRead';
import { areaInWords, choiceOf, isOf, shownTable, withPart, withTable } from './area';
import { say } from '../../words';
import authorCss from '../../shared/author.module.css';
import howCss from './how.module.css';

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
  ',': say('import.comma'),
  ';': say('import.semicolon'),
  '\t': say('import.tab'),
  '|': say('import.verticalBar'),
  ' ': say('import.space'),
  ':': say('import.colon'),
  '^': say('import.caret'),
  '~': say('import.tilde'),
  '\u001f': say('import.theirPlaceInTheLine'),
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
    <aside className={`${authorCss.steps} ${howCss.how}`} aria-label={say('import.howItIsRead')}>
      <p className="soft">{say('import.whatIsInTheFile')}</p>
      {look.parts.length > 1 && (
        <ul
          className={howCss.sheets}
          aria-label={sheets ? say('import.sheets') : say('import.files')}
        >
          {look.parts.map((one, i) => {
            const name =
              one.sheet && sheets ? one.sheet : one.sheet ? `${one.file}, ${one.sheet}` : one.file;
            const read = look.chosen.some((chosen) => chosen.part === i);
            return (
              <li
                key={`${one.file} ${one.sheet}`}
                className={i === look.shown ? howCss.picked : ''}
              >
                <Checkbox
                  checked={read}
                  disabled={one.tables.length === 0 || (read && look.chosen.length === 1)}
                  onChange={() => onChange(withPart(look, choices, i))}
                  aria-label={say('import.read', { name })}
                />
                <button type="button" className="word" onClick={() => onPart(i)}>
                  {name}
                </button>{' '}
                <span className="soft">
                  {say('import.rows', { rowCount: count(one.rowCount) })}
                  {one.hidden && say('import.hidden')}
                  {one.tables.length > 1 && say('import.tables', { tables: one.tables.length })}
                </span>
              </li>
            );
          })}
        </ul>
      )}
      {text && (
        <>
          <p className={`${authorCss.stepSentence} ${howCss.howSentence}`}>
            {say('import.writtenIn')}{' '}
            <Select
              size="small"
              aria-label={say('import.encoding')}
              value={text.encoding}
              options={[...new Set([text.encoding, ...ENCODINGS])].map((value) => ({ value }))}
              popupMatchSelectWidth={180}
              onChange={(encoding) => set({ encoding })}
            />
          </p>
          <p className="soft">{text.encodingReason}</p>
          <p className={`${authorCss.stepSentence} ${howCss.howSentence}`}>
            {say('import.cellsPartedBy')}{' '}
            <Select
              size="small"
              aria-label={say('import.delimiter')}
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
          <p className={`${authorCss.stepSentence} ${howCss.howSentence}`}>
            {say('import.quotesAre')}{' '}
            <Select
              size="small"
              aria-label={say('import.quote')}
              value={text.quote}
              options={[
                { value: '"', label: say('import.double') },
                { value: "'", label: say('import.single') },
                { value: '', label: say('import.none') },
              ]}
              popupMatchSelectWidth={120}
              onChange={(quote) => set({ quote })}
            />
            {say('import.withinCells')}{' '}
            <Select
              size="small"
              aria-label={say('import.escape')}
              value={text.escape}
              options={[
                { value: '', label: say('import.doubled') },
                { value: '\\', label: say('import.behind') },
              ]}
              popupMatchSelectWidth={120}
              onChange={(escape) => set({ escape })}
            />
          </p>
          <p className={`${authorCss.stepSentence} ${howCss.howSentence}`}>
            {say('import.commentsBeginWith')}{' '}
            <Select
              size="small"
              aria-label={say('import.comments')}
              value={text.comment}
              options={[
                { value: '', label: say('import.nothing') },
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
          <p className={`${authorCss.stepSentence} ${howCss.howSentence}`} data-testid="area">
            {say('import.theTableIs', { area: areaInWords(table.area) })}
          </p>
          <p className="soft">{say('import.dragItsEdgesOverThe')}</p>
          <div className={howCss.areaForm}>
            <label>
              {say('import.headingsFromRow')}
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
              {say('import.rowsOfHeadings')}
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
                aria-label={say('import.table')}
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
              {say('import.fillMergedCellsDown')}
            </Checkbox>
          )}
          {table.area.leftOutRows.length > 0 || now?.totals ? (
            <Checkbox
              checked={now?.totals === true}
              onChange={(event) => setTable({ totals: event.target.checked })}
            >
              {say('import.readRowsThatSumUp')}
            </Checkbox>
          ) : null}
          {(part?.hiddenRows.length ?? 0) > 0 && (
            <Checkbox
              checked={now?.hiddenRows !== false}
              onChange={(event) => setTable({ hiddenRows: event.target.checked })}
            >
              {say('import.readHiddenRows')}
            </Checkbox>
          )}
          {(part?.hiddenColumns.length ?? 0) > 0 && (
            <Checkbox
              checked={now?.hiddenColumns !== false}
              onChange={(event) => setTable({ hiddenColumns: event.target.checked })}
            >
              {say('import.readHiddenColumns')}
            </Checkbox>
          )}
        </>
      ) : (
        <p className={`${authorCss.stepSentence} ${howCss.howSentence}`}>
          {say('import.nothingOfThisSheetIs')}
        </p>
      )}
      <ValuesAreRead look={look} choices={choices} onChange={onChange} />
      {look.notes.length > 0 && (
        <h2 className={howCss.worthKnowing}>{say('import.worthKnowing')}</h2>
      )}
      <ul className={`${authorCss.notes} ${howCss.howNotes}`}>
        {look.notes.map((note) => (
          <li key={note}>{note}</li>
        ))}
      </ul>
      {JSON.stringify(choices) !== '{}' && (
        <button type="button" className="word" onClick={() => onChange({})}>
          {say('import.allAsItWasFound')}
        </button>
      )}
    </aside>
  );
}
