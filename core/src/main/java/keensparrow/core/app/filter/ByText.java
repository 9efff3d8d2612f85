package keensparrow.core.app.filter;

import java.util.List;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.column.ColumnType;
import keensparrow.core.question.Question;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.words.Words;

/** A part of the text is typed. */
final class ByText implements FilterKind {
    @Override
    public String words() {
        return Words.say("filters.text");
    }

    @Override
    public boolean fits(ColumnInfo column) {
        return column.type() == ColumnType.TEXT || column.type() == ColumnType.TAGS;
    }

    @Override
    public boolean suits(ColumnInfo column, int distinct) {
        return true;
    }

    @Override
    public Question counts(FilterSpec spec, Listing listing) {
        return new Question.Groups(List.of(), List.of(Measure.ROWS), Question.Order.LABEL);
    }
}
