package keensparrow.core.infer.text;

import org.jspecify.annotations.Nullable;

/**
 * How the numbers of a column are written.
 *
 * @param decimalMark point or comma
 * @param percent whether they are percentages: {@code 25%} is 0.25
 * @param unit a currency, as written; null for none
 */
public record NumberStyle(
        char decimalMark, boolean percent, @Nullable String unit) {
    public static final NumberStyle PLAIN = new NumberStyle('.', false, null);
}
