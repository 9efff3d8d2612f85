package keensparrow.formats.detect;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Finds which character stands between the cells: the one that cuts most lines into the same number of cells. */
public final class Delimiter {
    private static final char[] USUAL = {',', ';', '\t', '|'};
    private static final char[] RARE = {'^', '~', '\u001f', '\u0001', '#', ':'};
    private static final char[] SPACE = {' '};
    private static final Pattern SPACES_AT_ENDS = Pattern.compile("(?m)^ +| +$| +(?=\\r)");
    private static final Pattern SET_OUT = Pattern.compile("(?m)^.*\\S {2,}\\S.*$");
    private static final Pattern NUMBERS = Pattern.compile("(?m)^[-+.,\\dEe ]*\\d[-+.,\\dEe ]*\\r?$");
    private static final Pattern DECIMALS = // two: no date and time, no 1 234
            Pattern.compile("(?m)^[-+]?\\d*\\.\\d+([Ee][-+]?\\d+)? +[-+]?\\d*\\.\\d+([Ee][-+]?\\d+)?\\r?$");
    private static final double ENOUGH = 0.5;
    private static final double MOSTLY = 0.6;
    private static final int LINES = 300;
    private static final int MIN_LINES = 4;
    private static final int MAX_REMARKS = 20; // lines
    private static final double NEARLY_ALL = 0.9;
    private static final int MANY_WORDS = 7;

    private Delimiter() {}

    /**
     * A delimiter and why.
     *
     * @param remarks so many lines with text come before the table and are not to be cut; only where spaces part the cells
     */
    public record Found(char delimiter, String reason, int remarks) {
        public Found(char delimiter, String reason) {
            this(delimiter, reason, 0);
        }
    }

    /** @param text the beginning of a file, @param quote around cells; a comma when nothing tells, as in a single column */
    public static Found find(String text, char quote) {
        int lineEnd = text.indexOf('\n');
        String first = (lineEnd < 0 ? text : text.substring(0, lineEnd)).strip().replace("\"", "");
        if (first.length() == 5 && first.regionMatches(true, 0, "sep=", 0, 4)) {
            return new Found(first.charAt(4), Words.say("formats.detect.theFirstLineNamesIt"));
        }
        Counts best = best(text, quote, USUAL);
        if (best == null || best.alike < ENOUGH) {
            Counts rare = best(text, quote, RARE);
            best = rare != null && rare.isLikelyThoughRare() ? rare : best;
        }
        if (best == null || best.alike < ENOUGH) {
            Counts spaces = bySpaces(text, quote);
            best = spaces != null ? spaces : best;
        }
        if (best != null && best.areDecimals()) {
            return new Found(';', Words.say("formats.detect.itsCommasStandInNumbers"));
        }
        if (best == null) {
            return new Found(',', Words.say("formats.detect.thereIsOneCellIn"));
        }
        if (best.alike < ENOUGH && best.isScattered()) {
            return new Found(absent(text), Words.say("formats.detect.mostLinesHoldNoSign"));
        }
        return new Found(
                best.delimiter,
                Words.say(
                        "formats.detect.itCutsOfTheFirst",
                        "cut",
                        best.cut(),
                        "lines",
                        best.lines.size(),
                        "commonest",
                        best.commonest + 1),
                best.delimiter == ' ' ? Math.max(0, best.firstOfMost()) : 0);
    }

    /** A delimiter that cuts nothing. */
    private static char absent(String text) {
        for (char usual : USUAL) {
            if (text.indexOf(usual) < 0) {
                return usual;
            }
        }
        return RARE[2];
    }

    /** Whether one of the usual signs, or a rare one, cuts most lines alike. */
    public static boolean partsLines(String text, char quote) {
        Counts usual = best(text, quote, USUAL);
        Counts rare = best(text, quote, RARE);
        return usual != null && usual.alike >= ENOUGH && usual.isNoPunctuation(text)
                || rare != null && rare.isLikelyThoughRare()
                || bySpaces(text, quote) != null;
    }

