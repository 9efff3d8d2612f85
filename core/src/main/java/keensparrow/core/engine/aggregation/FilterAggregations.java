package keensparrow.core.engine.aggregation;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntToLongFunction;
import java.util.stream.IntStream;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.engine.cache.LruCache;
import keensparrow.core.engine.group.BinKeys;
import keensparrow.core.engine.group.Bins;
import keensparrow.core.engine.group.Collations;
import keensparrow.core.engine.group.GroupKeys;
import keensparrow.core.engine.group.TimeKeys;
import keensparrow.core.filter.Filter;
import keensparrow.core.group.ByBins;
import keensparrow.core.group.ByTime;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.GroupKey;
import keensparrow.core.group.Grouping;
import keensparrow.core.group.TimeStep;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.Table;
import keensparrow.core.words.TextOrder;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** What filters show: rows for each value, and how rows spread over bins and periods; both out of aggregations of rows. */
public final class FilterAggregations {
    private static final int FEW_CODES = 100;
    private static final int MAX_PERIODS = 48;
    private static final int MAX_TAILS = 2000; // columns

    private final Table table;
    private final Collations collations;
    private final LruCache<Listed, int[]> listed =
            new LruCache<>(2_000_000, ids -> ids.length); // of the largest column that can be grouped
    private final LruCache<String, Tails> tails =
            new LruCache<>(MAX_TAILS, each -> 1); // long to work out, the same in each answer

    /** How the values of a column follow each other. */
    private record Listed(String column, Question.ValueOrder order, TextOrder texts) {}

    /** Whether values lie below the first bin and above the last. */
    private record Tails(boolean low, boolean high) {}

    public FilterAggregations(Table table, Collations collations) {
        this.table = table;
        this.collations = collations;
    }

    /** What to count for a question. */
    public static AggregationSpec shape(Question.ValueCounts question) {
        return new AggregationSpec(List.of(new ByValue(question.column())), List.of());
    }

    /** What to count for a question. */
    public AggregationSpec shape(Question.Histogram question) {
        return new AggregationSpec(List.of(bars(question.column())), List.of());
    }

    private Grouping bars(String name) {
        Column column = table.column(name);
        if (column.type().isTime()) {
            return new ByTime(name, step(name));
        }
        if (!column.type().isNumber()) {
            throw Filter.mismatch(table.schema(), name, Words.say("aggregation.numbersOrDates"));
        }
        return new ByBins(name, null);
    }

    /** The finest that gives few enough bars. */
    private TimeStep step(String name) {
        LongColumn column = (LongColumn) table.column(name);
        TimeStep step = TimeStep.YEAR;
        for (TimeStep finer : finer(table.schema().get(name).format())) {
            if (column.isAllBlank() || TimeKeys.periods(column, finer) <= MAX_PERIODS) {
                step = finer;
            }
        }
        return step;
    }

    /** What is shorter than a year, down to the periods that the dates of a column stand for. */
    private static List<TimeStep> finer(@Nullable ColumnFormat format) {
        List<TimeStep> all = List.of(TimeStep.QUARTER, TimeStep.MONTH, TimeStep.WEEK, TimeStep.DAY);
        return format == null
                ? all
                : switch (format.kind()) {
                    case YEAR -> List.of();
                    case QUARTER -> all.subList(0, 1);
                    case MONTH -> all.subList(0, 2);
                    case WEEK -> all.subList(0, 3);
                    default -> all;
                };
    }

    /** Rows of each group. */
    private static IntToLongFunction counts(GroupedAggregation aggregation) {
        aggregation.requireFew();
        GroupKeys keys = aggregation.keys().get(0);
        if (keys.isDirect() && aggregation.isDense()) {
            return aggregation::rows;
        }
        if (keys.isDirect()) {
            long[] counts = new long[keys.count()];
            for (int cell = 0; cell < aggregation.cells(); cell++) { // cells of many values have numbers of their own
                if (aggregation.rows(cell) > 0) { // of no groups there is a cell all the same
                    counts[aggregation.slot(cell, 0)] = aggregation.rows(cell);
                }
            }
            return id -> counts[id];
        }
        Rollup cells = Rollup.of(aggregation, List.of(Rollup.Places.ofGroups(keys)));
        return cells::rows;
    }

