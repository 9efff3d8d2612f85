package keensparrow.formats.snapshot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Random;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.infer.guess.TypeOverride;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.formats.Loading;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SnapshotFileTest {
    @TempDir
    Path folder;

    private Table table(int rows) throws IOException {
        Random random = new Random(rows);
        StringBuilder text = new StringBuilder("name,few,n,large,money,day,at,flag,tags,blank\n");
        for (int i = 0; i < rows; i++) {
            text.append("Zürich ")
                    .append(random.nextInt(40_000))
                    .append(",k")
                    .append(random.nextInt(3))
                    .append(',')
                    .append(random.nextInt(3) == 0 ? "" : random.nextInt(100))
                    .append(',')
                    .append(random.nextLong(1L << 50))
                    .append(',')
                    .append(random.nextInt(100))
                    .append(".25,")
                    .append("2026-01-1")
                    .append(random.nextInt(10))
                    .append(',')
                    .append("2026-01-11T0")
                    .append(random.nextInt(10))
                    .append(":30,")
                    .append(random.nextInt(4) == 0 ? "" : random.nextBoolean() ? "yes" : "no")
                    .append(',')
                    .append(random.nextInt(3) == 0 ? "" : "a;b".substring(0, 1 + 2 * random.nextInt(2)))
                    .append(",\n");
        }
        Path file = folder.resolve("rows.csv");
        Files.writeString(file, text, StandardCharsets.UTF_8);
        Table read = Loading.load(file, Map.of("tags", new TypeOverride(ColumnType.TAGS)));
        double[] doubles = new double[rows];
        java.util.Arrays.setAll(doubles, i -> i % 5 == 0 ? Double.NaN : random.nextGaussian());
        return read.with(
                new ColumnInfo("d", "Double", ColumnType.DECIMAL, Role.MEASURE), new DoubleColumn(doubles, null));
    }

    private static void assertSame(Table again, Table table) {
        // how columns add up is kept with the version, not here
        assertThat(again.schema().columns())
                .isEqualTo(table.schema().columns().stream()
                        .map(info -> new ColumnInfo(info.name(), info.label(), info.type(), info.role(), info.format()))
                        .toList());
        assertThat(again.rowCount()).isEqualTo(table.rowCount());
        for (ColumnInfo info : table.schema().columns()) {
            assertThat(again.column(info.name()).blankCount())
                    .isEqualTo(table.column(info.name()).blankCount());
            for (int row = 0; row < table.rowCount(); row++) {
                assertThat(again.column(info.name()).plain(row))
                        .isEqualTo(table.column(info.name()).plain(row));
            }
        }
    }

    @Test
    void loadsWhatWasWritten() throws IOException {
        for (int rows : new int[] {1, 64, 300, 40_000}) {
            Table table = table(rows);
            Path file = folder.resolve("t.snapshot");
            SnapshotFile.write(table, file);
            assertSame(SnapshotFile.read(file), table);
        }
        try (var files = Files.list(folder)) {
            assertThat(files.map(Path::toString)).noneMatch(name -> name.endsWith(".part"));
        }
    }

    @Test
    void anEmptyTableTravelsToo() throws IOException {
        Table none = new Table(new Schema(List.of()), List.of(), 0);
        Path file = folder.resolve("none.snapshot");
        SnapshotFile.write(none, file);
        assertThat(SnapshotFile.read(file).rowCount()).isZero();
    }

    @Test
    void everyFlippedBitIsNoticed() throws IOException {
        Path file = folder.resolve("t.snapshot");
        SnapshotFile.write(table(50), file);
        byte[] bytes = Files.readAllBytes(file);
        Random random = new Random(3);
        for (int i = 0; i < 600; i++) {
            byte[] damaged = bytes.clone();
            int at = i < 100 ? i % damaged.length : random.nextInt(damaged.length);
            damaged[at] ^= (byte) (1 << random.nextInt(8));
            Files.write(file, damaged);
            assertThatThrownBy(() -> SnapshotFile.read(file))
                    .as("byte " + at)
                    .isInstanceOf(DamagedSnapshotException.class);
        }
    }

    @Test
    void aFileThatIsCutOffOrLongerIsNoticed() throws IOException {
        Path file = folder.resolve("t.snapshot");
        SnapshotFile.write(table(50), file);
        byte[] bytes = Files.readAllBytes(file);
        for (int length : new int[] {0, 1, 8, 20, bytes.length / 2, bytes.length - 1, bytes.length + 1}) {
            Files.write(file, java.util.Arrays.copyOf(bytes, length));
            assertThatThrownBy(() -> SnapshotFile.read(file)).isInstanceOf(DamagedSnapshotException.class);
        }
    }
}
