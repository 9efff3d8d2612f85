package keensparrow.core.app.view;

import java.math.BigDecimal;
import keensparrow.core.group.ByBins;
import keensparrow.core.group.ByPart;
import keensparrow.core.group.ByTime;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.DatePart;
import keensparrow.core.group.Grouping;
import keensparrow.core.group.TimeStep;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * What a view groups by: the values of a category, periods or a part of a date, or bins of a number.
 *
 * @param step of periods; null for none
 * @param part of a date, such as its weekday; null for none
 * @param bins whether a number is put into bins
 * @param width of the bins; null for round ones
 */
public record GroupBy(
        String column,
        @Nullable TimeStep step,
        @Nullable DatePart part,
        @Nullable Boolean bins,
        @Nullable BigDecimal width) {
    public GroupBy {
        bins = bins != null && bins; // documents stored before there were bins do not say
    }

    /** Values, or periods. */
    public GroupBy(String column, @Nullable TimeStep step) {
        this(column, step, null, false, null);
    }

    public Grouping grouping() {
        if (step != null) {
            return new ByTime(column, step);
        }
        if (part != null) {
            return new ByPart(column, part);
        }
        return isBinned() ? new ByBins(column, width) : new ByValue(column);
    }

    /** What its groups are. */
    public Form form() {
        if (step != null) {
            return Form.PERIODS;
        }
        if (part != null) {
            return Form.PARTS;
        }
        return isBinned() ? Form.BINS : Form.VALUES;
    }

    /** What groups can be. */
    public enum Form {
        VALUES,
        PERIODS,
        PARTS,
        BINS
    }

    public boolean isBinned() {
        return bins != null && bins;
    }

    /** Whether each value is a group: then the largest can be kept, and they can stand in order of size. */
    public boolean isOfValues() {
        return form() == Form.VALUES;
    }

    /** {@code month}, {@code weekday of Departure}, {@code Delay in bins of 5}, {@code Route}. */
    public String phrase(Schema schema) {
        String label = schema.label(column);
        if (step != null) {
            return step.label();
        }
        if (part != null) {
            return Words.say("view.of", "part", part.label(), "label", label);
        }
        if (!isBinned()) {
            return label;
        }
        return label
                + (width == null
                        ? Words.say("view.inBins")
                        : Words.say(
                                "view.inBinsOf",
                                "width",
                                width.stripTrailingZeros().toPlainString()));
    }
}
