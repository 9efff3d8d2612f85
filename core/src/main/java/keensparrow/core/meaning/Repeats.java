package keensparrow.core.meaning;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;

/**
 * Numbers that belong to something which has several rows, such as the total of an order in each of its lines, or the
 * population of a state in the row of each of its age groups: they stand there again and again, and a sum counts them as
 * often. Where each row is of a time of its own, nothing is said.
 */
final class Repeats {
    private static final int MIN_THINGS = 8; // with several rows each
    private static final double MOSTLY = 0.5;
    private static final double VARIED = 0.6;

    private Repeats() {}

    /** The label of the column of the things whose rows all have the same number; nothing where there is none. */
    static Optional<String> of(int number, List<ColumnInfo> infos, List<? extends Column> columns) {
        for (int i = 0; i < infos.size(); i++) {
            ColumnInfo info = infos.get(i);
            boolean thing = i != number
                    && !info.isTime()
                    && (info.type() == ColumnType.TEXT || (info.type().isNumber() && info.role() == Role.IDENTIFIER));
            if (thing
                    && isSameWithin(columns.get(number), columns.get(i))
                    && isOfOneTime(columns.get(i), infos, columns)) {
                return Optional.of(info.label());
            }
        }
        return Optional.empty();
    }

    /** Whether all rows of a thing are of the same time: what is offered anew each day, and as much each day, does add up. */
    private static boolean isOfOneTime(Column things, List<ColumnInfo> infos, List<? extends Column> columns) {
        for (int i = 0; i < infos.size(); i++) {
            if (infos.get(i).isTime() && !areTheSame((LongColumn) columns.get(i), things)) {
                return false;
            }
        }
        return true;
    }

    private static boolean areTheSame(LongColumn times, Column things) {
        Map<Long, Long> timeOf = new HashMap<>();
        for (int row = 0; row < Math.min(ColumnFacts.SAMPLE, times.rowCount()); row++) {
            if (!times.isBlank(row) && !things.isBlank(row)) {
                Long before = timeOf.putIfAbsent(key(things, row), times.value(row));
                if (before != null && before != times.value(row)) {
                    return false;
                }
            }
        }
        return true;
    }

    /** Whether each thing has one number in all its rows, most things have several rows, and the numbers differ between things. */
    private static boolean isSameWithin(Column numbers, Column things) {
        int rows = Math.min(ColumnFacts.SAMPLE, numbers.rowCount());
        Map<Long, Double> numberOf = new HashMap<>();
        Map<Long, Integer> rowsOf = new HashMap<>();
        for (int row = 0; row < rows; row++) {
            if (numbers.isBlank(row) || things.isBlank(row)) {
                continue;
            }
            long thing = key(things, row);
            double number = number(numbers, row);
            Double before = numberOf.putIfAbsent(thing, number);
            if (before != null && before != number) {
                return false;
            }
            rowsOf.merge(thing, 1, Integer::sum);
        }
        Set<Double> different = new HashSet<>();
        int several = 0;
        for (Map.Entry<Long, Integer> each : rowsOf.entrySet()) {
            if (each.getValue() > 1) {
                several++;
                different.add(numberOf.get(each.getKey()));
            }
        }
        return several >= MIN_THINGS && several >= rowsOf.size() * MOSTLY && different.size() >= several * VARIED;
    }

    private static long key(Column things, int row) {
        return things instanceof TextColumn text
                ? text.codes().code(row)
                : things instanceof LongColumn longs
                        ? longs.value(row)
                        : Double.doubleToLongBits(((DoubleColumn) things).value(row));
    }

    private static double number(Column numbers, int row) {
        return numbers instanceof LongColumn longs ? longs.value(row) : ((DoubleColumn) numbers).value(row);
    }
}
