package keensparrow.core.layout;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import keensparrow.core.infer.text.CellLook;
import keensparrow.core.words.Words;

/** Finds where the values of a table end: before totals, notes and other tables. */
final class EndFinder {
    private static final Pattern TOTAL = Pattern.compile(
            "(?iu)((grand|sub)?[ -]?totals?|sum|summe|gesamt(summe)?|insgesamt|zwischensumme|total général|totaux|sous-total"
                    + "|suma( total)?|total general|somma|totale( generale)?|subtotale|soma|totaal|subtotaal|eindtotaal|razem|ogółem|suma końcowa)"
                    + "([ :].*)?");
    private static final Pattern SUMMARY = Pattern.compile(
            "(?iu)(average|mean|avg|median|count|min|max|minimum|maximum|durchschnitt|mittelwert|anzahl|moyenne|nombre|media|promedio"
                    + "|média|gemiddelde|aantal|średnia|liczba)[ .:]*");

    private static final int STRAY_VALUES = 2;
    private static final int MIN_ROWS_OF_NAMES = 3; // its headings and two more

    private final Block block;
    private final int first; // row of values
    private final int width;
    private int last; // behind the last row looked at
    private int loneValues; // rows at the end with one value and nothing else

    EndFinder(Block block, int first) {
        this.block = block;
        this.first = first;
        int cells = 0;
        for (int i = first; i < Math.min(block.size(), first + 200); i++) {
            cells = Math.max(cells, block.filled(i));
        }
        this.width = cells;
    }

    /** The row behind the last that belongs to the table or to what stands under it, before another table begins. */
    int nextTable() {
        for (int i = first + 1; i < block.size(); i++) {
            if (block.isAfterGap(i) && (startsAnother(i) || (standsAlone(i) && anotherBelow(i)))) {
                return i;
            }
        }
        return block.size();
    }

    /** Names in a row, above values, where the table has values too. */
    private boolean startsAnother(int i) {
        if (i + 1 >= block.size() || block.isAfterGap(i + 1) || block.filled(i) < 2) {
            return false;
        }
        int names = 0;
        int values = 0;
        int texts = 0;
        for (int column = block.from; column < block.to; column++) {
            CellLook look = block.look(i, column);
            if (look.isValue()) {
                return false;
            }
            names += look == CellLook.WORD && block.look(i + 1, column).isValue() ? 1 : 0;
            values += block.isOfValues(column, first) ? 1 : 0;
            texts += look == CellLook.WORD ? 1 : 0;
        }
        return (values > 0 ? names > 0 : texts >= 2 && sameHeadings(i)) || turnsToWords(i);
    }

    /** Whether a column of values holds nothing but words from this row on, down to the next empty row: a table of names. */
    private boolean turnsToWords(int i) {
        int end = i + 1;
        while (end < block.size() && !block.isAfterGap(end)) {
            end++;
        }
        if (end - i < MIN_ROWS_OF_NAMES) {
            return false;
        }
        for (int column = block.from; column < block.to; column++) {
            boolean words = holdsValuesAbove(column, i);
            for (int row = i; row < end && words; row++) {
                words = block.look(row, column) == CellLook.WORD;
            }
            if (words) {
                return true;
            }
        }
        return false;
    }

    private boolean holdsValuesAbove(int column, int end) {
        int values = 0;
        for (int row = first; row < end; row++) {
            CellLook look = block.look(row, column);
            if (look == CellLook.WORD) {
                return false;
            }
            values += look.isValue() ? 1 : 0;
        }
        return values * 2 > end - first;
    }

    private boolean sameHeadings(int i) {
        return first > 0 && block.row(i).texts().equals(block.row(first - 1).texts());
    }

    private boolean standsAlone(int i) {
        return block.filled(i) == 1;
    }

    /** A title, then another table. */
    private boolean anotherBelow(int i) {
        for (int below = i + 1; below < Math.min(block.size(), i + 4); below++) {
            if (startsAnother(below)) {
                return true;
            }
            if (block.filled(below) > 1) {
                return false;
            }
        }
        return false;
    }

