package keensparrow.core.table;

import java.time.LocalDate;
import java.time.temporal.IsoFields;
import java.util.Set;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * How the values of a column are shown; the values themselves stay what they are.
 *
 * @param unit the currency as the source writes it; what stands behind a number, such as {@code km}; of durations what 1
 *     stands for: {@code s}, {@code min}, {@code h} or {@code d}; of years how the source writes 2024, null for so; of
 *     tags what stands between them; of days the name of their {@link DateStyle}; null for other kinds
 * @param decimals places after the decimal mark; null for as many as the size of a number bears
 * @param compact whether large numbers are cut to a few figures: 140.5 bn; null for no
 */
public record ColumnFormat(
        Kind kind,
        @Nullable String unit,
        @Nullable Integer decimals,
        @Nullable Boolean compact) {
    public static final ColumnFormat PERCENT = new ColumnFormat(Kind.PERCENT, null);
    public static final ColumnFormat YEAR = new ColumnFormat(Kind.YEAR, null);
    public static final ColumnFormat MONTH = new ColumnFormat(Kind.MONTH, null);
    public static final ColumnFormat QUARTER = new ColumnFormat(Kind.QUARTER, null);
    public static final ColumnFormat WEEK = new ColumnFormat(Kind.WEEK, null);

    public ColumnFormat(Kind kind, @Nullable String unit) {
        this(kind, unit, null, null);
    }

    /** What the values mean. */
    public enum Kind {
        NUMBER,
        /** Hours, minutes and seconds. */
        DURATION,
        /** 0.25 is 25%. */
        PERCENT,
        MONEY,
        /** A date that stands for its year. */
        YEAR,
        /** A date that stands for its month. */
        MONTH,
        QUARTER,
        WEEK,
        /** A list of tags. */
        TAGS,
        /** A day, shown as its {@link DateStyle} says. */
        DATE
    }

    /** How a day is shown. */
    public enum DateStyle {
        /** 13 Mar 2026, as where nothing is said. */
        PLAIN("table.datePlain"),
        /** 13 March 2026. */
        LONG("table.dateLong"),
        /** Fri 13 Mar 2026. */
        WEEKDAY("table.dateWeekday"),
        /** 13/03/2026, in the order of the reader's language. */
        DIGITS("table.dateDigits"),
        /** 2026-03-13. */
        ISO("table.dateIso");

        private final String key;

        DateStyle(String key) {
            this.key = key;
        }

        public String label() {
            return Words.say(key);
        }
    }

    /** Null for the plain one, which needs no format. */
    public static @Nullable ColumnFormat date(DateStyle style) {
        return style == DateStyle.PLAIN ? null : new ColumnFormat(Kind.DATE, style.name());
    }

    private static final int MAX_DECIMALS = 10;
    private static final int MAX_UNIT = 20;
    private static final Set<String> DURATIONS = Set.of("s", "min", "h", "d");

    /** @return why numbers cannot be shown so, as a sentence; null if they can */
    public @Nullable String faultForNumbers() {
        boolean fits = switch (kind) {
            case NUMBER, PERCENT -> true;
            case MONEY -> unit != null && !unit.isBlank();
            case DURATION -> unit != null && DURATIONS.contains(unit);
            default -> false;
        };
        if (!fits) {
            return Words.say("table.numbersAreShownPlainlyAs");
        }
        if (unit != null && unit.length() > MAX_UNIT) {
            return Words.say("table.aUnitHasAtMost", "maxUnit", MAX_UNIT);
        }
        return decimals != null && (decimals < 0 || decimals > MAX_DECIMALS)
                ? Words.say("table.numbersAreShownWith0", "maxDecimals", MAX_DECIMALS)
                : null;
    }

    public static ColumnFormat money(String unit) {
        return new ColumnFormat(Kind.MONEY, unit);
    }

    /** @param between the tags, as the source writes them, space and all */
    public static ColumnFormat tags(String between) {
        return new ColumnFormat(Kind.TAGS, between);
    }

    /** A value as the source writes such ones: {@code 2019 Q3}, {@code 2024-W07}, {@code FY24}; others as they are. */
    public String written(String plain) {
        return switch (kind) {
            case YEAR -> YearStyle.of(unit).write(Integer.parseInt(plain.substring(0, plain.indexOf('-', 1))));
            case MONTH -> plain.substring(0, plain.lastIndexOf('-'));
            case QUARTER -> {
                LocalDate day = LocalDate.parse(plain);
                yield day.getYear() + " Q" + day.get(IsoFields.QUARTER_OF_YEAR);
            }
            case WEEK -> {
                LocalDate day = LocalDate.parse(plain);
                int week = day.get(IsoFields.WEEK_OF_WEEK_BASED_YEAR);
                yield day.get(IsoFields.WEEK_BASED_YEAR) + "-W" + (week < 10 ? "0" : "") + week;
            }
            case TAGS -> unit == null ? plain : plain.replace(";", unit);
            case NUMBER, DURATION, PERCENT, MONEY, DATE -> plain;
        };
    }
}
