package keensparrow.core.filter;

import java.util.List;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import keensparrow.core.table.Schema;

/** Two conditions hold: a cell, where a group of one column meets one of another, or a box over two columns. */
public record Both(Filter first, Filter second) implements Filter {
    @Override
    public String column() {
        return first.column();
    }

    @Override
    public List<String> columns() {
        return Stream.concat(first.columns().stream(), second.columns().stream())
                .toList();
    }

    @Override
    public List<String> texts() {
        return Stream.concat(first.texts().stream(), second.texts().stream()).toList();
    }

    @Override
    public void fit(Schema schema) {
        first.fit(schema);
        second.fit(schema);
    }

    @Override
    public Both over(UnaryOperator<String> columns) {
        return new Both(first.over(columns), second.over(columns));
    }

    @Override
    public <R> R accept(FilterVisitor<R> visitor) {
        return visitor.both(this);
    }
}
