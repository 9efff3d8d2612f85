package keensparrow.core.app.choice;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.column.ColumnType;
import keensparrow.core.group.TimeStep;
import keensparrow.core.words.Words;

/** How long the periods are. */
final class StepChoice implements ChoiceKind {
    @Override
    public String label() {
        return Words.say("choice.timeStep");
    }

    @Override
    public List<ViewKind.Slot> needs() {
        return List.of(ViewKind.Slot.GROUPING);
    }

    @Override
    public List<GroupBy.Form> forms() {
        return List.of(GroupBy.Form.PERIODS);
    }

    @Override
    public boolean isWhole(Option option) {
        return option.step() != null;
    }

    @Override
    public String words(Option option, AppWords words) {
        return option.step() == null ? "" : option.step().label();
    }

    @Override
    public View apply(View view, Option option, List<NamedMeasure> measures) {
        return view.by() == null || view.by().form() != GroupBy.Form.PERIODS || option.step() == null
                ? view
                : view.withBy(new GroupBy(view.by().column(), option.step()));
    }

    @Override
    public List<Option> proposals(View view, Proposing from) {
        GroupBy by = view.by();
        List<TimeStep> steps = new ArrayList<>();
        if (by != null && by.step() != null) {
            steps.add(by.step());
        }
        boolean times = by != null
                && from.words()
                        .schema()
                        .find(by.column())
                        .filter(column -> column.type() == ColumnType.DATE_TIME)
                        .isPresent();
        Stream.of(TimeStep.values())
                .filter(step -> times || step != TimeStep.HOUR)
                .forEach(steps::add);
        return Proposing.options(steps, i -> Option.of(Proposing.id(i), steps.get(i)));
    }
}
