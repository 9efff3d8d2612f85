package keensparrow.core.infer.load;

import java.util.Objects;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.text.CellChars;
import keensparrow.core.infer.text.DoubleCells;
import keensparrow.core.infer.text.LongReader;
import keensparrow.core.infer.text.NumberStyle;
import keensparrow.core.infer.text.NumberText;
import org.jspecify.annotations.Nullable;

/** Reads the numbers of a column in its style. Those of digits with a point or none take the short way. */
final class NumberReader implements LongReader {
    static final int MAX_DIGITS = 18;

    private final NumberText text = new NumberText();
    private final NumberStyle style;
    private final int scale;
    private final boolean plainIsRight;
    private boolean odd;
    private boolean written;

    NumberReader(ColumnPlan plan) {
        style = Objects.requireNonNull(plan.numbers());
        scale = plan.scale();
        plainIsRight = style.decimalMark() == '.' && !style.percent();
    }

    @Override
    public long read(CellKind kind, char[] chars, int from, int to) {
        if (plainIsRight) {
            long plain = CellChars.number(chars, from, to, scale);
            if (plain != CellChars.INVALID) {
                odd |= isCode(chars, from, to);
                return plain;
            }
        }
        if (!text.read(chars, from, to)) {
            return CellChars.INVALID;
        }
        written = true;
        noteOdd(kind);
        long value = text.value(mark(kind), scale);
        return isLost(kind, value) ? CellChars.INVALID : value;
    }

    private static boolean isCode(char[] chars, int from, int to) {
        int first = chars[from] == '-' || chars[from] == '+' ? from + 1 : from;
        return first + 1 < to && chars[first] == '0' && chars[first + 1] >= '0' && chars[first + 1] <= '9';
    }

    private void noteOdd(CellKind kind) {
        odd |= text.isPercent()
                || text.isInPowers()
                || text.currency() != null
                || text.isCode()
                || (scale >= 0 && text.decimals(mark(kind)) > scale);
    }

    /** Whether a value had a unit, more decimals than the column, or was a code: it could have meant another type. */
    boolean sawOdd() {
        return odd;
    }

    /** Whether a value was not just digits with a sign and a point. */
    boolean sawWritten() {
        return written;
    }

    private char mark(CellKind kind) {
        return kind == CellKind.NUMBER ? '.' : style.decimalMark();
    }

    /** Among percentages a number without the sign may be a share or a percentage, and euros are no dollars: only zero is sure. */
    private boolean isLost(CellKind kind, long value) {
        String unit = text.currency();
        boolean otherCurrency = unit != null && !unit.equals(style.unit());
        boolean otherWay = kind != CellKind.NUMBER && style.percent() != text.isPercent();
        return value != 0 && (otherWay || (otherCurrency && style.unit() != null));
    }

    /** The same for columns of doubles. */
    @Nullable
    Double number(CellKind kind, char[] chars, int from, int to) {
        if (plainIsRight) {
            Double plain = DoubleCells.parse(chars, from, to);
            if (plain != null) {
                odd |= isCode(chars, from, to);
                return plain;
            }
        }
        if (!text.read(chars, from, to)) {
            return null;
        }
        written = true;
        noteOdd(kind);
        Double value = text.number(mark(kind));
        return value == null || isLost(kind, value == 0 ? 0 : 1) ? null : value;
    }
}
