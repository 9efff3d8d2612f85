package keensparrow.core.column;

/** What the values of a column are. */
public enum ColumnType {
    TEXT("text"),
    WHOLE("whole number"),
    DECIMAL("decimal number"),
    DATE("date"),
    DATE_TIME("date and time"),
    YES_NO("yes/no"),
    TAGS("list of tags");

    private final String label;

    ColumnType(String label) {
        this.label = label;
    }

    /** The type as a person reads it. */
    public String label() {
        return label;
    }

    public boolean isNumber() {
        return this == WHOLE || this == DECIMAL;
    }

    public boolean isTime() {
        return this == DATE || this == DATE_TIME;
    }

    /** Whether values come from a dictionary, or like yes/no act as if they did. */
    public boolean isCoded() {
        return this == TEXT || this == TAGS || this == YES_NO;
    }
}
