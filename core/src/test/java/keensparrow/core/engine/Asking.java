package keensparrow.core.engine;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Filter;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Answered;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.table.Table;

/** Asks a fresh engine one question. */
final class Asking {
    private Asking() {}

    @SuppressWarnings("unchecked")
    static <A extends Answer> A ask(Table table, Question question, Filter... filters) {
        List<QuestionSet.ActiveFilter> conditions = new ArrayList<>();
        for (Filter filter : filters) {
            conditions.add(new QuestionSet.ActiveFilter("c" + conditions.size(), filter));
        }
        List<Answered> answers = new ArrayList<>();
        QuestionSet set = new QuestionSet(conditions, List.of(new QuestionSet.Asked("q", question, Set.of())));
        EngineFactory.TESTED.of(table).answer(set, answers::add, () -> false);
        UserException failure = answers.get(0).failure();
        if (failure != null) {
            throw failure;
        }
        return (A) answers.get(0).answer();
    }

    /** Each axis key with its numbers: {@code key: 1 2}. */
    static List<String> lines(Answer.Groups answer) {
        List<String> lines = new ArrayList<>();
        for (int a = 0; a < answer.axis().size(); a++) {
            var key = answer.axis().get(a);
            StringBuilder line = new StringBuilder(
                            key.isOther() ? "Other " + key.merged() : key.isBlank() ? "blank" : key.value())
                    .append(":");
            for (var measure : answer.measures()) {
                for (int s = 0; s < answer.splits().size(); s++) {
                    var value = measure.values().get(a * answer.splits().size() + s);
                    line.append(' ')
                            .append(
                                    value == null
                                            ? "–"
                                            : value.stripTrailingZeros().toPlainString());
                }
            }
            lines.add(line.toString());
        }
        return lines;
    }

    /** All rows of a download. */
    static List<List<String>> rows(
            QueryEngine engine, List<String> columns, Set<Filter> filters, Question.Sort... sort) {
        List<List<String>> rows = new ArrayList<>();
        engine.rows(
                new QueryEngine.RowScan(columns, filters, List.of(sort)),
                row -> rows.add(new ArrayList<>(row)),
                () -> false);
        return rows;
    }

    static Set<Filter> set(Filter... filters) {
        return new HashSet<>(List.of(filters));
    }
}
