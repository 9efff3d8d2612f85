package keensparrow.core.table;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.column.Column;

/** A schema and its columns, all of one length. Immutable. */
public final class Table {
    private final Schema schema;
    private final List<Column> columns;
    private final int rowCount;

    public Table(Schema schema, List<? extends Column> columns, int rowCount) {
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

    /** The rows {@code rows[0 .. count)} in that order. Cost O(count × columns). */
    public Table pick(int[] rows, int count) {
        List<Column> picked =
                columns.stream().map(column -> column.pick(rows, count)).toList();
        return new Table(schema, picked, count);
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
        return new Table(new Schema(infos), all, rowCount);
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
        return new Table(new Schema(infos), all, rowCount);
    }
}
