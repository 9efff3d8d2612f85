package keensparrow.core.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.column.Column;
import keensparrow.core.column.TextColumn;
import keensparrow.core.engine.aggregation.AggregationSpec;
import keensparrow.core.engine.aggregation.BitmapIndex;
import keensparrow.core.engine.aggregation.CompositeKeys;
import keensparrow.core.engine.aggregation.GroupedAggregation;
import keensparrow.core.engine.aggregation.IndexCache;
import keensparrow.core.engine.cache.CacheKey;
import keensparrow.core.engine.cache.LruCache;
import keensparrow.core.engine.cache.RecentFilters;
import keensparrow.core.engine.filter.FilterEvaluator;
import keensparrow.core.engine.filter.RowTest;
import keensparrow.core.engine.group.Collations;
import keensparrow.core.engine.group.GroupKeys;
import keensparrow.core.engine.group.GroupingEvaluator;
import keensparrow.core.engine.group.RowGroups;
import keensparrow.core.engine.measure.Accumulator;
import keensparrow.core.engine.measure.Inputs;
import keensparrow.core.engine.measure.MeasureEvaluator;
import keensparrow.core.engine.rows.GroupExtremes;
import keensparrow.core.engine.rows.RowOrder;
import keensparrow.core.engine.rows.SortedPrefix;
import keensparrow.core.engine.rows.Sorting;
import keensparrow.core.engine.scan.BatchPool;
import keensparrow.core.engine.scan.PartialResult;
import keensparrow.core.expression.Expressions;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.Grouping;
import keensparrow.core.parallel.Cancellation;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.rows.RowSet;
import keensparrow.core.table.Table;

/** The table of an engine and what is kept besides, shared by all question sets that run. Safe for several threads. */
final class EngineState implements Inputs {
    private static final int SHARES = 16; // of what may be kept

    private final Table table;
    private final ParallelRunner runner;
    private final BatchPool batches = new BatchPool();
    private final RecentFilters recent = new RecentFilters();
    private final LruCache<Filter, RowSet> filterRows;
    private final LruCache<Set<Filter>, RowSet> passing;
    private final LruCache<CacheKey, PartialResult> parts;
    private final LruCache<Grouping, GroupKeys> keys;
    private final LruCache<String, Column> computed;
    private final IndexCache indexes;
    private final LruCache<Sorting, SortedPrefix> prefixes;
    private final Collations collations;

    /** Asks whether there is room for counters. */
    interface Reservation {
        /** @throws keensparrow.core.error.UserException TOO_MUCH_ASKED */
        void reserve(long cells, int measures);
    }

    EngineState(Table table, ParallelRunner runner, long keptBytes) {
        this.table = table;
        this.runner = runner;
        long share = keptBytes / SHARES;
        this.filterRows = new LruCache<>(7 * share / 4, set -> 8L * set.words().length);
        this.passing = new LruCache<>(share / 4, set -> 8L * set.words().length);
        this.parts = new LruCache<>(5 * share / 2, PartialResult::sizeBytes);
        this.keys = new LruCache<>(3 * share / 2, kept -> 256 + kept.sizeBytes());
        this.computed = new LruCache<>(share, Column::sizeBytes);
        this.indexes = new IndexCache(table.rowCount(), runner, 7 * share / 2, 2 * share);
        this.prefixes = new LruCache<>(share / 4, SortedPrefix::sizeBytes);
        this.collations = new Collations(table, 3 * share / 4);
    }

    @Override
    public Table table() {
        return table;
    }

    @Override
    public Column computed(String expression) {
        return computed.get(expression, () -> Expressions.compute(expression, table));
    }

