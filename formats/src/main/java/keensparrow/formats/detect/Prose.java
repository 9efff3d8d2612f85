package keensparrow.formats.detect;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/** Tells texts that are read, such as letters and minutes of meetings, from tables of a single column. */
public final class Prose {
    private static final int MIN_LINES = 3;
    private static final int MANY_WORDS = 6; // in the middle line
    private static final int LONG_LINE = 8;
    private static final double SOME_GAPS = 0.1;
    private static final double MOSTLY = 0.5;

    private Prose() {}

    /** @param text the beginning of a file whose lines nothing parts into cells */
    public static boolean isProse(String text) {
        List<String> lines = text.lines().limit(400).map(String::strip).toList();
        int[] words = lines.stream()
                .filter(line -> !line.isEmpty())
                .mapToInt(line -> line.split("\\s+").length)
                .sorted()
                .toArray();
        if (words.length < MIN_LINES) {
            return false;
        }
        long sentences = lines.stream()
                .filter(line -> line.matches(".*\\p{L}{2,}.*[.!?:;]"))
                .count();
        double gaps = (double) inner(lines) / lines.size();
        int middle = words[words.length / 2];
        int longest = words[words.length - 1];
        boolean read = middle >= MANY_WORDS && sentences > words.length * SOME_GAPS;
        boolean paragraphs = gaps >= SOME_GAPS
                && longest >= LONG_LINE
                && Arrays.stream(words).average().orElse(0) > 3;
        return read || paragraphs || sentences > words.length * MOSTLY && longest >= LONG_LINE;
    }

    /** Blank lines between others. */
    private static long inner(List<String> lines) {
        return IntStream.range(1, Math.max(1, lines.size() - 1))
                .filter(i -> lines.get(i).isEmpty() && !lines.get(i - 1).isEmpty())
                .count();
    }
}
