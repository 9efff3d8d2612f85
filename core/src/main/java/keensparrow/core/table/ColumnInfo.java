package keensparrow.core.table;

import keensparrow.core.column.ColumnType;

/**
 * One column of a schema.
 *
 * @param name unique in its table; what expressions and addresses call it; never changes with the label
 * @param label what people read; at first the heading in the file
 */
public record ColumnInfo(String name, String label, ColumnType type, Role role) {
    public ColumnInfo withLabel(String newLabel) {
        return new ColumnInfo(name, newLabel, type, role);
    }

    public ColumnInfo withRole(Role newRole) {
        return new ColumnInfo(name, label, type, newRole);
    }
}
