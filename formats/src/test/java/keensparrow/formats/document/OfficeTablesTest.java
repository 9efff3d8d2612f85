package keensparrow.formats.document;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.text.DecimalFormat;
import java.text.DecimalFormatSymbols;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import keensparrow.core.column.ColumnType;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.table.Table;
import keensparrow.formats.Loading;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Tables of which types and values are known, written as offices of several countries write them: with their delimiters,
 * marks, orders of dates, titles, totals, notes, blanks. What is read must be what was meant, cell by cell.
 */
class OfficeTablesTest {
    private static final int TABLES = 40;

    @TempDir
    Path folder;

    /** How an office writes. */
    private enum Office {
        AMERICAN(',', '.', ",", "MM/dd/yyyy", StandardCharsets.UTF_8, "n/a", "Total"),
        GERMAN(';', ',', ".", "dd.MM.yyyy", Charset.forName("windows-1252"), "k.A.", "Summe"),
        FRENCH(';', ',', "\u202f", "dd/MM/yyyy", StandardCharsets.UTF_8, "", "Total général"),
        SWISS('\t', '.', "'", "d.M.yyyy", StandardCharsets.UTF_16LE, "-", "Total"),
        PROGRAM('|', '.', "", "yyyy-MM-dd", StandardCharsets.UTF_8, "NULL", "Total");

        final char delimiter;
        final char decimal;
        final String thousands;
        final DateTimeFormatter dates;
        final Charset charset;
        final String blank;
        final String total;

        Office(
                char delimiter,
                char decimal,
                String thousands,
                String dates,
                Charset charset,
                String blank,
                String total) {
            this.delimiter = delimiter;
            this.decimal = decimal;
            this.thousands = thousands;
            this.dates = DateTimeFormatter.ofPattern(dates, Locale.ROOT);
            this.charset = charset;
            this.blank = blank;
            this.total = total;
        }

        String number(BigDecimal value, int places) {
            DecimalFormatSymbols symbols = new DecimalFormatSymbols(Locale.ROOT);
            symbols.setDecimalSeparator(decimal);
            symbols.setGroupingSeparator(thousands.isEmpty() ? ' ' : thousands.charAt(0));
            DecimalFormat format = new DecimalFormat("#,##0" + (places == 0 ? "" : "." + "0".repeat(places)), symbols);
            format.setGroupingUsed(!thousands.isEmpty());
            return format.format(value);
        }
    }

    /** A column: what its cells mean, plainly, and how they are written. */
    private record Written(String heading, ColumnType type, List<String> plain, List<String> cells) {}

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void whatWasMeantIsRead(long seed) throws IOException {
        Random random = new Random(seed);
        for (int i = 0; i < TABLES; i++) {
            Office office = Office.values()[random.nextInt(Office.values().length)];
            List<Written> columns = columns(random, office, 30 + random.nextInt(120));
            String text = text(random, office, columns);
            LoadedTable loaded = Loading.load(folder, "office.txt", bytes(office, text));
            String what = seed + "/" + i + " " + office + " " + loaded.report().notes() + "\n"
                    + text.substring(0, Math.min(900, text.length()));
            check(loaded.table(), columns, what);
            assertThat(loaded.report().conversionErrorCount()).as(what).isZero();
        }
    }

    private static byte[] bytes(Office office, String text) {
        return (office.charset == StandardCharsets.UTF_16LE ? "\ufeff" + text : text).getBytes(office.charset);
    }

    private static void check(Table table, List<Written> columns, String what) {
        assertThat(Loading.labels(table))
                .as(what)
                .containsExactlyElementsOf(
                        columns.stream().map(Written::heading).toList());
        assertThat(table.rowCount()).as(what).isEqualTo(columns.get(0).plain.size());
        for (int at = 0; at < columns.size(); at++) {
            Written column = columns.get(at);
            var info = table.schema().columns().get(at);
            assertThat(info.type()).as("%s in %s", column.heading, what).isEqualTo(column.type);
            for (int row = 0; row < table.rowCount(); row++) {
                boolean blank = table.column(info.name()).isBlank(row);
                String plain = blank ? "" : table.column(info.name()).plain(row);
                String meant = column.plain.get(row);
                boolean number = column.type.isNumber() && !blank && !meant.isEmpty();
                assertThat(number ? new BigDecimal(plain).stripTrailingZeros().toPlainString() : plain)
                        .as("%s, row %s of %s", column.heading, row, what)
                        .isEqualTo(
                                number
                                        ? new BigDecimal(meant)
                                                .stripTrailingZeros()
                                                .toPlainString()
                                        : meant);
            }
        }
    }

    private static List<Written> columns(Random random, Office office, int rows) {
        List<Written> columns = new ArrayList<>();
        columns.add(column(random, office, 0, rows, 0)); // a name in every row
        int count = 2 + random.nextInt(6);
        for (int at = 1; at <= count; at++) {
            columns.add(column(random, office, at, rows, random.nextInt(8)));
        }
        return columns;
    }

