package keensparrow.core.infer.guess;

import keensparrow.core.column.LongColumn;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.text.DoubleCells;
import keensparrow.core.infer.text.NumberStyle;
import keensparrow.core.infer.text.NumberText;
import org.jspecify.annotations.Nullable;

/** Counts how the numbers of one column are written. */
public final class NumberGuess {
    private static final char[] MARKS = {'.', ','};
    private static final int POINT = 0;
    private static final int COMMA = 1;
    private static final int MAX_WHOLE = 18;

    private final NumberText text = new NumberText();
    private final long[] fits = new long[2]; // by mark
    private final long[] withPlaces = new long[2];
    private final int[] largestScale = new int[2];
    private final int[] maxWhole = new int[2];
    private long onlyPoint;
    private long onlyComma;
    private long either; // numbers under both marks, and not the same
    private @Nullable String eitherExample;
    private long exponents;
    private long codeLike; // exponents as in 7E2, without a point or a sign
    private long codes; // digits with leading zeros
    private long zeros;
    private long written; // with marks, signs or units that need more than a look
    private long percents;
    private long writtenPercents; // with the sign in the text, not by the format of a cell
    private long inPowers;
    private boolean powersBeyondDoubt;
    private long withCurrency;
    private @Nullable String currency;
    private boolean currenciesDiffer;

    /** Counts a value; false when it is no number under any mark. */
    public boolean add(CellKind kind, char[] chars, int from, int to) {
        return addPlain(chars, from, to) || addExponent(chars, from, to) || addWritten(kind, chars, from, to);
    }

    /** Digits, perhaps a sign and a point between them. */
    private boolean addPlain(char[] chars, int from, int to) {
        int start = chars[from] == '-' || chars[from] == '+' ? from + 1 : from;
        int point = -1;
        for (int at = start; at < to; at++) {
            char c = chars[at];
            if (c == '.' && point < 0) {
                point = at;
            } else if (c < '0' || c > '9') {
                return false;
            }
        }
        int whole = (point < 0 ? to : point) - start;
        int scale = point < 0 ? 0 : to - point - 1;
        if (whole + scale == 0 || (scale == 3 && whole > 0 && whole <= 3 && chars[start] != '0')) {
            return false; // 1.234 could mean thousands
        }
        if (whole > 1 && chars[start] == '0') {
            codes++;
        } else if (whole > MAX_WHOLE) {
            return true; // too long to be exact: an identifier
        }
        zeros += whole + scale == 1 && chars[start] == '0' ? 1 : 0;
        count(POINT, scale, whole);
        if (point < 0) {
            count(COMMA, 0, whole);
        } else {
            onlyPoint++;
        }
        return true;
    }

    private void count(int mark, int scale, int whole) {
        fits[mark]++;
        withPlaces[mark] += scale > 0 ? 1 : 0;
        largestScale[mark] = Math.max(largestScale[mark], scale);
        maxWhole[mark] = Math.max(maxWhole[mark], whole);
    }

    private boolean addExponent(char[] chars, int from, int to) {
        for (int at = from + 1; at < to - 1; at++) {
            if (chars[at] == 'e' || chars[at] == 'E') {
                if (DoubleCells.parse(chars, from, to) == null) {
                    return false;
                }
                exponents++;
                codeLike += isCodeLike(chars, from, at, to) ? 1 : 0;
                count(POINT, 1, 1);
                onlyPoint++;
                return true;
            }
        }
        return false;
    }

    /** Digits, E and digits, as parts and rooms are numbered; programs write a point, a sign or a zero. */
    private static boolean isCodeLike(char[] chars, int from, int exponent, int to) {
        for (int at = from; at < to; at++) {
            if (at != exponent && (chars[at] < '0' || chars[at] > '9')) {
                return false;
            }
        }
        return chars[exponent] == 'E' && to - exponent <= 3;
    }

