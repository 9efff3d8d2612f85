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
import keensparrow.core.filter.Anywhere;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
import keensparrow.core.filter.RowTest;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.GroupKeys;
import keensparrow.core.group.Grouping;
import keensparrow.core.group.RowSlots;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Answered;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.rows.RowSet;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/**
 * Answers from columns in memory. Questions of a set run in one or two passes over the rows (see {@link Sitting}); kept
 * are the rows of each filter by its value, tallies by what they count under which filters, and answers. Safe for
 * several threads.
 */
public final class MemoryEngine implements QueryEngine, Inputs {
    private static final long KEPT_BYTES = 256L << 20;
    private static final int SHARES = 16; // of what may be kept

    private final Table table;
    private final Workers workers;
    private final RowPages pages;
    private final FilterShapes filterShapes;
    private final Recent recent = new Recent();
    private final Lru<Filter, RowSet> filterRows;
    private final Lru<Set<Filter>, RowSet> passing;
    private final Lru<Counted, Part> parts;
    private final Lru<Counted, Answer> answers;
    private final Lru<Grouping, GroupKeys> keys;
    private final Lru<String, Column> computed;
    private final Aids aids;
    private final Lru<List<Question.Sort>, Leaders> leaders;

    /** On one thread. */
    public MemoryEngine(Table table) {
        this(table, new Workers(1), KEPT_BYTES);
    }

    /** @param keptBytes what may be kept to answer sooner, besides the table */
    public MemoryEngine(Table table, Workers workers, long keptBytes) {
        this.table = table;
        this.workers = workers;
        long share = keptBytes / SHARES;
        this.filterRows = new Lru<>(2 * share, set -> 8L * set.words().length);
        this.passing = new Lru<>(share / 2, set -> 8L * set.words().length);
        this.parts = new Lru<>(5 * share / 2, MemoryEngine::weight);
        this.answers = new Lru<>(share / 2, Weights::of);
        this.keys = new Lru<>(3 * share / 2, kept -> 256 + kept.sizeBytes());
        this.computed = new Lru<>(share, Column::sizeBytes);
        this.aids = new Aids(table.rowCount(), workers, 7 * share / 2, 2 * share);
        this.leaders = new Lru<>(share / 2, Leaders::sizeBytes);
        this.pages = new RowPages(table, 2 * share);
        this.filterShapes = new FilterShapes(table);
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
        Sitting sitting = new Sitting(this, questions, cancelled);
        List<Waiting> waiting = new ArrayList<>();
        for (QuestionSet.Asked asked : questions.asked()) {
            stopIf(cancelled);
            Waiting one = new Waiting(asked, sitting.filters(asked.without()));
            Answer known = answers.find(one.itself);
            if (known != null) {
                sink.accept(new Answered(asked.id(), known, null));
            } else if (one.tried(sink, () -> one.need(sitting, cancelled))) {
                waiting.add(one);
            }
        }
        for (int stage = 0; !waiting.isEmpty(); stage++) {
            boolean last = sitting.run(stage);
            for (Waiting one : List.copyOf(waiting)) {
                if (last || one.isReady(sitting)) {
                    waiting.remove(one);
                    stopIf(cancelled);
                    one.tried(sink, () -> {
                        Answer answer = one.answer(sitting, cancelled);
                        answers.put(one.itself, answer);
                        sink.accept(new Answered(one.asked.id(), answer, null));
                    });
                }
            }
        }
        sitting.end();
    }

    /** A question without an answer yet. */
    private final class Waiting {
        final QuestionSet.Asked asked;
        final Set<Filter> filters;
        final Counted itself;
        private @Nullable Counted counted;
        private @Nullable Counted total; // the same over all rows

