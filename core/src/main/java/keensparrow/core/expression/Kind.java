package keensparrow.core.expression;

import keensparrow.core.column.ColumnType;

/** What the values of an expression are. */
enum Kind {
    NUMBER("numbers"),
    TEXT("text"),
    DATE("dates"),
    DATE_TIME("dates and times"),
    BOOLEAN("yes or no"),
    /** Always blank; fits wherever a value can be. */
    NOTHING("nothing but blanks");

    private final String label;

    Kind(String label) {
        this.label = label;
    }

    String label() {
        return label;
    }

    boolean isTime() {
        return this == DATE || this == DATE_TIME;
    }

    static Kind of(ColumnType type) {
        return switch (type) {
            case WHOLE, DECIMAL -> NUMBER;
            case DATE -> DATE;
            case DATE_TIME -> DATE_TIME;
            case YES_NO -> BOOLEAN;
            case TEXT, TAGS -> TEXT;
        };
    }
}
