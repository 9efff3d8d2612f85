package keensparrow.core.filter;

import java.util.List;
import java.util.function.UnaryOperator;
import keensparrow.core.column.ColumnType;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;

/** The text contains another, without regard to case; for tags, one of them does. Blank rows are never kept. */
public record Containing(String column, String text) implements Filter {
    @Override
    public List<String> texts() {
        return List.of(text);
    }

    @Override
    public void fit(Schema schema) {
        ColumnType type = schema.get(column).type();
        if (type != ColumnType.TEXT && type != ColumnType.TAGS) {
            throw Filter.mismatch(schema, column, Words.say("filter.text"));
        }
    }

    @Override
    public Containing over(UnaryOperator<String> columns) {
        return new Containing(columns.apply(column), text);
    }

    @Override
    public <R> R accept(FilterVisitor<R> visitor) {
        return visitor.containing(this);
    }
}
