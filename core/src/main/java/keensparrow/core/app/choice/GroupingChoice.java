package keensparrow.core.app.choice;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.group.DatePart;
import keensparrow.core.group.TimeStep;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.words.Words;

/** What groups are made of. */
final class GroupingChoice implements ChoiceKind {
    private static final int MAX_GROUPS = 500;
    private static final List<TimeStep> PERIODS = List.of(TimeStep.MONTH, TimeStep.QUARTER, TimeStep.YEAR);

    @Override
    public String label() {
        return Words.say("choice.groupedBy");
    }

    @Override
    public List<ViewKind.Slot> needs() {
        return List.of(ViewKind.Slot.GROUPING);
    }

    @Override
    public boolean isWhole(Option option) {
        return option.by() != null;
    }

    @Override
    public String words(Option option, AppWords words) {
        return option.by() == null ? "" : Wording.capital(option.by().phrase(words.schema()));
    }

    @Override
    public View apply(View view, Option option, List<NamedMeasure> measures) {
        GroupBy by = option.by();
        return by != null && view.kind().definition().groupings().contains(by.form()) ? view.withBy(by) : view;
    }

    @Override
    public List<Option> proposals(View view, Proposing from) {
        List<GroupBy> groups = new ArrayList<>();
        if (view.by() != null) {
            groups.add(view.by());
        }
        from.categories(MAX_GROUPS).forEach(column -> groups.add(new GroupBy(column.name(), null)));
        from.words().schema().columns().stream().filter(ColumnInfo::isTime).forEach(column -> {
            PERIODS.forEach(step -> groups.add(new GroupBy(column.name(), step)));
            groups.add(new GroupBy(column.name(), null, DatePart.WEEKDAY, false, null));
            groups.add(new GroupBy(column.name(), null, DatePart.MONTH_OF_YEAR, false, null));
        });
        groups.removeIf(by -> !view.kind().definition().groupings().contains(by.form()));
        return Proposing.options(groups, i -> Option.of(Proposing.id(i), groups.get(i)));
    }
}
