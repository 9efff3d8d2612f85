import type { Look, ReadingChoices, TableArea, TableChoice } from '../../api/types';
import { say } from '../../words';

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

/** Whether a choice speaks of that part: a sheet, or a file of an archive. */
export const isOf = (choice: TableChoice, part: Look['parts'][number] | undefined): boolean =>
  part !== undefined &&
  (choice.file ?? part.file) === part.file &&
  (choice.sheet ?? part.sheet) === part.sheet;

/** Names a part; the file is named only where there are several. */
export function choiceOf(look: Look, part: number, table: number): TableChoice {
  const one = look.parts[part];
  const several = look.parts.some((other) => other.file !== one?.file);
  return { file: several ? one?.file : null, sheet: one?.sheet || null, table };
}

/** The choice that stands for a table that is read now. */
function standing(look: Look, choices: ReadingChoices, part: number, table: number): TableChoice {
  return (
    choices.tables?.find(
      (choice) => isOf(choice, look.parts[part]) && (choice.table ?? 0) === table,
    ) ?? choiceOf(look, part, table)
  );
}

/** The choices with one table of the shown part changed; the other tables stay as they are read now. */
export function withTable(
  look: Look,
  choices: ReadingChoices,
  change: Partial<TableChoice>,
): ReadingChoices {
  const tables = look.chosen.map((one) => {
    const before = standing(look, choices, one.part, one.table);
    return one.part === look.shown ? { ...before, ...change } : before;
  });
  return { ...choices, tables };
}

const shape = (headings: readonly string[]): string =>
  headings
    .map((heading) => heading.trim().replace(/\s+/g, ' ').toLowerCase())
    .sort()
    .join('\n');

/** The choices with the tables of a part read or left out; tables of other columns cannot be read together. */
export function withPart(look: Look, choices: ReadingChoices, part: number): ReadingChoices {
  const kept = look.chosen
    .filter((one) => one.part !== part)
    .map((one) => standing(look, choices, one.part, one.table));
  const wasRead = kept.length < look.chosen.length;
  const columns = shape(look.parts[part]?.tables[0]?.headings ?? []);
  const fit = look.chosen.every((one) => shape(one.headings) === columns);
  const added = choiceOf(look, part, 0);
  const tables = wasRead ? kept : fit ? [...kept, added] : [added];
  return { ...choices, tables: tables.length === 0 ? null : tables };
}

/** Where the table stands, in words: `A4 to Z29, headings in row 4`. */
export function areaInWords(area: TableArea): string {
  const top = area.headingRow > 0 ? area.headingRow : area.firstRow;
  const end = goesToTheEnd(area)
    ? say('import.theEnd')
    : `${columnName(area.lastColumn)}${area.lastRow}`;
  const headings =
    area.headingRows === 0
      ? say('import.noHeadings')
      : area.headingRows === 1
        ? say('import.headingsInRow', { headingRow: area.headingRow })
        : say('import.headingsInRowsTo', {
            headingRow: area.headingRow,
            headingRow2: area.headingRow + area.headingRows - 1,
          });
  return say('import.to', { firstColumn: columnName(area.firstColumn), top, end, headings });
}
