package keensparrow.core.app;

import java.util.List;
import java.util.stream.Stream;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Derived;
import keensparrow.core.app.choice.Choice;
import keensparrow.core.app.choice.ChoiceKind;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.measure.MeasureSentences;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.column.ColumnType;
import keensparrow.core.expression.Expressions;
import keensparrow.core.group.DatePart;
import keensparrow.core.group.TimeStep;
import keensparrow.core.prepare.StepKinds;
import keensparrow.core.sentence.Slot;
import org.jspecify.annotations.Nullable;

/**
 * What can be said, as data: an editor offers it without knowing any of it by itself, in the words that the sentences use.
 *
 * @param aggregates what is made of a column, the usual ones first
 * @param derived what is made of the values of all groups
 * @param steps periods of dates, @param parts parts of dates
 * @param viewKinds the ways of showing data
 * @param stepKinds the steps whose words can be changed, with the slots of each
 * @param choiceKinds what colleagues can be let choose
 * @param filterKinds the ways of filtering
 * @param functions that expressions over rows may call
 */
public record Grammar(
        List<OfAggregate> aggregates,
        List<OfDerived> derived,
        List<OfStep> steps,
        List<OfPart> parts,
        List<Slot.OfStepKind> stepKinds,
        List<OfViewKind> viewKinds,
        List<OfChoiceKind> choiceKinds,
        List<OfFilterKind> filterKinds,
        List<Expressions.FunctionWords> functions) {
    /** @param ofColumn whether it reads one column, which it is called after, @param slots what can be said of it */
    public record OfFilterKind(FilterSpec.Kind kind, String words, boolean ofColumn, List<Slot> slots) {}

    /**
     * @param words before the column: {@code average of}
     * @param types of columns that it is made of
     * @param withWords before the second column, null where there is none: {@code weighted by}
     * @param withTypes of second columns
     * @param percent whether it takes a percentage
     */
    public record OfAggregate(
            Aggregate aggregate,
            String words,
            List<ColumnType> types,
            @Nullable String withWords,
            List<ColumnType> withTypes,
            boolean percent) {}

    /** @param needsPeriods whether groups must be periods, @param needsSplit whether a second grouping splits them */
    public record OfDerived(Derived derived, String words, boolean needsPeriods, boolean needsSplit) {}

    public record OfStep(TimeStep step, String words, boolean needsTimes) {}

    public record OfPart(DatePart part, String words, boolean needsTimes) {}

    /**
     * @param words at the end of a sentence: {@code bars}
     * @param purpose what it answers
     * @param groupings what it can be grouped by, what it begins with first
     * @param aggregates what its measure can be; any where empty
     * @param acrossForms what its second grouping can be
     * @param needsGroups whether it cannot stand without a grouping
     * @param width columns and @param height rows of the grid that a new one takes
     */
    public record OfViewKind(
            View.Kind kind,
            String words,
            String purpose,
            List<ViewKind.Slot> slots,
            List<GroupBy.Form> groupings,
            List<Aggregate> aggregates,
            List<GroupBy.Form> acrossForms,
            boolean needsGroups,
            int width,
            int height) {}

    /** @param needs parts that a view must have, @param forms what its groups may be; empty where that does not matter */
    public record OfChoiceKind(
            Choice.Kind kind,
            String words,
            List<ViewKind.Slot> needs,
            List<GroupBy.Form> forms,
            boolean namesColumns) {}

    private static final List<Aggregate> IN_ORDER = List.of(
            Aggregate.SUM,
            Aggregate.AVERAGE,
            Aggregate.MEDIAN,
            Aggregate.MIN,
            Aggregate.MAX,
            Aggregate.STDDEV,
            Aggregate.SHARE,
            Aggregate.DISTINCT,
            Aggregate.COUNT,
            Aggregate.PERCENTILE,
            Aggregate.WEIGHTED_AVERAGE,
            Aggregate.RATIO,
            Aggregate.FIRST,
            Aggregate.LAST,
            Aggregate.LEVEL);

    /** All there is. */
    public static Grammar whole() {
        return new Grammar(
                IN_ORDER.stream().map(Grammar::of).toList(),
                Stream.of(Derived.values())
                        .map(each ->
                                new OfDerived(each, each.label(), each.needsPeriods(), each == Derived.SHARE_OF_GROUP))
                        .toList(),
                Stream.of(TimeStep.values())
                        .map(each -> new OfStep(each, each.label(), each == TimeStep.HOUR))
                        .toList(),
                Stream.of(DatePart.values())
                        .map(each -> new OfPart(each, each.label(), each == DatePart.HOUR_OF_DAY))
                        .toList(),
                StepKinds.ALL.stream()
                        .filter(kind -> !kind.slots().isEmpty())
                        .map(kind -> new Slot.OfStepKind(kind.name(), kind.words(), kind.slots()))
                        .toList(),
                Stream.of(View.Kind.values()).map(Grammar::of).toList(),
                Stream.of(Choice.Kind.values()).map(Grammar::of).toList(),
                Stream.of(FilterSpec.Kind.values())
                        .map(kind -> new OfFilterKind(
                                kind,
                                kind.definition().words(),
                                kind.definition().isOfColumn(),
                                kind.definition().slots()))
                        .toList(),
                Expressions.functions());
    }

    private static OfViewKind of(View.Kind kind) {
        ViewKind each = kind.definition();
        return new OfViewKind(
                kind,
                each.label(),
                each.purpose(),
                each.slots(),
                each.groupings(),
                each.aggregates(),
                each.acrossForms(),
                !each.groupings().isEmpty() && !each.isWholeWithoutGroups(),
                each.size().w(),
                each.size().h());
    }

    private static OfChoiceKind of(Choice.Kind kind) {
        ChoiceKind each = kind.definition();
        return new OfChoiceKind(kind, each.label(), each.needs(), each.forms(), each.namesColumns());
    }

    private static OfAggregate of(Aggregate aggregate) {
        List<ColumnType> types =
                Stream.of(ColumnType.values()).filter(aggregate::fits).toList();
        List<ColumnType> second = aggregate.isOfTwo()
                ? Stream.of(ColumnType.values()).filter(aggregate::fitsSecond).toList()
                : List.of();
        return new OfAggregate(
                aggregate,
                MeasureSentences.before(aggregate),
                types,
                MeasureSentences.beforeSecond(aggregate),
                second,
                aggregate == Aggregate.PERCENTILE);
    }
}
