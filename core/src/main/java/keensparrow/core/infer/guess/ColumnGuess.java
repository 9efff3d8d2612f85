package keensparrow.core.infer.guess;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import keensparrow.core.column.ColumnType;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.text.Blanks;
import keensparrow.core.infer.text.CellChars;
import keensparrow.core.infer.text.DatePattern;
import keensparrow.core.infer.text.EpochText;
import keensparrow.core.infer.text.NumberStyle;
import keensparrow.core.infer.text.YesNo;
import keensparrow.core.meaning.TimeWords;
import keensparrow.core.table.YearStyle;
import org.jspecify.annotations.Nullable;

/** Counts how the values of one column are written, and decides its type over all of them. */
public final class ColumnGuess {
    /** A column keeps its type when no more than this share of its values does not fit; each of those is reported. */
    public static final double ERRORS_TOLERATED = 0.02;

    private static final double MOSTLY_CODES = 0.9;
    private static final int FEW = 50;
    private static final int CODE = 5; // characters: values of one length, some of them no numbers, are codes
    private static final int MAX_MARKERS = 20;
    private static final int MAX_YEAR = 9; // characters: 2024/2025
    private static final int SHORTEST_MOMENT = 9;
    private static final double MAX_DATES = 0.8; // of a column of dates written in several ways
    private static final Pattern DATED = Pattern.compile(
            "(?iu).*(date|datum|day|tag|jour|fecha|data|giorno|dia|dzie|month|monat|mois|mes|mese|mês|maand|miesi|period|yyyy).*");

    /** A heading of dates and nothing else: numbers of five digits are counts too often. */
    private static final Pattern DATE =
            Pattern.compile("(?iu)(.*[ _-])?(date|\\p{L}*datum|fecha)( *\\(.*\\)| (of|de|der|des|du) .*)?");

    private long filled; // marks of blanks that count anywhere left out, others not
    private long errors;
    private long yesNos;
    private int length; // of all values; 0 when they differ in it
    private int pairs = -1; // of words for yes and no that all values belong to
    private final CodeGuess codes = new CodeGuess();
    private final Map<String, Long> blanks = new LinkedHashMap<>(); // as written, in a column of any type
    private final Map<String, Long> besideNumbers =
            new LinkedHashMap<>(); // blank only if the others are numbers or dates
    private final NumberGuess numbers = new NumberGuess();
    private final DateGuess dates = new DateGuess();
    private final YearGuess years = new YearGuess();
    private long moments; // in digits, as seconds or milliseconds since 1970
    private final TagGuesses tags = new TagGuesses();

    /** @param from first, @param to behind the last character that is not a space; {@code from < to} */
    void add(CellKind kind, char[] chars, int from, int to) {
        if (kind == CellKind.ERROR) {
            errors++;
            return;
        }
        if (kind == CellKind.TEXT && Blanks.canBe(chars, from, to) && isBlank(chars, from, to)) {
            return;
        }
        filled++;
        length = filled == 1 || length == to - from ? to - from : 0;
        char first = chars[from];
        if (first >= '0' && first <= '9') {
            boolean known = numbers.add(kind, chars, from, to);
            if (!known || (to - from >= 5 && to - from <= 8)) {
                known |= dates.add(kind, chars, from, to);
            }
            if (to - from <= MAX_YEAR) {
                known |= years.add(chars, from, to);
            } else if (to - from >= SHORTEST_MOMENT) {
                moments += EpochText.micros(chars, from, to) == CellChars.INVALID ? 0 : 1;
            }
            if (known) {
                return; // no list of tags
            }
        } else if (isAsciiLetter(first)) {
            addWord(kind, chars, from, to);
        } else if (!numbers.add(kind, chars, from, to) && first > '~') {
            addWord(kind, chars, from, to);
        }
        tags.add(chars, from, to);
    }

    private static boolean isAsciiLetter(char c) {
        return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z');
    }

    private void addWord(CellKind kind, char[] chars, int from, int to) {
        if (pairs != 0) {
            int of = YesNo.pairs(chars, from, to);
            pairs &= of;
            yesNos += of == 0 ? 0 : 1;
        }
        char last = chars[to - 1];
        if (last >= '0' && last <= '9') {
            if (!dates.add(kind, chars, from, to)) {
                numbers.add(kind, chars, from, to); // EUR 12
            }
            if (to - from <= MAX_YEAR) {
                years.add(chars, from, to); // FY24
            }
        }
        codes.add(chars, from, to);
    }

    private boolean isBlank(char[] chars, int from, int to) {
        String value = new String(chars, from, to - from);
        if (Blanks.isAnywhere(value)) {
            count(blanks, value);
            return true;
        }
        if (Blanks.isBesideNumbers(value)) {
            count(besideNumbers, value);
        }
        return false;
    }

    private static void count(Map<String, Long> counts, String value) {
        if (counts.size() < MAX_MARKERS || counts.containsKey(value)) {
            counts.merge(value, 1L, Long::sum);
        }
    }

    private static long sum(Map<String, Long> counts) {
        return counts.values().stream().mapToLong(Long::longValue).sum();
    }

    /** The type that the values are written in, and how. */
    ColumnPlan decide(String name, String heading, FormatHints habits) {
        return as(type(heading, habits), name, heading, habits);
    }

