package keensparrow.core.app.choice;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.words.Words;

/** What splits the groups. */
final class SplitChoice implements ChoiceKind {
    private static final int MAX_SPLITS = 60;

    @Override
    public String label() {
        return Words.say("choice.splitBy");
    }

    @Override
    public List<ViewKind.Slot> needs() {
        return List.of(ViewKind.Slot.SPLIT);
    }

    @Override
    public boolean isWhole(Option option) {
        return true;
    }

    @Override
    public String words(Option option, AppWords words) {
        return option.split() == null
                ? Words.say("choice.nothing")
                : words.schema().label(option.split());
    }

    @Override
    public View apply(View view, Option option, List<NamedMeasure> measures) {
        return view.withSplit(option.split());
    }

    @Override
    public List<Option> proposals(View view, Proposing from) {
        List<String> columns = new ArrayList<>();
        columns.add(view.split());
        columns.add(null);
        from.categories(MAX_SPLITS).stream()
                .map(ColumnInfo::name)
                .filter(name -> view.by() == null || !view.by().column().equals(name))
                .forEach(columns::add);
        return Proposing.options(columns, i -> Option.ofSplit(Proposing.id(i), columns.get(i)));
    }
}
