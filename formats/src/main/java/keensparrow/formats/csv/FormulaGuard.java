package keensparrow.formats.csv;

import java.util.regex.Pattern;
import keensparrow.core.column.Column;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.TextOrder;

/**
 * Texts that a spreadsheet program would run as a formula when it opens a CSV file: those that begin with {@code =},
 * {@code +}, {@code -}, {@code @}, a tab or a carriage return, and are no plain numbers. An apostrophe in front makes
 * them text.
 */
public final class FormulaGuard {
    private static final String STARTS = "=+-@\t\r";
    private static final Pattern NUMBER = Pattern.compile("[-+]?\\d+([.,]\\d+)*");

    private FormulaGuard() {}

    public static boolean isFormula(String text) {
        return !text.isEmpty()
                && STARTS.indexOf(text.charAt(0)) >= 0
                && !(text.length() == 1 && (text.equals("+") || text.equals("-")))
                && !NUMBER.matcher(text).matches();
    }

    /** The text, with an apostrophe in front where it could run. */
    public static String harmless(String text) {
        return isFormula(text) ? "'" + text : text;
    }

    /** Whether a column holds such a text, in some row of its dataset. Looks at few of the distinct texts. */
    public static boolean isIn(Column column) {
        if (column instanceof TagsColumn tags) {
            for (int code = 0; code < tags.dictionarySize(); code++) {
                if (isFormula(tags.tag(code))) {
                    return true;
                }
            }
            return false;
        }
        return column instanceof TextColumn texts && STARTS.chars().anyMatch(start -> isIn(texts, (char) start));
    }

    private static boolean isIn(TextColumn texts, char start) {
        for (int code = firstFrom(texts, String.valueOf(start)); code < texts.dictionarySize(); code++) {
            String text = texts.text(code);
            if (text.isEmpty() || text.charAt(0) != start) {
                return false;
            }
            if (isFormula(text)) {
                return true;
            }
        }
        return false;
    }

    private static int firstFrom(TextColumn texts, String text) {
        int low = 0;
        int high = texts.dictionarySize();
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (TextOrder.INSTANCE.compare(texts.text(middle), text) < 0) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }
}
