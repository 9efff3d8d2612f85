package keensparrow.core.sentence;

import java.math.BigDecimal;
import java.math.MathContext;
import java.time.LocalDate;
import java.util.List;
import keensparrow.core.words.Formats;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Numbers, dates, lists and labels as they stand inside sentences, in the language of {@link Words}, numbers and dates as {@link
 * Formats} of whoever is told. */
public final class Wording {
    private static final List<String> SMALL =
            List.of(Words.say("sentence.numbers").split(" "));

    private static final int MAX_DIGITS = 21;
    private static final MathContext SIX_DIGITS = new MathContext(6);

    private Wording() {}

    /** With thousands marks, at most six decimals; one that nobody would read to its end in powers of ten. */
    public static String number(BigDecimal value) {
        if (value.precision() - value.scale() > MAX_DIGITS) {
            return value.round(SIX_DIGITS).stripTrailingZeros().toString();
        }
        return Formats.now().number(value);
    }

    public static String number(long value) {
        return number(BigDecimal.valueOf(value));
    }

    /** In words up to twelve. */
    public static String small(int value) {
        return value >= 0 && value < SMALL.size() ? SMALL.get(value) : number(value);
    }

    public static String day(LocalDate day) {
        return Formats.now().day(day);
    }

    /** A label inside a sentence: its first letter small, unless the word is an abbreviation. */
    public static String inline(String label) {
        boolean abbreviation = label.length() > 1 && !Character.isLowerCase(label.charAt(1)) && label.charAt(1) != ' ';
        return label.isEmpty() || abbreviation
                ? label
                : label.substring(0, 1).toLowerCase(Words.LETTERS) + label.substring(1);
    }

    /** With its first letter large. */
    public static String capital(String text) {
        return text.isEmpty() ? text : text.substring(0, 1).toUpperCase(Words.LETTERS) + text.substring(1);
    }

    /** {@code A}, {@code A or B}, {@code A or 3 more}. */
    public static String either(List<String> values) {
        return switch (values.size()) {
            case 0 -> Words.say("sentence.nothing");
            case 1 -> values.get(0);
            case 2 -> Words.say("sentence.either", "first", values.get(0), "second", values.get(1));
            default -> Words.say("sentence.orMore", "first", values.get(0), "more", values.size() - 1);
        };
    }

    /** {@code crew, signalling and weather}. */
    public static String all(List<String> values) {
        return Words.list(values);
    }

    /** {@code May to Aug 2026} where both ends are those of months, else days; open ends are said. */
    public static String period(@Nullable LocalDate from, @Nullable LocalDate to) {
        if (from == null) {
            return to == null ? Words.say("sentence.any") : Words.say("sentence.upTo", "day", day(to));
        }
        if (to == null) {
            return Words.say("sentence.from", "day", day(from));
        }
        if (from.getDayOfYear() == 1 && to.getDayOfYear() == to.lengthOfYear() && from.getYear() < to.getYear()) {
            return span(String.valueOf(from.getYear()), String.valueOf(to.getYear()));
        }
        boolean months = from.getDayOfMonth() == 1 && to.getDayOfMonth() == to.lengthOfMonth();
        if (months && from.getYear() == to.getYear()) {
            if (from.getMonthValue() == 1 && to.getMonthValue() == 12) {
                return String.valueOf(from.getYear());
            }
            return from.getMonth() == to.getMonth()
                    ? Formats.now().monthOfYear(from)
                    : span(Formats.now().month(from), Formats.now().monthOfYear(to));
        }
        if (months) {
            return span(Formats.now().monthOfYear(from), Formats.now().monthOfYear(to));
        }
        return from.equals(to) ? day(from) : span(day(from), day(to));
    }

    private static String span(String from, String to) {
        return Words.say("sentence.span", "from", from, "to", to);
    }
}
