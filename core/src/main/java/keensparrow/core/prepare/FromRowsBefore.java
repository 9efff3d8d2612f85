package keensparrow.core.prepare;

import java.util.Arrays;
import java.util.List;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Adds a column computed from a row and those before it, in the order of a column, for the whole table or each group by
 * itself. Blank values are passed over: a difference or a running total of a blank is blank, and the next one goes on
 * from the last that was filled.
 *
 * @param within the column whose values make the groups; null for the whole table
 */
public record FromRowsBefore(
        What what, String column, String order, @Nullable String within, String label) implements Step {
    /** What is computed. */
    public enum What {
        DIFFERENCE("prepare.fromRowsBefore.difference"),
        RUNNING_TOTAL("prepare.fromRowsBefore.runningTotal"),
        SHARE("prepare.fromRowsBefore.share"),
        BEFORE("prepare.fromRowsBefore.before");

        private final String key;

        What(String key) {
            this.key = key;
        }

        String label() {
            return Words.say(key);
        }
    }

    static final StepKind KIND = new StepKind(
            "fromRowsBefore",
            FromRowsBefore.class,
            Words.say("prepare.fromRowsBefore"),
            List.of(
                    Slot.option("what", Words.say("prepare.what"), What.values(), What::label),
                    Slot.column("column", Words.say("prepare.of")),
                    Slot.column("order", Words.say("prepare.inTheOrderOf")),
                    Slot.columnOrNone("within", Words.say("prepare.withinEach")),
                    Slot.text("label", Words.say("prepare.nameOfNew"))));

    @Override
    public Table apply(Table before) {
        Column column = before.column(column());
        if (what != What.BEFORE && !column.type().isNumber()) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT,
                    Text.of(
                            "prepare.onlyNumbers",
                            "column",
                            UserException.quote(before.schema().label(column())),
                            "type",
                            column.type().label()));
        }
        int[] rows = SortRows.order(before, order, false);
        RowGroups groups = RowGroups.of(before, within == null ? List.of() : List.of(within));
        Column made = switch (what) {
            case BEFORE -> valuesBefore(column, rows, groups);
            case SHARE -> shares(column, groups);
            default -> numbers(column, rows, groups);
        };
        ColumnInfo of = before.schema().get(column());
        ColumnInfo info = new ColumnInfo(
                        TextCells.newName(label, before.schema()),
                        label.strip(),
                        made.type(),
                        of.role(),
                        what == What.SHARE ? ColumnFormat.PERCENT : of.format())
                .keeping(of);
        return before.with(made.type().isNumber() ? info.withAdditivity(additivity(of)) : info, made);
    }

    private Additivity additivity(ColumnInfo of) {
        Additivity known = of.additivity();
        return what == What.DIFFERENCE && known != null && known.kind() != Additivity.Kind.AVERAGE
                ? new Additivity(Additivity.Kind.SUM, Words.say("prepare.itIsTheChange"))
                : what == What.SHARE && known != null
                        ? known
                        : new Additivity(Additivity.Kind.AVERAGE, Words.say("prepare.itIsOf", "what", what.label()));
    }

    private static Column valuesBefore(Column column, int[] rows, RowGroups groups) {
        int[] last = new int[groups.count()];
        Arrays.fill(last, -1);
        int[] from = new int[rows.length];
        for (int row : rows) {
            int group = groups.of()[row];
            from[row] = last[group];
            last[group] = row;
        }
        return Blanks.picked(column, from);
    }

    private Column numbers(Column column, int[] rows, RowGroups groups) {
        long[] valid = new long[(rows.length + 63) / 64];
        boolean[] begun = new boolean[groups.count()];
        if (column instanceof LongColumn longs) {
            try {
                long[] made = new long[rows.length];
                long[] kept = new long[groups.count()];
                for (int row : rows) {
                    int group = groups.of()[row];
                    if (column.isBlank(row)) {
                        continue;
                    }
                    long value = longs.value(row);
                    if (what == What.RUNNING_TOTAL) {
                        kept[group] = Math.addExact(kept[group], value);
                        made[row] = kept[group];
                    } else {
                        made[row] = begun[group] ? Math.subtractExact(value, kept[group]) : 0;
                        kept[group] = value;
                    }
                    valid[row >> 6] |= what == What.RUNNING_TOTAL || begun[group] ? 1L << row : 0;
                    begun[group] = true;
                }
                return new LongColumn(longs.type(), longs.scale(), made, valid);
            } catch (ArithmeticException beyond) {
                throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.beyondLargest"));
            }
        }
        DoubleColumn doubles = (DoubleColumn) column;
        double[] made = new double[rows.length];
        double[] kept = new double[groups.count()];
        for (int row : rows) {
            int group = groups.of()[row];
            if (column.isBlank(row)) {
                continue;
            }
            double value = doubles.value(row);
            if (what == What.RUNNING_TOTAL) {
                kept[group] += value;
                made[row] = kept[group];
            } else {
                made[row] = begun[group] ? value - kept[group] : 0;
                kept[group] = value;
            }
            valid[row >> 6] |= what == What.RUNNING_TOTAL || begun[group] ? 1L << row : 0;
            begun[group] = true;
        }
        return new DoubleColumn(made, valid);
    }

    /** Blank where the value is, or where the total is 0. */
    private static Column shares(Column column, RowGroups groups) {
        double[] totals = new double[groups.count()];
        double[] values = new double[column.rowCount()];
        for (int row = 0; row < values.length; row++) {
            if (!column.isBlank(row)) {
                values[row] = column instanceof LongColumn longs
                        ? longs.value(row) / (double) longs.unit()
                        : ((DoubleColumn) column).value(row);
                totals[groups.of()[row]] += values[row];
            }
        }
        long[] valid = new long[(values.length + 63) / 64];
        for (int row = 0; row < values.length; row++) {
            double total = totals[groups.of()[row]];
            if (!column.isBlank(row) && total != 0) {
                values[row] /= total;
                valid[row >> 6] |= 1L << row;
            }
        }
        return new DoubleColumn(values, valid);
    }

    @Override
    public Sentence sentence(Schema before) {
        Sentence.Filled[] said = {
            Sentence.control("label", label),
            Sentence.control("what", what.label()),
            Sentence.control("column", before.label(column)),
            Sentence.control("order", before.label(order))
        };
        if (within == null) {
            return Sentence.of("prepare.fromRowsBeforeSentence", said);
        }
        Sentence.Filled[] all = Arrays.copyOf(said, said.length + 1);
        all[said.length] = Sentence.control("within", before.label(within));
        return Sentence.of("prepare.fromRowsBeforeWithin", all);
    }
}
