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
import keensparrow.core.table.Table;

/** Rows of a table as CSV: UTF-8 with a mark (spreadsheet programs then read accents right), commas, CRLF. */
public final class CsvDownload {
    private CsvDownload() {}

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
        List<Column> picked = columns.stream().map(table::column).toList();
        List<String> line = new ArrayList<>(picked.size());
        for (int row : rows) {
            line.clear();
            for (Column column : picked) {
                String value = column.plain(row);
                line.add(value == null ? "" : value);
            }
            writer.writeRecord(line);
        }
        writer.flush();
        characters.flush();
    }
}
