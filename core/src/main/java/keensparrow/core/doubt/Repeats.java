package keensparrow.core.doubt;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.prepare.DropRepeated;
import keensparrow.core.profile.Profile;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;

/** Rows that stand twice, and identifiers that name more rows than one. */
final class Repeats {
    private static final int MIN_ROWS = 10;
    private static final int MIN_COLUMNS = 5; // of few columns rows can well be alike
    private static final double NEARLY = 0.9; // of the rows have an identifier of their own

    private Repeats() {}

    static List<Doubt> find(Table table, Profile profile) {
        int rows = table.rowCount();
        List<Doubt> doubts = new ArrayList<>();
        if (rows < MIN_ROWS) {
            return doubts;
        }
        int repeated = new DropRepeated(List.of(), DropRepeated.Kept.FIRST).dropped(table);
        if (repeated > 0
                && repeated < rows * (1 - NEARLY)
                && table.schema().columns().size() >= MIN_COLUMNS) {
            doubts.add(new Doubt(
                    null,
                    Words.say("doubt.repeatedRows", "rows", repeated),
                    repeated,
                    null,
                    List.of(remedy(List.of()))));
        }
        for (ColumnInfo info : table.schema().columns()) {
            int filled = rows - table.column(info.name()).blankCount();
            int distinct = profile.column(info.name()).distinct();
            int twice = filled - distinct;
            if (info.role() == Role.IDENTIFIER && twice > repeated && distinct >= filled * NEARLY) {
                doubts.add(new Doubt(
                        info.name(),
                        Words.say("doubt.repeatedKey", "column", info.label(), "rows", twice),
                        twice,
                        null,
                        List.of(remedy(List.of(info.name())))));
            }
        }
        doubts.addAll(KeyOfTwo.find(table, profile, repeated));
        return doubts;
    }

    private static Doubt.Remedy remedy(List<String> columns) {
        return new Doubt.Remedy(
                Words.say(columns.isEmpty() ? "doubt.keepOneOfThem" : "doubt.keepTheFirst"),
                new DropRepeated(columns, DropRepeated.Kept.FIRST));
    }
}
