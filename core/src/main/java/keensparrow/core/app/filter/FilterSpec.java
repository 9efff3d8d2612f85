package keensparrow.core.app.filter;

import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import keensparrow.core.column.ColumnType;
import keensparrow.core.table.ColumnInfo;

/** A filter widget on a column. */
public record FilterSpec(String column, Kind kind) {
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
