package keensparrow.core.prepare;

import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TextColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Splits texts into columns behind the others; the last part takes what is left, a part that is not there is blank.
 *
 * @param separator that stands between the parts
 * @param parts how many columns come of it, 2 to 20
 */
public record SplitText(String column, String separator, int parts) implements Step {
    private static final int MAX_PARTS = 20;

    static final StepKind KIND = new StepKind(
            "splitText",
            SplitText.class,
            Words.say("prepare.splitText"),
            List.of(
                    Slot.column("column", Words.say("prepare.column"), ColumnType.TEXT),
                    Slot.text("separator", Words.say("prepare.separator")),
                    Slot.number("parts", Words.say("prepare.parts"))));

    @Override
    public Table apply(Table before) {
        if (separator.isEmpty() || parts < 2 || parts > MAX_PARTS) {
            throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.splitNeeds", "most", MAX_PARTS));
        }
        TextColumn texts = TextCells.of(before, column);
        Table after = before;
        for (int part = 0; part < parts; part++) {
            int number = part;
            String label = before.schema().label(column) + " " + (part + 1);
            String name = TextCells.newName(label, after.schema());
            after = after.with(
                    new ColumnInfo(name, label, ColumnType.TEXT, Role.CATEGORY)
                            .keeping(before.schema().get(column)),
                    texts.mapped(text -> part(String.valueOf(text), number)));
        }
        return after;
    }

    private @Nullable String part(String text, int number) {
        int from = 0;
        for (int i = 0; i < number; i++) {
            int at = text.indexOf(separator, from);
            if (at < 0) {
                return null;
            }
            from = at + separator.length();
        }
        int end = number == parts - 1 ? -1 : text.indexOf(separator, from);
        String part = text.substring(from, end < 0 ? text.length() : end).strip();
        return part.isEmpty() ? null : part;
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.splitTextSentence",
                Sentence.control("column", before.label(column)),
                Sentence.control("separator", "“" + separator + "”"),
                Sentence.control("parts", String.valueOf(parts)));
    }
}
