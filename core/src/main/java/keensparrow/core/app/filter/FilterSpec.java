package keensparrow.core.app.filter;

import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import keensparrow.core.column.ColumnType;
import keensparrow.core.table.ColumnInfo;
import org.jspecify.annotations.Nullable;

/**
 * A filter widget on a column; the columns of other datasets that mean the same follow it.
 *
 * @param dataset name of the app's further dataset that has the column; null for the app's first one
 * @param also columns of other datasets that it narrows too; none when null
 */
public record FilterSpec(
        String column,
        Kind kind,
        @Nullable String dataset,
        @Nullable List<Also> also) {
    public FilterSpec {
        also = also == null ? List.of() : List.copyOf(also);
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
        DATES(new BySpan(ColumnType::isTime)),
        TEXT(new ByText());

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
