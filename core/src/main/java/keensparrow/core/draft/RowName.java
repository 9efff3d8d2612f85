package keensparrow.core.draft;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import keensparrow.core.column.ColumnType;
import keensparrow.core.meaning.Naming;
import keensparrow.core.profile.ColumnProfile;
import keensparrow.core.profile.Profile;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;

/** The column that says what a row is of: a title, a name, a station. It stands first wherever rows are shown. */
public final class RowName {
    private static final int MAX_LENGTH = 60;
    private static final int MIN = 3;
    private static final int FEW = 12;
    private static final double NEARLY_ALL = 0.9;
    private static final double SOME = 0.1;
    private static final int ENOUGH = 35;

    private RowName() {}

    /** Nothing where no text is different enough from row to row. */
    public static Optional<ColumnInfo> of(Schema schema, Profile profile) {
        List<ColumnInfo> telling = schema.columns().stream()
                .filter(column -> column.type() == ColumnType.TEXT && score(column, schema, profile) >= ENOUGH)
                .toList();
        List<ColumnInfo> once = telling.stream()
                .filter(column -> column.role() != Role.IDENTIFIER)
                .filter(column -> different(column, profile) >= NEARLY_ALL
                        || profile.series().contains(column.name()))
                .toList();
        return (once.isEmpty() ? telling : once) // the name of a currency says nothing beside that of a country
                .stream()
                        .max(Comparator.comparingInt((ColumnInfo column) -> score(column, schema, profile))
                                .thenComparingInt(column -> -schema.columns().indexOf(column)));
    }

    /** The share of rows, of those with a value, that would have one each. */
    private static double different(ColumnInfo column, Profile profile) {
        ColumnProfile values = profile.column(column.name());
        return values.distinct() / Math.max(1, profile.rowCount() - (double) values.blanks());
    }

    private static int score(ColumnInfo column, Schema schema, Profile profile) {
        ColumnProfile values = profile.column(column.name());
        double different = different(column, profile);
        boolean series = profile.series().contains(column.name());
        boolean few = values.distinct() <= FEW && different < SOME && !series;
        boolean rare = !series && different < SOME;
        if (values.distinct() < MIN
                || few
                || rare
                || values.meanLength() > MAX_LENGTH
                || values.blanks() > profile.rowCount() / 2) {
            return 0;
        }
        int score = Naming.weight(column.label());
        score += different >= NEARLY_ALL ? 50 : different >= SOME ? 20 : 10;
        score += column.role() == Role.PLACE ? 15 : 0;
        score += series ? 30 : 0;
        score += schema.columns().indexOf(column) == 0 ? 10 : 0;
        return score - (column.role() == Role.IDENTIFIER ? 25 : 0);
    }
}
