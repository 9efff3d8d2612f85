package keensparrow.formats.csv;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.IntStream;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.formats.sheet.PlainNumbers;
import org.jspecify.annotations.Nullable;

/** Rows as CSV in UTF-8, lines ended by CRLF. */
public final class CsvDownload {
    private static final int BUFFERED = 1 << 15; // characters
    private static final byte[] END = {'\r', '\n'};
    private static final byte[] EMPTY = {'"', '"'};

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
    record Written(@Nullable ColumnFormat format, boolean guarded, boolean comma) {
        static Written of(ColumnInfo info, Style style) {
            boolean texts = info.type() == ColumnType.TEXT || info.type() == ColumnType.TAGS;
            boolean comma = style.decimalComma() && info.type().isNumber();
            return new Written(info.format(), texts && !style.raw(), comma);
        }

        /** Whether values are written as they come. */
        boolean isAsItIs() {
            return format == null && !guarded && !comma;
        }

        String text(String value) {
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
        CsvLines lines = new CsvLines(out);
        Writer characters = begin(lines, style);
        CsvWriter heads = writer(characters, style);
        heads.writeRecord(headings(columns, style));
        heads.flush();
        characters.flush();
        Rows rows = new Rows(columns, style, lines);
        engine.scan(scan, rows, () -> false);
        lines.flush();
    }

    /** Writes rows as lines. */
    private static final class Rows implements QueryEngine.RowSink {
        private final List<ColumnInfo> infos;
        private final Style style;
        private final CsvLines lines;
        private List<Column> written = List.of();
        private CsvColumn[] cells = {};

        Rows(List<ColumnInfo> infos, Style style, CsvLines lines) {
            this.infos = infos;
            this.style = style;
            this.lines = lines;
        }

        @Override
        public void batch(List<Column> columns, int[] rows, int from, int to) {
            if (!written.equals(columns)) {
                written = List.copyOf(columns);
                cells = IntStream.range(0, columns.size())
                        .mapToObj(i -> CsvColumn.of(columns.get(i), Written.of(infos.get(i), style), style))
                        .toArray(CsvColumn[]::new);
            }
            for (int i = from; i < to; i++) {
                int row = rows[i];
                long begun = lines.written();
                for (int c = 0; c < cells.length; c++) {
                    if (c > 0) {
                        lines.put((byte) style.delimiter());
                    }
                    cells[c].put(row, lines);
                }
                if (lines.written() == begun) {
                    lines.put(EMPTY); // an empty line would be passed by when it is read
                }
                lines.put(END);
            }
        }
    }

    private static List<String> headings(List<ColumnInfo> columns, Style style) {
        return columns.stream()
                .map(ColumnInfo::label)
                .map(label -> style.raw() ? label : FormulaGuard.harmless(label))
                .toList();
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

    static CsvWriter writer(Writer characters, Style style) {
        return CsvWriter.builder()
                .fieldSeparator(style.delimiter())
                .lineDelimiter(LineDelimiter.CRLF)
                .build(characters);
    }
}
