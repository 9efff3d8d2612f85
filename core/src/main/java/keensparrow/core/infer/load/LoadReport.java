package keensparrow.core.infer.load;

import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.infer.text.DatePattern;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * What happened while a table was read.
 *
 * @param notes sentences, each saying what was done
 * @param conversionErrors the first values that did not fit their column's type and became blank
 * @param conversionErrorCount how many there were in all
 * @param ambiguities what the author should look at: columns that could be read in two ways
 */
public record LoadReport(
        List<String> notes,
        List<ConversionError> conversionErrors,
        long conversionErrorCount,
        List<Ambiguity> ambiguities) {
    public LoadReport {
        notes = List.copyOf(notes);
        conversionErrors = List.copyOf(conversionErrors);
        ambiguities = ambiguities == null ? List.of() : List.copyOf(ambiguities); // older records have none
    }

    /**
     * A column that could be read in two ways, and the other way.
     *
     * @param column name of the column
     * @param text how it was read and why, and what else it could mean
     * @param other the other way in words
     * @param type to read it as then, with dates in that order or numbers with that decimal mark
     * @param now the type it is read as; null where that is the same
     * @param otherStep the step that makes it so; null for one that reads the column as that type
     * @param value whose rows that step is about, written plainly; null for all of the column
     * @param values that are the same as the value, or columns beside this one; null for none
     */
    public record Ambiguity(
            String column,
            String text,
            String other,
            ColumnType type,
            @Nullable DatePattern dates,
            @Nullable Character decimalMark,
            @Nullable ColumnType now,
            @Nullable OtherStep otherStep,
            @Nullable String value,
            @Nullable List<String> values) {
        /** A column whose values could be read as another type, with dates in another order or another mark. */
        static Ambiguity ofReading(
                String column,
                String text,
                String other,
                ColumnType type,
                @Nullable DatePattern dates,
                @Nullable Character decimalMark,
                @Nullable ColumnType now) {
            return new Ambiguity(column, text, other, type, dates, decimalMark, now, null, null, null);
        }

        /** A column whose blanks may mean what stands above them. */
        public static Ambiguity ofLabelsOnce(String column, String text, ColumnType type) {
            return new Ambiguity(
                    column,
                    text,
                    Words.say("load.withBlanksFilledDown"),
                    type,
                    null,
                    null,
                    null,
                    OtherStep.FILL_DOWN,
                    null,
                    null);
        }

        /** Values that may be spellings of the same. @param value the commonest, @param others the rest */
        public static Ambiguity ofSpellings(
                String column, String text, ColumnType type, String value, List<String> others) {
            return new Ambiguity(
                    column,
                    text,
                    Words.say("load.asOne", "value", value),
                    type,
                    null,
                    null,
                    null,
                    OtherStep.MERGE_VALUES,
                    value,
                    List.copyOf(others));
        }

        /** Columns that name periods and may be rows. @param label what their labels are, @param columns all of them */
        public static Ambiguity ofWideColumns(
                String first, String text, ColumnType type, String label, List<String> columns) {
            return new Ambiguity(
                    first,
                    text,
                    Words.say("load.asRows"),
                    type,
                    null,
                    null,
                    null,
                    OtherStep.COLUMNS_TO_ROWS,
                    label,
                    List.copyOf(columns));
        }

        /** A value of a category whose rows may sum up those of the others. */
        public static Ambiguity ofTotal(String column, String text, ColumnType type, String value) {
            return new Ambiguity(
                    column,
                    text,
                    Words.say("load.withoutIt"),
                    type,
                    null,
                    null,
                    null,
                    OtherStep.LEAVE_OUT_ROWS,
                    value,
                    null);
        }
    }

    /** What settles a doubt besides reading a column as another type. */
    public enum OtherStep {
        FILL_DOWN,
        LEAVE_OUT_ROWS,
        MERGE_VALUES,
        COLUMNS_TO_ROWS
    }

    /** @param line in the file, from 1 */
    public record ConversionError(String file, long line, String column, String value, String reason) {
        ConversionError at(long newLine) {
            return new ConversionError(file, newLine, column, value, reason);
        }
    }
}
