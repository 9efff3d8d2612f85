package keensparrow.core.doubt;

import java.util.List;
import keensparrow.core.prepare.YearParts;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;

/** A year in one column and its month, quarter or week in another, as after columns of months were turned into rows. */
final class DateApart {
    private DateApart() {}

    static List<Doubt> find(Table table) {
        return YearParts.joining(table).stream()
                .map(join -> new Doubt(
                        join.part(),
                        Words.say(
                                "doubt.yearAndPart",
                                "year",
                                table.schema().label(join.year()),
                                "part",
                                table.schema().label(join.part())),
                        table.rowCount(),
                        null,
                        List.of(new Doubt.Remedy(Words.say("doubt.joinThem"), join))))
                .toList();
    }
}
