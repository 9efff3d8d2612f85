package keensparrow.core.filter;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.function.UnaryOperator;
import keensparrow.core.column.Column;
import keensparrow.core.table.Schema;

/**
 * The value is one of {@code values}, written plainly (see {@link Column#plain}); for tags, any of a row's tags is.
 *
 * @param values in the order picked; each once; a value that no row has selects nothing
 * @param blank whether blank is picked too
 * @param exclude keep the other rows instead: a row that is blank is kept unless blank is picked
 */
public record OneOf(String column, List<String> values, boolean blank, boolean exclude) implements Filter {
    public OneOf {
        values = List.copyOf(new LinkedHashSet<>(values));
    }

    @Override
    public List<String> texts() {
        return values;
    }

    public static OneOf of(String column, String... values) {
        return new OneOf(column, List.of(values), false, false);
    }

    @Override
    public void fit(Schema schema) {
        schema.get(column); // values of every type can be picked
    }

    @Override
    public OneOf over(UnaryOperator<String> columns) {
        return new OneOf(columns.apply(column), values, blank, exclude);
    }

    @Override
    public <R> R accept(FilterVisitor<R> visitor) {
        return visitor.oneOf(this);
    }
}
