package keensparrow.core.prepare;

import java.util.ArrayList;
import java.util.List;
import java.util.function.IntToLongFunction;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/**
 * Makes one row of all that are alike in some columns, with another column aggregated, and with the number of rows.
 * Groups stand in the order of their first rows; blanks are left out of aggregates, and a group without a value is blank.
 *
 * @param measured columns that are aggregated; none for the number of rows alone
 */
public record GroupRows(List<String> columns, How how, List<String> measured) implements Step {
    private static final int BLOCK = 4096; // rows

    /** What is made of the values of a group. */
    public enum How {
        SUM("prepare.groupRows.sum"),
        AVERAGE("prepare.groupRows.average"),
        SMALLEST("prepare.groupRows.smallest"),
        LARGEST("prepare.groupRows.largest"),
        FILLED("prepare.groupRows.filled");

        private final String key;

        How(String key) {
            this.key = key;
        }

        String label() {
            return Words.say(key);
        }
    }

    static final StepKind KIND = new StepKind(
            "groupRows",
            GroupRows.class,
            Words.say("prepare.groupRows"),
            List.of(
                    Slot.columns("columns", Words.say("prepare.oneRowForEach")),
                    Slot.option("how", Words.say("prepare.how"), How.values(), How::label),
                    Slot.columns("measured", Words.say("prepare.ofColumns"))));

    public GroupRows {
        columns = List.copyOf(columns);
        measured = List.copyOf(measured);
    }

    @Override
    public Table apply(Table before) {
        RowGroups groups = RowGroups.of(before, TextCells.columns(columns, before.schema()));
        List<ColumnInfo> infos = new ArrayList<>();
        List<Column> made = new ArrayList<>();
        for (String name : columns) {
            infos.add(before.schema().get(name));
            made.add(before.column(name).pick(groups.first(), groups.count()));
        }
        Table table = new Table(new Schema(infos), made, groups.count());
        for (String name : measured.isEmpty() ? measured : TextCells.columns(measured, before.schema())) {
            Column aggregated = aggregated(before, name, groups);
            table = table.with(info(before.schema().get(name), aggregated.type(), table.schema()), aggregated);
        }
        long[] counts = new long[groups.count()];
        for (int group : groups.of()) {
            counts[group]++;
        }
        String label = Words.say("prepare.numberOfRows");
        return table.with(
                new ColumnInfo(TextCells.newName(label, table.schema()), label, ColumnType.WHOLE, Role.MEASURE)
                        .withAdditivity(new Additivity(Additivity.Kind.SUM, Words.say("prepare.itCountsRows"))),
                new LongColumn(ColumnType.WHOLE, 0, counts, null));
    }

    private ColumnInfo info(ColumnInfo of, ColumnType type, Schema schema) {
        String label = how == How.SUM
                ? of.label()
                : Words.say("prepare.howOf", "how", Wording.capital(how.label()), "column", of.label());
        boolean same = type == of.type() || type.isNumber() && of.type().isNumber();
        ColumnInfo made = new ColumnInfo(
                        schema.has(of.name()) || how != How.SUM ? TextCells.newName(label, schema) : of.name(),
                        label,
                        type,
                        type.isNumber() ? Role.MEASURE : of.role(),
                        same && how != How.FILLED ? of.format() : null)
                .keeping(of);
        if (!type.isNumber()) {
            return made;
        }
        Additivity known = of.additivity();
        return made.withAdditivity(
                how == How.FILLED
                        ? new Additivity(Additivity.Kind.SUM, Words.say("prepare.itCountsValues"))
                        : how == How.SUM && known != null
                                ? known
                                : new Additivity(
                                        Additivity.Kind.AVERAGE,
                                        Words.say("prepare.itIsAggregated", "how", how.label())));
    }

