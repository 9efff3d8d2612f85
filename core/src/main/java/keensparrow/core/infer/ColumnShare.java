package keensparrow.core.infer;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import keensparrow.core.column.Bits;
import keensparrow.core.column.ByteTable;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.Narrow;
import org.jspecify.annotations.Nullable;

/** What one worker makes of one column, block by block. */
abstract class ColumnShare {
    /**
     * The values of a block.
     *
     * @param values 0 where blank
     * @param present bit set = has a value; null when no row is blank
     */
    record Part(ColumnShare from, Narrow values, long @Nullable [] present) {}

    private long[] values = new long[0];
    private long @Nullable [] present; // of the block
    private long misfits;

    static ColumnShare of(ColumnPlan plan) {
        return switch (plan.type()) {
            case TEXT, TAGS, YES_NO -> new Coded();
            case WHOLE, DECIMAL -> new Numbers(plan);
            case DATE, DATE_TIME -> new Times(plan);
        };
    }

    /** Whether a value was read that could have meant another type or another way of writing. */
    boolean sawOdd() {
        return false;
    }

    /** Whether a number needed more than a look at its digits, or a date could have another order. */
    boolean sawWritten() {
        return false;
    }

    /** Whether a value was met that is no number or time of the column, nor one of its marks of blanks. */
    boolean hasMisfits() {
        return misfits > 0;
    }

    /** How often each mark of blanks was met. */
    Map<String, Long> marks() {
        return Map.of();
    }

    /** Whether what does not read as a value is a mark of a blank. */
    boolean isMark(byte[] bytes, int from, int to) {
        return false;
    }

    final Part take(CellBlock block, int column) {
        int rows = block.rows();
        if (values.length < rows) {
            values = new long[rows * 2];
        }
        present = null;
        fill(block, column, values);
        return new Part(this, Narrow.packed(values, rows), present);
    }

    /** Reads the cells of a block; each kind of column has a loop of its own, which is compiled for it alone. */
    abstract void fill(CellBlock block, int column, long[] into);

    /** What stands for a cell that is blank or does not fit. */
    final long blank(CellBlock block, int row, int from, int to) {
        misfits += from == to || isMark(block.bytes(), from, to) ? 0 : 1;
        if (present == null) {
            present = Bits.ones(block.rows());
        }
        present[row >> 6] &= ~(1L << row);
        return 0;
    }

    /** Whether spaces may stand at an end of the cell. */
    static boolean isLoose(byte[] bytes, int from, int to) {
        return from < to && (bytes[from] <= ' ' || bytes[to - 1] <= ' '); // bytes beyond ASCII are below zero
    }

    /** Texts by their place in a table. */
    static final class Coded extends ColumnShare {
        private final ByteTable table = new ByteTable();

        @Override
        void fill(CellBlock block, int column, long[] into) {
            byte[] bytes = block.bytes();
            int before = 0; // the cell of the row before often holds the same
            int lengthBefore = 0;
            long codeBefore = 0;
            for (int row = 0; row < block.rows(); row++) {
                int from = block.start(row, column);
                int to = block.end(row, column);
                if (isLoose(bytes, from, to)) {
                    from = CellText.trimmedFrom(bytes, from, to);
                    to = CellText.trimmedTo(bytes, from, to);
                }
                if (from == to) {
                    into[row] = blank(block, row, from, to);
                } else if (ByteTable.same(bytes, from, to - from, before, lengthBefore)) {
                    into[row] = codeBefore;
                } else {
                    codeBefore = table.code(bytes, from, to);
                    into[row] = codeBefore;
                    before = from;
                    lengthBefore = to - from;
                }
            }
        }

        ByteTable table() {
            return table;
        }
    }

    /** Values read one by one; what is not plain goes through its characters. */
    private abstract static class Read extends ColumnShare {
        private final Map<String, long[]> marks = new LinkedHashMap<>();
        final CellText text = new CellText();

        Read(ColumnPlan plan) {
            plan.blanks().forEach(mark -> marks.put(mark, new long[1]));
        }

        @Override
        boolean isMark(byte[] bytes, int from, int to) {
            long[] count = marks.isEmpty() ? null : marks.get(CellText.decoded(bytes, from, to));
            if (count == null) {
                return false;
            }
            count[0]++;
            return true;
        }

        @Override
        Map<String, Long> marks() {
            Map<String, Long> counts = new LinkedHashMap<>();
            marks.forEach((mark, count) -> counts.put(mark, count[0]));
            return counts;
        }
    }

    /** Numbers: exact ones scaled, others as the bits of doubles. */
    private static final class Numbers extends Read {
        private final NumberReader reader;
        private final int scale;
        private final byte mark;
        private final boolean plainIsRight;

