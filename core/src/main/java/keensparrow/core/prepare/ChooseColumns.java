package keensparrow.core.prepare;

import java.util.List;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;

/** Keeps some columns, in this order. */
public record ChooseColumns(List<String> columns) implements Step {
    static final StepKind KIND = new StepKind(
            "chooseColumns",
            ChooseColumns.class,
            Words.say("prepare.chooseColumns"),
            List.of(Slot.columns("columns", Words.say("prepare.columnsThatStay"))));

    public ChooseColumns {
        columns = List.copyOf(columns);
    }

    @Override
    public Table apply(Table before) {
        List<String> names = TextCells.columns(columns, before.schema());
        List<ColumnInfo> infos = names.stream().map(before.schema()::get).toList();
        return before.ofColumns(
                new Schema(infos), names.stream().map(before::column).toList());
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.chooseColumnsSentence",
                Sentence.control(
                        "columns",
                        Wording.all(columns.stream().map(before::label).toList())));
    }
}
