package keensparrow.core.engine.filter;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import keensparrow.core.column.Bits;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.rows.RowSet;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The quick ways to fill a range against looking at each row, over all widths, borders, zones and blanks. */
class RangeLoopsTest {
    @ParameterizedTest
    @CsvSource({
        "0, 100, false",
        "0, 127, true",
        "-20, 100, true",
        "0, 30000, true",
        "-30000, 30000, false",
        "0, 2000000, true",
        "-2000000000, 2000000000, true",
        "-9000000000000000000, 9000000000000000000, true"
    })
    void agreeWithEachRow(long low, long high, boolean blanks) {
        Random random = new Random(low + high);
        int rows = 3 * LongColumn.ZONE + 77;
        long[] values = new long[rows];
        long[] present = Bits.ones(rows);
        for (int row = 0; row < rows; row++) {
            boolean rising = row < LongColumn.ZONE; // a zone that a range may hold or miss as a whole
            double share = rising ? row / (4.0 * rows) : random.nextDouble();
            values[row] = low + (long) (share * (high - (double) low));
            if (blanks && random.nextInt(9) == 0) {
                present[row >> 6] &= ~(1L << row);
            }
        }
        LongColumn column = new LongColumn(ColumnType.WHOLE, 0, values, present);
        for (int i = 0; i < 200; i++) {
            long from = i == 0 ? Long.MIN_VALUE : values[random.nextInt(rows)] - random.nextInt(2);
            long to = i == 1 ? Long.MAX_VALUE : values[random.nextInt(rows)] + random.nextInt(2);
            boolean withBlanks = random.nextBoolean();
            RowSet set = RowTests.inside(column, from, to, withBlanks).select(rows);
            for (int row = 0; row < rows; row++) {
                boolean expected =
                        column.isBlank(row) ? withBlanks : column.value(row) >= from && column.value(row) <= to;
                if (set.contains(row) != expected) {
                    assertThat(set.contains(row))
                            .as("row " + row + " from " + from + " to " + to)
                            .isEqualTo(expected);
                }
            }
        }
    }
}
