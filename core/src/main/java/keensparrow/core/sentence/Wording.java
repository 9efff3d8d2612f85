package keensparrow.core.sentence;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.text.DecimalFormat;
import java.text.DecimalFormatSymbols;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** Numbers, dates, lists and labels as they stand inside sentences. English. */
public final class Wording {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM uuuu", Locale.ENGLISH);
    private static final DateTimeFormatter MONTH = DateTimeFormatter.ofPattern("MMM", Locale.ENGLISH);
    private static final DateTimeFormatter MONTH_YEAR = DateTimeFormatter.ofPattern("MMM uuuu", Locale.ENGLISH);
    private static final List<String> SMALL = List.of(
            "no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve");

    private Wording() {}

    /** With thousands marks, at most six decimals. */
    public static String number(BigDecimal value) {
        DecimalFormat format = new DecimalFormat("#,##0.######", DecimalFormatSymbols.getInstance(Locale.ENGLISH));
        format.setRoundingMode(RoundingMode.HALF_UP);
        return format.format(value);
    }

    public static String number(long value) {
        return number(BigDecimal.valueOf(value));
    }

    /** In words up to twelve. */
    public static String small(int value) {
        return value >= 0 && value < SMALL.size() ? SMALL.get(value) : number(value);
    }

    public static String day(LocalDate day) {
        return DAY.format(day);
    }

    /** A label inside a sentence: its first letter small, unless the word is an abbreviation. */
    public static String inline(String label) {
        boolean abbreviation = label.length() > 1 && !Character.isLowerCase(label.charAt(1)) && label.charAt(1) != ' ';
        return label.isEmpty() || abbreviation
                ? label
                : label.substring(0, 1).toLowerCase(Locale.ENGLISH) + label.substring(1);
    }

    /** With its first letter large. */
    public static String capital(String text) {
        return text.isEmpty() ? text : text.substring(0, 1).toUpperCase(Locale.ENGLISH) + text.substring(1);
    }

    /** {@code A}, {@code A or B}, {@code A or 3 more}. */
    public static String either(List<String> values) {
        return switch (values.size()) {
            case 0 -> "nothing";
            case 1 -> values.get(0);
            case 2 -> values.get(0) + " or " + values.get(1);
            default -> values.get(0) + " or " + (values.size() - 1) + " more";
        };
    }

    /** {@code crew, signalling and weather}. */
    public static String all(List<String> values) {
        int last = values.size() - 1;
        return last < 1
                ? String.join("", values)
                : String.join(", ", values.subList(0, last)) + " and " + values.get(last);
    }

    /** {@code May to Aug 2026} where both ends are those of months, else days; open ends are said. */
    public static String period(@Nullable LocalDate from, @Nullable LocalDate to) {
        if (from == null) {
            return to == null ? "any" : "up to " + day(to);
        }
        if (to == null) {
            return "from " + day(from);
        }
        if (from.getDayOfYear() == 1 && to.getDayOfYear() == to.lengthOfYear() && from.getYear() < to.getYear()) {
            return from.getYear() + " to " + to.getYear();
        }
        boolean months = from.getDayOfMonth() == 1 && to.getDayOfMonth() == to.lengthOfMonth();
        if (months && from.getYear() == to.getYear()) {
            if (from.getMonthValue() == 1 && to.getMonthValue() == 12) {
                return String.valueOf(from.getYear());
            }
            return from.getMonth() == to.getMonth()
                    ? MONTH_YEAR.format(from)
                    : MONTH.format(from) + " to " + MONTH_YEAR.format(to);
        }
        if (months) {
            return MONTH_YEAR.format(from) + " to " + MONTH_YEAR.format(to);
        }
        return from.equals(to) ? day(from) : day(from) + " to " + day(to);
    }
}
