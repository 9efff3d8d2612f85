package keensparrow.core.column;

import keensparrow.core.words.Words;

/** What the values of a column are. */
public enum ColumnType {
    TEXT(Words.say("column.text")),
    WHOLE(Words.say("column.wholeNumber")),
    DECIMAL(Words.say("column.decimalNumber")),
    DATE(Words.say("column.date")),
    DATE_TIME(Words.say("column.dateAndTime")),
    YES_NO(Words.say("column.yesNo")),
    TAGS(Words.say("column.listOfTags"));

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
