package keensparrow.core.app.filter;

import java.util.function.Predicate;
import keensparrow.core.column.ColumnType;
import keensparrow.core.question.Question;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.words.Words;

/** A span of numbers or dates is picked over its histogram. */
class BySpan implements FilterKind {
    private final Predicate<ColumnType> types;

    /** @param types whether a column's values have spans */
    BySpan(Predicate<ColumnType> types) {
        this.types = types;
    }

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
    public Question counts(FilterSpec spec, Listing listing) {
        return new Question.Histogram(spec.column());
    }
}
