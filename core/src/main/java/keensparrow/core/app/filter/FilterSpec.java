package keensparrow.core.app.filter;

import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import keensparrow.core.column.ColumnType;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Schema;
import org.jspecify.annotations.Nullable;

/**
 * A filter widget on a column; the columns of other datasets that mean the same follow it.
 *
 * @param dataset name of the app's further dataset that has the column; null for the app's first one
 * @param also columns of other datasets that it narrows too; none when null
 * @param column that it reads; of kinds that read none by itself, what selections and addresses call it
 * @param title what it is called; by its column when null
 * @param order of its values; the most frequent first when null
 * @param condition expression of a condition; null for other kinds
 * @param columns that are looked through for a text; none for other kinds
 * @param skipped ids of views that it does not narrow; none when null
 * @param values that stand first, in this order; none when null
 * @param open whether its values stand in sight, and not behind a press; not when null
 * @param fromToday whether periods told by their names end today, and not with the latest date there is; not when null
 */
public record FilterSpec(
        String column,
        Kind kind,
        @Nullable String dataset,
        @Nullable List<Also> also,
        @Nullable String title,
        @Nullable Order order,
        @Nullable String condition,
        @Nullable List<String> columns,
        @Nullable List<String> skipped,
        @Nullable List<String> values,
        @Nullable Boolean open,
        @Nullable Boolean fromToday) {
    public FilterSpec {
        also = also == null ? List.of() : List.copyOf(also);
        columns = columns == null ? List.of() : List.copyOf(columns);
        skipped = skipped == null ? List.of() : List.copyOf(skipped);
        values = values == null ? List.of() : List.copyOf(values);
        open = open != null && open; // the same filter either way
        fromToday = fromToday != null && fromToday;
    }

    /** With nothing said of which values come first, what is in sight, and what periods are counted from. */
    public FilterSpec(
            String column,
            Kind kind,
            @Nullable String dataset,
            @Nullable List<Also> also,
            @Nullable String title,
            @Nullable Order order,
            @Nullable String condition,
            @Nullable List<String> columns,
            @Nullable List<String> skipped) {
        this(column, kind, dataset, also, title, order, condition, columns, skipped, null, null, null);
    }

    /** @param also columns of other datasets that it narrows too */
    public FilterSpec(String column, Kind kind, @Nullable String dataset, @Nullable List<Also> also) {
        this(column, kind, dataset, also, null, null, null, null, null);
    }

    /** A condition that rows meet or not. @param id what selections and addresses call it */
    public static FilterSpec ofCondition(String id, String title, String condition) {
        return new FilterSpec(id, Kind.CONDITION, null, null, title, null, condition, null, null);
    }

    /** A text looked for in several columns. @param id what selections and addresses call it */
    public static FilterSpec ofSearch(String id, List<String> columns) {
        return new FilterSpec(id, Kind.SEARCH, null, null, null, null, null, columns, null);
    }

    /** How values follow each other. */
    public enum Order {
        FREQUENT,
        LABEL,
        /** The last label first: of days, months and years the newest. */
        LAST_LABEL
    }

    /** As a filter of its own dataset's part of an app. */
    public FilterSpec alone() {
        return new FilterSpec(
                column, kind, null, null, title, order, condition, columns, skipped, values, open, fromToday);
    }

    public FilterSpec skipping(List<String> views) {
        return new FilterSpec(
                column, kind, dataset, also, title, order, condition, columns, views, values, open, fromToday);
    }

    /** With these values first. */
    public FilterSpec beginningWith(List<String> first) {
        return new FilterSpec(
                column, kind, dataset, also, title, order, condition, columns, skipped, first, open, fromToday);
    }

    /** With periods that end today. */
    public FilterSpec countedFromToday() {
        return new FilterSpec(
                column, kind, dataset, also, title, order, condition, columns, skipped, values, open, true);
    }

    /** A column that is picked first, then values of it. @param id what selections and addresses call it */
    public static FilterSpec ofColumns(String id, List<String> columns) {
        return new FilterSpec(id, Kind.COLUMN_FIRST, null, null, null, null, null, columns, null);
    }

    /** Values that stand first. */
    public List<String> firstValues() {
        return values == null ? List.of() : values;
    }

    public boolean isFromToday() {
        return fromToday != null && fromToday;
    }

    /** Columns that are looked through. */
    public List<String> searched() {
        return columns == null ? List.of() : columns;
    }

    /** Ids of views that it does not narrow. */
    public List<String> skippedViews() {
        return skipped == null ? List.of() : skipped;
    }

    /** What it is called: its own title, or the label of its column. */
    public String label(Schema schema) {
        return title == null || title.isBlank() ? kind.definition().label(this, schema) : title;
    }

    /** On a column of the app's first dataset alone. */
    public FilterSpec(String column, Kind kind) {
        this(column, kind, null, List.of());
    }

    /** A column of another dataset. @param dataset null for the app's first one */
    public record Also(@Nullable String dataset, String column) {}

    /** What selections and addresses call it: its column, behind the name of its dataset where that is not the first. */
    public String name() {
        return dataset == null ? column : dataset + ":" + column;
    }

    /** Columns of other datasets that it narrows too. */
    public List<Also> others() {
        return also == null ? List.of() : also;
    }

    /** The column that it reads in a dataset, its own or another; null for none. */
    public @Nullable String columnIn(@Nullable String of) {
        if (Objects.equals(of, dataset)) {
            return column;
        }
        return others().stream()
                .filter(other -> Objects.equals(of, other.dataset()))
                .map(Also::column)
                .findFirst()
                .orElse(null);
    }

    /** How values are picked: the one list of all kinds, those that are begun with first. */
    public enum Kind {
        VALUES(new ByValues()),
        RANGE(new BySpan(ColumnType::isNumber)),
        DATES(new ByDates()),
        TEXT(new ByText()),
        ONE(new ByOneValue()),
        SEARCH(new BySearch()),
        CONDITION(new ByCondition()),
        COLUMN_FIRST(new ByColumnFirst());

        private final FilterKind definition;

        Kind(FilterKind definition) {
            this.definition = definition;
        }

        public FilterKind definition() {
            return definition;
        }

        /** The kinds that fit a column with {@code distinct} values, the one to begin with first. */
        public static List<Kind> fitting(ColumnInfo column, int distinct) {
            return Stream.of(values())
                    .filter(kind -> kind.definition.fits(column))
                    .sorted(Comparator.comparing(kind -> !kind.definition.suits(column, distinct)))
                    .toList();
        }
    }
}
