package keensparrow.core.engine;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.IntUnaryOperator;
import java.util.stream.IntStream;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.filter.Filter;
import keensparrow.core.group.Bins;
import keensparrow.core.group.ByTime;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.GroupBatch;
import keensparrow.core.group.GroupKey;
import keensparrow.core.group.GroupKeys;
import keensparrow.core.group.TimeStep;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.rows.RowBatches;
import keensparrow.core.rows.RowSet;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/** What filters show: rows for each value, and how rows spread over bins and periods. */
final class SpreadPass {
    private static final int MOST_PERIODS = 48;

    private final Table table;
    private final Lru<String, ValueTotals> totals = new Lru<>(64, kept -> 1);
    private final Lru<String, Bars> bars = new Lru<>(64, kept -> 1);

    /** A category's groups and how many rows of the whole table each has. */
    private record ValueTotals(GroupKeys keys, long[] counts, List<Integer> byFrequency, int blankId) {}

    /** The bars of a spread, the bar of a row that has a value, and the rows of the whole table in each. */
    private record Bars(
            List<Answer.Bin> bins,
            IntUnaryOperator barOf,
            boolean low,
            boolean high,
            @Nullable String step) {}

    SpreadPass(Table table) {
        this.table = table;
    }

    Answer.ValueCounts valueCounts(Question.ValueCounts question, RowSet rows, BooleanSupplier cancelled) {
        ValueTotals known = totals.get(question.column(), () -> totalsOf(question.column(), cancelled));
        long[] counts = count(known.keys, rows, cancelled);
        List<Answer.ValueCount> values = new ArrayList<>();
        Set<String> always = new HashSet<>(question.always());
        String find = question.find() == null ? "" : question.find().toLowerCase(Locale.ROOT);
        int fitting = 0;
        for (int id : known.byFrequency) {
            String value = Objects.requireNonNull(known.keys.key(id).value());
            boolean fits = find.isEmpty() || value.toLowerCase(Locale.ROOT).contains(find);
            fitting += fits ? 1 : 0;
            if ((fits && fitting <= question.limit()) || always.contains(value)) {
                values.add(new Answer.ValueCount(value, counts[id], known.counts[id]));
            }
        }
        Long blanks = known.blankId < 0 ? null : Long.valueOf(counts[known.blankId]);
        return new Answer.ValueCounts(values, fitting, blanks);
    }

    private ValueTotals totalsOf(String column, BooleanSupplier cancelled) {
        GroupKeys keys = new ByValue(column).keys(table);
        long[] counts = count(keys, RowSet.all(table.rowCount()), cancelled);
        int blankId = keys.count() > 0 && keys.key(keys.count() - 1).isBlank() ? keys.count() - 1 : -1;
        List<Integer> order = IntStream.range(0, blankId < 0 ? keys.count() : blankId)
                .boxed()
                .filter(id -> counts[id] > 0)
                .sorted(Comparator.comparingLong((Integer id) -> -counts[id]).thenComparing(id -> id))
                .toList();
        return new ValueTotals(keys, counts, order, blankId);
    }

    private static long[] count(GroupKeys keys, RowSet rows, BooleanSupplier cancelled) {
        long[] counts = new long[keys.count()];
        GroupBatch groups = new GroupBatch();
        for (RowBatches batch = rows.batches(); batch.next(); ) {
            MemoryEngine.stopIf(cancelled);
            keys.assign(batch.rows(), batch.size(), groups);
            int[] ids = groups.ids();
            for (int i = 0; i < groups.size(); i++) {
                counts[ids[i]]++;
            }
        }
        return counts;
    }

    Answer.Spread spread(Question.Spread question, RowSet rows, BooleanSupplier cancelled) {
        Column column = table.column(question.column());
        Bars known = bars.get(question.column(), () -> barsOf(question.column(), column, cancelled));
        long[] counts = count(column, known.barOf, known.bins.size(), rows, cancelled);
        List<Answer.Bin> bins = MemoryEngine.listOf(known.bins.size(), i -> {
            Answer.Bin bin = known.bins.get(i);
            return new Answer.Bin(bin.from(), bin.to(), counts[i], bin.total());
        });
        Long blanks = column.blankCount() == 0 ? null : Long.valueOf(counts[known.bins.size()]);
        return new Answer.Spread(bins, known.low, known.high, known.step, blanks);
    }

