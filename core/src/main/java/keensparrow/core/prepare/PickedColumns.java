package keensparrow.core.prepare;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import keensparrow.core.column.ColumnType;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Columns picked one by one and by what they have in common, so that a later load's further column is among them.
 *
 * @param columns one by one
 * @param like patterns of labels, parted by semicolons; none when null or blank
 * @param from the first of several side by side, @param to the last; to the end where only the first is given
 * @param all those of a kind
 */
record PickedColumns(
        List<String> columns,
        @Nullable String like,
        @Nullable String from,
        @Nullable String to,
        All all) {
    /** Columns of a kind. */
    enum All {
        NONE("prepare.allOfNone"),
        NUMBERS("prepare.allNumbers"),
        DATES("prepare.allDates"),
        TEXTS("prepare.allTexts"),
        /** Numbers side by side whose labels are months, years or days. */
        PERIODS("prepare.allPeriods");

        private final String key;

        All(String key) {
            this.key = key;
        }

        String label() {
            return Words.say(key);
        }
    }

    private boolean isByRule() {
        return hasLike() || from != null || to != null || all != All.NONE;
    }

    private boolean hasLike() {
        return like != null && !like.isBlank();
    }

    /**
     * In their order where they are picked one by one, else in that of the table.
     *
     * @throws keensparrow.core.error.UserException COLUMN_NOT_FOUND for one that is gone, STEP_DOES_NOT_FIT for none
     */
    List<String> in(Table table) {
        Schema schema = table.schema();
        if (!isByRule()) {
            return TextCells.columns(columns, schema);
        }
        columns.forEach(schema::get);
        Set<String> picked = new HashSet<>(columns);
        List<ColumnInfo> infos = schema.columns();
        if (from != null || to != null) {
            int first = from == null ? 0 : infos.indexOf(schema.get(from));
            int last = to == null ? infos.size() - 1 : infos.indexOf(schema.get(to));
            infos.subList(Math.min(first, last), Math.max(first, last) + 1).forEach(info -> picked.add(info.name()));
        }
        if (all == All.PERIODS) {
            WideColumns.find(table).ifPresent(found -> found.columns().forEach(info -> picked.add(info.name())));
        }
        infos.stream().filter(info -> isLike(info) || isOfKind(info.type())).forEach(info -> picked.add(info.name()));
        return TextCells.columns(
                infos.stream().map(ColumnInfo::name).filter(picked::contains).toList(), schema);
    }

    private boolean isLike(ColumnInfo info) {
        return like != null
                && Stream.of(like.split(";"))
                        .map(String::strip)
                        .filter(pattern -> !pattern.isEmpty())
                        .anyMatch(pattern -> NamePattern.fits(pattern, info.label()));
    }

    private boolean isOfKind(ColumnType type) {
        return switch (all) {
            case NUMBERS -> type.isNumber();
            case DATES -> type.isTime();
            case TEXTS -> type == ColumnType.TEXT;
            case NONE, PERIODS -> false;
        };
    }

    /** What is picked, in words. */
    String words(Schema schema) {
        List<String> parts = new ArrayList<>();
        if (!columns.isEmpty() || !isByRule()) {
            parts.add(oneByOne(schema));
        }
        if (hasLike()) {
            parts.add(Words.say("prepare.columnsLike", "like", String.valueOf(like)));
        }
        if (from != null || to != null) {
            parts.add(
                    to == null
                            ? Words.say("prepare.columnsFrom", "first", schema.label(String.valueOf(from)))
                            : from == null
                                    ? Words.say("prepare.columnsTo", "last", schema.label(to))
                                    : Words.say(
                                            "prepare.columnsBetween",
                                            "first",
                                            schema.label(from),
                                            "last",
                                            schema.label(to)));
        }
        if (all != All.NONE) {
            parts.add(all.label());
        }
        return Wording.all(parts);
    }

    private String oneByOne(Schema schema) {
        return columns.size() <= 3
                ? Wording.all(columns.stream().map(schema::label).toList())
                : Words.say(
                        "prepare.columnsFromTo",
                        "count",
                        columns.size(),
                        "first",
                        schema.label(columns.get(0)),
                        "last",
                        schema.label(columns.get(columns.size() - 1)));
    }
}
