package keensparrow.core.sentence;

import java.util.List;
import keensparrow.core.column.ColumnType;

/**
 * A part of a sentence that can be said differently.
 *
 * @param path the field of the definition that holds it
 * @param words what it is, for a screen reader and beside the control
 * @param type which editor it takes
 * @param options of {@link Type#OPTION}; empty for others
 * @param types of columns that fit; all where there are none
 */
public record Slot(String path, String words, Type type, List<Option> options, List<ColumnType> types) {
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
        OTHER_COLUMNS
    }

    public record Option(String value, String words) {}

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
}