    private static Written column(Random random, Office office, int at, int rows, int kind) {
        String[] headings = {"Ort", "Menge", "Betrag", "Anteil", "Tag", "Konto", "Linie", "Betrag in EUR"};
        ColumnType[] types = {
            ColumnType.TEXT,
            ColumnType.WHOLE,
            ColumnType.DECIMAL,
            ColumnType.DECIMAL,
            ColumnType.DATE,
            ColumnType.TEXT,
            ColumnType.TEXT,
            ColumnType.DECIMAL
        };
        boolean gaps = at > 0 && random.nextInt(3) == 0;
        List<String> plain = new ArrayList<>();
        List<String> cells = new ArrayList<>();
        for (int row = 0; row < rows; row++) {
            if (gaps && random.nextInt(6) == 0) {
                plain.add("");
                cells.add(random.nextBoolean() ? office.blank : "");
            } else {
                value(random, office, kind, row, plain, cells);
            }
        }
        return new Written(headings[kind] + " " + (char) ('A' + at), types[kind], plain, cells);
    }

    private static void value(Random random, Office office, int kind, int row, List<String> plain, List<String> cells) {
        String[] places = {"Wien", "Zürich", "Bad Ischl", "Köln-Süd", "Málaga", "St. Pölten"};
        switch (kind) {
            case 0 -> add(plain, cells, "Halt " + row, "Halt " + row);
            case 1 -> {
                BigDecimal value = BigDecimal.valueOf(
                        random.nextInt(3) == 0 ? random.nextInt(90_000) + 10_000 : random.nextInt(999));
                add(plain, cells, value.toPlainString(), office.number(value, 0));
            }
            case 2 -> {
                BigDecimal value = BigDecimal.valueOf(random.nextInt(9_000_000) - 2_000_000, 2);
                add(plain, cells, value.toPlainString(), office.number(value, 2));
            }
            case 3 -> {
                BigDecimal value = BigDecimal.valueOf(random.nextInt(1000), 1);
                add(plain, cells, value.movePointLeft(2).toPlainString(), office.number(value, 1) + " %");
            }
            case 4 -> {
                LocalDate day = LocalDate.of(2024, 1, 1).plusDays(random.nextInt(900));
                add(plain, cells, day.toString(), office.dates.format(day));
            }
            case 5 -> {
                String code = String.format(Locale.ROOT, "0%05d", random.nextInt(90_000));
                add(plain, cells, code, code);
            }
            case 6 -> {
                String place = places[random.nextInt(places.length)];
                add(plain, cells, place, place);
            }
            default -> {
                BigDecimal value = BigDecimal.valueOf(random.nextInt(9_000_000), 2);
                boolean before = office == Office.AMERICAN || office == Office.SWISS;
                String number = office.number(value, 2);
                add(plain, cells, value.toPlainString(), before ? "EUR " + number : number + " €");
            }
        }
    }

    private static void add(List<String> plain, List<String> cells, String meant, String written) {
        plain.add(meant);
        cells.add(written);
    }

    private static String text(Random random, Office office, List<Written> columns) {
        String end = random.nextBoolean() ? "\r\n" : "\n";
        StringBuilder text = new StringBuilder();
        if (random.nextInt(3) == 0) {
            text.append("Duskline: Auswertung").append(end);
            text.append(random.nextBoolean() ? end : "Stand: Oktober" + end + end);
        }
        line(text, office, columns.stream().map(Written::heading).toList(), end);
        for (int row = 0; row < columns.get(0).plain.size(); row++) {
            int at = row;
            line(
                    text,
                    office,
                    columns.stream().map(column -> column.cells.get(at)).toList(),
                    end);
        }
        int money = columns.stream().map(Written::type).toList().indexOf(ColumnType.WHOLE);
        if (money > 0 && random.nextInt(3) == 0) {
            List<String> total =
                    new ArrayList<>(columns.stream().map(column -> "").toList());
            total.set(0, office.total);
            BigDecimal sum = columns.get(money).plain.stream()
                    .filter(value -> !value.isEmpty())
                    .map(BigDecimal::new)
                    .reduce(BigDecimal.ZERO, BigDecimal::add);
            total.set(money, office.number(sum, 0));
            line(text, office, total, end);
        }
        if (random.nextInt(4) == 0) {
            text.append(end).append("* vorläufige Zahlen").append(end);
        }
        return text.toString();
    }

    private static void line(StringBuilder text, Office office, List<String> cells, String end) {
        for (int i = 0; i < cells.size(); i++) {
            String cell = cells.get(i);
            boolean quoted = cell.indexOf(office.delimiter) >= 0;
            text.append(i == 0 ? "" : String.valueOf(office.delimiter)).append(quoted ? "\"" + cell + "\"" : cell);
        }
        text.append(end);
    }
}
