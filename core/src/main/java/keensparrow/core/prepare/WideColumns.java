package keensparrow.core.prepare;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import keensparrow.core.column.TextColumn;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/** Columns of numbers side by side whose labels are months, years or days: one period a column, where rows should be. */
final class WideColumns {
    private static final int LEAST = 4;

    private WideColumns() {}

    /** @param periods what the labels are; null for days */
    record Found(List<ColumnInfo> columns, ColumnFormat.@Nullable Kind periods) {}

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
        boolean periods = read.info().type().isTime() && read.column().blankCount() == 0;
        ColumnFormat format = read.info().format();
        return periods
                ? Optional.of(new Found(List.copyOf(longest), format == null ? null : format.kind()))
                : Optional.empty();
    }

    private static boolean mayBePeriod(String label) {
        return label.chars().anyMatch(Character::isDigit);
    }
}
