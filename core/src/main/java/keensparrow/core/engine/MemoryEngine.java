package keensparrow.core.engine;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Filter;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Answered;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.rows.RowSet;
import keensparrow.core.table.Table;

/**
 * Answers from columns in memory. Each filter's row set is made once and kept by its value; questions under the same
 * conditions share the rows that pass; answers are kept by question and conditions. Safe for several threads.
 */
public final class MemoryEngine implements QueryEngine {
    private static final long CACHE_BYTES = 64L << 20;
    private static final long CACHED_ANSWERS = 400;

    private final Table table;
    private final GroupPass groups;
    private final RowPass rows;
    private final SpreadPass spreads;
    private final Lru<Filter, RowSet> filterRows = new Lru<>(CACHE_BYTES, set -> 8L * set.words().length);
    private final Lru<Set<Filter>, RowSet> passing = new Lru<>(CACHE_BYTES, set -> 8L * set.words().length);
    private final Lru<Key, Answer> answers = new Lru<>(CACHED_ANSWERS, answer -> 1);

    private record Key(Question question, Set<Filter> filters) {}

    public MemoryEngine(Table table) {
        this.table = table;
        this.groups = new GroupPass(table);
        this.rows = new RowPass(table);
        this.spreads = new SpreadPass(table);
    }

    public Table table() {
        return table;
    }

    @Override
    public void answer(QuestionSet questions, Consumer<Answered> sink, BooleanSupplier cancelled) {
        for (QuestionSet.Asked asked : questions.asked()) {
            stopIf(cancelled);
            Answered answered;
            try {
                answered = new Answered(asked.id(), answer(questions, asked, cancelled), null);
            } catch (UserException failure) {
                if (failure.code() == ErrorCode.CANCELLED) {
                    throw failure;
                }
                answered = new Answered(asked.id(), null, failure);
            }
            sink.accept(answered);
        }
    }

    private Answer answer(QuestionSet questions, QuestionSet.Asked asked, BooleanSupplier cancelled) {
        Set<Filter> filters = new HashSet<>();
        for (QuestionSet.Condition condition : questions.conditions()) {
            if (!asked.without().contains(condition.id())) {
                filters.add(condition.filter());
            }
        }
        Question question = asked.question();
        return answers.get(new Key(question, filters), () -> {
            RowSet passed = rowsThatPass(filters);
            if (question instanceof Question.Groups wanted) {
                return groups.answer(wanted, passed, cancelled);
            }
            if (question instanceof Question.Rows wanted) {
                return rows.answer(wanted, passed);
            }
            if (question instanceof Question.ValueCounts wanted) {
                return spreads.valueCounts(wanted, passed, cancelled);
            }
            return spreads.spread((Question.Spread) question, passed, cancelled);
        });
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
        return rows.sorted(sort, rowsThatPass(filters));
    }

    static void stopIf(BooleanSupplier cancelled) {
        if (cancelled.getAsBoolean()) {
            throw new UserException(ErrorCode.CANCELLED, "This was cancelled: a newer question took its place.");
        }
    }

    /** What the kept row sets and answers weigh is bounded; this is the table's own weight in bytes. */
    public long sizeBytes() {
        return table.sizeBytes();
    }

    static <T> List<T> listOf(int size, java.util.function.IntFunction<T> element) {
        List<T> list = new ArrayList<>(size);
        for (int i = 0; i < size; i++) {
            list.add(element.apply(i));
        }
        return list;
    }
}
