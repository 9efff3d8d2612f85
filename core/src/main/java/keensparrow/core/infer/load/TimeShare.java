package keensparrow.core.infer.load;

import keensparrow.core.column.ByteTable;
import keensparrow.core.column.ColumnType;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.source.CellBlock;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.source.CellText;
import keensparrow.core.infer.text.CellChars;
import keensparrow.core.infer.text.DatePattern;
import keensparrow.core.infer.text.DateText;

/** Dates, and dates with times. */
final class TimeShare extends ColumnShare.Read {
    private static final int DAY = 10; // characters
    private static final int MINUTES = 16;
    private static final int SECONDS = 19;
    private static final long SECONDS_A_DAY = 86_400;
    private static final long MICROS = 1_000_000;

    private final TimeReader reader;
    private final boolean isIso;
    private final boolean timed;

    TimeShare(ColumnPlan plan) {
        super(plan);
        reader = new TimeReader(plan);
        isIso = plan.dates() == DatePattern.ISO;
        timed = plan.type() == ColumnType.DATE_TIME;
    }

    @Override
    void fill(CellBlock block, int column, long[] into) {
        byte[] bytes = block.bytes();
        int before = 0; // the same one often comes several times in a row
        int lengthBefore = 0;
        long valueBefore = 0;
        for (int row = 0; row < block.rows(); row++) {
            int from = block.start(row, column);
            int to = block.end(row, column);
            if (from < to && ByteTable.same(bytes, from, to - from, before, lengthBefore)) {
                into[row] = valueBefore;
                continue;
            }
            long value = isIso ? iso(bytes, from, to) : CellChars.INVALID;
            if (value == CellChars.INVALID) {
                from = CellText.trimmedFrom(bytes, from, to);
                to = CellText.trimmedTo(bytes, from, to);
                value = from < to ? written(bytes, from, to) : CellChars.INVALID;
            }
            if (value == CellChars.INVALID) {
                into[row] = blank(block, row, from, to);
            } else {
                into[row] = value;
                valueBefore = value;
                before = block.start(row, column);
                lengthBefore = block.end(row, column) - before;
            }
        }
    }

    private long written(byte[] bytes, int from, int to) {
        text.read(bytes, from, to);
        return reader.read(CellKind.TEXT, text.chars(), 0, text.length());
    }

    /** A day, or a day and a time to the minute or second; everything else is for the reader. */
    private long iso(byte[] bytes, int from, int to) {
        int length = to - from;
        if (!timed) {
            return length == DAY ? day(bytes, from) : CellChars.INVALID;
        }
        boolean seconds = length == SECONDS && bytes[from + MINUTES] == ':';
        boolean parted = (length == MINUTES || seconds)
                && (bytes[from + DAY] == 'T' || bytes[from + DAY] == ' ')
                && bytes[from + DAY + 3] == ':';
        if (!parted) {
            return CellChars.INVALID;
        }
        long day = day(bytes, from);
        int hour = digits(bytes, from + DAY + 1, 2);
        int minute = digits(bytes, from + DAY + 4, 2);
        int second = seconds ? digits(bytes, from + MINUTES + 1, 2) : 0;
        boolean fits = (hour | minute | second) >= 0 && hour < 24 && minute < 60 && second < 60;
        return day == CellChars.INVALID || !fits
                ? CellChars.INVALID
                : (day * SECONDS_A_DAY + hour * 3600 + minute * 60 + second) * MICROS;
    }

    private static long day(byte[] bytes, int from) {
        boolean parted = bytes[from + 4] == '-' && bytes[from + 7] == '-';
        int year = digits(bytes, from, 4);
        int month = digits(bytes, from + 5, 2);
        int day = digits(bytes, from + 8, 2);
        return parted && (year | month | day) >= 0 ? DateText.day(year, month, day) : CellChars.INVALID;
    }

    private static int digits(byte[] bytes, int from, int count) {
        int value = 0;
        for (int at = from; at < from + count; at++) {
            int digit = bytes[at] - '0';
            if (digit < 0 || digit > 9) {
                return -1;
            }
            value = value * 10 + digit;
        }
        return value;
    }

    @Override
    boolean sawWritten() {
        return reader.sawEither();
    }

    @Override
    boolean sawOdd() {
        return reader.sawOdd();
    }
}
