package keensparrow.core.engine;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import keensparrow.core.aggregate.Accumulator;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Inputs;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.column.Column;
import keensparrow.core.column.TextColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.expression.Expressions;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
import keensparrow.core.filter.RowTest;
import keensparrow.core.filter.TextSearch;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.GroupKeys;
import keensparrow.core.group.Grouping;
import keensparrow.core.group.RowGroups;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Answered;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.rows.RowSet;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/**
 * Answers from columns in memory. Questions of a set run in one or two passes over the rows (see {@link QuestionSetRun}); kept
 * are the rows of each filter by its value, aggregations by what they count under which filters, and answers. Safe for
 * several threads.
 */
public final class MemoryEngine implements QueryEngine, Inputs {
    private static final long KEPT_BYTES = 256L << 20;
    private static final int SHARES = 16; // of what may be kept

    private final Table table;
    private final ParallelRunner runner;
    private final RowPages pages;
    private final FilterAggregations filterShapes;
    private final RecentFilters recent = new RecentFilters();
    private final LruCache<Filter, RowSet> filterRows;
    private final LruCache<Set<Filter>, RowSet> passing;
    private final LruCache<CacheKey, PartialResult> parts;
    private final LruCache<CacheKey, Answer> answers;
    private final LruCache<Grouping, GroupKeys> keys;
    private final LruCache<String, Column> computed;
    private final IndexCache indexes;
    private final LruCache<List<Question.Sort>, SortedPrefix> prefixes;

    /** On one thread. */
    public MemoryEngine(Table table) {
        this(table, new ParallelRunner(1), KEPT_BYTES);
    }

    /** @param keptBytes what may be kept to answer sooner, besides the table */
    public MemoryEngine(Table table, ParallelRunner runner, long keptBytes) {
        this.table = table;
        this.runner = runner;
        long share = keptBytes / SHARES;
        this.filterRows = new LruCache<>(2 * share, set -> 8L * set.words().length);
        this.passing = new LruCache<>(share / 2, set -> 8L * set.words().length);
        this.parts = new LruCache<>(5 * share / 2, MemoryEngine::weight);
        this.answers = new LruCache<>(share / 2, AnswerSize::of);
        this.keys = new LruCache<>(3 * share / 2, kept -> 256 + kept.sizeBytes());
        this.computed = new LruCache<>(share, Column::sizeBytes);
        this.indexes = new IndexCache(table.rowCount(), runner, 7 * share / 2, 2 * share);
        this.prefixes = new LruCache<>(share / 2, SortedPrefix::sizeBytes);
        this.pages = new RowPages(table, 2 * share);
        this.filterShapes = new FilterAggregations(table);
    }

    @Override
    public Table table() {
        return table;
    }

    @Override
    public Column computed(String expression) {
        return computed.get(expression, () -> Expressions.compute(expression, table));
    }

    @Override
    public void answer(QuestionSet questions, Consumer<Answered> sink, BooleanSupplier cancelled) {
        QueryCost.of(table, questions).requireAffordable();
        QuestionSetRun run = new QuestionSetRun(this, questions, cancelled);
        List<Waiting> waiting = new ArrayList<>();
        for (QuestionSet.Asked asked : questions.asked()) {
            stopIf(cancelled);
            Waiting one = new Waiting(asked, run.filters(asked.without()));
            Answer known = answers.find(one.itself);
            if (known != null) {
                sink.accept(new Answered(asked.id(), known, null));
            } else if (one.tried(sink, () -> one.need(run, cancelled))) {
                waiting.add(one);
            }
        }
        for (int stage = 0; !waiting.isEmpty(); stage++) {
            boolean last = run.run(stage);
            for (Waiting one : List.copyOf(waiting)) {
                if (last || one.isReady(run)) {
                    waiting.remove(one);
                    stopIf(cancelled);
                    one.tried(sink, () -> {
                        Answer answer = one.answer(run, cancelled);
                        answers.put(one.itself, answer);
                        sink.accept(new Answered(one.asked.id(), answer, null));
                    });
                }
            }
        }
        run.end();
    }

    /** A question without an answer yet. */
    private final class Waiting {
        final QuestionSet.Asked asked;
        final Set<Filter> filters;
        final CacheKey itself;
        private @Nullable CacheKey key;
        private @Nullable CacheKey total; // the same over all rows

        Waiting(QuestionSet.Asked asked, Set<Filter> filters) {
            this.asked = asked;
            this.filters = filters;
            this.itself = new CacheKey(asked.question(), filters);
        }