    /**
     * How the rows end.
     *
     * @param end behind the last row of values
     * @param notes sentences on each row left out behind it
     */
    record End(int end, List<String> notes) {}

    /** @param sums whether the rows above are all there, so that totals can be told by adding them up */
    End end(int last, boolean sums) {
        List<String> notes = new ArrayList<>();
        int end = last;
        boolean totals = false;
        loneValues = loneValues(last);
        this.last = last;
        while (end > first + 1) {
            int i = end - 1;
            String row = place(block.number(i));
            if (isTotal(i) && !isName(i, sums)) {
                notes.add(0, Words.say("layout.wasLeftOutItSums", "row", row, "i", key(i)));
                totals = true;
            } else if (isNote(i, totals)) {
                notes.add(0, Words.say("layout.wasLeftOutItIs", "row", row, "i", TableNotes.shorter(key(i))));
            } else if (totals && SUMMARY.matcher(key(i)).matches()
                    || (end > first + 2 && SUMMARY.matcher(key(i)).matches() && isTotal(i - 1))) {
                notes.add(0, Words.say("layout.wasLeftOutItSums", "row", row, "i", key(i)));
            } else if (sums && isSumOfAll(i)) {
                notes.add(0, Words.say("layout.wasLeftOutItsNumbers", "row", row));
                totals = true;
            } else {
                break;
            }
            end--;
        }
        return new End(end, notes);
    }

    /** Rows of a large file are counted from its end. */
    private static String place(long number) {
        return number > 0
                ? Words.say("layout.row", "number", number)
                : number == -1 ? Words.say("layout.theLastRow") : Words.say("layout.rowFromTheEnd", "number", -number);
    }

    private String key(int i) {
        for (int column = block.from; column < block.to; column++) {
            if (block.look(i, column) != CellLook.EMPTY) {
                return block.row(i).text(column);
            }
        }
        return "";
    }

    private boolean isTotal(int i) {
        for (int column = block.from; column < block.to; column++) {
            CellLook look = block.look(i, column);
            if (look == CellLook.WORD) {
                String text = block.row(i).text(column);
                return TOTAL.matcher(text).matches() && isOnce(text, column, i);
            }
            if (look.isValue()) {
                return false; // a name comes before the numbers
            }
        }
        return false;
    }

    /** Whether the label may be a name: where numbers tell they are asked later ({@link TotalFinder}), else other words do. */
    private boolean isName(int i, boolean sums) {
        String label = key(i);
        if (!TotalLabels.isLoose(label)) {
            return TotalLabels.isNameToo(label) && words(i) > 1;
        }
        return sums || words(i) > 1;
    }

    private int words(int i) {
        int words = 0;
        for (int column = block.from; column < block.to; column++) {
            words += block.look(i, column) == CellLook.WORD ? 1 : 0;
        }
        return words;
    }

    /** A word that other rows have too is a category. */
    private boolean isOnce(String text, int column, int i) {
        for (int row = first; row < i; row++) {
            if (block.row(row).text(column).equals(text)) {
                return false;
            }
        }
        return true;
    }

    private int loneValues(int last) {
        int rows = 0;
        while (last - rows > first && isLoneValue(last - rows - 1)) {
            rows++;
        }
        return rows;
    }

    private boolean isLoneValue(int i) {
        if (block.filled(i) != 1) {
            return false;
        }
        for (int column = block.from; column < block.to; column++) {
            if (block.look(i, column).isValue()) {
                return block.isOfValues(column, first);
            }
        }
        return false;
    }

    /** Whether the row begins as those above do: with a value as theirs, or with a word that one of them has too. */
    private boolean isNameOfRow(int i) {
        CellLook look = block.look(i, block.from);
        if (look == CellLook.EMPTY || block.filledIn(block.from, first, i) < i - first) {
            return false;
        }
        return look.isValue() && block.isOfValues(block.from, first)
                || !isOnce(block.row(i).text(block.from), block.from, i)
                || (look == CellLook.WORD && isLast(i) && isWrittenAsNames(i));
    }

