package keensparrow.formats.csv;

import static org.assertj.core.api.Assertions.assertThat;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Cells that are written as bytes say what the values say that they were written from, read by another reader. */
class CsvCellsTest {
    private static final long DAY = 86_400_000_000L; // microseconds
    private static final List<String> BEGINNINGS =
            List.of("", "=", "+", "-", "@", "a ", "\"", "é", "😀", "a,b", "a;b", "two\nlines ", " ", "\t", "-5", "#");

    private final Random random = new Random(11);

    private static LongColumn longs(ColumnType type, int scale, long @Nullable ... values) {
        return new LongColumn(type, scale, values.clone(), null);
    }

    private static List<String> headings(int count) {
        return IntStream.range(0, count).mapToObj(i -> "c" + i).toList();
    }

    private static Table table(Column... columns) {
        List<ColumnInfo> infos = new ArrayList<>();
        for (Column column : columns) {
            String name = "c" + infos.size();
            infos.add(new ColumnInfo(name, name, column.type(), Role.CATEGORY));
        }
        return new Table(new Schema(infos), List.of(columns), columns[0].rowCount());
    }

    private static List<List<String>> written(Table table, CsvDownload.Style style) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        List<String> names = headings(table.columns().size());
        CsvDownload.write(new MemoryEngine(table), new QueryEngine.RowScan(names, Set.of(), List.of()), style, out);
        List<List<String>> lines = new ArrayList<>();
        try (CsvReader<CsvRecord> reader = CsvReader.builder()
                .fieldSeparator(style.delimiter())
                .ofCsvRecord(out.toString(StandardCharsets.UTF_8))) {
            reader.forEach(line -> lines.add(line.getFields()));
        }
        assertThat(lines.remove(0)).isEqualTo(names);
        return lines;
    }

    private static void holds(Table table, CsvDownload.Style style) throws IOException {
        List<List<String>> lines = written(table, style);
        assertThat(lines).hasSize(table.rowCount());
        for (int row = 0; row < table.rowCount(); row++) {
            List<String> expected = new ArrayList<>();
            for (Column column : table.columns()) {
                String plain = column.plain(row);
                String cell = plain == null ? "" : plain;
                boolean text = column instanceof TextColumn;
                String mark = style.decimalComma() && column.type().isNumber() ? cell.replace('.', ',') : cell;
                expected.add(text && !style.raw() ? FormulaGuard.harmless(cell) : mark);
            }
            assertThat(lines.get(row)).as("row " + row).isEqualTo(expected);
        }
    }

    @ParameterizedTest
    @CsvSource({"',', false", "',', true", "';', true", "'\t', false"})
    void numbersAndTimes(char delimiter, boolean comma) throws IOException {
        CsvDownload.Style style = new CsvDownload.Style(delimiter, comma, false, false);
        long[] ends = {0, 1, -1, 9, 10, 99, 100, -100, 123_456, -1_000_000, Long.MAX_VALUE, Long.MIN_VALUE + 1};
        for (int scale = 0; scale <= LongColumn.LARGEST_SCALE; scale++) {
            ColumnType type = scale == 0 ? ColumnType.WHOLE : ColumnType.DECIMAL;
            holds(
                    table(
                            longs(type, scale, ends),
                            longs(type, scale, Long.MIN_VALUE, 5, -5, 0, 7, 8, 9, 1, 2, 3, 4, 6)),
                    style);
        }
        holds(
                table(longs(ColumnType.DATE, 0, 0, -1, 59, -719_528, -719_529, 2_932_896, 2_932_897, 11_016, 19_782)),
                style);
        long[] times = {
            0,
            1,
            1000,
            10,
            60_000_000,
            61_000_000,
            3_600_000_000L,
            DAY - 1,
            -1,
            253_402_300_800_000_000L,
            45_296_120_000L
        };
        holds(table(longs(ColumnType.DATE_TIME, 0, times)), style);
        long[] many = random.longs(20_000, -9_000 * DAY, 40_000 * DAY).toArray();
        long[] seconds = IntStream.range(0, many.length)
                .mapToLong(i -> i % 2 == 0 ? many[i] / 1_000_000 * 1_000_000 : many[i])
                .toArray();
        long[] days =
                IntStream.range(0, many.length).mapToLong(i -> many[i] / DAY).toArray();
        holds(
                table(
                        longs(ColumnType.DATE_TIME, 0, seconds),
                        longs(ColumnType.DATE, 0, days),
                        longs(ColumnType.DECIMAL, 3, many)),
                style);
    }

    @Test
    void blanksAreEmpty() throws IOException {
        long[] valid = {0b0101};
        Table table = table(
                new LongColumn(ColumnType.WHOLE, 0, new long[] {1, 2, 3, 4}, valid.clone()),
                new LongColumn(ColumnType.DATE, 0, new long[] {1, 2, 3, 4}, valid.clone()),
                new YesNoColumn(4, new long[] {0b0001}, valid.clone()),
                new DoubleColumn(new double[] {0.1, Double.NaN, 1e-9, Double.NaN}, null),
                TextColumn.of("a", null, "b", null));
        assertThat(written(table, new CsvDownload.Style(',', false, false, false)))
                .containsExactly(
                        List.of("1", "1970-01-02", "yes", "0.1", "a"),
                        List.of("", "", "", "", ""),
                        List.of("3", "1970-01-04", "no", "0.000000001", "b"),
                        List.of("", "", "", "", ""));
    }

    @ParameterizedTest
    @CsvSource({"50, ',', false", "3000, ';', false", "70000, ',', false", "70000, ';', true"})
    void textsFewAndMany(int different, char delimiter, boolean raw) throws IOException {
        String[] texts = new String[different + 5000];
        for (int row = 0; row < texts.length; row++) {
            int text = row < different ? row : random.nextInt(different);
            String tail = text % 97 == 0 ? "x".repeat(text % 3000) : String.valueOf(text);
            texts[row] = row % 31 == 30 ? null : BEGINNINGS.get(text % BEGINNINGS.size()) + tail;
        }
        holds(table(TextColumn.of(texts)), new CsvDownload.Style(delimiter, false, false, raw));
    }
}