        /** Runs; what the person can act on becomes this question's answer, and the others go on. */
        boolean tried(Consumer<Answered> sink, Runnable action) {
            try {
                action.run();
                return true;
            } catch (UserException failure) {
                if (failure.code() == ErrorCode.CANCELLED) {
                    throw failure;
                }
                sink.accept(new Answered(asked.id(), null, failure));
                return false;
            }
        }

        /** Says what has to be counted for the answer; fails when the question does not fit the table. */
        void need(QuestionSetRun run, BooleanSupplier cancelled) {
            if (asked.question() instanceof Question.Groups groups) {
                requireFew(groups);
                AggregationSpec shape = new AggregationSpec(
                        groups.by().stream().map(Question.Grouped::grouping).toList(),
                        groups.measures().stream().map(Measure::plain).toList());
                key = new CacheKey(shape, filters);
                run.need(
                        key,
                        () -> aggregation(shape, run, cancelled),
                        groups.by().isEmpty());
            } else if (asked.question() instanceof Question.Rows rows) {
                rows.columns().forEach(table::column);
                RowOrder order = new RowOrder(table, rows.sort());
                Set<Filter> narrowed = narrowed(rows);
                run.requireFit(narrowed);
                long end = (long) rows.offset() + rows.limit();
                if (!rows.sort().isEmpty() && end <= TopN.MAX) {
                    key = new CacheKey(new FirstRows(rows.sort(), (int) Math.max(0, end)), narrowed);
                    run.need(key, () -> new TopN(order, (int) Math.max(0, end)), false);
                }
            } else {
                AggregationSpec shape = asked.question() instanceof Question.ValueCounts counts
                        ? FilterAggregations.shape(counts)
                        : filterShapes.shape((Question.Histogram) asked.question());
                key = new CacheKey(shape, filters);
                total = new CacheKey(shape, Set.of());
                run.need(key, () -> aggregation(shape, run, cancelled), false);
                run.need(total, () -> aggregation(shape, run, cancelled), false);
            }
        }

        private void requireFew(Question.Groups groups) {
            if (groups.by().size() > Question.Groups.MAX_GROUPINGS
                    || groups.measures().isEmpty()
                    || groups.orderingMeasure() < 0
                    || groups.orderingMeasure() >= groups.measures().size()) {
                throw new UserException(
                        ErrorCode.INVALID_REQUEST,
                        "A question needs at least one measure, at most " + Question.Groups.MAX_GROUPINGS
                                + " groupings, and an order by one of its measures.");
            }
        }

        private Set<Filter> narrowed(Question.Rows rows) {
            if (rows.find() == null || rows.find().isEmpty()) {
                return filters;
            }
            Set<Filter> narrowed = new HashSet<>(filters);
            narrowed.add(new TextSearch(rows.columns(), rows.find()));
            return narrowed;
        }

        boolean isReady(QuestionSetRun run) {
            return key != null && run.has(key) && (total == null || run.has(total));
        }

        Answer answer(QuestionSetRun run, BooleanSupplier cancelled) {
            if (asked.question() instanceof Question.Groups groups) {
                return ResultAssembler.of(table, groups, (GroupedAggregation) run.part(key));
            }
            if (asked.question() instanceof Question.Rows rows) {
                return page(rows, run, cancelled);
            }
            GroupedAggregation aggregation = (GroupedAggregation) run.part(key);
            GroupedAggregation all = (GroupedAggregation) run.part(total);
            return asked.question() instanceof Question.ValueCounts counts
                    ? filterShapes.valueCounts(counts, aggregation, all)
                    : filterShapes.spread((Question.Histogram) asked.question(), aggregation, all);
        }

        private Answer page(Question.Rows rows, QuestionSetRun run, BooleanSupplier cancelled) {
            if (key != null) {
                TopN top = (TopN) run.part(key);
                return pages.answer(rows, top.rowCount(), RowPages.page(rows, top.sorted()));
            }
            Set<Filter> narrowed = narrowed(rows);
            RowSet passed = rowsThatPass(narrowed);
            int[] page = rows.sort().isEmpty()
                    ? RowPages.page(rows, passed)
                    : RowPages.page(rows, pages.sorted(rows.sort(), narrowed, passed, cancelled));
            return pages.answer(rows, passed.size(), page);
        }
    }

    /** The first so many rows under a sort. */
    record FirstRows(List<Question.Sort> sort, int count) {}

