package keensparrow.formats.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.infer.load.TableLoader;
import keensparrow.core.infer.source.BlockReader;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.infer.source.RowSource;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Reading in blocks, and reading once instead of twice, give what the library's way of reading twice gives. */
class SinglePassLoaderTest {
    private static final String[] PIECES = {
        ",",
        ",",
        ",",
        "\n",
        "\r\n",
        "\r",
        "\"",
        "\"\"",
        "\"a,b\"",
        "\"two\nlines\"",
        "x",
        " ",
        "é",
        "😀",
        "12",
        "-3.5",
        "2026-01-31",
        "",
        "\"",
        "yes"
    };

    @TempDir
    Path folder;

    private RowSource source(byte[] bytes) throws IOException {
        return TwoWays.source(folder, bytes);
    }

    @Test
    void randomTextsAreCutAlike() throws IOException {
        Random random = new Random(77);
        int blocks = 0;
        for (int round = 0; round < 1500; round++) {
            StringBuilder text = new StringBuilder("a,b,c\n");
            for (int pieces = random.nextInt(60); pieces > 0; pieces--) {
                text.append(PIECES[random.nextInt(PIECES.length)]);
            }
            RowSource source;
            try {
                source = source(text.toString().getBytes(StandardCharsets.UTF_8));
            } catch (UserException e) {
                continue; // told before any reading
            }
            if (source == null) {
                continue;
            }
            try (BlockReader reader = source.blocks()) {
                blocks += reader == null ? 0 : 1;
            }
            TwoWays.assertSame(
                    TwoWays.result(source), TwoWays.result(new TwoWays.Slow(source)), "round " + round + " of " + text);
        }
        assertThat(blocks).isGreaterThan(300);
    }

    private static String cell(Random random, int kind, boolean late) {
        return switch (kind) {
            case 0 -> "D" + random.nextInt(1_000_000);
            case 1 -> String.valueOf(random.nextInt(5000) - 100);
            case 2 -> random.nextInt(100) + "." + (10 + random.nextInt(90));
            case 3 -> "2026-0" + (1 + random.nextInt(9)) + "-1" + random.nextInt(10);
            case 4 -> random.nextInt(9) > 0 ? "" : random.nextBoolean() ? "weather;crew" : "signalling";
            case 5 -> random.nextInt(3) == 0 ? "" : random.nextBoolean() ? "yes" : "no";
            case 6 -> "\"a, \"\"quoted\"\" remark " + random.nextInt(50) + "\"";
            default -> "2026-01-01T0" + random.nextInt(10) + ":30" + (late ? ":15" : "");
        };
    }

    private static byte[] large(long seed, String[] oddities, int rows) {
        Random random = new Random(seed);
        StringBuilder text = new StringBuilder("id,n,money,day,tags,flag,note,at\n");
        for (int row = 0; row < rows; row++) {
            List<String> cells = new ArrayList<>();
            for (int kind = 0; kind < 8; kind++) {
                cells.add(cell(random, kind, row > rows - 100));
            }
            for (int i = 0; i < oddities.length; i += 2) {
                if (row == rows - 50 - i) {
                    cells.set(Integer.parseInt(oddities[i]), oddities[i + 1]);
                }
            }
            text.append(String.join(",", cells)).append('\n');
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "1|2.5",
                "1|many",
                "1|007",
                "1|\"1,234\"",
                "1|n/a",
                "2|1.2345678",
                "2|€ 5",
                "2|12%",
                "3|31.12.2026",
                "3|soon",
                "5|ja",
                "5|1",
                "5|perhaps",
                "7|2026-01-01T08:00Z",
                "7|2026-01-01",
                "0|n/a",
                "0|",
                "4|weather|crew",
                "6|\"\u0001\""
            })
    void whatComesLateChangesTheTypesAsIfAllWereLookedAt(String odd) throws IOException {
        String[] oddities = odd.isEmpty() ? new String[0] : odd.split("\\|", 2);
        RowSource source = source(large(5, oddities, 20_000));
        Object quick = TwoWays.result(source);
        Object slow = TwoWays.result(new TwoWays.Slow(source));
        LoadedTable a = (LoadedTable) quick;
        LoadedTable b = (LoadedTable) slow;
        assertThat(a.plan()).isEqualTo(b.plan());
        assertThat(a.report()).isEqualTo(b.report());
        assertThat(a.table().schema()).isEqualTo(b.table().schema());
        for (var info : b.table().schema().columns()) {
            for (int row = 0; row < 20_000; row += row < 19_800 ? 997 : 1) {
                assertThat(a.table().column(info.name()).plain(row))
                        .as(info.name() + " row " + row)
                        .isEqualTo(b.table().column(info.name()).plain(row));
            }
        }
        if (odd.isEmpty()) {
            assertThat(a.table().schema().get("tags").type()).isEqualTo(ColumnType.TAGS);
        }
    }

