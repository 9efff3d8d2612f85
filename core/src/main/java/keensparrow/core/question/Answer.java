package keensparrow.core.question;

import java.math.BigDecimal;
import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.group.GroupKey;
import keensparrow.core.table.ColumnFormat;
import org.jspecify.annotations.Nullable;

/** What a question gives; blank numbers are null. */
public sealed interface Answer {
    /**
     * The groups along the axis, those that split it and those of the panels (one nameless key where nothing groups),
     * and for each measure its numbers: that of axis {@code a}, split {@code s} and panel {@code p} at
     * {@code (a × splits.size() + s) × panels.size() + p}.
     *
     * @param rowCount rows that passed
     * @param time whether the axis follows time
     * @param counts rows behind each number, in the same order; a row with several tags counts in each of their groups
     */
    record Groups(
            int rowCount,
            boolean time,
            List<GroupKey> axis,
            List<GroupKey> splits,
            List<GroupKey> panels,
            List<MeasureValues> measures,
            List<Long> counts)
            implements Answer {}

    /**
     * @param type of the column measured, so that dates can be told from numbers; null for a count of rows
     * @param format of the values, where they are in the unit of their column; null for plain numbers
     * @param error largest relative standard error among the values; 0 when all are exact
     * @param totals null unless asked for
     */
    record MeasureValues(
            @Nullable ColumnType type,
            @Nullable ColumnFormat format,
            List<@Nullable BigDecimal> values,
            double error,
            @Nullable Totals totals) {}

    /**
     * A measure computed again over more rows, never added up from the groups' values.
     *
     * @param all over all rows that passed
     * @param axis over each group of the axis, whatever its split and panel
     * @param splits over each split
     * @param panels over each panel
     */
    record Totals(
            @Nullable BigDecimal all,
            List<@Nullable BigDecimal> axis,
            List<@Nullable BigDecimal> splits,
            List<@Nullable BigDecimal> panels) {}

    /**
     * @param rowCount rows that passed, on all pages
     * @param rows values written plainly, null where blank
     */
    record Rows(int rowCount, int offset, List<String> columns, List<List<@Nullable String>> rows) implements Answer {}

    /**
     * The rows at either end of each group.
     *
     * @param columns what {@link Ends} tell of a row
     * @param groups one for each of the axis of the question that they go with
     */
    record Extremes(List<String> columns, List<Ends> groups) implements Answer {}

    /** Rows of a group from the outermost inwards, values written plainly; a row is in one of them only. */
    record Ends(List<List<@Nullable String>> smallest, List<List<@Nullable String>> largest) {}

    /**
     * @param values the most frequent of the dataset first
     * @param distinct different values in the whole dataset that fit {@code find}
     * @param blanks rows that pass and are blank; null when no row of the dataset is
     */
    record ValueCounts(
            List<ValueCount> values, int distinct, @Nullable Long blanks) implements Answer {}

    /** @param count rows that pass; @param total rows of the whole dataset */
    record ValueCount(String value, long count, long total) {}

    /**
     * @param bins in rising order; none when the column has no value
     * @param openLow whether values lie below the first bin's edge, counted in it
     * @param openHigh whether values lie above the last bin's edge, counted in it
     * @param step of the periods, null for numbers
     * @param blanks rows that pass and are blank; null when no row of the dataset is
     */
    record Histogram(
            List<Bin> bins,
            boolean openLow,
            boolean openHigh,
            @Nullable String step,
            @Nullable Long blanks) implements Answer {}

    /** From an edge to the next, written plainly; for periods the first and the last day. */
    record Bin(String from, String to, long count, long total) {}
}
