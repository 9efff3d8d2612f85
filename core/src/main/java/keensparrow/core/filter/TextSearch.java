package keensparrow.core.filter;

import java.util.List;
import java.util.function.UnaryOperator;
import keensparrow.core.table.Schema;

/** A text occurs in one of several columns as they are written, without regard to case. */
public record TextSearch(List<String> columns, String text) implements Filter {
    public TextSearch {
        columns = List.copyOf(columns);
    }

    @Override
    public String column() {
        return columns.isEmpty() ? "" : columns.get(0);
    }

    @Override
    public List<String> texts() {
        return List.of(text);
    }

    @Override
    public void fit(Schema schema) {
        columns.forEach(schema::get);
    }

    @Override
    public TextSearch over(UnaryOperator<String> columns) {
        return new TextSearch(this.columns.stream().map(columns).toList(), text);
    }

    @Override
    public <R> R accept(FilterVisitor<R> visitor) {
        return visitor.textSearch(this);
    }
}
