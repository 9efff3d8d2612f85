package keensparrow.core.prepare;

import keensparrow.core.column.ColumnType;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;

/** Reads a column of the source as another type. Done while reading, so that the text of the file is what is read. */
public record Retype(String column, ColumnType type) implements Step {
    @Override
    public Table apply(Table before) {
        before.schema().get(column); // the reading did the rest
        return before;
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.builder()
                .say("Read ")
                .stress(before.label(column))
                .say(" as ")
                .control("type", type.label())
                .say(".")
                .build();
    }
}
