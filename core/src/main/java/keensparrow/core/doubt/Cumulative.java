package keensparrow.core.doubt;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import keensparrow.core.column.Column;
import keensparrow.core.column.LongColumn;
import keensparrow.core.meaning.MainTime;
import keensparrow.core.prepare.FromRowsBefore;
import keensparrow.core.profile.Profile;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;

/** A number that is summed and yet only ever rises through time: it may be a running total, which adds up all over again. */
final class Cumulative {
    private static final int MIN_TIMES = 12;
    private static final int MAX_ROWS = 50_000; // of a series of periods
    private static final double GROWTH = 2; // times as large at the end

    private Cumulative() {}

    static List<Doubt> find(ColumnInfo info, Table table, Profile profile) {
        boolean summed = info.type().isNumber()
                && info.role() == Role.MEASURE
                && info.additivity() != null
                && info.additivity().kind() == Additivity.Kind.SUM;
        Optional<ColumnInfo> time = MainTime.of(
                table.schema(), column -> profile.column(column.name()).distinct());
        if (!summed || time.isEmpty() || table.rowCount() > MAX_ROWS) {
            return List.of();
        }
        LongColumn times = (LongColumn) table.column(time.get().name());
        int moments = profile.column(time.get().name()).distinct();
        boolean once = moments == table.rowCount() - times.blankCount();
        if (!once || moments < MIN_TIMES || !rises(table.column(info.name()), times)) {
            return List.of();
        }
        String label = Words.say("doubt.change", "column", info.label());
        return List.of(new Doubt(
                info.name(),
                Words.say(
                        "doubt.cumulative",
                        "column",
                        info.label(),
                        "time",
                        time.get().label()),
                table.rowCount(),
                null,
                List.of(new Doubt.Remedy(
                        Words.say("doubt.addTheDifference", "name", label),
                        new FromRowsBefore(
                                FromRowsBefore.What.DIFFERENCE,
                                info.name(),
                                time.get().name(),
                                null,
                                label)))));
    }

    private static boolean rises(Column column, LongColumn times) {
        List<Integer> rows = new ArrayList<>();
        for (int row = 0; row < column.rowCount(); row++) {
            if (!column.isBlank(row) && !times.isBlank(row)) {
                rows.add(row);
            }
        }
        rows.sort(Comparator.comparingLong(times::value));
        if (rows.size() < MIN_TIMES) {
            return false;
        }
        double first = value(column, rows.get(0));
        double before = first;
        for (int row : rows) {
            double now = value(column, row);
            if (now < before) {
                return false;
            }
            before = now;
        }
        return first >= 0 && before > first * GROWTH && before > 0;
    }

    private static double value(Column column, int row) {
        String plain = column.plain(row);
        return plain == null ? Double.NaN : Double.parseDouble(plain);
    }
}
