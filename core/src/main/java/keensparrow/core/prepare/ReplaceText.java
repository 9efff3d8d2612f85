package keensparrow.core.prepare;

import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/**
 * Replaces a text in the cells of a column; a cell that is empty then is blank.
 *
 * @param find not empty
 */
public record ReplaceText(String column, Where where, String find, String replacement) implements Step {
    /** Where it must stand. */
    public enum Where {
        PART("prepare.replaceText.part"),
        WHOLE("prepare.replaceText.whole");

        private final String key;

        Where(String key) {
            this.key = key;
        }

        String label() {
            return Words.say(key);
        }
    }

    static final StepKind KIND = new StepKind(
            "replaceText",
            ReplaceText.class,
            Words.say("prepare.replaceText"),
            List.of(
                    Slot.column("column", Words.say("prepare.column"), ColumnType.TEXT),
                    Slot.text("find", Words.say("prepare.find")),
                    Slot.option("where", Words.say("prepare.where"), Where.values(), Where::label),
                    Slot.text("replacement", Words.say("prepare.replaceBy"))));

    @Override
    public Table apply(Table before) {
        if (find.isEmpty()) {
            throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.nothingToFind"));
        }
        return before.with(
                before.schema().get(column), TextCells.of(before, column).mapped(text -> {
                    String plain = String.valueOf(text);
                    String made = where == Where.WHOLE
                            ? plain.equals(find) ? replacement : plain
                            : plain.replace(find, replacement);
                    return made.isBlank() ? null : made;
                }));
    }

    @Override
    public String effect(Table before, Table after) {
        return Step.changed(before, after, column);
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.replaceTextSentence",
                Sentence.control("column", before.label(column)),
                Sentence.control("find", "“" + find + "”"),
                Sentence.control("where", where.label()),
                Sentence.control("replacement", "“" + replacement + "”"));
    }
}
