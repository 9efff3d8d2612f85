package keensparrow.core.engine;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.column.Column;
import keensparrow.core.engine.aggregation.AggregationSpec;
import keensparrow.core.engine.aggregation.FilterAggregations;
import keensparrow.core.engine.aggregation.GroupedAggregation;
import keensparrow.core.engine.aggregation.ResultAssembler;
import keensparrow.core.engine.cache.AnswerSize;
import keensparrow.core.engine.cache.CacheKey;
import keensparrow.core.engine.cache.LruCache;
import keensparrow.core.engine.filter.FilterEvaluator;
import keensparrow.core.engine.rows.GroupExtremes;
import keensparrow.core.engine.rows.RowOrder;
import keensparrow.core.engine.rows.RowPages;
import keensparrow.core.engine.rows.Sorting;
import keensparrow.core.engine.rows.TopN;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.TextSearch;
import keensparrow.core.parallel.Cancellation;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Answered;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.rows.RowSet;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.TextOrder;
import org.jspecify.annotations.Nullable;

/**
 * Answers from columns in memory. Questions of a set run in one or two passes over the rows (see {@link QuestionSetRun}); kept
 * are the rows of each filter by its value, aggregations by what they count under which filters, and answers. Safe for
 * several threads.
 */
public final class MemoryEngine implements QueryEngine {
    private static final long KEPT_BYTES = 256L << 20;
    private static final int BATCH = 1 << 12; // rows of a download at a time

    private final EngineState state;
    private final Table table;
    private final RowPages pages;
    private final FilterAggregations filterAggregations;
    private final LruCache<CacheKey, Answer> answers;

    /** On one thread. */
    public MemoryEngine(Table table) {
        this(table, new ParallelRunner(1), KEPT_BYTES);
    }

    /** @param keptBytes what may be kept to answer sooner, besides the table */
    public MemoryEngine(Table table, ParallelRunner runner, long keptBytes) {
        this.table = table;
        this.state = new EngineState(table, runner, keptBytes);
        this.answers = new LruCache<>(keptBytes / 32, AnswerSize::of);
        this.pages = new RowPages(table, state.collations(), runner, keptBytes / 8);
        this.filterAggregations = new FilterAggregations(table, state.collations());
    }

    public Table table() {
        return table;
    }

    @Override
    public Schema schema() {
        return table.schema();
    }

    @Override
    public Statistics statistics() {
        return new TableStatistics(table);
    }

    @Override
    public void check(Filter filter) {
        FilterEvaluator.check(filter, table);
    }

    @Override
    public void scan(RowScan scan, RowSink sink, BooleanSupplier cancelled) {
        List<Column> columns = scan.columns().stream().map(table::column).toList();
        Sorting sorting = Sorting.of(scan.sort(), scan.order(), state.collations());
        RowSet passed = state.rowsThatPass(scan.filters());
        int from = Math.max(0, scan.offset());
        int to = scan.limit() == null ? passed.size() : end(from, scan.limit());
        int[] rows = pages.sorted(sorting, scan.filters(), passed, from, to, cancelled);
        for (int next = 0; next < rows.length; next += BATCH) {
            Cancellation.stopIf(cancelled);
            sink.batch(columns, rows, next, Math.min(rows.length, next + BATCH));
        }
    }

    private static int end(int offset, int limit) {
        return (int) Math.min((long) Math.max(0, offset) + Math.max(0, limit), Integer.MAX_VALUE);
    }

