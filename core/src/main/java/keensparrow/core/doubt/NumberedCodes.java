package keensparrow.core.doubt;

import java.util.List;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.prepare.Retype;
import keensparrow.core.profile.ColumnProfile;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.words.Words;

/**
 * Codes that look like numbers, such as postcodes: whole numbers of one length that come again and again and are not
 * round, as amounts often are.
 */
final class NumberedCodes {
    private static final int MIN_ROWS = 50;
    private static final int MIN_DIFFERENT = 5;
    private static final int AGAIN = 3; // times that each comes at least, on average
    private static final long SHORTEST = 1_000; // shorter ones are numbers as well
    private static final int MAX_DIGITS = 12;
    private static final double SPREAD = 0.1; // of the numbers of that length: those of one time or place lie closer
    private static final double ROUND = 0.3; // of the numbers end in 0

    private NumberedCodes() {}

    static List<Doubt> find(ColumnInfo info, Column column, ColumnProfile profile) {
        if (info.role() != Role.MEASURE
                || info.type() != ColumnType.WHOLE
                || info.format() != null
                || !(column instanceof LongColumn longs)
                || longs.isAllBlank()) {
            return List.of();
        }
        int filled = column.rowCount() - column.blankCount();
        int digits = digits(longs.min());
        boolean isOfOneLength = longs.min() >= SHORTEST && digits == digits(longs.max()) && digits <= MAX_DIGITS;
        boolean comesAgain = profile.distinct() >= MIN_DIFFERENT && profile.distinct() <= filled / AGAIN;
        if (filled < MIN_ROWS || !isOfOneLength || !comesAgain) {
            return List.of();
        }
        if (longs.max() - longs.min() < SPREAD * LongColumn.powerOfTen(digits) || isOftenRound(longs, filled)) {
            return List.of();
        }
        return List.of(new Doubt(
                info.name(),
                Words.say("doubt.codes", "column", info.label(), "digits", digits),
                filled,
                null,
                List.of(new Doubt.Remedy(Words.say("doubt.readAsText"), new Retype(info.name(), ColumnType.TEXT)))));
    }

    private static int digits(long value) {
        return Long.toString(value).length();
    }

    private static boolean isOftenRound(LongColumn longs, int filled) {
        int round = 0;
        for (int row = 0; row < longs.rowCount(); row++) {
            round += !longs.isBlank(row) && longs.value(row) % 10 == 0 ? 1 : 0;
        }
        return round > filled * ROUND;
    }
}