    /** How this column is read as another type than its own. */
    ColumnPlan as(ColumnType type, String name, String heading, FormatHints habits) {
        NumberStyle style = type.isNumber() ? numbers.style(habits) : null;
        DatePattern pattern = type.isTime() ? pattern(heading, habits) : null;
        Character separator =
                type == ColumnType.TAGS ? Character.valueOf(tags.best().separator()) : null;
        int scale = style == null || type == ColumnType.WHOLE ? 0 : numbers.scale(style);
        Boolean inUtc = type == ColumnType.DATE_TIME && dates.zonesDiffer() ? Boolean.TRUE : null;
        String written = null;
        if (separator != null) {
            written = tags.best().between();
        } else if (pattern == DatePattern.YEAR && years.style() != YearStyle.PLAIN) {
            written = years.style().example();
        }
        return new ColumnPlan(name, heading, type, pattern, scale, separator, style, blanks(type), inUtc, written);
    }

    private List<String> blanks(ColumnType type) {
        List<String> marks = new ArrayList<>();
        if (type != ColumnType.TEXT || !isOfCodes()) {
            marks.addAll(blanks.keySet());
        } else {
            blanks.forEach((mark, times) -> {
                if (!codes.isOne(mark, times)) {
                    marks.add(mark);
                }
            });
        }
        if (type != ColumnType.TEXT && type != ColumnType.TAGS) {
            marks.addAll(besideNumbers.keySet());
        }
        return marks;
    }

    /** Whether the values are short codes of one kind, all but a few: a mark of blanks can be one of them. */
    public boolean isOfCodes() {
        return filled > 0 && codes.count() >= filled * MOSTLY_CODES;
    }

    private ColumnType type(String heading, FormatHints habits) {
        if (filled == 0) {
            return ColumnType.TEXT;
        }
        long meant = filled - sum(besideNumbers);
        if (meant <= 0) {
            return ColumnType.TEXT;
        }
        if (yesNos == meant && (pairs != 0 || yesNos == filled) && pairs != 0) {
            return ColumnType.YES_NO;
        }
        if (areYears(heading, meant)) {
            return ColumnType.DATE;
        }
        DatePattern period = dates.period(
                meant, DATED.matcher(heading).matches(), DATE.matcher(heading).matches());
        if (period != null) {
            return ColumnType.DATE;
        }
        if (moments == meant && TimeWords.isOfMoments(heading)) {
            return ColumnType.DATE_TIME;
        }
        NumberStyle style = numbers.style(habits);
        boolean codes = length >= CODE && numbers.count(style) < filled; // 110018063 and 0@@@@@@@@
        if (!codes && fits(numbers.count(style), meant)) {
            return numbers.hasPlaces(style) ? ColumnType.DECIMAL : ColumnType.WHOLE;
        }
        DatePattern pattern = dates.pattern(habits);
        if (fits(dates.count(pattern), meant)
                || (pattern == DatePattern.SEVERAL && dates.count(pattern) >= meant * MAX_DATES)) {
            return dates.hasTimes(pattern) ? ColumnType.DATE_TIME : ColumnType.DATE;
        }
        return tags.likeliest() != null ? ColumnType.TAGS : ColumnType.TEXT;
    }

    private boolean areYears(String heading, long meant) {
        return fits(years.count(), meant) && years.isLikely(heading, meant);
    }

    private DatePattern pattern(String heading, FormatHints habits) {
        long meant = filled - sum(besideNumbers);
        if (areYears(heading, meant) || (years.areAll(meant) && dates.count(dates.pattern(habits)) < meant)) {
            return DatePattern.YEAR;
        }
        if (moments == meant && meant > 0 && dates.count(dates.pattern(habits)) == 0) {
            return DatePattern.EPOCH;
        }
        DatePattern period = dates.period(filled - sum(besideNumbers), true, true); // dates they are by now
        return period != null ? period : dates.pattern(habits);
    }

    private static boolean fits(long count, long filled) {
        return count == filled || (filled >= FEW && filled - count <= filled * ERRORS_TOLERATED);
    }

    /** Values, marks of blanks that count in a column of any type left out. */
    public long filled() {
        return filled;
    }

    /** Whether there may be marks of blanks that are not kept. */
    public boolean hasManyMarks() {
        return blanks.size() >= MAX_MARKERS || besideNumbers.size() >= MAX_MARKERS;
    }

    /** How often the marks of blanks were met in all rows, once those are read. */
    public void counted(Map<String, Long> marks) {
        marks.forEach((mark, count) -> (blanks.containsKey(mark) ? blanks : besideNumbers).put(mark, count));
    }

    /** What a formula could not give. */
    public long errors() {
        return errors;
    }

    /** How often each mark of the plan's blanks was met. */
    public long markCount(String mark) {
        return blanks.getOrDefault(mark, besideNumbers.getOrDefault(mark, 0L));
    }

    public NumberGuess numbers() {
        return numbers;
    }

    public DateGuess dates() {
        return dates;
    }

    public YearGuess years() {
        return years;
    }

    /** What this column says beyond doubt; null for each part that it does not. */
    @Nullable
    public Character mark() {
        NumberStyle style = numbers.style(FormatHints.UNKNOWN);
        return fits(numbers.count(style), filled - sum(besideNumbers)) ? numbers.mark() : null;
    }

    @Nullable
    public DatePattern surely() {
        DatePattern surely = dates.surely();
        return surely != null && fits(dates.count(surely), filled - sum(besideNumbers)) ? surely : null;
    }
}
