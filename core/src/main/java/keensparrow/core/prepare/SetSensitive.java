package keensparrow.core.prepare;

import java.util.List;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;

/** Says whether the values of a column are ever downloaded. */
public record SetSensitive(String column, Leaving leaving) implements Step {
    /** Whether values leave the application in files. */
    public enum Leaving {
        NEVER("prepare.setSensitive.never"),
        ALLOWED("prepare.setSensitive.allowed");

        private final String key;

        Leaving(String key) {
            this.key = key;
        }

        String label() {
            return Words.say(key);
        }
    }

    static final StepKind KIND = new StepKind(
            "setSensitive",
            SetSensitive.class,
            Words.say("prepare.setSensitive"),
            List.of(
                    Slot.column("column", Words.say("prepare.column")),
                    Slot.option("leaving", Words.say("prepare.itsDownload"), Leaving.values(), Leaving::label)));

    @Override
    public Table apply(Table before) {
        return before.withInfo(before.schema().get(column).withSensitive(leaving == Leaving.NEVER));
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.sensitiveSentence",
                Sentence.stress("column", before.label(column)),
                Sentence.control("leaving", leaving.label()));
    }
}