    /** @param all the same over all rows of the table, @param texts the order of values that are texts */
    public Answer.ValueCounts valueCounts(
            Question.ValueCounts question, GroupedAggregation aggregation, GroupedAggregation all, TextOrder texts) {
        GroupKeys keys = aggregation.keys().get(0);
        IntToLongFunction counts = counts(aggregation);
        IntToLongFunction totals = counts(all);
        int blank = keys.count() > 0 && keys.key(keys.count() - 1).isBlank() ? keys.count() - 1 : -1;
        List<Answer.ValueCount> values = new ArrayList<>();
        Set<String> always = new HashSet<>(question.always()); // as far as they did not come yet
        String find = question.find() == null ? "" : question.find().toLowerCase(Locale.ROOT);
        int fitting = 0;
        boolean inOrder = table.column(question.column()).type().isNumber() && keys.count() <= FEW_CODES
                || table.schema().get(question.column()).order() != null;
        Question.ValueOrder asked = question.order() == null ? Question.ValueOrder.FREQUENT : question.order();
        Question.ValueOrder order =
                asked == Question.ValueOrder.FREQUENT && inOrder ? Question.ValueOrder.LABEL : asked;
        int[] ranks = collations.ofGroups(new ByValue(question.column()), keys, texts);
        int[] ids = listed.get(
                new Listed(question.column(), order, ranks.length == 0 ? TextOrder.INSTANCE : texts),
                () -> order(byLabel(totals, blank < 0 ? keys.count() : blank, ranks), totals, order));
        for (int id : ids) {
            if (find.isEmpty() && fitting >= question.limit() && always.isEmpty()) {
                fitting = ids.length; // the others fit too, and are not told
                break;
            }
            String value = Objects.requireNonNull(keys.key(id).value());
            boolean fits = find.isEmpty() || value.toLowerCase(Locale.ROOT).contains(find);
            fitting += fits ? 1 : 0;
            if ((fits && fitting <= question.limit()) | always.remove(value)) {
                values.add(new Answer.ValueCount(value, counts.applyAsLong(id), totals.applyAsLong(id)));
            }
        }
        return new Answer.ValueCounts(values, fitting, blank < 0 ? null : Long.valueOf(counts.applyAsLong(blank)));
    }

    /** Groups that have rows in the whole table. @param count of groups that are not blank */
    private static int[] byLabel(IntToLongFunction totals, int count, int[] ranks) {
        int[] ids = IntStream.range(0, count).toArray(); // which follow the values' own order
        for (int id = 0; id < ranks.length; id++) {
            ids[ranks[id]] = id;
        }
        return Arrays.stream(ids).filter(id -> totals.applyAsLong(id) > 0).toArray();
    }

    private static int[] order(int[] ids, IntToLongFunction totals, Question.ValueOrder order) {
        return switch (order) {
            case LABEL -> ids;
            case LAST_LABEL ->
                IntStream.rangeClosed(1, ids.length)
                        .map(i -> ids[ids.length - i])
                        .toArray();
            case FREQUENT ->
                IntStream.range(0, ids.length)
                        .mapToLong(i -> (Integer.MAX_VALUE - totals.applyAsLong(ids[i])) << Integer.SIZE | i)
                        .sorted()
                        .mapToInt(packed -> ids[(int) packed])
                        .toArray();
        };
    }

    /** @param all the same over all rows of the table */
    public Answer.Histogram spread(
            Question.Histogram question, GroupedAggregation aggregation, GroupedAggregation all) {
        Column column = table.column(question.column());
        GroupKeys keys = aggregation.keys().get(0);
        IntToLongFunction counts = counts(aggregation);
        IntToLongFunction totals = counts(all);
        int bars = keys.count() - (column.blankCount() > 0 ? 1 : 0);
        List<Answer.Bin> bins = new ArrayList<>();
        for (int id = 0; id < bars; id++) {
            GroupKey key = keys.key(id);
            LocalDate lastDay = key.lastDay();
            String to = lastDay != null ? lastDay.toString() : Objects.requireNonNull(key.to());
            bins.add(new Answer.Bin(
                    Objects.requireNonNull(key.value()), to, counts.applyAsLong(id), totals.applyAsLong(id)));
        }
        Long blanks = column.blankCount() == 0 ? null : Long.valueOf(counts.applyAsLong(bars));
        if (column.type().isTime()) {
            return new Answer.Histogram(
                    bins, false, false, step(question.column()).label(), blanks);
        }
        Tails tails = this.tails.get(question.column(), () -> tails(column, question.column()));
        return new Answer.Histogram(bins, tails.low, tails.high, null, blanks);
    }

    private Tails tails(Column column, String name) {
        Optional<Bins> bins = BinKeys.bins(table, name, null);
        if (bins.isEmpty()) {
            return new Tails(false, false);
        }
        List<BigDecimal> edges = bins.get().edges();
        return new Tails(
                reaches(column, edges.get(0).doubleValue(), false),
                reaches(column, edges.get(edges.size() - 1).doubleValue(), true));
    }

    /** Whether some value lies beyond an edge. */
    private static boolean reaches(Column column, double edge, boolean above) {
        if (column instanceof LongColumn longs) {
            double unit = longs.unit();
            return above ? longs.max() / unit > edge : longs.min() / unit < edge;
        }
        DoubleColumn doubles = (DoubleColumn) column;
        return IntStream.range(0, doubles.rowCount())
                .filter(row -> !doubles.isBlank(row))
                .anyMatch(row -> above ? doubles.value(row) > edge : doubles.value(row) < edge);
    }
}
