package keensparrow.formats.csv;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.fail;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import keensparrow.core.column.ColumnType;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import keensparrow.formats.Loading;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What was written is read back the same; what is no table ends in a clear error, never in anything else. */
class CsvRoundTripTest {
    private static final List<String> TEXTS = List.of(
            "Zürich",
            "say \"hi\"",
            "a,b",
            "two\nlines",
            "carriage\rreturn",
            " edge",
            "007",
            "=1+1",
            "😀",
            "שלום",
            "-",
            "x;y");

    @TempDir
    Path folder;

    private LoadedTable load(byte[] bytes) throws IOException {
        return Loading.load(folder, "file.csv", bytes);
    }

    private static byte[] written(Table table) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        List<String> names =
                table.schema().columns().stream().map(ColumnInfo::name).toList();
        CsvDownload.write(
                new MemoryEngine(table),
                new QueryEngine.RowScan(names, Set.of(), List.of()),
                CsvDownload.Style.USUAL.asItIs(),
                out);
        return out.toByteArray();
    }

    private static String quoted(String text) {
        return '"' + text.replace("\"", "\"\"") + '"';
    }

    private static byte[] made(long seed) {
        Random random = new Random(seed);
        StringBuilder text = new StringBuilder("text,whole,money,ratio,day,at,flag\n");
        int rows = 1 + random.nextInt(400);
        for (int row = 0; row < rows; row++) {
            List<String> cells = new ArrayList<>();
            cells.add(quoted(TEXTS.get(random.nextInt(TEXTS.size())) + (row < TEXTS.size() ? row : "")));
            cells.add(String.valueOf(random.nextInt(2_000_000) - 1_000_000));
            cells.add(random.nextInt(1000) + "." + (10 + random.nextInt(90)));
            cells.add(String.valueOf(random.nextGaussian() * 1e-9));
            cells.add(String.format(
                    "20%02d-%02d-%02d", random.nextInt(30), 1 + random.nextInt(12), 1 + random.nextInt(28)));
            cells.add(String.format(
                    "2026-03-%02dT%02d:%02d", 1 + random.nextInt(28), random.nextInt(24), random.nextInt(60)));
            cells.add(random.nextBoolean() ? "yes" : "no");
            for (int i = 1; i < cells.size(); i++) {
                cells.set(i, row > 20 && random.nextInt(6) == 0 ? "" : cells.get(i));
            }
            text.append(String.join(",", cells)).append('\n');
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
    void aTableComesBackAsItWas(long seed) throws IOException {
        Table table = load(made(seed)).table();
        Table again = load(written(table)).table();
        assertThat(again.rowCount()).as("seed " + seed).isEqualTo(table.rowCount());
        for (ColumnInfo info : table.schema().columns()) {
            assertThat(again.schema().get(info.name()).type()).as(info.name()).isEqualTo(info.type());
            for (int row = 0; row < table.rowCount(); row++) {
                assertThat(again.column(info.name()).plain(row))
                        .as("seed " + seed + ", row " + row + " of " + info.name())
                        .isEqualTo(table.column(info.name()).plain(row));
            }
        }
    }

    @Test
    void theTypesAreThoseThatWereMeant() throws IOException {
        Table table = load(made(7)).table();
        assertThat(table.schema().columns())
                .extracting(ColumnInfo::type)
                .containsExactly(
                        ColumnType.TEXT,
                        ColumnType.WHOLE,
                        ColumnType.DECIMAL,
                        ColumnType.DECIMAL,
                        ColumnType.DATE,
                        ColumnType.DATE_TIME,
                        ColumnType.YES_NO);
    }

    /** Periods, years and tags leave as they came. */
    @Test
    void whatHasALookOfItsOwnKeepsIt() throws IOException {
        String text = "quarter,fiscal,season,year,month,marks,n\r\n"
                + "2019 Q3,FY24,2023/24,1999,Mar 2026,red | dry,1\r\n"
                + "2019 Q4,FY25,2024/25,2001,Apr 2026,red,2\r\n"
                + "2020 Q1,FY26,2025/26,2002,May 2026,dry | cold,3\r\n"
                + "2020 Q2,FY27,2026/27,2003,Jun 2026,cold,4\r\n";
        LoadedTable loaded = load(text.getBytes(StandardCharsets.UTF_8));
        List<ColumnType> types =
                loaded.table().schema().columns().stream().map(ColumnInfo::type).toList();
        assertThat(types.subList(0, 5)).containsOnly(ColumnType.DATE);
        String out = new String(written(loaded.table()), StandardCharsets.UTF_8).replace("\ufeff", "");
        assertThat(out.lines().skip(1).toList())
                .containsExactly(
                        "2019 Q3,FY24,2023/24,1999,2026-03,red | dry,1",
                        "2019 Q4,FY25,2024/25,2001,2026-04,red,2",
                        "2020 Q1,FY26,2025/26,2002,2026-05,dry | cold,3",
                        "2020 Q2,FY27,2026/27,2003,2026-06,cold,4");
    }

    @Test
    void damagedFilesEndInATableOrAClearError() throws IOException {
        Random random = new Random(99);
        int tables = 0;
        for (int i = 0; i < 400; i++) {
            byte[] bytes = made(i % 7);
            for (int damage = random.nextInt(12); damage >= 0; damage--) {
                int at = random.nextInt(bytes.length);
                bytes[at] = switch (random.nextInt(4)) {
                    case 0 -> (byte) '"';
                    case 1 -> (byte) '\n';
                    case 2 -> (byte) ',';
                    default -> (byte) (1 + random.nextInt(255));
                };
            }
            byte[] cut = java.util.Arrays.copyOf(bytes, 1 + random.nextInt(bytes.length));
            try {
                LoadedTable loaded = load(random.nextBoolean() ? bytes : cut);
                assertThat(loaded.table().rowCount()).isPositive();
                tables++;
            } catch (UserException told) {
                assertThat(told.text()).contains("file.csv");
            } catch (RuntimeException | IOException e) {
                fail("round " + i, e);
            }
        }
        assertThat(tables).isGreaterThan(100);
    }

    @Test
    void noiseEndsInATableOrAClearError() throws IOException {
        Random random = new Random(5);
        String alphabet = "ab1,;|\t\"\n\r 0.-é€😀";
        for (int i = 0; i < 500; i++) {
            StringBuilder text = new StringBuilder();
            for (int length = random.nextInt(300); length > 0; length--) {
                text.append(alphabet.charAt(random.nextInt(alphabet.length())));
            }
            try {
                load(text.toString().getBytes(StandardCharsets.UTF_8));
            } catch (UserException told) {
                assertThat(told.text()).as("round " + i).contains("file.csv");
            }
        }
    }
}
