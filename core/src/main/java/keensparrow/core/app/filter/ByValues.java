package keensparrow.core.app.filter;

import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.question.Question;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Values are picked from a list. */
class ByValues implements FilterKind {
    private static final int MAX_VALUES = 2000;
    private static final int VALUES_SHOWN = 100;

    @Override
    public String words() {
        return Words.say("filters.values");
    }

    @Override
    public boolean fits(ColumnInfo column) {
        return column.type().isCoded() || column.type().isNumber();
    }

    @Override
    public boolean suits(ColumnInfo column, int distinct) {
        return column.type().isNumber()
                ? column.role() == Role.CATEGORY
                : column.type() != ColumnType.TEXT || distinct <= MAX_VALUES;
    }

    @Override
    public Question counts(FilterSpec spec, @Nullable String find, List<String> picked) {
        return new Question.ValueCounts(
                spec.column(), find, VALUES_SHOWN, picked, spec.order() == FilterSpec.Order.LABEL);
    }
}
