package keensparrow.core.doubt;

import java.util.List;
import keensparrow.core.column.Column;
import keensparrow.core.prepare.LeaveOutColumn;
import keensparrow.core.profile.ColumnProfile;
import keensparrow.core.question.Answer;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** A column that says next to nothing: blank in every row, or one value in all but a few. */
final class NearlyConstant {
    private static final int MIN_ROWS = 50;
    private static final double SHARE = 0.998;

    private NearlyConstant() {}

    static List<Doubt> find(ColumnInfo info, Column column, ColumnProfile profile) {
        int rows = column.rowCount();
        if (rows < MIN_ROWS) {
            return List.of();
        }
        List<Doubt.Remedy> remedies =
                List.of(new Doubt.Remedy(Words.say("doubt.leaveTheColumnOut"), new LeaveOutColumn(info.name())));
        if (column.blankCount() == rows) {
            return List.of(
                    new Doubt(info.name(), Words.say("doubt.allBlank", "column", info.label()), rows, null, remedies));
        }
        if (profile.distinct() == 1 && column.blankCount() == 0) {
            String value = String.valueOf(column.plain(0));
            return List.of(new Doubt(
                    info.name(),
                    Words.say("doubt.constant", "column", info.label(), "value", value),
                    rows,
                    null,
                    remedies));
        }
        for (Answer.ValueCount most : profile.commonest()) {
            if (most.total() >= rows * SHARE && info.isGrouping()) {
                return List.of(new Doubt(
                        info.name(),
                        Words.say(
                                "doubt.nearlyConstant",
                                "column",
                                info.label(),
                                "value",
                                most.value(),
                                "rows",
                                rows - most.total()),
                        rows - most.total(),
                        others(info, most.value()),
                        remedies));
            }
        }
        return List.of();
    }

    /** Of rows with another value; a list of tags is none of its tags. */
    private static @Nullable String others(ColumnInfo info, String value) {
        String name = Doubts.quoted(info.name());
        return switch (info.type()) {
            case YES_NO -> name + " = " + !value.equals("yes");
            case TEXT -> name + " <> '" + value.replace("'", "''") + "'";
            default -> null;
        };
    }
}
