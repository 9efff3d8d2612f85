package keensparrow.core.app;

import java.util.List;
import java.util.stream.Stream;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.app.choice.Choice;
import keensparrow.core.app.choice.ChoiceKind;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.expression.Expressions;
import keensparrow.core.prepare.StepKinds;
import keensparrow.core.sentence.Slot;
import org.jspecify.annotations.Nullable;

/**
 * What can be said, as data: an editor offers it without knowing any of it by itself, in the words that the sentences use.
 *
 * @param viewKinds the ways of showing data
 * @param stepKinds the steps whose words can be changed, with the slots of each
 * @param choiceKinds what colleagues can be let choose
 * @param filterKinds the ways of filtering
 * @param measureSlots what is said of a measure with a name, besides what it measures
 * @param functions that expressions over rows may call
 */
public record Grammar(
        List<Slot.OfStepKind> stepKinds,
        List<OfViewKind> viewKinds,
        List<OfChoiceKind> choiceKinds,
        List<OfFilterKind> filterKinds,
        List<Slot> measureSlots,
        List<Expressions.FunctionWords> functions) {
    /** @param ofColumn whether it reads one column, which it is called after, @param slots what can be said of it */
    public record OfFilterKind(FilterSpec.Kind kind, String words, boolean ofColumn, List<Slot> slots) {}

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

    /**
     * @param needs parts that a view must have
     * @param forms what its groups may be; empty where that does not matter
     * @param written what says an option that is not among those proposed; null where all are proposed
     */
    public record OfChoiceKind(
            Choice.Kind kind,
            String words,
            List<ViewKind.Slot> needs,
            List<GroupBy.Form> forms,
            boolean namesColumns,
            @Nullable Slot written) {}

    /** All there is. */
    public static Grammar whole() {
        return new Grammar(
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
                NamedMeasure.SLOTS,
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
        return new OfChoiceKind(kind, each.label(), each.needs(), each.forms(), each.namesColumns(), each.written());
    }
}
