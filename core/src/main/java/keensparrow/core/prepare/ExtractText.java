package keensparrow.core.prepare;

import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.expression.TextPattern;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;

/**
 * Takes out of texts what fits a pattern, into a new column; blank where nothing does.
 *
 * @param pattern a regular expression; its first group says what is taken, without groups all that fits is
 */
public record ExtractText(String column, String pattern, String label) implements Step {
    static final StepKind KIND = new StepKind(
            "extractText",
            ExtractText.class,
            Words.say("prepare.extractText"),
            List.of(
                    Slot.column("column", Words.say("prepare.column"), ColumnType.TEXT),
                    Slot.text("pattern", Words.say("prepare.pattern")),
                    Slot.text("label", Words.say("prepare.intoAColumn"))));

    @Override
    public Table apply(Table before) {
        TextPattern fits = TextPattern.of(pattern, null);
        ColumnInfo made = new ColumnInfo(
                        TextCells.newName(label, before.schema()), label.strip(), ColumnType.TEXT, Role.CATEGORY)
                .keeping(before.schema().get(column));
        return before.with(made, TextCells.of(before, column).mapped(text -> {
            String found = fits.found(String.valueOf(text));
            return found == null || found.isBlank() ? null : found.strip();
        }));
    }

    @Override
    public String effect(Table before, Table after) {
        return Step.blanks(
                after, after.schema().columns().get(after.columns().size() - 1).name());
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.extractTextSentence",
                Sentence.control("column", before.label(column)),
                Sentence.control("pattern", "“" + pattern + "”"),
                Sentence.control("label", label));
    }
}