    /** An empty aggregation; fails when what it is of does not fit the table. */
    private GroupedAggregation aggregation(AggregationSpec shape, QuestionSetRun run, BooleanSupplier cancelled) {
        stopIf(cancelled);
        List<GroupKeys> by = new ArrayList<>();
        for (Grouping grouping : shape.by()) {
            by.add(keys(grouping, cancelled));
        }
        run.reserve(GroupedAggregation.cells(by), shape.measures().size());
        int most = (int) Math.min(GroupedAggregation.MAX_CELLS, GroupedAggregation.cells(by));
        List<Accumulator> measures = new ArrayList<>();
        for (Measure measure : shape.measures()) {
            int capacity = GroupedAggregation.capacity(by);
            measures.add(
                    measure.expression() == null
                            ? measure.start(this, capacity, most)
                            : runner.aside(() -> measure.start(this, capacity, most), cancelled));
        }
        CompositeKeys composite = indexes.composite(shape.by(), by, cancelled);
        RowGroups slots = composite == null && by.size() == 1 ? by.get(0) : composite;
        boolean rowsOnly = shape.measures().stream().allMatch(measure -> measure.aggregate() == Aggregate.ROWS);
        BitmapIndex bits = rowsOnly && slots != null
                ? indexes.bits(shape.by(), slots, GroupedAggregation.cells(by), cancelled)
                : null;
        return new GroupedAggregation(by, measures, bits, composite);
    }

    private GroupKeys keys(Grouping grouping, BooleanSupplier cancelled) {
        GroupKeys known = keys.find(grouping);
        return known != null ? known : runner.aside(() -> keys.get(grouping, () -> grouping.keys(table)), cancelled);
    }

    /** A filter made ready: by the bits of its values where they are there, else by looking at the rows. */
    RowTest test(Filter filter) {
        if (filter instanceof OneOf oneOf && table.column(oneOf.column()) instanceof TextColumn text) {
            Grouping grouping = new ByValue(oneOf.column());
            BitmapIndex known = indexes.knownBits(grouping);
            if (known != null) {
                boolean[] wanted = new boolean
                        [keys.get(grouping, () -> grouping.keys(table)).slots()];
                for (int slot = 0; slot < wanted.length; slot++) {
                    boolean picked =
                            slot < text.dictionarySize() ? oneOf.values().contains(text.text(slot)) : oneOf.blank();
                    wanted[slot] = picked != oneOf.exclude();
                }
                return known.rowsIn(wanted);
            }
        }
        return filter.test(table);
    }

    /** The foremost rows under a sort. */
    SortedPrefix prefixes(List<Question.Sort> sort, BooleanSupplier cancelled) {
        return prefixes.get(
                sort, () -> SortedPrefix.of(new RowOrder(table, sort), table.rowCount(), runner, cancelled));
    }

    LruCache<CacheKey, PartialResult> parts() {
        return parts;
    }

    LruCache<Filter, RowSet> filterRows() {
        return filterRows;
    }

    RecentFilters recent() {
        return recent;
    }

    ParallelRunner runner() {
        return runner;
    }

    /** The rows for which all of {@code filters} hold. */
    public RowSet rowsThatPass(Set<Filter> filters) {
        return passing.get(Set.copyOf(filters), () -> {
            RowSet all = RowSet.all(table.rowCount());
            for (Filter filter : filters) {
                all = all.and(filterRows.get(filter, () -> filter.select(table)));
            }
            return all;
        });
    }

    /** Row numbers that pass, in the order of {@code sort}; for downloads. */
    public int[] sortedRows(Set<Filter> filters, List<Question.Sort> sort) {
        return pages.sorted(sort, Set.copyOf(filters), rowsThatPass(filters), () -> false);
    }

    static void stopIf(BooleanSupplier cancelled) {
        if (cancelled.getAsBoolean()) {
            throw new UserException(ErrorCode.CANCELLED, "This was cancelled: a newer question took its place.");
        }
    }

    private static long weight(PartialResult part) {
        return part instanceof GroupedAggregation aggregation ? aggregation.sizeBytes() : ((TopN) part).sizeBytes();
    }

    /** Heap of the table and of what is kept to answer sooner, in bytes. */
    public long sizeBytes() {
        return table.sizeBytes()
                + filterRows.weight()
                + passing.weight()
                + parts.weight()
                + answers.weight()
                + keys.weight()
                + computed.weight()
                + indexes.sizeBytes()
                + prefixes.weight()
                + pages.sizeBytes();
    }
}