        Numbers(ColumnPlan plan) {
            super(plan);
            reader = new NumberReader(plan);
            scale = plan.scale();
            NumberStyle style = Objects.requireNonNull(plan.numbers());
            mark = (byte) style.decimalMark();
            plainIsRight = scale >= 0 && !style.percent() && style.unit() == null;
        }

        @Override
        void fill(CellBlock block, int column, long[] into) {
            byte[] bytes = block.bytes();
            for (int row = 0; row < block.rows(); row++) {
                int from = block.start(row, column);
                int to = block.end(row, column);
                long value = plainIsRight && from < to ? plain(bytes, from, to) : Cells.MISFIT;
                if (value == Cells.MISFIT) {
                    from = CellText.trimmedFrom(bytes, from, to);
                    to = CellText.trimmedTo(bytes, from, to);
                    value = from < to ? written(bytes, from, to) : Cells.MISFIT;
                }
                into[row] = value == Cells.MISFIT ? blank(block, row, from, to) : value;
            }
        }

        private long written(byte[] bytes, int from, int to) {
            text.read(bytes, from, to);
            if (scale >= 0) {
                return reader.read(CellKind.TEXT, text.chars(), 0, text.length());
            }
            Double number = reader.number(CellKind.TEXT, text.chars(), 0, text.length());
            return number == null ? Cells.MISFIT : Double.doubleToRawLongBits(number);
        }

        /** Digits with an optional minus and mark, no zeros in front; everything else is for the reader. */
        private long plain(byte[] bytes, int from, int to) {
            boolean negative = bytes[from] == '-';
            int start = negative ? from + 1 : from;
            int point = -1;
            long value = 0;
            for (int at = start; at < to; at++) {
                int digit = bytes[at] - '0';
                if (digit >= 0 && digit <= 9) {
                    value = value * 10 + digit;
                } else if (bytes[at] == mark && point < 0 && at > start) {
                    point = at;
                } else {
                    return Cells.MISFIT;
                }
            }
            int whole = (point < 0 ? to : point) - start;
            int decimals = point < 0 ? 0 : to - point - 1;
            boolean code = whole > 1 && bytes[start] == '0';
            if (whole == 0 || code || decimals > scale || whole + scale > NumberReader.MOST_DIGITS) {
                return Cells.MISFIT;
            }
            for (int i = decimals; i < scale; i++) {
                value *= 10;
            }
            return negative ? -value : value;
        }

        @Override
        boolean sawOdd() {
            return reader.sawOdd();
        }

        @Override
        boolean sawWritten() {
            return reader.sawWritten();
        }
    }

    /** Dates, and dates with times. */
    private static final class Times extends Read {
        private static final int DAY = 10; // characters
        private static final int MINUTES = 16;
        private static final int SECONDS = 19;
        private static final long SECONDS_A_DAY = 86_400;
        private static final long MICROS = 1_000_000;

        private final TimeReader reader;
        private final boolean isIso;
        private final boolean timed;

        Times(ColumnPlan plan) {
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
                long value = isIso ? iso(bytes, from, to) : Cells.MISFIT;
                if (value == Cells.MISFIT) {
                    from = CellText.trimmedFrom(bytes, from, to);
                    to = CellText.trimmedTo(bytes, from, to);
                    value = from < to ? written(bytes, from, to) : Cells.MISFIT;
                }
                if (value == Cells.MISFIT) {
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
                return length == DAY ? day(bytes, from) : Cells.MISFIT;
            }
            boolean seconds = length == SECONDS && bytes[from + MINUTES] == ':';
            boolean parted = (length == MINUTES || seconds)
                    && (bytes[from + DAY] == 'T' || bytes[from + DAY] == ' ')
                    && bytes[from + DAY + 3] == ':';
            if (!parted) {
                return Cells.MISFIT;
            }
            long day = day(bytes, from);
            int hour = digits(bytes, from + DAY + 1, 2);
            int minute = digits(bytes, from + DAY + 4, 2);
            int second = seconds ? digits(bytes, from + MINUTES + 1, 2) : 0;
            boolean fits = (hour | minute | second) >= 0 && hour < 24 && minute < 60 && second < 60;
            return day == Cells.MISFIT || !fits
                    ? Cells.MISFIT
                    : (day * SECONDS_A_DAY + hour * 3600 + minute * 60 + second) * MICROS;
        }

        private static long day(byte[] bytes, int from) {
            boolean parted = bytes[from + 4] == '-' && bytes[from + 7] == '-';
            int year = digits(bytes, from, 4);
            int month = digits(bytes, from + 5, 2);
            int day = digits(bytes, from + 8, 2);
            return parted && (year | month | day) >= 0 ? DateText.day(year, month, day) : Cells.MISFIT;
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
}
