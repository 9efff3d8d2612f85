package keensparrow.core.doubt;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import keensparrow.core.profile.Profile;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;

/** Looks through a table for what may be wrong. */
public final class Doubts {
    private static final int MAX = 20;

    private Doubts() {}

    /** The most serious first, at most twenty. Cost O(rows) for each column. */
    public static List<Doubt> of(Table table, Profile profile) {
        List<Doubt> doubts = new ArrayList<>(DateApart.find(table));
        doubts.addAll(Repeats.find(table, profile));
        List<ColumnInfo> columns = table.schema().columns();
        List<List<Doubt>> each = columns.parallelStream()
                .map(info -> Stream.of(
                                FarOut.find(info, table.column(info.name()), profile.column(info.name())),
                                Cumulative.find(info, table, profile),
                                PersonalData.find(info, table.column(info.name())),
                                NumberedCodes.find(info, table.column(info.name()), profile.column(info.name())),
                                NearlyConstant.find(info, table.column(info.name()), profile.column(info.name())))
                        .flatMap(List::stream)
                        .toList())
                .toList();
        each.forEach(doubts::addAll);
        return doubts.stream().limit(MAX).toList();
    }

    /** A column's name as expressions write it. */
    static String quoted(String column) {
        return "\"" + column.replace("\"", "\"\"") + "\"";
    }
}
