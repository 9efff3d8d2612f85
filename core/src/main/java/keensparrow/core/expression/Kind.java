package keensparrow.core.expression;

import keensparrow.core.column.ColumnType;
import keensparrow.core.words.Words;

/** What the values of an expression are. */
public enum Kind {
    NUMBER(Words.say("expression.numbers")),
    TEXT(Words.say("expression.text")),
    DATE(Words.say("expression.dates")),
    DATE_TIME(Words.say("expression.datesAndTimes")),
    BOOLEAN(Words.say("expression.yesOrNo")),
    /** Always blank; fits wherever a value can be. */
    NOTHING(Words.say("expression.nothingButBlanks"));

    private final String label;

    Kind(String label) {
        this.label = label;
    }

    /** In the plural: {@code numbers}. */
    public String label() {
        return label;
    }

    public boolean isTime() {
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
