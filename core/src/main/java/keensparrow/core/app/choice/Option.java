package keensparrow.core.app.choice;

import java.math.BigDecimal;
import java.util.List;
import keensparrow.core.aggregate.Derived;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewSettings;
import keensparrow.core.group.TimeStep;
import org.jspecify.annotations.Nullable;

/**
 * What can be picked of a choice. Of the fields its kind reads one; null there means nothing or none where the kind has it.
 *
 * @param label in place of the words made from what it stands for; null for those
 * @param measureId id of a measure of the app, in place of {@code measure}
 * @param width of bins; null for round ones
 * @param columns of a table
 * @param measures that a view shows besides its first
 * @param settings what is set of how a view is drawn; what is null stays as the view has it
 * @param condition expression that holds for the rows shown; null for all rows
 */
public record Option(
        String id,
        @Nullable String label,
        @Nullable Measure measure,
        @Nullable String measureId,
        @Nullable Derived derived,
        @Nullable GroupBy by,
        @Nullable TimeStep step,
        @Nullable String split,
        @Nullable Integer largest,
        @Nullable BigDecimal width,
        View.@Nullable Kind view,
        @Nullable Boolean shown,
        @Nullable List<String> columns,
        @Nullable List<Measure> measures,
        @Nullable ViewSettings settings,
        @Nullable String condition) {
    public Option {
        columns = columns == null ? null : List.copyOf(columns);
        measures = measures == null ? null : List.copyOf(measures);
        condition = condition == null || condition.isBlank() ? null : condition;
    }

    public static Option of(String id, Measure measure) {
        return new Option(
                id, null, measure, null, null, null, null, null, null, null, null, null, null, null, null, null);
    }

    public static Option ofNamed(String id, String measureId) {
        return new Option(
                id, null, null, measureId, null, null, null, null, null, null, null, null, null, null, null, null);
    }

    /** @param derived null for the values as they are */
    public static Option ofDerived(String id, @Nullable Derived derived) {
        return new Option(
                id, null, null, null, derived, null, null, null, null, null, null, null, null, null, null, null);
    }

    public static Option of(String id, GroupBy by) {
        return new Option(id, null, null, null, null, by, null, null, null, null, null, null, null, null, null, null);
    }

    public static Option of(String id, TimeStep step) {
        return new Option(id, null, null, null, null, null, step, null, null, null, null, null, null, null, null, null);
    }

    /** @param split null for no split */
    public static Option ofSplit(String id, @Nullable String split) {
        return new Option(
                id, null, null, null, null, null, null, split, null, null, null, null, null, null, null, null);
    }

    public static Option ofLargest(String id, int largest) {
        return new Option(
                id, null, null, null, null, null, null, null, largest, null, null, null, null, null, null, null);
    }

    /** @param width null for round ones */
    public static Option ofWidth(String id, @Nullable BigDecimal width) {
        return new Option(
                id, null, null, null, null, null, null, null, null, width, null, null, null, null, null, null);
    }

    public static Option of(String id, View.Kind view) {
        return new Option(id, null, null, null, null, null, null, null, null, null, view, null, null, null, null, null);
    }

    public static Option ofShown(String id, boolean shown) {
        return new Option(
                id, null, null, null, null, null, null, null, null, null, null, shown, null, null, null, null);
    }

    /** @param columns of a table */
    public static Option ofColumns(String id, List<String> columns) {
        return new Option(
                id, null, null, null, null, null, null, null, null, null, null, null, columns, null, null, null);
    }

    /** @param measures shown besides the first */
    public static Option ofMeasures(String id, List<Measure> measures) {
        return new Option(
                id, null, null, null, null, null, null, null, null, null, null, null, null, measures, null, null);
    }

    public static Option of(String id, ViewSettings settings) {
        return new Option(
                id, null, null, null, null, null, null, null, null, null, null, null, null, null, settings, null);
    }

    /** @param by null for no grouping */
    public static Option ofGrouping(String id, @Nullable GroupBy by) {
        return new Option(id, null, null, null, null, by, null, null, null, null, null, null, null, null, null, null);
    }

    /** @param condition null for all rows */
    public static Option ofCondition(String id, @Nullable String condition) {
        return new Option(
                id, null, null, null, null, null, null, null, null, null, null, null, null, null, null, condition);
    }
}
