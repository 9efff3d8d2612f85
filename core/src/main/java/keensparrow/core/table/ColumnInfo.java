package keensparrow.core.table;

import keensparrow.core.column.ColumnType;
import org.jspecify.annotations.Nullable;

/**
 * One column of a schema.
 *
 * @param name unique in its table; what expressions and addresses call it; never changes with the label
 * @param label what people read; at first the heading in the file
 * @param format null for values shown as they are
 */
public record ColumnInfo(
        String name,
        String label,
        ColumnType type,
        Role role,
        @Nullable ColumnFormat format) {
    /** Shown as the values are. */
    public ColumnInfo(String name, String label, ColumnType type, Role role) {
        this(name, label, type, role, null);
    }

    public ColumnInfo withLabel(String newLabel) {
        return new ColumnInfo(name, newLabel, type, role, format);
    }

    public ColumnInfo withRole(Role newRole) {
        return new ColumnInfo(name, label, type, newRole, format);
    }
}
