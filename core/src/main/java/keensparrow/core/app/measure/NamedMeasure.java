package keensparrow.core.app.measure;

import java.util.List;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * A measure that an app calls by a name: views and choices that use it follow it, and its name stands in their sentences.
 *
 * @param id what views and choices refer to; stays when the name changes
 * @param name as its author writes it
 * @param format of its values; that of its column when null
 * @param good which direction is good; null where neither is
 * @param description what it means, for whoever asks; null for none
 * @param dataset name of the app's further dataset that it is made of; null for the app's first one
 */
public record NamedMeasure(
        String id,
        String name,
        Measure measure,
        @Nullable ColumnFormat format,
        @Nullable Direction good,
        @Nullable String description,
        @Nullable String dataset) {
    /** What is said of it besides what it measures. */
    public static final List<Slot> SLOTS = List.of(
            new Slot(
                    "format",
                    Words.say("slot.format"),
                    Slot.Type.FORMAT,
                    List.of(new Slot.Option("", Words.say("slot.asTheyAre"))),
                    List.of()),
            Slot.pick(
                    "good",
                    Words.say("slot.good"),
                    List.of(
                            Slot.Option.setting("", Words.say("slot.noDirection"), "good", null),
                            Slot.Option.setting("HIGHER", Words.say("slot.higher"), "good", Direction.HIGHER),
                            Slot.Option.setting("LOWER", Words.say("slot.lower"), "good", Direction.LOWER))),
            new Slot("description", Words.say("slot.meaning"), Slot.Type.PARAGRAPHS, List.of(), List.of()));

    /** Of the app's first dataset. */
    public NamedMeasure(
            String id,
            String name,
            Measure measure,
            @Nullable ColumnFormat format,
            @Nullable Direction good,
            @Nullable String description) {
        this(id, name, measure, format, good, description, null);
    }

    /** Which change of a value is good. */
    public enum Direction {
        HIGHER,
        LOWER
    }
}
