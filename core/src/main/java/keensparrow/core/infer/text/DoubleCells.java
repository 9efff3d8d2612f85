package keensparrow.core.infer.text;

import org.jspecify.annotations.Nullable;

/** Numbers that need a double: exponent form, or more digits than a scaled whole number holds. */
public final class DoubleCells {
    private DoubleCells() {}

    /** The number, or null when the characters are no finite number. */
    public static @Nullable Double parse(char[] chars, int from, int to) {
        for (int at = from; at < to; at++) {
            char c = chars[at];
            boolean plain = (c >= '0' && c <= '9') || c == '.' || c == '-' || c == '+' || c == 'e' || c == 'E';
            if (!plain) {
                return null; // words such as NaN, Infinity, 1f that Java would take
            }
        }
        try {
            double value = Double.parseDouble(new String(chars, from, to - from));
            return Double.isFinite(value) ? value : null;
        } catch (NumberFormatException e) {
            return null;
        }
    }
}
