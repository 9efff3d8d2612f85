package keensparrow.core.prepare;

import java.util.List;
import java.util.Random;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/** Keeps so many rows drawn at random, the same ones on every replay of the same table, in their order. */
public record SampleRows(int count) implements Step {
    private static final long SEED = 20_260_101;

    static final StepKind KIND = new StepKind(
            "sampleRows",
            SampleRows.class,
            Words.say("prepare.sampleRows"),
            List.of(Slot.number("count", Words.say("prepare.howMany"))));

    @Override
    public Table apply(Table before) {
        if (count < 1) {
            throw new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.atLeastOne"));
        }
        int rows = before.rowCount();
        if (count >= rows) {
            return before;
        }
        Random random = new Random(SEED);
        int[] kept = new int[count];
        int size = 0;
        for (int row = 0; row < rows && size < count; row++) { // each row as likely as what is left to draw
            if (random.nextInt(rows - row) < count - size) {
                kept[size++] = row;
            }
        }
        return before.pick(kept, size);
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of("prepare.sampleRowsSentence", Sentence.control("count", Wording.number(count)));
    }
}
