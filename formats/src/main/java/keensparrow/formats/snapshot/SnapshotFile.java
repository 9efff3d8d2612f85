package keensparrow.formats.snapshot;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/** Writes and reads a table as one file, with a checksum over all of it. */
public final class SnapshotFile {
    static final long MAGIC = 0x4b53_4e41_5000_0003L; // "KSNAP" and the version of the form

    private SnapshotFile() {}

    /** Writes beside the target, then moves it into place: the file is whole or not there. */
    public static void write(Table table, Path target) throws IOException {
        Path beside = target.resolveSibling(target.getFileName() + ".part");
        try (FileChannel channel = FileChannel.open(
                beside, StandardOpenOption.CREATE, StandardOpenOption.TRUNCATE_EXISTING, StandardOpenOption.WRITE)) {
            Output out = new Output(channel);
            out.putLong(MAGIC);
            out.putInt(table.rowCount());
            out.putInt(table.columns().size());
            for (int i = 0; i < table.columns().size(); i++) {
                ColumnInfo info = table.schema().columns().get(i);
                out.putText(info.name());
                out.putText(info.label());
                out.putText(info.type().name());
                out.putText(info.role().name());
                ColumnFormat format = info.format();
                out.putText(format == null ? "" : format.kind().name());
                out.putText(format == null || format.unit() == null ? "" : format.unit());
                ColumnBytes.write(table.columns().get(i), out);
            }
            out.finish();
            channel.force(true);
            Files.move(beside, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } finally {
            Files.deleteIfExists(beside);
        }
    }

    /** @throws DamagedSnapshotException when the file is not whole or not what was written */
    public static Table read(Path file) throws IOException {
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
            Input in = new Input(channel);
            if (in.getLong() != MAGIC) {
                throw new DamagedSnapshotException("no snapshot of this version");
            }
            int rows = in.getInt();
            int count = in.getInt();
            List<ColumnInfo> infos = new ArrayList<>();
            List<Column> columns = new ArrayList<>();
            for (int i = 0; i < count; i++) {
                String name = in.getText();
                String label = in.getText();
                ColumnType type = ColumnType.valueOf(in.getText());
                Role role = Role.valueOf(in.getText());
                infos.add(new ColumnInfo(name, label, type, role, format(in.getText(), in.getText())));
                columns.add(ColumnBytes.read(type, rows, in));
            }
            in.finish();
            return new Table(new Schema(infos), columns, rows);
        } catch (UncheckedIOException e) {
            throw e.getCause();
        } catch (IllegalArgumentException | IndexOutOfBoundsException | NegativeArraySizeException e) {
            throw new DamagedSnapshotException(String.valueOf(e.getMessage()));
        }
    }

    private static @Nullable ColumnFormat format(String kind, String unit) {
        return kind.isEmpty() ? null : new ColumnFormat(ColumnFormat.Kind.valueOf(kind), unit.isEmpty() ? null : unit);
    }
}
