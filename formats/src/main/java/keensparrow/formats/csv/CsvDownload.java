package keensparrow.formats.csv;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import keensparrow.core.column.ColumnType;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.formats.sheet.PlainNumbers;
import org.jspecify.annotations.Nullable;

/** Rows as CSV in UTF-8, lines ended by CRLF. */
public final class CsvDownload {
    private static final int BUFFERED = 1 << 15; // characters

    private CsvDownload() {}

    /**
     * How a file is written.
     *
     * @param delimiter between cells
     * @param decimalComma whether numbers have a comma, and not a point, before their decimals
     * @param mark whether the file begins with the mark of UTF-8, by which spreadsheet programs read accents right
     * @param raw whether texts that a spreadsheet program would run as formulas stay as they are; see {@link FormulaGuard}
     */
    public record Style(char delimiter, boolean decimalComma, boolean mark, boolean raw) {
        /** As most programs read it. */
        public static final Style USUAL = new Style(',', false, true, false);

        public Style asItIs() {
            return new Style(delimiter, decimalComma, mark, true);
        }
    }

    /** How the values of a column are written: as in the source, so that periods and lists of tags keep their look. */
    private record Written(@Nullable ColumnFormat format, boolean guarded, boolean comma) {
        static Written of(ColumnInfo info, Style style) {
            boolean texts = info.type() == ColumnType.TEXT || info.type() == ColumnType.TAGS;
            boolean comma = style.decimalComma() && info.type().isNumber();
            return new Written(info.format(), texts && !style.raw(), comma);
        }

        String text(@Nullable String value) {
            if (value == null) {
                return "";
            }
            String written = format == null ? value : format.written(value);
            if (comma) {
                return written.replace('.', ',');
            }
            return guarded ? FormulaGuard.harmless(written) : written;
        }
    }

    /**
     * Writes headings and rows as they come, never all in memory. Blank is an empty cell.
     *
     * @throws keensparrow.core.error.UserException COLUMN_NOT_FOUND before anything is written
     */
    public static void write(QueryEngine engine, QueryEngine.RowScan scan, Style style, OutputStream out)
            throws IOException {
        List<ColumnInfo> columns =
                scan.columns().stream().map(engine.schema()::get).toList();
        List<Written> written =
                columns.stream().map(info -> Written.of(info, style)).toList();
        Writer characters = begin(out, style);
        CsvWriter writer = writer(characters, style);
        writer.writeRecord(columns.stream()
                .map(ColumnInfo::label)
                .map(label -> style.raw() ? label : FormulaGuard.harmless(label))
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
    public static void write(List<String> headings, List<List<String>> rows, Style style, OutputStream out)
            throws IOException {
        Writer characters = begin(out, style);
        CsvWriter writer = writer(characters, style);
        writer.writeRecord(style.raw() ? headings : guarded(headings));
        boolean[] numbers = PlainNumbers.columns(style.decimalComma() ? headings.size() : 0, rows);
        for (List<String> row : rows) {
            List<String> safe = style.raw() ? row : guarded(row);
            writer.writeRecord(style.decimalComma() ? withCommas(safe, numbers) : safe);
        }
        writer.flush();
        characters.flush();
    }

    private static List<String> withCommas(List<String> row, boolean[] numbers) {
        return IntStream.range(0, row.size())
                .mapToObj(i -> numbers[i] ? row.get(i).replace('.', ',') : row.get(i))
                .toList();
    }

    private static List<String> guarded(List<String> row) {
        return row.stream().map(FormulaGuard::harmless).toList();
    }

    private static Writer begin(OutputStream out, Style style) throws IOException {
        Writer characters = new BufferedWriter(new OutputStreamWriter(out, StandardCharsets.UTF_8), BUFFERED);
        if (style.mark()) {
            characters.write('\ufeff');
        }
        return characters;
    }

    private static CsvWriter writer(Writer characters, Style style) {
        return CsvWriter.builder()
                .fieldSeparator(style.delimiter())
                .lineDelimiter(LineDelimiter.CRLF)
                .build(characters);
    }
}
