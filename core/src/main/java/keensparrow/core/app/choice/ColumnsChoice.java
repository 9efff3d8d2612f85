package keensparrow.core.app.choice;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.sentence.Slot;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;

/** Which columns a table or a record shows. */
final class ColumnsChoice implements ChoiceKind {
    private static final int MAX_NAMED = 3;

    @Override
    public String label() {
        return Words.say("choice.columns");
    }

    @Override
    public List<ViewKind.Slot> needs() {
        return List.of(ViewKind.Slot.COLUMNS);
    }

    @Override
    public boolean isWhole(Option option) {
        return option.columns() != null && !option.columns().isEmpty();
    }

    @Override
    public String words(Option option, AppWords words) {
        List<String> columns = option.columns() == null ? List.of() : option.columns();
        Schema schema = words.schema();
        if (columns.size() == schema.columns().size()) {
            return Words.say("choice.allColumns");
        }
        List<String> labels = columns.stream().map(schema::label).toList();
        return columns.size() <= MAX_NAMED
                ? Wording.all(labels)
                : Words.say("choice.columnsAndMore", "columns", labels.get(0), "more", columns.size() - 1);
    }

    @Override
    public Slot written() {
        return Slot.columns("columns", Words.say("slot.columnsOfOption"));
    }

    /** Sorted by those of its columns that are left. */
    @Override
    public View apply(View view, Option option, List<NamedMeasure> measures) {
        return option.columns() == null ? view : view.withColumns(option.columns());
    }

    /** Its own, all of them, those it is known by and their numbers. */
    @Override
    public List<Option> proposals(View view, Proposing from) {
        List<ColumnInfo> all = from.words().schema().columns();
        List<List<String>> sets = new ArrayList<>();
        sets.add(view.columns());
        sets.add(all.stream().map(ColumnInfo::name).toList());
        sets.add(view.columns().stream().limit(MAX_NAMED).toList());
        sets.add(all.stream()
                .filter(column -> column.name().equals(view.columns().get(0)) || column.role() == Role.MEASURE)
                .map(ColumnInfo::name)
                .toList());
        sets.removeIf(List::isEmpty);
        return Proposing.options(sets, i -> Option.ofColumns(Proposing.id(i), sets.get(i)));
    }
}
