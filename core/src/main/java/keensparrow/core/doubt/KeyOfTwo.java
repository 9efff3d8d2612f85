package keensparrow.core.doubt;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.prepare.DropRepeated;
import keensparrow.core.profile.Profile;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;

/**
 * Two columns that together name a row, such as a month and a depot with a row for each of both, but in a few rows the
 * same twice.
 */
final class KeyOfTwo {
    private static final int MIN_ROWS = 20;
    private static final int MOST_COLUMNS = 8; // from the first on: what names rows stands there
    private static final double FULL = 0.9; // of all pairs there could be have a row
    private static final double FEW = 0.05; // of the rows have the pair of another

    private KeyOfTwo() {}

    /** @param repeated rows that are alike in every column, which are told otherwise */
    static List<Doubt> find(Table table, Profile profile, int repeated) {
        int rows = table.rowCount();
        List<ColumnInfo> naming = new ArrayList<>();
        for (ColumnInfo info : table.schema().columns()) {
            int distinct = profile.column(info.name()).distinct();
            if (info.role() == Role.IDENTIFIER && distinct == rows) {
                return List.of();
            }
            if (info.role() != Role.MEASURE && info.role() != Role.TEXT && distinct > 1 && distinct < rows) {
                naming.add(info);
            }
        }
        for (int i = 0; i < Math.min(MOST_COLUMNS, naming.size()) && rows >= MIN_ROWS; i++) {
            for (int j = i + 1; j < Math.min(MOST_COLUMNS, naming.size()); j++) {
                ColumnInfo first = naming.get(i);
                ColumnInfo second = naming.get(j);
                long pairs = (long) profile.column(first.name()).distinct()
                        * profile.column(second.name()).distinct();
                if (pairs > rows / FULL || pairs < rows * (1 - FEW)) {
                    continue;
                }
                DropRepeated once = new DropRepeated(List.of(first.name(), second.name()), DropRepeated.Kept.FIRST);
                int twice = once.dropped(table);
                if (twice > repeated && twice <= rows * FEW && rows - twice >= pairs * FULL) {
                    return List.of(new Doubt(
                            first.name(),
                            Words.say(
                                    "doubt.repeatedPair",
                                    "first",
                                    first.label(),
                                    "second",
                                    second.label(),
                                    "rows",
                                    twice),
                            twice,
                            null,
                            List.of(new Doubt.Remedy(Words.say("doubt.keepTheFirst"), once))));
                }
            }
        }
        return List.of();
    }
}
