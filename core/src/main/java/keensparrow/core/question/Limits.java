package keensparrow.core.question;

import java.util.Collection;
import java.util.List;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Filter;

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
        most(filters.size(), FILTERS, "filters and marks");
        long values = 0;
        for (Filter filter : filters) {
            List<String> texts = filter.texts();
            values += texts.size();
            most(filter.columns().size(), COLUMNS_SEARCHED, "columns to search");
            texts.forEach(text -> most(text.length(), TEXT, "characters in a text to compare with"));
        }
        most(values, VALUES, "values in the filters");
    }

    /** @throws UserException INVALID_REQUEST naming the limit */
    public static void check(QuestionSet questions) {
        check(questions.conditions().stream()
                .map(QuestionSet.ActiveFilter::filter)
                .toList());
        most(questions.asked().size(), QUESTIONS, "questions");
        questions.asked().forEach(asked -> check(asked.question()));
    }

    private static void check(Question question) {
        if (question instanceof Question.Groups groups) {
            most(groups.measures().size(), MEASURES, "measures");
            most(groups.by().size(), Question.Groups.MAX_GROUPINGS, "groupings");
            groups.measures().stream()
                    .map(Measure::expression)
                    .filter(java.util.Objects::nonNull)
                    .forEach(text -> most(text.length(), TEXT * 8, "characters in an expression"));
        } else if (question instanceof Question.Rows rows) {
            checkRows(rows);
        } else if (question instanceof Question.ValueCounts counts) {
            most(counts.limit(), ROWS, "values of a filter");
            most(counts.always().size(), VALUES, "values of a filter");
            most(counts.find() == null ? 0 : counts.find().length(), TEXT, "characters to find");
        }
    }

    private static void checkRows(Question.Rows rows) {
        most(rows.columns().size(), COLUMNS, "columns");
        checkSort(rows.sort());
        most(rows.limit(), ROWS, "rows at a time; more can be downloaded");
        most(rows.find() == null ? 0 : rows.find().length(), TEXT, "characters to find");
        if (rows.find() != null && !rows.find().isEmpty()) {
            most(rows.columns().size(), COLUMNS_SEARCHED, "columns to search");
        }
        if (rows.limit() < 0 || rows.offset() < 0) {
            throw new UserException(ErrorCode.INVALID_REQUEST, "Rows are counted from 0 on: ask for none below.");
        }
    }

    public static void checkSort(List<Question.Sort> sort) {
        most(sort.size(), SORTS, "columns to sort by");
    }

    /** @throws UserException INVALID_REQUEST when there are more than so many of these */
    public static void most(long count, int limit, String what) {
        if (count > limit) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST,
                    "This asks for " + count + " " + what + "; at most " + limit + " go together. Ask for fewer.");
        }
    }
}
