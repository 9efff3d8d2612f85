package keensparrow.core.infer.guess;

import java.util.BitSet;
import keensparrow.core.column.LongColumn;
import keensparrow.core.infer.text.YearText;
import keensparrow.core.meaning.TimeWords;
import keensparrow.core.table.YearStyle;
import org.jspecify.annotations.Nullable;

/** Whether the values of a column are years: by its heading, or by how they follow each other. */
public final class YearGuess {
    private static final int ENOUGH_FAILURES = 200;
    private static final int MIN = 4; // different years that tell without a heading

    private final YearText text = new YearText();
    private final BitSet seen = new BitSet();
    private @Nullable YearStyle style;
    private long count;
    private long failures;
    private boolean mixed;

    /** Counts a value; false when it is no year. */
    boolean add(char[] chars, int from, int to) {
        if (failures > ENOUGH_FAILURES && failures > count) {
            return false;
        }
        int year = text.read(chars, from, to);
        if (year < 0) {
            failures++;
            return false;
        }
        mixed |= style != null && style != text.style();
        style = text.style();
        seen.set(year);
        count++;
        return true;
    }

    /** How the years are written; plain where there is none. */
    YearStyle style() {
        return style == null ? YearStyle.PLAIN : style;
    }

    long count() {
        return mixed ? 0 : count;
    }

    /** Whether years are all it holds, as far as the values go. */
    public boolean areAll(long filled) {
        return filled > 0 && count() == filled;
    }

    /** Whether heading and values together say that these are years. */
    boolean isLikely(String heading, long filled) {
        if (count() == 0 || mixed) {
            return false;
        }
        if (TimeWords.isOfYears(heading)) {
            return true;
        }
        if (style() != YearStyle.PLAIN) {
            return seen.cardinality() > 1 || style() == YearStyle.FISCAL || style() == YearStyle.FISCAL_SHORT;
        }
        return areAll(filled) && (TimeWords.isOfEnds(heading) || (TimeWords.canBeOfTime(heading) && followEachOther()));
    }

    private boolean followEachOther() {
        int years = seen.cardinality();
        return years >= MIN && seen.length() - seen.nextSetBit(0) == years;
    }

    /** Whether the decision made of the first rows holds for a column read as years, or as numbers. */
    public boolean holdsFor(LongColumn column, String heading) {
        boolean asYears = column.type().isTime();
        if ((TimeWords.isOfYears(heading) || TimeWords.isOfEnds(heading)) && asYears) {
            return true;
        }
        if (asYears) {
            BitSet all = new BitSet();
            for (int row = 0; row < column.rowCount(); row++) {
                if (!column.isBlank(row)) {
                    all.set(java.time.LocalDate.ofEpochDay(column.value(row)).getYear());
                }
            }
            return style() != YearStyle.PLAIN || all.length() - all.nextSetBit(0) == all.cardinality();
        }
        boolean couldBe =
                !column.isAllBlank() && column.min() >= 1500 * column.unit() && column.max() <= 2200 * column.unit();
        return !couldBe;
    }
}
