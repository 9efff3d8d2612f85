package keensparrow.formats.sheet;

import java.math.BigDecimal;
import java.math.MathContext;
import java.time.LocalDateTime;
import java.util.Locale;
import keensparrow.core.infer.source.CellKind;

/** What a number in a workbook means under the format of its cell. */
public final class NumberFormats {
    private static final MathContext SHOWN = new MathContext(15); // what spreadsheet programs show of a double
    private static final long SECONDS_A_DAY = 86_400;
    private static final LocalDateTime START = LocalDateTime.of(1899, 12, 30, 0, 0);
    private static final int DAYS_TO_1904 = 1462;

    private NumberFormats() {}

    /** The kinds of formats that change what a number means. */
    public enum Meaning {
        NUMBER,
        PERCENT,
        DATE,
        DATE_TIME,
        /** A time of day, or hours that may go beyond a day. */
        TIME,
        MONEY
    }

    /** A meaning, and the currency of money. */
    public record Format(Meaning meaning, String unit) {
        public static final Format NUMBER = new Format(Meaning.NUMBER, "");
    }

    /** Of the formats with a fixed number. */
    public static Format builtIn(int id) {
        if (id == 9 || id == 10) {
            return new Format(Meaning.PERCENT, "");
        }
        if ((id >= 14 && id <= 17)
                || (id >= 27 && id <= 31)
                || id == 36
                || (id >= 50 && id <= 54)
                || (id >= 57 && id <= 58)) {
            return new Format(Meaning.DATE, "");
        }
        if (id == 22) {
            return new Format(Meaning.DATE_TIME, "");
        }
        return (id >= 18 && id <= 21) || (id >= 32 && id <= 35) || (id >= 45 && id <= 47) || (id >= 55 && id <= 56)
                ? new Format(Meaning.TIME, "")
                : Format.NUMBER;
    }

    /** Of a format's code, such as {@code dd.mm.yyyy hh:mm}. */
    public static Format of(String code) {
        String first = code.split(";", 2)[0];
        String unit = unit(first);
        String plain = first.replaceAll("\"[^\"]*\"|\\\\.|_.|\\*.", "");
        boolean hours = plain.matches("(?is).*\\[(h+|m+|s+)\\].*");
        String letters =
                plain.replaceAll("\\[[^\\]]*\\]", "").toLowerCase(Locale.ROOT).replaceAll("general|standard", "");
        boolean time = hours || letters.matches("(?s).*[hs].*");
        boolean date = letters.matches("(?s).*[yd].*")
                || letters.contains("mmm")
                || (!time && letters.matches("(?s)[^0#?]*m[^0#?]*"));
        if (date || time) {
            return new Format(date && time ? Meaning.DATE_TIME : date ? Meaning.DATE : Meaning.TIME, "");
        }
        if (letters.contains("%")) {
            return new Format(Meaning.PERCENT, "");
        }
        return unit.isEmpty() ? Format.NUMBER : new Format(Meaning.MONEY, unit);
    }

    private static String unit(String code) {
        int bracket = code.indexOf("[$");
        if (bracket >= 0) {
            int end = code.indexOf(']', bracket);
            String inside = end < 0 ? "" : code.substring(bracket + 2, end);
            int dash = inside.indexOf('-');
            String unit = (dash < 0 ? inside : inside.substring(0, dash)).strip();
            if (!unit.isEmpty()) {
                return unit;
            }
        }
        for (String symbol : new String[] {"€", "$", "£", "¥"}) {
            if (code.contains(symbol) && !code.contains("[$")) {
                return symbol;
            }
        }
        return "";
    }

    /** Takes what a number became. */
    public interface Taker {
        void take(CellKind kind, String text);
    }

    /** @param digits as the workbook has them: a double in decimal or exponent form */
    public static void give(String digits, Format format, boolean from1904, Taker taker) {
        switch (format.meaning) {
            case NUMBER -> taker.take(CellKind.NUMBER, plain(digits));
            case PERCENT ->
                taker.take(
                        CellKind.NUMBER,
                        decimal(digits).movePointRight(2).stripTrailingZeros().toPlainString() + "%");
            case MONEY -> taker.take(CellKind.NUMBER, format.unit + plain(digits));
            default -> time(digits, format.meaning, from1904, taker);
        }
    }

    private static BigDecimal decimal(String digits) {
        return new BigDecimal(digits.strip()).round(SHOWN);
    }

    /** The number with all digits that a spreadsheet shows, without an exponent. */
    public static String plain(String digits) {
        int count = 0;
        boolean simple = true;
        for (int i = 0; i < digits.length(); i++) {
            char c = digits.charAt(i);
            count += c >= '0' && c <= '9' ? 1 : 0;
            simple &= (c >= '0' && c <= '9') || c == '.' || (c == '-' && i == 0);
        }
        if (simple && count <= 15) {
            return digits.endsWith(".0") ? digits.substring(0, digits.length() - 2) : digits;
        }
        BigDecimal value = decimal(digits).stripTrailingZeros();
        return Math.abs(value.precision() - (long) value.scale()) > 40 || value.scale() > 40
                ? value.toString()
                : value.toPlainString();
    }

    private static void time(String digits, Meaning meaning, boolean from1904, Taker taker) {
        BigDecimal value = decimal(digits);
        if (value.signum() < 0 || value.compareTo(BigDecimal.valueOf(2_958_466)) >= 0) {
            taker.take(CellKind.NUMBER, plain(digits)); // no date that a spreadsheet can show
            return;
        }
        long seconds = value.multiply(BigDecimal.valueOf(SECONDS_A_DAY))
                .setScale(0, java.math.RoundingMode.HALF_UP)
                .longValueExact();
        long days = seconds / SECONDS_A_DAY;
        long ofDay = seconds % SECONDS_A_DAY;
        if (meaning == Meaning.TIME || (days == 0 && ofDay > 0)) {
            taker.take(CellKind.TEXT, clock(days * 24 + ofDay / 3600, ofDay));
            return;
        }
        long shift = from1904 ? DAYS_TO_1904 : days < 60 ? 1 : 0; // 1900 had a 29 February in the first such program
        LocalDateTime at = START.plusDays(days + shift).plusSeconds(ofDay);
        boolean dateOnly = meaning == Meaning.DATE;
        taker.take(
                CellKind.DATE,
                dateOnly ? at.toLocalDate().toString() : at.toLocalDate() + "T" + clock(ofDay / 3600, ofDay));
    }

    private static String clock(long hours, long ofDay) {
        long seconds = ofDay % 60;
        String text = String.format(Locale.ROOT, "%02d:%02d", hours, ofDay / 60 % 60);
        return seconds == 0 ? text : text + String.format(Locale.ROOT, ":%02d", seconds);
    }
}
