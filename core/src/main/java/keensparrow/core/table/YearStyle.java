package keensparrow.core.table;

import org.jspecify.annotations.Nullable;

/** How years are written: each style by what it makes of 2024. A span of two years counts as the one it begins in. */
public enum YearStyle {
    PLAIN("2024"),
    FISCAL_SHORT("FY24"),
    FISCAL("FY2024"),
    SPAN_SHORT("24/25"),
    SPAN("2024/25"),
    SPAN_DASHED("2024-25"),
    SPAN_LONG("2024/2025"),
    SPAN_LONG_DASHED("2024-2025");

    private final String example;

    YearStyle(String example) {
        this.example = example;
    }

    /** What 2024 is written as. */
    public String example() {
        return example;
    }

    /** @param example null for plain years */
    public static YearStyle of(@Nullable String example) {
        for (YearStyle style : values()) {
            if (style.example.equals(example)) {
                return style;
            }
        }
        return PLAIN;
    }

    public String write(int year) {
        return switch (this) {
            case PLAIN -> String.valueOf(year);
            case FISCAL_SHORT -> "FY" + two(year);
            case FISCAL -> "FY" + year;
            case SPAN_SHORT -> two(year) + "/" + two(year + 1);
            case SPAN -> year + "/" + two(year + 1);
            case SPAN_DASHED -> year + "-" + two(year + 1);
            case SPAN_LONG -> year + "/" + (year + 1);
            case SPAN_LONG_DASHED -> year + "-" + (year + 1);
        };
    }

    private static String two(int year) {
        int last = Math.floorMod(year, 100);
        return (last < 10 ? "0" : "") + last;
    }
}
