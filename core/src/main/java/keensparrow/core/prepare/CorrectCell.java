package keensparrow.core.prepare;

import java.util.List;
import java.util.Objects;
import keensparrow.core.column.Column;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/**
 * Corrects a cell: the row is found by what stands in another column, so that the correction holds on later loads.
 *
 * @param key the column that names the row, @param keyValue written plainly
 * @param value written plainly; empty for blank
 */
public record CorrectCell(String key, String keyValue, String column, String value) implements Step {
    static final StepKind KIND = new StepKind(
            "correctCell",
            CorrectCell.class,
            Words.say("prepare.correctCell"),
            List.of(
                    Slot.column("key", Words.say("prepare.inTheRowWhere")),
                    Slot.text("keyValue", Words.say("prepare.isValue")),
                    Slot.column("column", Words.say("prepare.setColumn")),
                    Slot.text("value", Words.say("prepare.toValue"))));

    @Override
    public Table apply(Table before) {
        Column keys = before.column(key);
        Column cells = before.column(column);
        int found = 0;
        boolean[] hit = new boolean[before.rowCount()];
        for (int row = 0; row < hit.length; row++) {
            hit[row] = keyValue.equals(keys.plain(row));
            found += hit[row] ? 1 : 0;
        }
        if (found == 0) {
            return before; // told by the effect: the row may be in the next load again
        }
        return before.with(
                before.schema().get(column),
                CellValues.set(
                        cells,
                        hit,
                        value,
                        () -> new UserException(
                                ErrorCode.STEP_DOES_NOT_FIT,
                                Text.of(
                                        "prepare.isNoValueOf",
                                        "value",
                                        UserException.quote(value),
                                        "type",
                                        cells.type().label(),
                                        "column",
                                        UserException.quote(before.schema().label(column))))));
    }

    @Override
    public String effect(Table before, Table after) {
        Column keys = before.column(key);
        int found = 0;
        for (int row = 0; row < before.rowCount(); row++) {
            found += Objects.equals(keyValue, keys.plain(row)) ? 1 : 0;
        }
        return Words.say("prepare.rowsCorrected", "found", found);
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.correctCellSentence",
                Sentence.control("key", before.label(key)),
                Sentence.control("keyValue", "“" + keyValue + "”"),
                Sentence.control("column", before.label(column)),
                Sentence.control("value", value.isBlank() ? Words.say("prepare.blank") : "“" + value + "”"));
    }
}
