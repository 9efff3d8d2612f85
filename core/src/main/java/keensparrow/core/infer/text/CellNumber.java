package keensparrow.core.infer.text;

import keensparrow.core.infer.source.CellKind;
import org.jspecify.annotations.Nullable;

/** The number that a single cell shows, for a look at it before anything is known of its column. */
public final class CellNumber {
    private static final char[] MARKS = {'.', ','};

    private CellNumber() {}

    /** Null when it is none. Where both marks could part the decimals, a point is taken to. */
    public static @Nullable Double of(CellKind kind, String text) {
        char[] chars = text.toCharArray();
        Double plain = chars.length == 0 ? null : DoubleCells.parse(chars, 0, chars.length);
        if (plain != null || chars.length == 0 || kind == CellKind.NUMBER) {
            return plain;
        }
        NumberText number = new NumberText();
        for (char mark : MARKS) {
            if (number.read(chars, 0, chars.length) && number.decimals(mark) >= 0) {
                return number.number(mark);
            }
        }
        return null;
    }
}
