package keensparrow.core.prepare;

import java.util.List;
import java.util.Locale;
import keensparrow.core.column.ColumnType;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Tidies the texts of a column: spaces within become single ones, those around go; and their case, where one is asked for. */
public record TidyText(String column, Case letters) implements Step {
    /** What becomes of large and small letters. */
    public enum Case {
        AS_WRITTEN("prepare.tidyText.asWritten"),
        LOWER("prepare.tidyText.lower"),
        UPPER("prepare.tidyText.upper"),
        WORDS("prepare.tidyText.words");

        private final String key;

        Case(String key) {
            this.key = key;
        }

        String label() {
            return Words.say(key);
        }
    }

    static final StepKind KIND = new StepKind(
            "tidyText",
            TidyText.class,
            Words.say("prepare.tidyText"),
            List.of(
                    Slot.column("column", Words.say("prepare.column"), ColumnType.TEXT),
                    Slot.option("letters", Words.say("prepare.letters"), Case.values(), Case::label)));

    @Override
    public Table apply(Table before) {
        return before.with(
                before.schema().get(column), TextCells.of(before, column).mapped(this::tidied));
    }

    private @Nullable String tidied(@Nullable String text) {
        String plain =
                String.valueOf(text).replaceAll("[\\p{Z}\\s\\p{Cf}]+", " ").strip();
        if (plain.isEmpty()) {
            return null;
        }
        return switch (letters) {
            case AS_WRITTEN -> plain;
            case LOWER -> plain.toLowerCase(Locale.ROOT);
            case UPPER -> plain.toUpperCase(Locale.ROOT);
            case WORDS -> words(plain.toLowerCase(Locale.ROOT));
        };
    }

    private static String words(String text) {
        StringBuilder made = new StringBuilder(text.length());
        boolean start = true;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            made.append(start ? Character.toTitleCase(c) : c);
            start = !Character.isLetterOrDigit(c) && c != '\'' && c != '’';
        }
        return made.toString();
    }

    @Override
    public String effect(Table before, Table after) {
        return Step.changed(before, after, column);
    }

    @Override
    public Sentence sentence(Schema before) {
        return Sentence.of(
                "prepare.tidyTextSentence",
                Sentence.control("column", before.label(column)),
                Sentence.control("letters", letters.label()));
    }
}
