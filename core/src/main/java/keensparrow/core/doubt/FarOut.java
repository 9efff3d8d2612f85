package keensparrow.core.doubt;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.prepare.KeepRows;
import keensparrow.core.profile.ColumnProfile;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Few numbers or dates that lie far from all others with nothing between: a year 2046 among orders of the past, a meter
 * read ten times too high. A long tail is none: it reaches to its end without a gap.
 */
final class FarOut {
    private static final int MIN_ROWS = 20;
    private static final double MAX_SHARE = 0.005;
    private static final double REACH = 5; // times the distance of the quartiles, beyond them
    private static final int SAMPLE = 100_000;
    private static final double MIN_YEARS = 5;
    private static final double DAYS_A_YEAR = 365.25;

    private FarOut() {}

    static List<Doubt> find(ColumnInfo info, Column column, ColumnProfile profile) {
        int filled = column.rowCount() - column.blankCount();
        boolean measured = info.type().isNumber() && info.role() == Role.MEASURE;
        if (filled < MIN_ROWS || !(measured || info.isTime())) {
            return List.of();
        }
        double[] sample = sample(column);
        double lower = sample[sample.length / 4];
        double upper = sample[(int) (sample.length * 3L / 4)];
        Fences fences = fences(info, column, sample[0], lower, upper);
        if (fences == null) {
            return List.of();
        }
        List<Doubt> doubts = new ArrayList<>();
        Gap above = new Gap();
        Gap below = new Gap();
        for (int row = 0; row < column.rowCount(); row++) {
            if (!column.isBlank(row)) {
                double value = value(column, row);
                above.take(value - upper, value > fences.high, row);
                below.take(lower - value, value < fences.low, row);
            }
        }
        if (above.isApart(filled)) {
            doubts.add(doubt(info, column, above, true));
        }
        if (below.isApart(filled)) {
            doubts.add(doubt(info, column, below, false));
        }
        return doubts;
    }

    private record Fences(double low, double high) {}

    /** Numbers above 0 are compared by how many times as large they are, all others by how far away. */
    private static @Nullable Fences fences(ColumnInfo info, Column column, double least, double lower, double upper) {
        if (info.isTime()) {
            double years = MIN_YEARS * DAYS_A_YEAR * unitsADay(column);
            double reach = Math.max(years, REACH * (upper - lower));
            return new Fences(lower - reach, upper + reach);
        }
        if (upper <= lower) {
            return null; // nearly all are the same: any other would be far out
        }
        if (lower > 0 && least >= 0) {
            double reach = Math.max(Math.pow(upper / lower, REACH), 3);
            return new Fences(least > 0 ? lower / reach : Double.NEGATIVE_INFINITY, upper * reach);
        }
        double reach = 3 * REACH * (upper - lower);
        return new Fences(lower - reach, upper + reach);
    }

    private static double unitsADay(Column column) {
        return column.type() == ColumnType.DATE ? 1 : 86_400_000_000.0;
    }

    /** How many values lie beyond a fence, and whether there is a gap before them. */
    private static final class Gap {
        private int count;
        private double nearest = Double.POSITIVE_INFINITY;
        private double inside;
        private int row = -1; // of the nearest

        void take(double distance, boolean beyond, int at) {
            if (beyond) {
                count++;
                if (distance < nearest) {
                    nearest = distance;
                    row = at;
                }
            } else {
                inside = Math.max(inside, distance);
            }
        }

        boolean isApart(int filled) {
            return count > 0 && count <= Math.max(3, filled * MAX_SHARE) && nearest >= 2 * inside;
        }
    }

    private static Doubt doubt(ColumnInfo info, Column column, Gap gap, boolean above) {
        String nearest = String.valueOf(column.plain(gap.row));
        String written = info.type().isNumber()
                ? nearest
                : column.type() == ColumnType.DATE
                        ? "date '" + nearest + "'"
                        : "timestamp '" + nearest.replace('T', ' ') + "'";
        String condition = Doubts.quoted(info.name()) + (above ? " >= " : " <= ") + written;
        return new Doubt(
                info.name(),
                Words.say(
                        above ? "doubt.farAbove" : "doubt.farBelow",
                        "column",
                        info.label(),
                        "rows",
                        gap.count,
                        "value",
                        nearest.replace('T', ' ')),
                gap.count,
                condition,
                List.of(new Doubt.Remedy(
                        Words.say("doubt.leaveThemOut"), new KeepRows(KeepRows.Which.LEAVE_OUT, condition))));
    }

    private static double[] sample(Column column) {
        int step = Math.max(1, column.rowCount() / SAMPLE);
        double[] values = new double[column.rowCount() / step + 1];
        int count = 0;
        for (int row = 0; row < column.rowCount(); row += step) {
            if (!column.isBlank(row)) {
                values[count++] = value(column, row);
            }
        }
        if (count == 0) {
            return new double[1];
        }
        double[] filled = Arrays.copyOf(values, count);
        Arrays.sort(filled);
        return filled;
    }

    private static double value(Column column, int row) {
        return column instanceof DoubleColumn doubles
                ? doubles.value(row)
                : column instanceof LongColumn longs ? (double) longs.value(row) / longs.unit() : Double.NaN;
    }
}
