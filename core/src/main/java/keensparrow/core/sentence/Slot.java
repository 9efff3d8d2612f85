package keensparrow.core.sentence;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Stream;
import keensparrow.core.column.ColumnType;
import org.jspecify.annotations.Nullable;

/**
 * A part of a sentence that can be said differently.
 *
 * @param path the field of the definition that holds it, with fields within it after a slash: {@code settings/upright}
 * @param words what it is, for a screen reader and beside the control
 * @param type which editor it takes
 * @param options of {@link Type#OPTION}, {@link Type#PICK} and {@link Type#PICKS}; of {@link Type#TEXT} what it is called without one; empty for others
 * @param types of columns that fit; all where there are none
 * @param before what stands before it in the sentence; null where its words stand beside it
 * @param opens what is pressed to say something where nothing is said; null for one that is always open
 * @param parts slots that say the same part by part, for an option that holds {@link Option#more}
 */
public record Slot(
        String path,
        String words,
        Type type,
        List<Option> options,
        List<ColumnType> types,
        @Nullable String before,
        @Nullable String opens,
        List<Slot> parts) {
    public Slot {
        options = List.copyOf(options);
        types = List.copyOf(types);
        parts = List.copyOf(parts);
    }

    public Slot(String path, String words, Type type, List<Option> options, List<ColumnType> types) {
        this(path, words, type, options, types, null, null, List.of());
    }

    public enum Type {
        COLUMN,
        TEXT,
        EXPRESSION,
        VALUES,
        FORMAT,
        OPTION,
        COLUMNS,
        /** A column, or none. */
        COLUMN_OR_NONE,
        NUMBER,
        /** Yes or no. */
        YES_NO,
        /** Names for groups of values. */
        GROUPS,
        /** Another dataset of the same person, in the field {@code dataset} with its name in {@code datasetName}. */
        DATASET,
        /** A column of that dataset. */
        OTHER_COLUMN,
        OTHER_COLUMNS,
        /** One of the options: what it sets is what it stands for. */
        PICK,
        /** Several of the options, one at least: each sets the path to one element of the list that stands there. */
        PICKS,
        /** The same, or none of them. */
        PICKS_OR_NONE,
        /** A number from 0 to 100. */
        PERCENT,
        /** A number with a name: a line that others are seen against. */
        REFERENCE,
        /** An uploaded picture with its words. */
        PICTURE,
        /** A text of several lines. */
        PARAGRAPHS,
        /** What colleagues choose: its words stand there, nothing is edited. */
        CHOSEN
    }

    /**
     * @param value what the field holds; of {@link Type#PICK} a name within its slot
     * @param set what becomes of the definition, by path; null where the value alone is set
     * @param more whether the parts of its slot say it
     */
    public record Option(
            String value, String words, @Nullable Map<String, @Nullable Object> set, boolean more) {
        public Option(String value, String words) {
            this(value, words, null, false);
        }

        /** @param set in pairs: a path, what it is set to */
        public static Option setting(String value, String words, @Nullable Object... set) {
            Map<String, @Nullable Object> all = new LinkedHashMap<>();
            for (int i = 0; i < set.length; i += 2) {
                all.put(String.valueOf(set[i]), set[i + 1]);
            }
            return new Option(value, words, Collections.unmodifiableMap(all), false);
        }
    }

    /** One of several, each of which sets what it stands for. */
    public static Slot pick(String path, String words, List<Option> options) {
        return new Slot(path, words, Type.PICK, options, List.of());
    }

    /** The same after words of a sentence. */
    public Slot after(String words) {
        return new Slot(path, this.words, type, options, types, words, opens, parts);
    }

    /** The same, said only after something was pressed. */
    public Slot opened(String by) {
        return new Slot(path, words, type, options, types, before, by, parts);
    }

    /** The same, with what says it part by part. */
    public Slot in(List<Slot> parts) {
        return new Slot(path, words, type, options, types, before, opens, parts);
    }

    /** @param kind as in the field {@code kind} of a step, @param words what it does, @param before what stands before its slots */
    public record OfStepKind(String kind, String words, List<Slot> slots) {}

    public static Slot column(String path, String words, ColumnType... types) {
        return new Slot(path, words, Type.COLUMN, List.of(), List.of(types));
    }

    /** Several columns, in an order. */
    public static Slot columns(String path, String words, ColumnType... types) {
        return new Slot(path, words, Type.COLUMNS, List.of(), List.of(types));
    }

    public static Slot columnOrNone(String path, String words, ColumnType... types) {
        return new Slot(path, words, Type.COLUMN_OR_NONE, List.of(), List.of(types));
    }

    /** A whole number. */
    public static Slot number(String path, String words) {
        return new Slot(path, words, Type.NUMBER, List.of(), List.of());
    }

    /** Groups of the values of the column in the field {@code column}, each with a name. */
    public static Slot groups(String path, String words) {
        return new Slot(path, words, Type.GROUPS, List.of(), List.of());
    }

    public static Slot dataset(String path, String words) {
        return new Slot(path, words, Type.DATASET, List.of(), List.of());
    }

    public static Slot otherColumn(String path, String words) {
        return new Slot(path, words, Type.OTHER_COLUMN, List.of(), List.of());
    }

    public static Slot otherColumns(String path, String words) {
        return new Slot(path, words, Type.OTHER_COLUMNS, List.of(), List.of());
    }

    public static Slot text(String path, String words) {
        return new Slot(path, words, Type.TEXT, List.of(), List.of());
    }

    public static Slot expression(String path, String words) {
        return new Slot(path, words, Type.EXPRESSION, List.of(), List.of());
    }

    /** Values of the column in the field {@code column}. */
    public static Slot values(String path, String words) {
        return new Slot(path, words, Type.VALUES, List.of(), List.of());
    }

    /** Whether something holds. */
    public static Slot yesNo(String path, String words) {
        return new Slot(path, words, Type.YES_NO, List.of(), List.of());
    }

    /** How numbers are shown. */
    public static Slot format(String path, String words) {
        return new Slot(path, words, Type.FORMAT, List.of(), List.of());
    }

    public static Slot option(String path, String words, List<Option> options) {
        return new Slot(path, words, Type.OPTION, options, List.of());
    }

    /** One of some values by their names. @param label of a value, for people */
    public static <E extends Enum<E>> Slot option(String path, String words, E[] values, Function<E, String> label) {
        return option(
                path,
                words,
                Stream.of(values)
                        .map(value -> new Option(value.name(), label.apply(value)))
                        .toList());
    }
}