    /** Remembers how many rows were only looked at. */
    private static final class Looked implements LoadWatch {
        private long rows;

        @Override
        public void looking(long soFar) {
            rows = soFar;
        }

        @Override
        public void reading(long soFar, long ofRows) {}
    }

    private interface Row {
        String of(int row);
    }

    /** Loads rows in one way and the other; whether the quick one read once, and what it found. */
    private LoadedTable readOnce(String headings, int rows, Row cells) throws IOException {
        StringBuilder text = new StringBuilder(headings).append('\n');
        for (int row = 0; row < rows; row++) {
            text.append(cells.of(row)).append('\n');
        }
        RowSource source = source(text.toString().getBytes(StandardCharsets.UTF_8));
        Looked looked = new Looked();
        LoadedTable quick = new TableLoader(List.of(source), Map.of(), List.of(), looked).load();
        assertThat(looked.rows).as("rows looked at before reading").isLessThan(rows);
        TwoWays.assertSame(quick, TwoWays.result(new TwoWays.Slow(source)), headings);
        return quick;
    }

    @Test
    void marksOfBlanksAreCountedInOneReading() throws IOException {
        LoadedTable loaded = readOnce(
                "name,n,flag,tags,day",
                30_000,
                row -> (row % 7 == 0 ? "n/a" : "name " + row)
                        + ","
                        + (row % 5 == 0 ? "-" : row % 11 == 0 ? "unknown" : String.valueOf(row))
                        + ","
                        + (row % 3 == 0 ? "yes" : row % 3 == 1 ? "NULL" : "no")
                        + ","
                        + (row % 4 == 0 ? "n/a" : row % 4 == 1 ? "crew|weather" : "weather")
                        + ","
                        + (row % 9 == 0 ? "n/a" : "2026-01-" + (10 + row % 20)));
        assertThat(loaded.report().notes())
                .contains("In “name”, “n/a” (4,286 times) is read as blank.")
                .contains("In “n”, “-” (6,000 times) and “unknown” (2,182 times) are read as blank.");
        assertThat(loaded.table().column("flag").blankCount()).isEqualTo(10_000);
        assertThat(loaded.table().schema().get("tags").type()).isEqualTo(ColumnType.TAGS);
        assertThat(loaded.table().column("tags").blankCount()).isEqualTo(7_500);
    }

    @Test
    void decimalCommasAndDaysFirstNeedOneReading() throws IOException {
        LoadedTable loaded = readOnce(
                "Betrag;Tag;Wann",
                30_000,
                row -> (row % 2 == 0 ? "1." + (100 + row % 900) + "," : row + ",")
                        + (10 + row % 90)
                        + ";"
                        + String.format("%02d.%02d.2026", 1 + row % 28, 1 + row % 12)
                        + ";"
                        + String.format("2026-03-%02d %02d:15:%02d", 1 + row % 28, row % 24, row % 60));
        assertThat(loaded.table().schema().get("betrag").type()).isEqualTo(ColumnType.DECIMAL);
        assertThat(loaded.table().column("betrag").plain(1)).isEqualTo("1.11");
        assertThat(loaded.table().column("betrag").plain(2)).isEqualTo("1102.12");
        assertThat(loaded.table().column("tag").plain(2)).isEqualTo("2026-03-03");
        assertThat(loaded.table().schema().get("wann").type()).isEqualTo(ColumnType.DATE_TIME);
    }

