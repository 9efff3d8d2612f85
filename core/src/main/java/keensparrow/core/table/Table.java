package keensparrow.core.table;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import keensparrow.core.column.Column;
import org.jspecify.annotations.Nullable;

/** A schema and its columns, all of one length. Immutable. */
public final class Table {
    private static final int MANY = 1 << 16;

    private final Schema schema;
    private final List<Column> columns;
    private final int rowCount;
    private final int @Nullable [] origin; // of each row its number in the table that is traced

    public Table(Schema schema, List<? extends Column> columns, int rowCount) {
        this(schema, columns, rowCount, null);
    }

    private Table(Schema schema, List<? extends Column> columns, int rowCount, int @Nullable [] origin) {
        this.origin = origin;
        this.schema = schema;
        this.columns = List.copyOf(columns);
        this.rowCount = rowCount;
        if (columns.size() != schema.columns().size()) {
            throw new IllegalArgumentException("columns and schema differ in number");
        }
        for (Column column : columns) {
            if (column.rowCount() != rowCount) {
                throw new IllegalArgumentException("columns differ in length");
            }
        }
    }

    public Schema schema() {
        return schema;
    }

    public int rowCount() {
        return rowCount;
    }

    public List<Column> columns() {
        return columns;
    }

    /** @throws keensparrow.core.error.UserException COLUMN_NOT_FOUND */
    public Column column(String name) {
        return columns.get(schema.index(name));
    }

    public long sizeBytes() {
        return columns.stream().mapToLong(Column::sizeBytes).sum();
    }

    /** The rows {@code rows[0 .. count)} in that order. Cost O(count × columns), on several cores where they are many. */
    public Table pick(int[] rows, int count) {
        Stream<Column> all = count < MANY ? columns.stream() : columns.parallelStream();
        List<Column> picked = all.map(column -> column.pick(rows, count)).toList();
        return new Table(schema, picked, count, origin == null ? null : origins(rows, count, count));
    }

    private int[] origins(int[] rows, int count, int size) {
        int[] from = Objects.requireNonNull(origin);
        int[] picked = new int[size];
        Arrays.fill(picked, NEW);
        for (int i = 0; i < count; i++) {
            picked[i] = from[rows[i]];
        }
        return picked;
    }

    /** The number that rows have which the traced table has not. */
    public static final int NEW = -1;

    /** The same, whose rows can be told in what is made of it as long as each stays one row. */
    public Table traced() {
        return new Table(schema, columns, rowCount, IntStream.range(0, rowCount).toArray());
    }

    /** Of each row its number in the table that is traced, or {@link #NEW}; nothing where rows cannot be told. */
    public Optional<int[]> origins() {
        return Optional.ofNullable(origin);
    }

    /** Other columns of the same rows. */
    public Table ofColumns(Schema others, List<? extends Column> of) {
        return new Table(others, of, rowCount, origin);
    }

    /** A table whose first rows are those of this one. */
    public Table andBelow(Table whole) {
        return origin == null
                ? whole
                : new Table(
                        whole.schema,
                        whole.columns,
                        whole.rowCount,
                        origins(IntStream.range(0, rowCount).toArray(), rowCount, whole.rowCount));
    }

    /** With {@code column} put at the end, or in place of the one of that name. */
    public Table with(ColumnInfo info, Column column) {
        List<ColumnInfo> infos = new ArrayList<>(schema.columns());
        List<Column> all = new ArrayList<>(columns);
        if (schema.has(info.name())) {
            int at = schema.index(info.name());
            infos.set(at, info);
            all.set(at, column);
        } else {
            infos.add(info);
            all.add(column);
        }
        return ofColumns(new Schema(infos), all);
    }

    public Table withInfo(ColumnInfo info) {
        return with(info, column(info.name()));
    }

    public Table without(String name) {
        int at = schema.index(name);
        List<ColumnInfo> infos = new ArrayList<>(schema.columns());
        List<Column> all = new ArrayList<>(columns);
        infos.remove(at);
        all.remove(at);
        return ofColumns(new Schema(infos), all);
    }
}
