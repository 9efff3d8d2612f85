package keensparrow.core.filter;

import java.util.List;
import java.util.function.UnaryOperator;
import keensparrow.core.table.Schema;

/** A rectangle marked over two number columns: a row must lie within both ranges. */
public record RangePair(Between across, Between up) implements Filter {
    @Override
    public String column() {
        return across.column();
    }

    @Override
    public List<String> columns() {
        return List.of(across.column(), up.column());
    }

    @Override
    public void fit(Schema schema) {
        across.fit(schema);
        up.fit(schema);
    }

    @Override
    public RangePair over(UnaryOperator<String> columns) {
        return new RangePair(across.over(columns), up.over(columns));
    }

    @Override
    public <R> R accept(FilterVisitor<R> visitor) {
        return visitor.rangePair(this);
    }
}