    /**
     * Columns set out with spaces, nothing but numbers, or words with a column of numbers or codes: other texts have words
     * with spaces between them. Lines of remarks may come first.
     */
    private static @Nullable Counts bySpaces(String text, char quote) {
        String plain = SPACES_AT_ENDS.matcher(text).replaceAll("");
        Counts spaces = best(plain.replaceAll(" {2,}", " "), quote, SPACE);
        int first = spaces == null ? -1 : spaces.firstOfMost();
        if (spaces == null || first < 0) {
            return null;
        }
        int lines = spaces.lines.size() - first;
        int missing = spaces.commonest - spaces.lines.get(first); // one where rows begin with a name of their own
        boolean setOut =
                SET_OUT.matcher(plain).results().limit(spaces.lines.size()).count() * 2 >= lines;
        boolean numbers = mostly(spaces.commonest > 1 ? NUMBERS : DECIMALS, plain, lines);
        boolean whole = first == 0 && missing == 0;
        return setOut || (numbers && missing == 0) || (whole && hasNumbers(plain, spaces)) ? spaces : null;
    }

    private static boolean mostly(Pattern pattern, String text, int lines) {
        return pattern.matcher(text).results().limit(lines).count() >= lines - 1;
    }

    /** Whether every line has as many words, and one of them has digits everywhere but in the first line. */
    private static boolean hasNumbers(String text, Counts spaces) {
        boolean alike = spaces.lines.stream().allMatch(cuts -> cuts == spaces.commonest);
        if (!alike || spaces.commonest < 2 || spaces.lines.size() < MIN_LINES) {
            return false;
        }
        List<String[]> rows = text.lines()
                .filter(line -> !line.isBlank())
                .limit(spaces.lines.size())
                .map(line -> line.split(" +"))
                .toList();
        return IntStream.rangeClosed(0, spaces.commonest)
                .anyMatch(cell ->
                        !hasDigit(rows.get(0), cell) && rows.stream().skip(1).allMatch(row -> hasDigit(row, cell)));
    }

    private static boolean hasDigit(String[] row, int cell) {
        return cell < row.length && row[cell].chars().anyMatch(Character::isDigit);
    }

    private static @Nullable Counts best(String text, char quote, char[] candidates) {
        List<Counts> all = new ArrayList<>();
        for (char candidate : candidates) {
            Counts counts = new Counts(text, quote, candidate);
            if (counts.commonest > 0) {
                all.add(counts);
            }
        }
        int headings = all.stream()
                .filter(counts -> counts.alike >= ENOUGH)
                .mapToInt(Counts::firstAlike)
                .min()
                .orElse(0);
        Counts best = null;
        double bestScore = 0;
        for (Counts counts : all) {
            double agrees = counts.firstAlike() == headings ? 1 : 0.5;
            boolean decimals = all.stream().anyMatch(other -> other != counts && other.alike >= ENOUGH)
                    && counts.betweenDigits > MOSTLY;
            double score = counts.alike * agrees * (1 + Math.log(counts.commonest) / 20) * (decimals ? 0.3 : 1);
            if (score > bestScore) {
                best = counts;
                bestScore = score;
            }
        }
        return best;
    }

    /** How often one character stands in each line, outside of quotes. */
    private static final class Counts {
        final char delimiter;
        final List<Integer> lines = new ArrayList<>();
        final int commonest;
        final double alike;
        final double betweenDigits; // share of its places: it may be the decimal mark

