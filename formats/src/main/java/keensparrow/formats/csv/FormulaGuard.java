package keensparrow.formats.csv;

import java.util.regex.Pattern;
import keensparrow.core.engine.Statistics;

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

    /** Whether a column holds such a text, in some row of its dataset. */
    public static boolean isIn(Statistics statistics, String column) {
        return statistics.hasTextBeginning(column, STARTS, FormulaGuard::isFormula);
    }
}
