package keensparrow.core.app;

import keensparrow.core.column.ColumnType;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;

/** A filter widget on a column. */
public record FilterSpec(String column, Kind kind) {
    /** How values are picked. */
    public enum Kind {
        VALUES,
        RANGE,
        DATES,
        TEXT;

        public boolean fits(ColumnType type) {
            return switch (this) {
                case VALUES -> type.isCoded() || type.isNumber();
                case RANGE -> type.isNumber();
                case DATES -> type.isTime();
                case TEXT -> type == ColumnType.TEXT || type == ColumnType.TAGS;
            };
        }

        /** The kind for a column that has {@code distinct} values: numbers that are categories are picked by value. */
        public static Kind of(ColumnInfo column, int distinct) {
            if (column.type().isNumber() && column.role() != Role.CATEGORY) {
                return RANGE;
            }
            if (column.type().isTime()) {
                return DATES;
            }
            return column.type() == ColumnType.TEXT && distinct > MAX_VALUES ? TEXT : VALUES;
        }
    }

    private static final int MAX_VALUES = 2000;
}
