package keensparrow.core.filter;

import java.time.LocalDate;
import java.util.function.UnaryOperator;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * The date lies on a day from {@code from} to {@code to}, both included; dates and times count by their day.
 *
 * @param from first day, null for none
 * @param to last day, null for none
 * @param blanks whether blank rows are kept
 */
public record DateRange(
        String column, @Nullable LocalDate from, @Nullable LocalDate to, boolean blanks) implements Filter {
    @Override
    public void fit(Schema schema) {
        if (!schema.get(column).type().isTime()) {
            throw Filter.mismatch(schema, column, Words.say("filter.dates"));
        }
    }

    @Override
    public DateRange over(UnaryOperator<String> columns) {
        return new DateRange(columns.apply(column), from, to, blanks);
    }

    @Override
    public <R> R accept(FilterVisitor<R> visitor) {
        return visitor.dateRange(this);
    }
}
