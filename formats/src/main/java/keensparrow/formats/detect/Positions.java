package keensparrow.formats.detect;

import java.util.ArrayList;
import java.util.List;

/** Finds columns that stand at the same places in all lines, with nothing but spaces between them. */
public final class Positions {
    private static final int MIN_LINES = 4;
    private static final int MAX_LINES = 300;
    private static final int MAX_LENGTH = 2000;
    private static final double FILLED = 0.5;
    private static final double SOME = 0.2;

    private Positions() {}

    /**
     * Where each column but the first begins, in characters from 0; none where the lines are not set out so.
     *
     * @param text the beginning of a file
     */
    public static List<Integer> find(String text) {
        List<String> lines = text.lines()
                .limit(MAX_LINES)
                .map(String::stripTrailing)
                .filter(line -> !line.isBlank() && !line.matches("[-=+ |_]+"))
                .toList();
        int longest = lines.stream().mapToInt(String::length).max().orElse(0);
        if (lines.size() < MIN_LINES || longest > MAX_LENGTH || text.indexOf('\t') >= 0) {
            return List.of();
        }
        List<Integer> starts = new ArrayList<>();
        boolean gap = false;
        boolean any = false;
        boolean wide = false; // somewhere two spaces or more
        int run = 0;
        for (int at = 0; at < longest; at++) {
            boolean empty = isEmpty(lines, at);
            if (!empty && gap && any) {
                starts.add(at);
                wide |= run > 1;
            }
            run = empty ? run + 1 : 0;
            gap = empty;
            any |= !empty;
        }
        boolean enough = starts.size() > 1 || (starts.size() == 1 && wide);
        return !enough || !areColumns(lines, starts) ? List.of() : starts;
    }

    /**
     * Columns that each stand under a heading of the first line, wide apart, where words within a cell are parted by single
     * spaces at the same places too, as in “item 1”: those are no columns.
     *
     * @return as {@link #find}; none where a heading is missing for another reason
     */
    public static List<Integer> underHeadings(String text) {
        String first = text.lines().filter(line -> !line.isBlank()).findFirst().orElse("");
        List<Integer> all = first.startsWith(" ") ? List.of() : find(text);
        List<Integer> named = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            int start = all.get(i);
            boolean wide = text.lines()
                    .limit(MAX_LINES)
                    .allMatch(line -> cell(line, start - 2, start).isEmpty());
            boolean heading = !cell(first, start, i + 1 == all.size() ? Integer.MAX_VALUE : all.get(i + 1))
                    .isEmpty();
            if (wide != heading) {
                return List.of();
            }
            if (wide) {
                named.add(start);
            }
        }
        return named;
    }

    private static boolean isEmpty(List<String> lines, int at) {
        long reaching = lines.stream().filter(line -> line.length() > at).count();
        return reaching >= lines.size() * FILLED
                && lines.stream().allMatch(line -> at >= line.length() || line.charAt(at) == ' ');
    }

    /** Whether each of them is filled in many lines, and one has digits in most lines: words part by chance too. */
    private static boolean areColumns(List<String> lines, List<Integer> starts) {
        boolean numbers = false;
        for (int i = 0; i <= starts.size(); i++) {
            int from = i == 0 ? 0 : starts.get(i - 1);
            int to = i == starts.size() ? Integer.MAX_VALUE : starts.get(i);
            long filled = lines.stream()
                    .filter(line -> !cell(line, from, to).isEmpty())
                    .count();
            long digits = lines.stream()
                    .filter(line -> cell(line, from, to).matches(".*\\d.*"))
                    .count();
            numbers |= digits >= (lines.size() - 1) * FILLED;
            if (filled < lines.size() * (starts.size() < 2 ? FILLED : SOME)) {
                return false;
            }
        }
        return numbers;
    }

    static String cell(String line, int from, int to) {
        return from >= line.length()
                ? ""
                : line.substring(from, Math.min(to, line.length())).strip();
    }
}
