import type { Look, ReadingChoices, TableArea, TableChoice } from '../../api/types';

/** Numbers beyond this are the end of the sheet. */
const END = 1e15;

/** `A`, `Z`, `AA`. */
export function columnName(column: number): string {
  const rest = column < 26 ? '' : columnName(Math.floor(column / 26) - 1);
  return rest + String.fromCharCode(65 + (column % 26));
}

export const goesToTheEnd = (area: TableArea): boolean => area.lastRow > END;

/** The table of the part that is shown, when one is read. */
export const shownTable = (look: Look) => look.chosen.find((one) => one.part === look.shown);

/** The choices with one table of the shown part changed; the other tables stay as they are read now. */
export function withTable(
  look: Look,
  choices: ReadingChoices,
  change: Partial<TableChoice>,
): ReadingChoices {
  const tables = look.chosen.map((one) => {
    const sheet = look.parts[one.part]?.sheet ?? '';
    const before = choices.tables?.find(
      (table) => (table.sheet ?? '') === sheet && (table.table ?? 0) === one.table,
    ) ?? { sheet: sheet === '' ? null : sheet, table: one.table };
    return one.part === look.shown ? { ...before, ...change } : before;
  });
  return { ...choices, tables };
}

/** The choices with the tables of a part read or left out. */
export function withPart(look: Look, choices: ReadingChoices, part: number): ReadingChoices {
  const sheetOf = (at: number) => look.parts[at]?.sheet ?? '';
  const kept = look.chosen
    .filter((one) => one.part !== part)
    .map(
      (one) =>
        choices.tables?.find((table) => table.sheet === sheetOf(one.part)) ?? {
          sheet: sheetOf(one.part),
          table: one.table,
        },
    );
  const wasRead = kept.length < look.chosen.length;
  const tables = wasRead ? kept : [...kept, { sheet: sheetOf(part), table: 0 }];
  return { ...choices, tables: tables.length === 0 ? null : tables };
}

/** Where the table stands, in words: `A4 to Z29, headings in row 4`. */
export function areaInWords(area: TableArea): string {
  const top = area.headingRow > 0 ? area.headingRow : area.firstRow;
  const end = goesToTheEnd(area) ? 'the end' : `${columnName(area.lastColumn)}${area.lastRow}`;
  const headings =
    area.headingRows === 0
      ? 'no headings'
      : area.headingRows === 1
        ? `headings in row ${area.headingRow}`
        : `headings in rows ${area.headingRow} to ${area.headingRow + area.headingRows - 1}`;
  return `${columnName(area.firstColumn)}${top} to ${end}, ${headings}`;
}