    private boolean addWritten(CellKind kind, char[] chars, int from, int to) {
        if (!text.read(chars, from, to)) {
            return false;
        }
        int point = text.decimals('.');
        int comma = kind == CellKind.NUMBER ? point : text.decimals(',');
        if (point < 0 && comma < 0) {
            return false;
        }
        written++;
        codes += text.isCode() ? 1 : 0;
        if (point >= 0) {
            count(POINT, Math.max(0, point - text.shift()), text.wholeDigits('.'));
        }
        if (comma >= 0) {
            count(COMMA, Math.max(0, comma - text.shift()), text.wholeDigits(kind == CellKind.NUMBER ? '.' : ','));
        }
        if (kind != CellKind.NUMBER) {
            onlyPoint += comma < 0 ? 1 : 0;
            onlyComma += point < 0 ? 1 : 0;
            if (point >= 0 && comma >= 0 && point != comma) {
                either++;
                eitherExample = eitherExample == null ? new String(chars, from, to - from) : eitherExample;
            }
        }
        countUnits(kind, Math.max(point, comma) > 0);
        return true;
    }

    private void countUnits(CellKind kind, boolean hasPlaces) {
        percents += text.isPercent() ? 1 : 0;
        writtenPercents += text.isPercent() && kind != CellKind.NUMBER ? 1 : 0;
        String unit = text.currency();
        if (text.isInPowers()) {
            inPowers++;
            powersBeyondDoubt |= hasPlaces || unit != null;
        }
        if (unit != null) {
            withCurrency++;
            currenciesDiffer |= currency != null && !currency.equals(unit);
            currency = unit;
        }
    }

    /** Point or comma where no other reading is left; null when all values can be read both ways. */
    @Nullable
    public Character mark() {
        return onlyPoint == 0 && onlyComma == 0 ? null : Character.valueOf(onlyComma > onlyPoint ? ',' : '.');
    }

    /** A value that would be another number with the other mark, when nothing in the column tells which; else null. */
    @Nullable
    public String doubtful() {
        return mark() == null && either > 0 ? eitherExample : null;
    }

    /** Whether all of them could be thousands, none a whole number below: of decimals written to three places that is so. */
    public boolean areAllDoubtful() {
        return either > 0 && either == fits[POINT];
    }

    NumberStyle style(FormatHints habits) {
        Character known = mark();
        Character told = habits.decimalMark();
        char decimal = known != null ? known : told != null ? told : '.';
        double share = writtenPercents > 0 ? 0.98 : 0.5; // a sheet's numbers are shares whatever their cells' formats
        boolean asPercent = percents > 0 && percents + zeros >= fits[place(decimal)] * share;
        return new NumberStyle(
                decimal, asPercent, currenciesDiffer || withCurrency * 2 < fits[place(decimal)] ? null : currency);
    }

    private static int place(char mark) {
        return mark == MARKS[COMMA] ? COMMA : POINT;
    }

    /**
     * Whether numbers read in the style of these ones leave no doubt about it.
     *
     * @param decimal whether the column is of decimals
     * @param moreWritten whether some of them needed more than a look at their digits
     */
    public boolean isSure(boolean decimal, boolean moreWritten) {
        boolean units = percents > 0 || withCurrency > 0 || inPowers > 0;
        boolean knownMark = decimal && mark() != null;
        boolean plain = !moreWritten && written == 0 && either == 0;
        return !units && doubtful() == null && (knownMark || plain);
    }

    /** How many values are numbers in that style; none when they are codes or of several currencies. */
    long count(NumberStyle style) {
        boolean mixed = writtenPercents > 0 && !style.percent();
        boolean sizes = inPowers > 0 && !powersBeyondDoubt; // such as 5K and 10K, names of distances
        boolean parts = codeLike > 0 && codeLike == exponents && withPlaces[POINT] == exponents;
        return codes > 0 || parts || currenciesDiffer || mixed || sizes ? 0 : fits[place(style.decimalMark())];
    }

    boolean hasPlaces(NumberStyle style) {
        return style.percent() || withPlaces[place(style.decimalMark())] > 0;
    }

    public boolean hasSeveralCurrencies() {
        return currenciesDiffer;
    }

    /** Whether most of so many values are amounts, in several currencies. */
    public boolean areInSeveralCurrencies(long filled) {
        return currenciesDiffer && withCurrency * 2 > filled;
    }

    public boolean hasCodes() {
        return codes > 0 || codeLike > 0;
    }

    /** Decimals that keep every value exact, or −1 when only doubles hold them. */
    int scale(NumberStyle style) {
        int mark = place(style.decimalMark());
        boolean exact = exponents == 0
                && largestScale[mark] <= LongColumn.LARGEST_SCALE
                && maxWhole[mark] + largestScale[mark] <= MAX_WHOLE;
        return exact ? largestScale[mark] : -1;
    }
}