        Waiting(QuestionSet.Asked asked, Set<Filter> filters) {
            this.asked = asked;
            this.filters = filters;
            this.itself = new Counted(asked.question(), filters);
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
        void need(Sitting sitting, BooleanSupplier cancelled) {
            if (asked.question() instanceof Question.Groups groups) {
                requireFew(groups);
                Shape shape = new Shape(
                        groups.by().stream().map(Question.Grouped::grouping).toList(),
                        groups.measures().stream().map(Measure::plain).toList());
                counted = new Counted(shape, filters);
                sitting.need(
                        counted,
                        () -> tally(shape, sitting, cancelled),
                        groups.by().isEmpty());
            } else if (asked.question() instanceof Question.Rows rows) {
                rows.columns().forEach(table::column);
                RowOrder order = new RowOrder(table, rows.sort());
                Set<Filter> narrowed = narrowed(rows);
                sitting.requireFit(narrowed);
                long end = (long) rows.offset() + rows.limit();
                if (!rows.sort().isEmpty() && end <= TopRows.MOST) {
                    counted = new Counted(new FirstRows(rows.sort(), (int) Math.max(0, end)), narrowed);
                    sitting.need(counted, () -> new TopRows(order, (int) Math.max(0, end)), false);
                }
            } else {
                Shape shape = asked.question() instanceof Question.ValueCounts counts
                        ? FilterShapes.shape(counts)
                        : filterShapes.shape((Question.Spread) asked.question());
                counted = new Counted(shape, filters);
                total = new Counted(shape, Set.of());
                sitting.need(counted, () -> tally(shape, sitting, cancelled), false);
                sitting.need(total, () -> tally(shape, sitting, cancelled), false);
            }
        }

        private void requireFew(Question.Groups groups) {
            if (groups.by().size() > Question.Groups.MOST_GROUPINGS
                    || groups.measures().isEmpty()
                    || groups.orderingMeasure() < 0
                    || groups.orderingMeasure() >= groups.measures().size()) {
                throw new UserException(
                        ErrorCode.INVALID_REQUEST,
                        "A question needs at least one measure, at most " + Question.Groups.MOST_GROUPINGS
                                + " groupings, and an order by one of its measures.");
            }
        }

        private Set<Filter> narrowed(Question.Rows rows) {
            if (rows.find() == null || rows.find().isEmpty()) {
                return filters;
            }
            Set<Filter> narrowed = new HashSet<>(filters);
            narrowed.add(new Anywhere(rows.columns(), rows.find()));
            return narrowed;
        }

        boolean isReady(Sitting sitting) {
            return counted != null && sitting.has(counted) && (total == null || sitting.has(total));
        }

        Answer answer(Sitting sitting, BooleanSupplier cancelled) {
            if (asked.question() instanceof Question.Groups groups) {
                return Shaping.of(table, groups, (Tally) sitting.part(counted));
            }
            if (asked.question() instanceof Question.Rows rows) {
                return page(rows, sitting, cancelled);
            }
            Tally tally = (Tally) sitting.part(counted);
            Tally all = (Tally) sitting.part(total);
            return asked.question() instanceof Question.ValueCounts counts
                    ? filterShapes.valueCounts(counts, tally, all)
                    : filterShapes.spread((Question.Spread) asked.question(), tally, all);
        }

        private Answer page(Question.Rows rows, Sitting sitting, BooleanSupplier cancelled) {
            if (counted != null) {
                TopRows top = (TopRows) sitting.part(counted);
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

    /** An empty tally; fails when what it is of does not fit the table. */
    private Tally tally(Shape shape, Sitting sitting, BooleanSupplier cancelled) {
        stopIf(cancelled);
        List<GroupKeys> by = new ArrayList<>();
        for (Grouping grouping : shape.by()) {
            by.add(keys(grouping, cancelled));
        }
        sitting.reserve(Tally.cells(by), shape.measures().size());
        int most = (int) Math.min(Tally.MOST_CELLS, Tally.cells(by));
        List<Accumulator> measures = new ArrayList<>();
        for (Measure measure : shape.measures()) {
            int capacity = Tally.capacity(by);
            measures.add(
                    measure.expression() == null
                            ? measure.start(this, capacity, most)
                            : workers.aside(() -> measure.start(this, capacity, most), cancelled));
        }
        JointSlots joint = aids.joint(shape.by(), by, cancelled);
        RowSlots slots = joint == null && by.size() == 1 ? by.get(0) : joint;
        boolean rowsOnly = shape.measures().stream().allMatch(measure -> measure.aggregate() == Aggregate.ROWS);
        SlotBits bits = rowsOnly && slots != null ? aids.bits(shape.by(), slots, Tally.cells(by), cancelled) : null;
        return new Tally(by, measures, bits, joint);
    }

    private GroupKeys keys(Grouping grouping, BooleanSupplier cancelled) {
        GroupKeys known = keys.find(grouping);
        return known != null ? known : workers.aside(() -> keys.get(grouping, () -> grouping.keys(table)), cancelled);
    }

    /** A filter made ready: by the bits of its values where they are there, else by looking at the rows. */
    RowTest test(Filter filter) {
        if (filter instanceof OneOf oneOf && table.column(oneOf.column()) instanceof TextColumn text) {
            Grouping grouping = new ByValue(oneOf.column());
            SlotBits known = aids.knownBits(grouping);
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
    Leaders leaders(List<Question.Sort> sort, BooleanSupplier cancelled) {
        return leaders.get(sort, () -> Leaders.of(new RowOrder(table, sort), table.rowCount(), workers, cancelled));
    }

    Lru<Counted, Part> parts() {
        return parts;
    }

    Lru<Filter, RowSet> filterRows() {
        return filterRows;
    }

    Recent recent() {
        return recent;
    }

    Workers workers() {
        return workers;
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

    private static long weight(Part part) {
        return part instanceof Tally tally ? tally.sizeBytes() : ((TopRows) part).sizeBytes();
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
                + aids.sizeBytes()
                + leaders.weight()
                + pages.sizeBytes();
    }
}
