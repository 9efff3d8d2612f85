package keensparrow.formats.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Random;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.infer.source.RowSource;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files of columns written in all ways, with oddities anywhere, read the same in blocks and by the library twice. */
class ColumnsOfAnyKindTest {
    private static final int FILES = Integer.getInteger("keensparrow.files", 12);

    @TempDir
    Path folder;

    /** Ways in which the values of a column are written. */
    private static String value(Random random, int way, int row) {
        int n = random.nextInt(100_000);
        return switch (way) {
            case 0 -> String.valueOf(n);
            case 1 -> String.format(Locale.ROOT, "%,d", n * 37);
            case 2 -> String.format(Locale.GERMANY, "%,.2f", n / 7.0);
            case 3 -> n % 100 + "%";
            case 4 -> "€ " + n;
            case 5 -> n % 3 == 0 ? "EUR 5" : "$7";
            case 6 -> n / 10 + "e" + n % 5;
            case 7 -> String.format("%05d", n % 2000);
            case 8 -> String.format("%d/%d/2026", 1 + n % 12, 1 + n % 28);
            case 9 -> String.format("%d.%d.%d", 1 + n % 28, 1 + n % 12, 1990 + n % 40);
            case 10 ->
                String.format("2026-01-%02dT%02d:%02d%s", 1 + n % 28, n % 24, n % 60, n % 2 == 0 ? "Z" : "+02:00");
            case 11 -> String.format("2026-01-%02d %02d:%02d:%02d", 1 + n % 28, n % 24, n % 60, n % 60);
            case 12 -> List.of("ja", "nein").get(n % 2);
            case 13 ->
                List.of("red;blue", "red", "blue|green", "green", "red,blue").get(n % 5);
            case 14 -> "Route " + n % 40 + ", platform " + n % 9 + ".";
            case 15 -> List.of("N", "NA", "AT", "DE", "FR").get(n % 5);
            case 16 -> "id" + String.format("%07d", row);
            case 17 -> Integer.toHexString(n * 31) + "-" + row;
            case 18 -> n % 50 == 0 ? "Remark with a line\nand \"quotes\"" : "";
            case 19 -> String.valueOf(n % 5);
            case 20 -> List.of("Q1 2026", "Q2 2026").get(n % 2);
            case 21 -> String.format("%d-%02d", 2020 + n % 6, 1 + n % 12);
            case 22 -> n + ".5 ";
            case 23 -> "(" + n + ")";
            case 24 -> "\u00a0Łódź\u00a0";
            case 25 -> n % 900 + "k";
            case 26 -> String.valueOf(45_000 + n % 900);
            default -> row < 9_000 ? "" : String.valueOf(n);
        };
    }

    private static final String[] ODD = {
        "n/a", "-", "?", "x", "12", "1.5", "1,5", "2026-01-01", "yes", "text", "a;b", "007", " "
    };
    private static final int WAYS = 28;

    private static byte[] anything(Random random) {
        int rows = 8_500 + random.nextInt(3_000);
        int[] ways = random.ints(7, 0, WAYS).toArray();
        double blanks = random.nextInt(3) * 0.1;
        double odd = random.nextInt(3) == 0 ? 0.002 : 0;
        int lateOdd = random.nextBoolean() ? 1 + random.nextInt(rows) : -1;
        StringBuilder text = new StringBuilder("a,b,c,Date,e,f,g\n");
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < ways.length; column++) {
                boolean strange = random.nextDouble() < odd || (row == lateOdd && column == lateOdd % ways.length);
                String value = random.nextDouble() < blanks
                        ? (column % 2 == 0 ? "" : "n/a")
                        : strange ? ODD[random.nextInt(ODD.length)] : value(random, ways[column], row);
                boolean quoted = value.matches("(?s).*[,\"\\n].*") || (row + column) % 97 == 0;
                text.append(column == 0 ? "" : ",").append(quoted ? "\"" + value.replace("\"", "\"\"") + "\"" : value);
            }
            text.append('\n');
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void columnsOfAnyKindReadTheSame() throws IOException {
        Random random = new Random(2026);
        for (int file = 0; file < FILES; file++) {
            RowSource source = TwoWays.source(folder, anything(random));
            LoadedTable slow = (LoadedTable) TwoWays.result(new TwoWays.Slow(source));
            LoadedTable quick = (LoadedTable) TwoWays.result(source);
            assertThat(quick.plan()).as("file " + file).isEqualTo(slow.plan());
            assertThat(quick.report()).as("file " + file).isEqualTo(slow.report());
            assertThat(quick.table().schema()).isEqualTo(slow.table().schema());
            for (var info : slow.table().schema().columns()) {
                for (int row = 0; row < slow.table().rowCount(); row++) {
                    String expected = slow.table().column(info.name()).plain(row);
                    String actual = quick.table().column(info.name()).plain(row);
                    if (!Objects.equals(actual, expected)) {
                        assertThat(actual)
                                .as("file " + file + ", " + info.name() + ", row " + row)
                                .isEqualTo(expected);
                    }
                }
            }
        }
    }
}