    @Override
    public void answer(QuestionSet questions, Consumer<Answered> sink, BooleanSupplier cancelled) {
        QueryCost.of(table, questions).requireAffordable();
        QuestionSetRun run = new QuestionSetRun(state, questions, cancelled);
        List<Waiting> waiting = new ArrayList<>();
        for (QuestionSet.Asked asked : questions.asked()) {
            Cancellation.stopIf(cancelled);
            Waiting one = new Waiting(asked, run.filters(asked.without()), questions.order());
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
                    Cancellation.stopIf(cancelled);
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

    /** A question whose answer has its texts in another order than the server's. */
    private record InOrder(Question question, TextOrder order) {}

    /** A question without an answer yet. */
    private final class Waiting {
        final QuestionSet.Asked asked;
        final Set<Filter> filters;
        final TextOrder order;
        final CacheKey itself;
        private @Nullable CacheKey key;
        private @Nullable CacheKey further; // the same over all rows, or the rows at the ends of groups

        Waiting(QuestionSet.Asked asked, Set<Filter> filters, TextOrder order) {
            this.asked = asked;
            this.filters = filters;
            this.order = order;
            this.itself = new CacheKey(
                    order == TextOrder.INSTANCE ? asked.question() : new InOrder(asked.question(), order), filters);
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
                need(groups, run, cancelled);
            } else if (asked.question() instanceof Question.Extremes extremes) {
                if (extremes.of().by().size() != 1) {
                    throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("engine.endsAreOfOneGrouping"));
                }
                extremes.columns().forEach(table::column);
                GroupExtremes.Spec spec = new GroupExtremes.Spec(
                        extremes.of().by().get(0).grouping(), extremes.column(), Math.max(0, extremes.each()));
                need(extremes.of(), run, cancelled);
                further = new CacheKey(spec, filters);
                run.need(further, () -> state.extremes(spec, cancelled), false);
            } else if (asked.question() instanceof Question.Rows rows) {
                rows.columns().forEach(table::column);
                Sorting sorting = Sorting.of(rows.sort(), order, state.collations());
                RowOrder rowOrder = new RowOrder(table, sorting, state.collations());
                Set<Filter> narrowed = narrowed(rows);
                run.requireFit(narrowed);
                long end = (long) rows.offset() + rows.limit();
                if (!rows.sort().isEmpty() && end <= TopN.MAX) {
                    key = new CacheKey(new TopN.Spec(sorting, (int) Math.max(0, end)), narrowed);
                    run.need(key, () -> new TopN(rowOrder, (int) Math.max(0, end)), false);
                }
            } else {
                AggregationSpec shape = asked.question() instanceof Question.ValueCounts counts
                        ? FilterAggregations.shape(counts)
                        : filterAggregations.shape((Question.Histogram) asked.question());
                key = new CacheKey(shape, filters);
                further = new CacheKey(shape, Set.of());
                run.need(key, () -> state.aggregation(shape, run::reserve, cancelled), false);
                run.need(further, () -> state.aggregation(shape, run::reserve, cancelled), false);
            }
        }

        private void need(Question.Groups groups, QuestionSetRun run, BooleanSupplier cancelled) {
            requireFew(groups);
            AggregationSpec shape = new AggregationSpec(
                    groups.by().stream().map(Question.Grouped::grouping).toList(),
                    groups.measures().stream().map(Measure::plain).toList());
            key = new CacheKey(shape, filters);
            run.need(
                    key,
                    () -> state.aggregation(shape, run::reserve, cancelled),
                    groups.by().isEmpty());
        }

        private void requireFew(Question.Groups groups) {
            if (groups.by().size() > Question.Groups.MAX_GROUPINGS
                    || groups.measures().isEmpty()
                    || groups.orderingMeasure() < 0
                    || groups.orderingMeasure() >= groups.measures().size()) {
                throw new UserException(
                        ErrorCode.INVALID_REQUEST,
                        Text.of("engine.aQuestionNeedsAtLeast", "maxGroupings", Question.Groups.MAX_GROUPINGS));
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
            return key != null && run.has(key) && (further == null || run.has(further));
        }

        Answer answer(QuestionSetRun run, BooleanSupplier cancelled) {
            if (asked.question() instanceof Question.Groups groups) {
                return assembler(groups, (GroupedAggregation) run.part(key)).answer();
            }
            if (asked.question() instanceof Question.Extremes extremes) {
                GroupedAggregation groups = (GroupedAggregation) run.part(key);
                return ((GroupExtremes) run.part(further))
                        .answer(extremes, assembler(extremes.of(), groups).slots());
            }
            if (asked.question() instanceof Question.Rows rows) {
                return page(rows, run, cancelled);
            }
            GroupedAggregation aggregation = (GroupedAggregation) run.part(key);
            GroupedAggregation all = (GroupedAggregation) run.part(further);
            return asked.question() instanceof Question.ValueCounts counts
                    ? filterAggregations.valueCounts(counts, aggregation, all, order)
                    : filterAggregations.spread((Question.Histogram) asked.question(), aggregation, all);
        }

        private ResultAssembler assembler(Question.Groups groups, GroupedAggregation aggregation) {
            return new ResultAssembler(table, groups, aggregation, state.collations(), order);
        }

        private Answer page(Question.Rows rows, QuestionSetRun run, BooleanSupplier cancelled) {
            if (key != null) {
                TopN top = (TopN) run.part(key);
                return pages.answer(rows, top.rowCount(), RowPages.page(rows, top.sorted()));
            }
            Set<Filter> narrowed = narrowed(rows);
            RowSet passed = state.rowsThatPass(narrowed);
            Sorting sorting = Sorting.of(rows.sort(), order, state.collations());
            int end = end(rows.offset(), rows.limit());
            int[] page = pages.sorted(sorting, narrowed, passed, rows.offset(), end, cancelled);
            return pages.answer(rows, passed.size(), page);
        }
    }

    /** Heap of the table and of what is kept to answer sooner, in bytes. */
    public long sizeBytes() {
        return state.sizeBytes() + answers.weight() + pages.sizeBytes();
    }
}
