package keensparrow.core.filter;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.function.UnaryOperator;
import keensparrow.core.column.ColumnType;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;

/**
 * A row's tags include every one of {@code tags}. Any of several tags is {@link OneOf}, none of them its exclusion.
 *
 * @param tags in the order picked; none selects every row with a tag
 */
public record HasAll(String column, List<String> tags) implements Filter {
    public HasAll {
        tags = List.copyOf(new LinkedHashSet<>(tags));
    }

    @Override
    public List<String> texts() {
        return tags;
    }

    @Override
    public void fit(Schema schema) {
        if (schema.get(column).type() != ColumnType.TAGS) {
            throw Filter.mismatch(schema, column, Words.say("filter.listsOfTags"));
        }
    }

    @Override
    public HasAll over(UnaryOperator<String> columns) {
        return new HasAll(columns.apply(column), tags);
    }

    @Override
    public <R> R accept(FilterVisitor<R> visitor) {
        return visitor.hasAll(this);
    }
}
