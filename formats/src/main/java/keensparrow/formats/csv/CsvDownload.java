package keensparrow.formats.csv;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import keensparrow.core.column.Column;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/** Rows of a table as CSV: UTF-8 with a mark (spreadsheet programs then read accents right), commas, CRLF. */
public final class CsvDownload {
    private CsvDownload() {}

    /** The cells of a column as the source writes them: periods, and lists of tags, keep their look. */
    private record Cells(Column column, @Nullable ColumnFormat format) {
        String text(int row) {
            String value = column.plain(row);
            return value == null ? "" : format == null ? value : format.written(value);
        }
    }

    /**
     * Writes headings and rows as they come, never all in memory. Blank is an empty cell.
     *
     * @param columns names of the columns, in order
     * @param rows row numbers, in order
     */
    public static void write(Table table, List<String> columns, int[] rows, OutputStream out) throws IOException {
        OutputStreamWriter characters = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        characters.write('\ufeff');
        CsvWriter writer = CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(characters);
        writer.writeRecord(
                columns.stream().map(name -> table.schema().get(name).label()).toList());
        List<Cells> picked = columns.stream()
                .map(name ->
                        new Cells(table.column(name), table.schema().get(name).format()))
                .toList();
        List<String> line = new ArrayList<>(picked.size());
        for (int row : rows) {
            line.clear();
            for (Cells cells : picked) {
                line.add(cells.text(row));
            }
            writer.writeRecord(line);
        }
        writer.flush();
        characters.flush();
    }
}
