package keensparrow.formats.csv;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import org.jspecify.annotations.Nullable;

/** Rows as CSV: UTF-8 with a mark (spreadsheet programs then read accents right), commas, CRLF. */
public final class CsvDownload {
    private CsvDownload() {}

    /** How the values of a column are written: as in the source, so that periods and lists of tags keep their look. */
    private record Written(@Nullable ColumnFormat format, boolean guarded) {
        static Written of(ColumnInfo info, boolean raw) {
            boolean texts = info.type() == ColumnType.TEXT || info.type() == ColumnType.TAGS;
            return new Written(info.format(), texts && !raw);
        }

        String text(@Nullable String value) {
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
     * @param raw leaves texts that a spreadsheet program would run as formulas as they are; see {@link FormulaGuard}
     * @throws keensparrow.core.error.UserException COLUMN_NOT_FOUND before anything is written
     */
    public static void write(QueryEngine engine, QueryEngine.RowScan scan, boolean raw, OutputStream out)
            throws IOException {
        List<ColumnInfo> columns =
                scan.columns().stream().map(engine.schema()::get).toList();
        List<Written> written =
                columns.stream().map(info -> Written.of(info, raw)).toList();
        OutputStreamWriter characters = begin(out);
        CsvWriter writer = writer(characters);
        writer.writeRecord(columns.stream()
                .map(ColumnInfo::label)
                .map(label -> raw ? label : FormulaGuard.harmless(label))
                .toList());
        List<String> line = new ArrayList<>(written.size());
        engine.rows(
                scan,
                values -> {
                    line.clear();
                    for (int i = 0; i < written.size(); i++) {
                        line.add(written.get(i).text(values.get(i)));
                    }
                    writer.writeRecord(line);
                },
                () -> false);
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