    /** Rows in each bar, and behind them the blank ones. */
    private static long[] count(
            Column column, IntUnaryOperator barOf, int bars, RowSet rows, BooleanSupplier cancelled) {
        long[] counts = new long[bars + 1];
        for (RowBatches batch = rows.batches(); batch.next(); ) {
            MemoryEngine.stopIf(cancelled);
            for (int i = 0; i < batch.size(); i++) {
                int row = batch.rows()[i];
                counts[column.isBlank(row) ? bars : barOf.applyAsInt(row)]++;
            }
        }
        return counts;
    }

    private Bars barsOf(String name, Column column, BooleanSupplier cancelled) {
        if (column.type().isTime()) {
            return periods(name, (LongColumn) column, cancelled);
        }
        if (!column.type().isNumber()) {
            throw Filter.mismatch(table, name, "numbers or dates");
        }
        Optional<Bins> found = Bins.of(column);
        if (found.isEmpty()) {
            return new Bars(List.of(), row -> 0, false, false, null);
        }
        Bins bins = found.get();
        IntUnaryOperator barOf = row -> bins.of(Bins.number(column, row));
        long[] all = count(column, barOf, bins.count(), RowSet.all(column.rowCount()), cancelled);
        List<Answer.Bin> shown = MemoryEngine.listOf(
                bins.count(),
                i -> new Answer.Bin(
                        bins.edges().get(i).toPlainString(),
                        bins.edges().get(i + 1).toPlainString(),
                        all[i],
                        all[i]));
        double first = bins.edges().get(0).doubleValue();
        double last = bins.edges().get(bins.count()).doubleValue();
        return new Bars(shown, barOf, extreme(column, first, false), extreme(column, last, true), null);
    }

    private static boolean extreme(Column column, double edge, boolean above) {
        if (column instanceof LongColumn longs) {
            double unit = longs.unit();
            return above ? longs.largest() / unit > edge : longs.smallest() / unit < edge;
        }
        DoubleColumn doubles = (DoubleColumn) column;
        return IntStream.range(0, doubles.rowCount())
                .filter(row -> !doubles.isBlank(row))
                .anyMatch(row -> above ? doubles.value(row) > edge : doubles.value(row) < edge);
    }

    private Bars periods(String name, LongColumn column, BooleanSupplier cancelled) {
        if (column.isAllBlank()) {
            return new Bars(List.of(), row -> 0, false, false, TimeStep.DAY.label());
        }
        TimeStep step = TimeStep.YEAR;
        for (TimeStep finer : List.of(TimeStep.QUARTER, TimeStep.MONTH, TimeStep.WEEK, TimeStep.DAY)) {
            if (ByTime.periods(column, finer) <= MOST_PERIODS) {
                step = finer;
            }
        }
        GroupKeys keys = new ByTime(name, step).keys(table);
        int count = keys.count() - (column.blankCount() > 0 ? 1 : 0);
        long[] all = count(keys, RowSet.all(table.rowCount()), cancelled);
        List<Answer.Bin> shown = new ArrayList<>();
        for (int id = 0; id < count; id++) {
            GroupKey key = keys.key(id);
            LocalDate last = Objects.requireNonNull(key.lastDay());
            shown.add(new Answer.Bin(Objects.requireNonNull(key.value()), last.toString(), all[id], all[id]));
        }
        return new Bars(List.copyOf(shown), barOf(column, step), false, false, step.label());
    }

    private static IntUnaryOperator barOf(LongColumn column, TimeStep step) {
        int[] barOfDay = ByTime.periodOfDay(column, step);
        long unit = ByTime.unit(column);
        long firstDay = Math.floorDiv(column.smallest(), unit);
        return row -> barOfDay[(int) (Math.floorDiv(column.value(row), unit) - firstDay)];
    }
}
