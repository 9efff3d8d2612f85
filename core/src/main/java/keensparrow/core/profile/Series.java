package keensparrow.core.profile;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.meaning.MainTime;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;

/** Finds the columns whose values each come once at a time, as countries do in a table of one row for each and year. */
final class Series {
    private static final int LOOKED_AT = 100_000;
    private static final double MIN_FILLED = 0.5; // of all pairs of a value and a time

    private Series() {}

    /** Names of such columns. Cost O(rows) for those that are, a few rows for the others. */
    static List<String> of(Table table, List<ColumnProfile> profiles) {
        List<ColumnInfo> infos = table.schema().columns();
        Optional<ColumnInfo> time = MainTime.of(
                table.schema(), info -> profiles.get(infos.indexOf(info)).distinct());
        List<String> found = new ArrayList<>();
        if (time.isEmpty() || MainTime.isOfPast(time.get()) || table.rowCount() > LOOKED_AT) {
            return found;
        }
        LongColumn times = (LongColumn) table.column(time.get().name());
        double moments = profiles.get(infos.indexOf(time.get())).distinct();
        for (int i = 0; i < infos.size(); i++) {
            double cells = moments * profiles.get(i).distinct();
            boolean repeats = profiles.get(i).distinct() * 3L <= table.rowCount() * 2L;
            if (repeats
                    && cells * MIN_FILLED <= table.rowCount()
                    && table.column(infos.get(i).name()) instanceof TextColumn texts
                    && comesOnceAtATime(texts, times)) {
                found.add(infos.get(i).name());
            }
        }
        return found;
    }

    private static boolean comesOnceAtATime(TextColumn texts, LongColumn times) {
        Set<List<Long>> seen = new HashSet<>();
        for (int row = 0; row < texts.rowCount(); row++) {
            long time = times.isBlank(row) ? Long.MIN_VALUE : times.value(row);
            if (!seen.add(List.of((long) texts.codes().code(row), time))) {
                return false;
            }
        }
        return true;
    }
}
