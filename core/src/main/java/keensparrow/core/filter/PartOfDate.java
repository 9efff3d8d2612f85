package keensparrow.core.filter;

import java.util.List;
import java.util.function.UnaryOperator;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.group.DatePart;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/**
 * A part of the date that comes again is one of some: each Monday, each March, six and seven o'clock. Blanks never pass.
 *
 * @param values as {@link DatePart} numbers them
 */
public record PartOfDate(String column, DatePart part, List<Integer> values) implements Filter {
    public PartOfDate {
        values = List.copyOf(values);
    }

    @Override
    public void fit(Schema schema) {
        if (!schema.get(column).type().isTime()) {
            throw Filter.mismatch(schema, column, Words.say("filter.dates"));
        }
        boolean known = values.stream().allMatch(value -> value >= part.first() && value < part.first() + part.count());
        if (values.isEmpty() || !known) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST, Text.of("filter.thereIsNoSuchPart", "part", part.label()));
        }
    }

    @Override
    public PartOfDate over(UnaryOperator<String> columns) {
        return new PartOfDate(columns.apply(column), part, values);
    }

    @Override
    public <R> R accept(FilterVisitor<R> visitor) {
        return visitor.partOfDate(this);
    }
}