    /** Whether the row stands right under a fuller one, and nothing right under it. */
    private boolean isLast(int i) {
        return !block.isAfterGap(i) && block.filled(i - 1) > 1 && (i + 1 == last || block.isAfterGap(i + 1));
    }

    /** Hardly longer than the names above, not of more words, and without the signs of a note. */
    private boolean isWrittenAsNames(int i) {
        String text = block.row(i).text(block.from);
        int longest = 0;
        int maxWords = 0;
        for (int row = first; row < i; row++) {
            String name = block.row(row).text(block.from);
            longest = Math.max(longest, name.length());
            maxWords = Math.max(maxWords, words(name));
        }
        return text.length() <= longest + 1
                && words(text) <= maxWords
                && Character.isLetterOrDigit(text.charAt(0))
                && text.indexOf(':') < 0;
    }

    private static int words(String text) {
        return text.split("\\s+").length;
    }

    /** Words in columns of values: under an empty row, or in a few cells and none where every row has its name. */
    private boolean isRemark(int i) {
        boolean words = false;
        for (int column = block.from; column < block.to; column++) {
            CellLook look = block.look(i, column);
            if (look.isValue()) {
                return false;
            }
            words |= look == CellLook.WORD && block.isOfValues(column, first);
        }
        boolean nameless =
                block.look(i, block.from) == CellLook.EMPTY && block.filledIn(block.from, first, i) * 2 > i - first;
        return words && (block.isAfterGap(i) || (nameless && block.filled(i) * 2 <= width));
    }

    /** @param aboveTotals whether totals stand below: what has only a name there is a row without values */
    private boolean isNote(int i, boolean aboveTotals) {
        int filled = block.filled(i);
        boolean loneRow = isLoneValue(i) && (loneValues > STRAY_VALUES || !(block.isAfterGap(i) || isTotal(i - 1)));
        if (loneRow || filled == 1 && isNameOfRow(i)) {
            return false; // a row whose other cells are blank
        }
        if (isRemark(i)) {
            return true;
        }
        if (filled == 1 && width >= 3 && (!aboveTotals || block.isAfterGap(i))) {
            return true; // a text, or a stray number
        }
        String key = key(i);
        boolean looksLikeNote = key.startsWith("*")
                || key.matches("(?iu)(source|quelle|note|notes|nota|hinweis|stand|fonte|fuente|bron)\\b.*");
        return looksLikeNote && (width == 1 || filled < width || filled == 1) && filled <= 2;
    }

    private boolean isSumOfAll(int i) {
        int checked = 0;
        if (i - first < 3) {
            return false;
        }
        for (int column = block.from; column < block.to; column++) {
            CellLook look = block.look(i, column);
            if (look == CellLook.WORD || look == CellLook.DATE) {
                return false;
            }
            if (look == CellLook.NUMBER) {
                BigDecimal sum = sum(column, i);
                BigDecimal value = plain(block.row(i).text(column));
                if (sum == null || value == null || sum.signum() == 0 || sum.compareTo(value) != 0) {
                    return false;
                }
                checked++;
            }
        }
        return checked >= 2 || (checked == 1 && block.filled(i) < width);
    }

    private @org.jspecify.annotations.Nullable BigDecimal sum(int column, int end) {
        BigDecimal sum = BigDecimal.ZERO;
        for (int i = first; i < end; i++) {
            if (block.look(i, column) == CellLook.NUMBER) {
                BigDecimal value = plain(block.row(i).text(column));
                if (value == null) {
                    return null;
                }
                sum = sum.add(value);
            }
        }
        return sum;
    }

    private static @org.jspecify.annotations.Nullable BigDecimal plain(String text) {
        try {
            return new BigDecimal(text);
        } catch (NumberFormatException e) {
            return null; // marks in it: the word will tell
        }
    }
}
