package keensparrow.core.app.filter;

import java.util.List;
import java.util.function.Predicate;
import keensparrow.core.column.ColumnType;
import keensparrow.core.question.Question;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * A span of numbers or dates is picked over its histogram.
 *
 * @param types whether a column's values have spans
 */
record BySpan(Predicate<ColumnType> types) implements FilterKind {
    @Override
    public String words() {
        return Words.say("filters.span");
    }

    @Override
    public boolean fits(ColumnInfo column) {
        return types.test(column.type());
    }

    @Override
    public boolean suits(ColumnInfo column, int distinct) {
        return true;
    }

    @Override
    public Question counts(FilterSpec spec, @Nullable String find, List<String> picked) {
        return new Question.Histogram(spec.column());
    }
}