        Counts(String text, char quote, char delimiter) {
            this.delimiter = delimiter;
            boolean quoted = false;
            int count = 0;
            boolean any = false;
            int all = 0;
            int digits = 0;
            for (int i = 0; i < text.length() && lines.size() < LINES; i++) {
                char c = text.charAt(i);
                if (c == quote) {
                    quoted = !quoted;
                } else if (!quoted && c == delimiter) {
                    count++;
                    all++;
                    digits +=
                            i > 0 && isDigit(text.charAt(i - 1)) && i + 1 < text.length() && isDigit(text.charAt(i + 1))
                                    ? 1
                                    : 0;
                } else if (!quoted && (c == '\n' || c == '\r')) {
                    if (any) {
                        lines.add(count);
                    }
                    count = 0;
                    any = false;
                    continue;
                }
                any |= c > ' ' || c == delimiter;
            }
            if (lines.isEmpty() && any) {
                lines.add(count);
            }
            betweenDigits = all == 0 ? 0 : (double) digits / all;
            Map<Integer, Integer> times = new HashMap<>();
            lines.forEach(cuts -> times.merge(cuts, 1, Integer::sum));
            int most = 0;
            int of = 0;
            for (Map.Entry<Integer, Integer> entry : times.entrySet()) {
                boolean larger = entry.getValue() > of
                        || (entry.getValue() == of && lines.indexOf(entry.getKey()) < lines.indexOf(most));
                if (entry.getKey() > 0 && larger) {
                    most = entry.getKey();
                    of = entry.getValue();
                }
            }
            commonest = most;
            alike = lines.isEmpty() ? 0 : (double) of / lines.size();
        }

        private static boolean isDigit(char c) {
            return c >= '0' && c <= '9';
        }

        /**
         * The first line of those of which nearly all are cut alike, which may lack one cell; −1 when there are too few.
         */
        int firstOfMost() {
            int first = begins(0) ? 0 : firstBehindRemarks();
            if (lines.size() - first < 3 || !begins(first)) {
                return -1;
            }
            List<Integer> rest = lines.subList(first + 1, lines.size());
            long same = rest.stream().filter(cuts -> cuts == commonest).count();
            return same >= rest.size() * NEARLY_ALL && rest.size() >= first ? first : -1;
        }

        private boolean begins(int line) {
            return lines.get(line) == commonest
                    || (lines.get(line) == commonest - 1
                            && line + 1 < lines.size()
                            && lines.get(line + 1) == commonest);
        }

        /** Behind the last line cut otherwise; a few remarks may look like rows. */
        private int firstBehindRemarks() {
            int first = 0;
            for (int line = 0; line < lines.size() && line <= first + MIN_LINES; line++) {
                first = lines.get(line) == commonest || line > MAX_REMARKS ? first : line + 1;
            }
            return first < lines.size() ? first : 0;
        }

        /** Whether it does not stand as in sentences: a comma and a space in long lines, no two of which are alike. */
        boolean isNoPunctuation(String text) {
            boolean spaced = text.chars().filter(c -> c == delimiter).count()
                    <= text.split(Pattern.quote(delimiter + " "), -1).length * 1.1;
            double words = text.lines()
                    .limit(LINES)
                    .mapToInt(line -> line.split(" +").length)
                    .average()
                    .orElse(0);
            return delimiter != ',' || !spaced || alike >= NEARLY_ALL || words < commonest + MANY_WORDS;
        }

        /** Whether it stands in a line here and there, as punctuation does: most lines below the first of them have none. */
        boolean isScattered() {
            int first = IntStream.range(0, lines.size())
                    .filter(i -> lines.get(i) > 0)
                    .findFirst()
                    .orElse(0);
            List<Integer> below = lines.subList(first, lines.size());
            return below.stream().filter(cuts -> cuts == 0).count() > below.size() * MOSTLY;
        }

        long cut() {
            return lines.stream().filter(count -> count == commonest).count();
        }

        /** Whether there is one column, of numbers with a decimal comma. */
        boolean areDecimals() {
            return delimiter == ',' && commonest == 1 && lines.get(0) == 0 && betweenDigits == 1;
        }

        /** Whether it cuts the headings too; colons are in times and addresses as well. */
        boolean isLikelyThoughRare() {
            boolean colon = delimiter == ':';
            return alike > 0.9
                    && lines.size() > 2
                    && lines.get(0) == commonest
                    && !(colon && (commonest < 2 || betweenDigits > MOSTLY));
        }

        /** The first line cut as most are: what comes before is no part of the table. */
        int firstAlike() {
            return Math.max(0, lines.indexOf(commonest));
        }
    }
}
