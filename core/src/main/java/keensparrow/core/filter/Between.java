package keensparrow.core.filter;

import java.math.BigDecimal;
import java.util.function.UnaryOperator;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * The number lies between two bounds, both included. A range upside down selects nothing but the blanks asked for.
 *
 * @param from lower bound, null for none
 * @param to upper bound, null for none
 * @param belowTo leave {@code to} itself out, as the bins of a histogram do
 * @param blanks whether blank rows are kept
 */
public record Between(
        String column, @Nullable BigDecimal from, @Nullable BigDecimal to, boolean belowTo, boolean blanks)
        implements Filter {

    public Between {
        // equal numbers are equal conditions, however many zeros were written
        from = from == null ? null : stripped(from);
        to = to == null ? null : stripped(to);
    }

    private static BigDecimal stripped(BigDecimal value) {
        BigDecimal plain = value.stripTrailingZeros();
        return plain.scale() < 0 ? plain.setScale(0) : plain;
    }

    /** From bound to bound; null where one is missing. */
    public @Nullable BigDecimal reach() {
        return from == null || to == null ? null : to.subtract(from);
    }

    public static Between of(String column, @Nullable String from, @Nullable String to) {
        return new Between(
                column,
                from == null ? null : new BigDecimal(from),
                to == null ? null : new BigDecimal(to),
                false,
                false);
    }

    @Override
    public void fit(Schema schema) {
        if (!schema.get(column).type().isNumber()) {
            throw Filter.mismatch(schema, column, Words.say("filter.numbers"));
        }
    }

    @Override
    public Between over(UnaryOperator<String> columns) {
        return new Between(columns.apply(column), from, to, belowTo, blanks);
    }

    @Override
    public <R> R accept(FilterVisitor<R> visitor) {
        return visitor.between(this);
    }
}
