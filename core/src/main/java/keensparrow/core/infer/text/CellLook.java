package keensparrow.core.infer.text;

import keensparrow.core.infer.source.CellKind;

/** What a single cell looks like, before anything is known of its column. */
public enum CellLook {
    EMPTY,
    /** {@code -}, {@code n/a} and the like. */
    BLANK_MARK,
    WORD,
    NUMBER,
    /** A date, a time, a month, a quarter, a week. */
    DATE,
    TRUTH;

    /** @param text without spaces around it */
    public static CellLook of(CellKind kind, String text) {
        if (text.isEmpty()) {
            return EMPTY;
        }
        return switch (kind) {
            case NUMBER -> NUMBER;
            case DATE -> DATE;
            case TRUTH -> TRUTH;
            case ERROR -> BLANK_MARK;
            case TEXT -> ofText(text);
        };
    }

    private static CellLook ofText(String text) {
        if (Blanks.isAnywhere(text) || text.equals(".") || text.equals("..") || text.equals("?")) {
            return BLANK_MARK;
        }
        char[] chars = text.toCharArray();
        NumberText number = new NumberText();
        if (DoubleCells.parse(chars, 0, chars.length) != null
                || (number.read(chars, 0, chars.length) && (number.decimals('.') >= 0 || number.decimals(',') >= 0))) {
            return NUMBER;
        }
        TimeText time = new TimeText();
        DateText date = new DateText();
        boolean timed = time.split(chars, 0, chars.length);
        if (date.read(chars, 0, timed ? time.dateEnd() : chars.length) && isDate(date)) {
            return DATE;
        }
        return time.time(chars, 0, chars.length) == CellChars.INVALID ? WORD : DATE;
    }

    private static boolean isDate(DateText date) {
        for (DatePattern pattern : DatePattern.values()) {
            if (date.day(pattern) != CellChars.INVALID) {
                return true;
            }
        }
        return false;
    }

    /** Whether a text stands for nothing at least in a column of numbers or dates. */
    public static boolean canMeanBlank(String text) {
        return Blanks.isAnywhere(text) || Blanks.isBesideNumbers(text);
    }

    /** Whether it is a value rather than a name of something. */
    public boolean isValue() {
        return this == NUMBER || this == DATE || this == TRUTH;
    }
}
