package keensparrow.core.app;

import keensparrow.core.column.ColumnType;

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
                case VALUES -> type.isCoded();
                case RANGE -> type.isNumber();
                case DATES -> type.isTime();
                case TEXT -> type == ColumnType.TEXT || type == ColumnType.TAGS;
            };
        }

        /** The kind for a column that has {@code distinct} values. */
        public static Kind of(ColumnType type, int distinct) {
            if (type.isNumber()) {
                return RANGE;
            }
            if (type.isTime()) {
                return DATES;
            }
            return type == ColumnType.TEXT && distinct > MOST_VALUES ? TEXT : VALUES;
        }
    }

    private static final int MOST_VALUES = 2000;
}
