package keensparrow.core.question;

import java.util.Collection;
import java.util.List;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Filter;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/**
 * How much a caller may ask for at once. What is more is refused before any work starts, with the limit: nobody's
 * question holds up the others. People's pages stay far below.
 */
public final class Limits {
    public static final int FILTERS = 100;
    public static final int VALUES = 5000;
    public static final int COLUMNS_SEARCHED = 100;
    public static final int TEXT = 500;
    public static final int QUESTIONS = 200;
    public static final int MEASURES = 50;
    public static final int COLUMNS = 2000;
    public static final int SORTS = 10;
    public static final int ROWS = 10_000;

    private Limits() {}

    /** @throws UserException INVALID_REQUEST naming the limit */
    public static void check(Collection<? extends Filter> filters) {
        most(filters.size(), FILTERS, Words.say("question.filtersAndMarks"));
        long values = 0;
        for (Filter filter : filters) {
            List<String> texts = filter.texts();
            values += texts.size();
            most(filter.columns().size(), COLUMNS_SEARCHED, Words.say("question.columnsToSearch"));
            texts.forEach(text -> most(text.length(), TEXT, Words.say("question.charactersInATextTo")));
        }
        most(values, VALUES, Words.say("question.valuesInTheFilters"));
    }

    /** @throws UserException INVALID_REQUEST naming the limit */
    public static void check(QuestionSet questions) {
        check(questions.conditions().stream()
                .map(QuestionSet.ActiveFilter::filter)
                .toList());
        most(questions.asked().size(), QUESTIONS, Words.say("question.questions"));
        questions.asked().forEach(asked -> check(asked.question()));
    }

    private static void check(Question question) {
        if (question instanceof Question.Groups groups) {
            most(groups.measures().size(), MEASURES, Words.say("question.measures"));
            most(groups.by().size(), Question.Groups.MAX_GROUPINGS, Words.say("question.groupings"));
            groups.measures().stream()
                    .map(Measure::expression)
                    .filter(java.util.Objects::nonNull)
                    .forEach(text -> most(text.length(), TEXT * 8, Words.say("question.charactersInAnExpression")));
        } else if (question instanceof Question.Rows rows) {
            checkRows(rows);
        } else if (question instanceof Question.Extremes extremes) {
            check(extremes.of());
            most(extremes.columns().size(), COLUMNS, Words.say("question.columns"));
            most(extremes.each(), Question.Extremes.MAX_EACH, Words.say("question.rowsAtATimeMore"));
        } else if (question instanceof Question.ValueCounts counts) {
            most(counts.limit(), ROWS, Words.say("question.valuesOfAFilter"));
            most(counts.always().size(), VALUES, Words.say("question.valuesOfAFilter"));
            most(counts.find() == null ? 0 : counts.find().length(), TEXT, Words.say("question.charactersToFind"));
        }
    }

    private static void checkRows(Question.Rows rows) {
        most(rows.columns().size(), COLUMNS, Words.say("question.columns"));
        checkSort(rows.sort());
        most(rows.limit(), ROWS, Words.say("question.rowsAtATimeMore"));
        most(rows.find() == null ? 0 : rows.find().length(), TEXT, Words.say("question.charactersToFind"));
        if (rows.find() != null && !rows.find().isEmpty()) {
            most(rows.columns().size(), COLUMNS_SEARCHED, Words.say("question.columnsToSearch"));
        }
        if (rows.limit() < 0 || rows.offset() < 0) {
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("question.rowsAreCountedFrom0"));
        }
    }

    public static void checkSort(List<Question.Sort> sort) {
        most(sort.size(), SORTS, Words.say("question.columnsToSortBy"));
    }

    /** @throws UserException INVALID_REQUEST when there are more than so many of these */
    public static void most(long count, int limit, String what) {
        if (count > limit) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST,
                    Text.of("question.thisAsksForAtMost", "count", count, "what", what, "limit", limit));
        }
    }
}
