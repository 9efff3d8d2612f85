package keensparrow.core.app.choice;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.words.Words;

/** Which column names the rows that are drawn one by one; none where an option has none. */
final class NamedChoice implements ChoiceKind {
    @Override
    public String label() {
        return Words.say("choice.namedBy");
    }

    @Override
    public List<ViewKind.Slot> needs() {
        return List.of(ViewKind.Slot.NAMED);
    }

    @Override
    public boolean namesColumns() {
        return true;
    }

    @Override
    public boolean isWhole(Option option) {
        return option.columns() != null && option.columns().size() <= 1;
    }

    private static List<String> columns(Option option) {
        return option.columns() == null ? List.of() : option.columns();
    }

    @Override
    public String words(Option option, AppWords words) {
        return columns(option).isEmpty()
                ? Words.say("choice.noNames")
                : words.schema().label(columns(option).get(0));
    }

    @Override
    public View apply(View view, Option option, List<NamedMeasure> measures) {
        return view.withColumns(columns(option));
    }

    @Override
    public List<Option> proposals(View view, Proposing from) {
        List<List<String>> all = new ArrayList<>();
        all.add(view.columns());
        from.words().schema().columns().stream()
                .filter(column -> column.role() == Role.IDENTIFIER || column.isGrouping())
                .map(ColumnInfo::name)
                .forEach(column -> all.add(List.of(column)));
        all.add(List.of());
        return Proposing.options(all, i -> Option.ofColumns(Proposing.id(i), all.get(i)));
    }
}
