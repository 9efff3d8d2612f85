package keensparrow.formats.sheet;

import java.util.List;
import java.util.regex.Pattern;

/** Which columns of texts hold nothing but plain numbers. */
public final class PlainNumbers {
    private static final Pattern NUMBER = Pattern.compile("-?(0|[1-9][0-9]*)(\\.[0-9]+)?"); // 007 is a code

    private PlainNumbers() {}

    /** @param width how many columns; @param rows of texts, blank where empty */
    public static boolean[] columns(int width, List<List<String>> rows) {
        boolean[] numbers = new boolean[width];
        for (int i = 0; i < width; i++) {
            int column = i;
            numbers[i] = rows.stream()
                    .map(row -> row.get(column))
                    .allMatch(text -> text.isEmpty() || NUMBER.matcher(text).matches());
        }
        return numbers;
    }
}