    @Test
    void codesAndIdentifiersStayTextInOneReading() throws IOException {
        LoadedTable loaded = readOnce(
                "postcode,id,place,remark",
                30_000,
                row -> String.format("%05d", row % 900)
                        + "," + Integer.toHexString(row * 7919) + "x,"
                        + (row % 2 == 0 ? "Lyon" : "Łódź") + ","
                        + (row % 3 == 0 ? "" : " Ran late at km " + row % 700 + " \u00a0"));
        assertThat(loaded.table().column("postcode").plain(7)).isEqualTo("00007");
        assertThat(loaded.table().column("remark").plain(1)).isEqualTo("Ran late at km 1");
        assertThat(loaded.table().schema().get("postcode").type()).isEqualTo(ColumnType.TEXT);
    }

    @Test
    void otherEncodingsAreCutInBlocksToo() throws IOException {
        StringBuilder text = new StringBuilder("Straße;Zahl\n");
        for (int row = 0; row < 20_000; row++) {
            text.append("Größe ").append(row % 50).append(" 😀;").append(row).append("\r\n");
        }
        byte[] wide = ("\ufeff" + text).getBytes(StandardCharsets.UTF_16LE);
        LoadedTable loaded = (LoadedTable) TwoWays.result(source(wide));
        assertThat(loaded.table().rowCount()).isEqualTo(20_000);
        assertThat(loaded.table().column("straße").plain(7)).isEqualTo("Größe 7 😀");
        byte[] eight = text.toString().replace(" 😀", "").getBytes("windows-1252");
        RowSource source = source(eight);
        LoadedTable other = (LoadedTable) TwoWays.result(source);
        TwoWays.assertSame(other, TwoWays.result(new TwoWays.Slow(source)), "windows-1252");
        assertThat(other.table().column("straße").plain(3)).isEqualTo("Größe 3");
    }

    @Test
    void aBlockMayEndAnywhereInARow() throws IOException {
        StringBuilder text = new StringBuilder("a,b\n");
        for (int i = 0; i < 60_000; i++) {
            text.append("\"x\n")
                    .append(i % 977)
                    .append(" \"\"ü\"\" \",")
                    .append(i)
                    .append(i % 3 == 0 ? "\r\n" : "\n");
        }
        RowSource source = source(text.toString().getBytes(StandardCharsets.UTF_8));
        LoadedTable loaded = (LoadedTable) TwoWays.result(source);
        assertThat(loaded.table().rowCount()).isEqualTo(60_000);
        for (int row = 0; row < 60_000; row++) {
            assertThat(loaded.table().column("b").plain(row)).isEqualTo(String.valueOf(row));
            assertThat(loaded.table().column("a").plain(row)).isEqualTo("x\n" + row % 977 + " \"ü\"");
        }
    }

    @Test
    void aQuoteLeftOpenAndBytesThatAreNoTextAreSaidWithTheLine() throws IOException {
        StringBuilder text = new StringBuilder("a,b\n");
        for (int i = 0; i < 900_000; i++) {
            text.append("value ").append(i).append(",2\n");
        }
        byte[] open = (text + "\"open,3\n").getBytes(StandardCharsets.UTF_8);
        RowSource source = source(open);
        assertThatThrownBy(() -> new TableLoader(List.of(source), Map.of(), List.of(), LoadWatch.NONE).load())
                .isInstanceOf(UserException.class)
                .hasMessageContaining("after line 900")
                .hasMessageContaining("never closed");
    }
}
