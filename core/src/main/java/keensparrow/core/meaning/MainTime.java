package keensparrow.core.meaning;

import java.util.Comparator;
import java.util.Optional;
import java.util.function.ToIntFunction;
import keensparrow.core.column.ColumnType;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;

/** The time along which a table is read. */
public final class MainTime {
    private MainTime() {}

    /**
     * Of the times with more than one value: one of the rows themselves before one of what they are about (a birth, an
     * opening), dates before times of day, the finer before years; the first of those.
     *
     * @param distinct values of a column
     */
    public static Optional<ColumnInfo> of(Schema schema, ToIntFunction<ColumnInfo> distinct) {
        return schema.columns().stream()
                .filter(column -> column.role() == Role.TIME && column.isTime() && distinct.applyAsInt(column) > 1)
                .min(Comparator.comparingInt(MainTime::rank));
    }

    private static int rank(ColumnInfo column) {
        boolean past = new HeadingWords(column.label()).has(Vocabulary.PAST);
        ColumnFormat format = column.format();
        boolean year = format != null && format.kind() == ColumnFormat.Kind.YEAR;
        return (past ? 4 : 0) + (year ? 2 : 0) + (column.type() == ColumnType.DATE ? 0 : 1);
    }

    /** Whether it is the time of something before the row: a birth, a foundation, a change. */
    public static boolean isOfPast(ColumnInfo column) {
        return new HeadingWords(column.label()).has(Vocabulary.PAST);
    }
}
