package keensparrow.core.prepare;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import keensparrow.core.column.Column;
import keensparrow.core.column.LongColumn;
import keensparrow.core.meaning.MainTime;
import keensparrow.core.meaning.TimeWords;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;

/** A year in one column and its month, quarter or week in another. */
public final class YearParts {
    private static final int DAYS_OF_MONTH = 31;
    private static final int LOOKED_AT = 20_000;

    private YearParts() {}

    /** The step that joins them, where there is no finer date; none otherwise. */
    public static List<JoinPeriod> joining(Table table) {
        List<JoinPeriod> steps = new ArrayList<>();
        boolean finer = table.schema().columns().stream()
                .anyMatch(info -> info.isTime() && !isOfYears(info) && !MainTime.isOfPast(info));
        Optional<ColumnInfo> year = table.schema().columns().stream()
                .filter(info -> isOfYears(info) && !MainTime.isOfPast(info))
                .findFirst();
        if (finer || year.isEmpty()) {
            return steps;
        }
        for (JoinPeriod.Period period : JoinPeriod.Period.values()) {
            for (ColumnInfo part : table.schema().columns()) {
                boolean fits = steps.isEmpty()
                        && TimeWords.isOf(part.label(), period.name())
                        && areAll(period, table.column(part.name()));
                if (fits) {
                    steps.add(joining(table, year.get(), part, period));
                }
            }
        }
        return steps;
    }

    private static JoinPeriod joining(Table table, ColumnInfo year, ColumnInfo part, JoinPeriod.Period period) {
        Optional<ColumnInfo> day = period != JoinPeriod.Period.MONTH
                ? Optional.empty()
                : table.schema().columns().stream()
                        .filter(info -> info.type().isNumber() && TimeWords.isOf(info.label(), "DAY"))
                        .filter(info -> isWithin(table.column(info.name()), 1, DAYS_OF_MONTH))
                        .findFirst();
        String label = day.isPresent() ? "Date" : year.label() + " " + part.label();
        String name = day.isPresent() ? "date" : "year_" + period.label();
        return new JoinPeriod(
                year.name(), part.name(), day.map(ColumnInfo::name).orElse(null), period, free(table, name), label);
    }

    private static boolean isWithin(Column column, int from, int to) {
        return column instanceof LongColumn numbers
                && !numbers.isAllBlank()
                && numbers.min() >= from * numbers.unit()
                && numbers.max() <= to * numbers.unit()
                && numbers.max() > JoinPeriod.Period.MONTH.most() * numbers.unit();
    }

    private static boolean isOfYears(ColumnInfo info) {
        ColumnFormat format = info.format();
        return info.isTime() && format != null && format.kind() == ColumnFormat.Kind.YEAR;
    }

    private static String free(Table table, String base) {
        String name = base;
        for (int n = 2; table.schema().has(name); n++) {
            name = base + "_" + n;
        }
        return name;
    }

    private static boolean areAll(JoinPeriod.Period period, Column parts) {
        Set<String> seen = new HashSet<>();
        for (int row = 0; row < Math.min(LOOKED_AT, parts.rowCount()); row++) {
            String written = parts.plain(row);
            if (written != null
                    && seen.add(written)
                    && (seen.size() > period.most() || period.number(written).isEmpty())) {
                return false;
            }
        }
        return seen.size() > 1;
    }
}