    private Column aggregated(Table before, String name, RowGroups groups) {
        Column column = before.column(name);
        if ((how == How.SUM || how == How.AVERAGE) && !column.type().isNumber()) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    Text.of(
                            "prepare.onlyNumbers",
                            "column",
                            UserException.quote(before.schema().label(name)),
                            "type",
                            column.type().label()));
        }
        return switch (how) {
            case SUM -> sums(column, groups);
            case AVERAGE -> averages(column, groups);
            case FILLED -> new LongColumn(ColumnType.WHOLE, 0, filled(column, groups), null);
            case SMALLEST, LARGEST -> ends(column, groups);
        };
    }

    private static long[] filled(Column column, RowGroups groups) {
        long[] counts = new long[groups.count()];
        int[] group = groups.of();
        boolean blanks = column.blankCount() > 0;
        for (int row = 0; row < group.length; row++) {
            counts[group[row]] += blanks && column.isBlank(row) ? 0 : 1;
        }
        return counts;
    }

    private static long[] valid(long[] filled) {
        long[] valid = new long[(filled.length + 63) / 64];
        for (int group = 0; group < filled.length; group++) {
            valid[group >> 6] |= filled[group] > 0 ? 1L << group : 0;
        }
        return valid;
    }

    /** The sum of each group, blank where it has no value; exact where that fits. */
    static Column sums(Column column, RowGroups groups) {
        long[] filled = filled(column, groups);
        if (column instanceof LongColumn longs) {
            try {
                long[] sums = exactSums(longs, groups);
                return new LongColumn(longs.type(), longs.scale(), sums, valid(filled));
            } catch (ArithmeticException beyond) {
                // beyond what fits exactly: as floating point below
            }
        }
        return new DoubleColumn(totals(column, groups), valid(filled));
    }

    private static long[] exactSums(LongColumn column, RowGroups groups) {
        long[] sums = new long[groups.count()];
        int[] group = groups.of();
        long[] values = new long[BLOCK];
        for (int from = 0; from < group.length; from += BLOCK) {
            int count = Math.min(BLOCK, group.length - from);
            column.values().copy(from, count, values); // blank rows are 0 there
            for (int i = 0; i < count; i++) {
                sums[group[from + i]] = Math.addExact(sums[group[from + i]], values[i]);
            }
        }
        return sums;
    }

    private static double[] totals(Column column, RowGroups groups) {
        double[] sums = new double[groups.count()];
        for (int row = 0; row < column.rowCount(); row++) {
            if (!column.isBlank(row)) {
                sums[groups.of()[row]] += column instanceof LongColumn longs
                        ? longs.value(row) / (double) longs.unit()
                        : ((DoubleColumn) column).value(row);
            }
        }
        return sums;
    }

    private static Column averages(Column column, RowGroups groups) {
        long[] filled = filled(column, groups);
        Column sums = sums(column, groups); // exact where they fit, divided once
        double[] averages = new double[groups.count()];
        for (int group = 0; group < averages.length; group++) {
            double sum = sums instanceof LongColumn longs
                    ? longs.value(group) / (double) longs.unit()
                    : ((DoubleColumn) sums).value(group);
            averages[group] = filled[group] == 0 ? 0 : sum / filled[group];
        }
        return new DoubleColumn(averages, valid(filled));
    }

    private Column ends(Column column, RowGroups groups) {
        IntToLongFunction key = RowGroups.key(column);
        int[] best = groups.first().clone();
        for (int row = 0; row < column.rowCount(); row++) {
            int group = groups.of()[row];
            if (!column.isBlank(row)) {
                boolean better = column.isBlank(best[group])
                        || (how == How.SMALLEST
                                ? key.applyAsLong(row) < key.applyAsLong(best[group])
                                : key.applyAsLong(row) > key.applyAsLong(best[group]));
                best[group] = better ? row : best[group];
            }
        }
        return column.pick(best, best.length);
    }

    @Override
    public Sentence sentence(Schema before) {
        Sentence.Filled by = Sentence.control(
                "columns", Wording.all(columns.stream().map(before::label).toList()));
        return measured.isEmpty()
                ? Sentence.of("prepare.groupRowsAlone", by)
                : Sentence.of(
                        "prepare.groupRowsSentence",
                        by,
                        Sentence.control("how", how.label()),
                        Sentence.control(
                                "measured",
                                Wording.all(measured.stream().map(before::label).toList())));
    }
}
