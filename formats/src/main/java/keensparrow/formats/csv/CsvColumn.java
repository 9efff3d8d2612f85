package keensparrow.formats.csv;

import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.PlainTexts;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;

/** Writes the cells of one column by row: codes and numbers as bytes, without a text for each. For one thread. */
interface CsvColumn {
    /** The cell of a row; nothing where it is blank. */
    void put(int row, CsvLines lines);

    static CsvColumn of(Column column, CsvDownload.Written written, CsvDownload.Style style) {
        CsvCells cells = new CsvCells(style, written);
        if (column instanceof TextColumn texts) {
            return new CsvTexts(texts, cells);
        }
        if (column instanceof YesNoColumn answers) {
            byte[][] both = {cells.bytes(YesNoColumn.NO), cells.bytes(YesNoColumn.YES)};
            return (row, lines) -> {
                int code = answers.code(row);
                if (code >= 0) {
                    lines.put(both[code]);
                }
            };
        }
        boolean quoted = written.comma() && style.delimiter() == ',';
        if (column instanceof LongColumn longs && written.format() == null && !quoted) {
            if (longs.type() == ColumnType.DATE_TIME || longs.type() == ColumnType.DATE) {
                return new CsvTimes(longs);
            }
            byte mark = (byte) (written.comma() ? ',' : '.');
            return (row, lines) -> {
                if (!longs.isBlank(row)) {
                    lines.putNumber(longs.value(row), longs.scale(), mark);
                }
            };
        }
        PlainTexts texts = new PlainTexts(column);
        return (row, lines) -> {
            String value = texts.at(row);
            if (value != null) {
                cells.put(value, lines);
            }
        };
    }
}
