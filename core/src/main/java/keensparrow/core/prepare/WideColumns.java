package keensparrow.core.prepare;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import keensparrow.core.column.TextColumn;
import keensparrow.core.infer.text.Months;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;

/**
 * Columns of numbers side by side whose labels are months, years or days, or names of months without a year: one period a
 * column, where rows should be.
 */
final class WideColumns {
    private static final int LEAST = 4;

    private WideColumns() {}

    /** @param periods what the labels are: the name of a kind of format, or DAY */
    record Found(List<ColumnInfo> columns, String periods) {}

    /** The longest such run. */
    static Optional<Found> find(Table table) {
        List<ColumnInfo> longest = List.of();
        List<ColumnInfo> run = new ArrayList<>();
        for (ColumnInfo info : table.schema().columns()) {
            boolean goesOn = info.type().isNumber() && mayBePeriod(info.label());
            if (!goesOn) {
                run = new ArrayList<>();
                continue;
            }
            run.add(info);
            longest = run.size() > longest.size() ? run : longest;
        }
        if (longest.size() < LEAST) {
            return Optional.empty();
        }
        String[] labels = longest.stream().map(ColumnInfo::label).toArray(String[]::new);
        ColumnAsText.Read read = ColumnAsText.read(TextColumn.of(labels), "Period", null);
        if (areMonths(labels)) {
            return Optional.of(new Found(List.copyOf(longest), ColumnFormat.Kind.MONTH.name()));
        }
        boolean periods = read.info().type().isTime() && read.column().blankCount() == 0;
        ColumnFormat format = read.info().format();
        return periods
                ? Optional.of(new Found(
                        List.copyOf(longest),
                        format == null ? "DAY" : format.kind().name()))
                : Optional.empty();
    }

    private static boolean mayBePeriod(String label) {
        return label.chars().anyMatch(Character::isDigit) || Months.month(label.strip()) > 0;
    }

    private static boolean areMonths(String[] labels) {
        return Arrays.stream(labels)
                        .mapToInt(label -> Months.month(label.strip()))
                        .filter(month -> month > 0)
                        .distinct()
                        .count()
                == labels.length;
    }
}