    /** A filter made ready: by the bits of its values where they are there, else by looking at the rows. */
    RowTest test(Filter filter) {
        if (filter instanceof OneOf oneOf && table.column(oneOf.column()) instanceof TextColumn text) {
            Grouping grouping = new ByValue(oneOf.column());
            BitmapIndex known = indexes.knownBits(grouping);
            if (known != null) {
                boolean[] wanted = new boolean
                        [keys.get(grouping, () -> GroupingEvaluator.keys(grouping, table))
                                .slots()];
                for (int slot = 0; slot < wanted.length; slot++) {
                    boolean picked =
                            slot < text.dictionarySize() ? oneOf.values().contains(text.text(slot)) : oneOf.blank();
                    wanted[slot] = picked != oneOf.exclude();
                }
                return known.rowsIn(wanted);
            }
        }
        return FilterEvaluator.test(filter, table);
    }

    /** The foremost rows under a sort. */
    SortedPrefix prefixes(Sorting sorting, BooleanSupplier cancelled) {
        return prefixes.get(
                sorting,
                () -> SortedPrefix.of(new RowOrder(table, sorting, collations), table.rowCount(), runner, cancelled));
    }

    Collations collations() {
        return collations;
    }

    LruCache<CacheKey, PartialResult> parts() {
        return parts;
    }

    LruCache<Filter, RowSet> filterRows() {
        return filterRows;
    }

    BatchPool batches() {
        return batches;
    }

    RecentFilters recent() {
        return recent;
    }

    ParallelRunner runner() {
        return runner;
    }

    private GroupKeys keys(Grouping grouping, BooleanSupplier cancelled) {
        GroupKeys known = keys.find(grouping);
        return known != null
                ? known
                : runner.aside(() -> keys.get(grouping, () -> GroupingEvaluator.keys(grouping, table)), cancelled);
    }

    /** An empty aggregation; fails when what it is of does not fit the table. */
    GroupedAggregation aggregation(AggregationSpec spec, Reservation reservation, BooleanSupplier cancelled) {
        Cancellation.stopIf(cancelled);
        List<GroupKeys> by = new ArrayList<>();
        for (Grouping grouping : spec.by()) {
            by.add(keys(grouping, cancelled));
        }
        reservation.reserve(GroupedAggregation.cells(by), spec.measures().size());
        int most = (int) Math.min(GroupedAggregation.MAX_CELLS, GroupedAggregation.cells(by));
        List<Accumulator> measures = new ArrayList<>();
        for (Measure measure : spec.measures()) {
            int capacity = GroupedAggregation.capacity(by);
            measures.add(
                    measure.expression() == null
                            ? MeasureEvaluator.start(measure, this, capacity, most)
                            : runner.aside(() -> MeasureEvaluator.start(measure, this, capacity, most), cancelled));
        }
        CompositeKeys composite = indexes.composite(spec.by(), by, cancelled);
        RowGroups slots = composite == null && by.size() == 1 ? by.get(0) : composite;
        boolean rowsOnly = spec.measures().stream().allMatch(measure -> measure.aggregate() == Aggregate.ROWS);
        BitmapIndex bits = rowsOnly && slots != null
                ? indexes.bits(spec.by(), slots, GroupedAggregation.cells(by), cancelled)
                : null;
        return new GroupedAggregation(by, measures, bits, composite);
    }

    /** Nothing yet of the rows at either end of groups. */
    GroupExtremes extremes(GroupExtremes.Spec spec, BooleanSupplier cancelled) {
        return new GroupExtremes(table, keys(spec.by(), cancelled), spec);
    }

    /** The rows for which all of {@code filters} hold. */
    RowSet rowsThatPass(Set<Filter> filters) {
        return passing.get(Set.copyOf(filters), () -> {
            RowSet all = RowSet.all(table.rowCount());
            for (Filter filter : filters) {
                all = all.and(filterRows.get(filter, () -> FilterEvaluator.select(filter, table)));
            }
            return all;
        });
    }

    long sizeBytes() {
        return table.sizeBytes()
                + filterRows.weight()
                + passing.weight()
                + parts.weight()
                + keys.weight()
                + computed.weight()
                + indexes.sizeBytes()
                + prefixes.weight()
                + collations.sizeBytes();
    }
}
