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
    private record Cells(Column column, @Nullable ColumnFormat format, boolean guarded) {
        static Cells of(Table table, String name, boolean raw) {
            Column column = table.column(name);
            return new Cells(column, table.schema().get(name).format(), !raw && FormulaGuard.isIn(column));
        }

        String text(int row) {
            String value = column.plain(row);
            if (value == null) {
                return "";
            }
            String written = format == null ? value : format.written(value);
            return guarded ? FormulaGuard.harmless(written) : written;
        }
    }

    /**
     * Writes headings and rows as they come, never all in memory. Blank is an empty cell.
     *
     * @param columns names of the columns, in order
     * @param rows row numbers, in order
     * @param raw leaves texts that a spreadsheet program would run as formulas as they are; see {@link FormulaGuard}
     */
    public static void write(Table table, List<String> columns, int[] rows, boolean raw, OutputStream out)
            throws IOException {
        OutputStreamWriter characters = begin(out);
        CsvWriter writer = writer(characters);
        writer.writeRecord(columns.stream()
                .map(name -> table.schema().get(name).label())
                .map(label -> raw ? label : FormulaGuard.harmless(label))
                .toList());
        List<Cells> picked =
                columns.stream().map(name -> Cells.of(table, name, raw)).toList();
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

    /** Writes headings and rows that are texts already. */
    public static void write(List<String> headings, List<List<String>> rows, boolean raw, OutputStream out)
            throws IOException {
        OutputStreamWriter characters = begin(out);
        CsvWriter writer = writer(characters);
        writer.writeRecord(raw ? headings : guarded(headings));
        for (List<String> row : rows) {
            writer.writeRecord(raw ? row : guarded(row));
        }
        writer.flush();
        characters.flush();
    }

    private static List<String> guarded(List<String> row) {
        return row.stream().map(FormulaGuard::harmless).toList();
    }

    private static OutputStreamWriter begin(OutputStream out) throws IOException {
        OutputStreamWriter characters = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        characters.write('\ufeff');
        return characters;
    }

    private static CsvWriter writer(OutputStreamWriter characters) {
        return CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(characters);
    }
}
