package keensparrow.core.infer.load;

import java.util.Objects;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.source.CellBlock;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.source.CellText;
import keensparrow.core.infer.text.CellChars;
import keensparrow.core.infer.text.NumberStyle;

/** Numbers: exact ones scaled, others as the bits of doubles. */
final class NumberShare extends ColumnShare.Read {
    private final NumberReader reader;
    private final int scale;
    private final byte mark;
    private final boolean plainIsRight;

    NumberShare(ColumnPlan plan) {
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
            long value = plainIsRight && from < to ? plain(bytes, from, to) : CellChars.INVALID;
            if (value == CellChars.INVALID) {
                from = CellText.trimmedFrom(bytes, from, to);
                to = CellText.trimmedTo(bytes, from, to);
                value = from < to ? written(bytes, from, to) : CellChars.INVALID;
            }
            into[row] = value == CellChars.INVALID ? blank(block, row, from, to) : value;
        }
    }

    private long written(byte[] bytes, int from, int to) {
        text.read(bytes, from, to);
        if (scale >= 0) {
            return reader.read(CellKind.TEXT, text.chars(), 0, text.length());
        }
        Double number = reader.number(CellKind.TEXT, text.chars(), 0, text.length());
        return number == null ? CellChars.INVALID : Double.doubleToRawLongBits(number);
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
                return CellChars.INVALID;
            }
        }
        int whole = (point < 0 ? to : point) - start;
        int decimals = point < 0 ? 0 : to - point - 1;
        boolean code = whole > 1 && bytes[start] == '0';
        if (whole == 0 || code || decimals > scale || whole + scale > NumberReader.MAX_DIGITS) {
            return CellChars.INVALID;
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
