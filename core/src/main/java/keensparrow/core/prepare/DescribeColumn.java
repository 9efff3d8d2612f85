package keensparrow.core.prepare;

import java.util.List;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/** Says what a column means, for whoever asks. @param description empty for none */
public record DescribeColumn(String column, String description) implements Step {
    static final StepKind KIND = new StepKind(
            "describeColumn",
            DescribeColumn.class,
            Words.say("prepare.describeAColumn"),
            List.of(
                    Slot.column("column", Words.say("prepare.column")),
                    Slot.text("description", Words.say("prepare.description"))));

    private static final int MAX_LENGTH = 1000;

    @Override
    public Table apply(Table before) {
        String text = description.strip();
        if (text.length() > MAX_LENGTH) {
            throw new UserException(
                    ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.aDescriptionIsLonger", "maxLength", MAX_LENGTH));
        }
        return before.withInfo(before.schema().get(column).described(text.isEmpty() ? null : text));
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.describeSentence",
                Sentence.stress("column", before.label(column)),
                Sentence.control("description", description));
    }
}
