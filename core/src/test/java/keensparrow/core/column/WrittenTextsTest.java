package keensparrow.core.column;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import keensparrow.core.words.TextOrder;
import org.junit.jupiter.api.Test;

/** Whatever a column holds, its texts are what it writes row by row, in the order of texts. */
class WrittenTextsTest {
    private static void same(Column column) {
        TextColumn texts = WrittenTexts.of(column);
        assertThat(texts.rowCount()).isEqualTo(column.rowCount());
        for (int row = 0; row < column.rowCount(); row++) {
            assertThat(texts.plain(row)).isEqualTo(column.plain(row));
        }
        for (int code = 1; code < texts.dictionarySize(); code++) {
            assertThat(TextOrder.INSTANCE.compare(texts.text(code - 1), texts.text(code)))
                    .as(texts.text(code))
                    .isNegative();
        }
    }

    private static long[] values(int count, long low, long high) {
        return new Random(5).longs(count, low, high).toArray();
    }

    private static final long[] SOME = {0b1011_0111_1111_0110L};

    @Test
    void numbersDaysAndTimes() {
        same(new LongColumn(ColumnType.WHOLE, 0, values(16, -9, 9), SOME.clone()));
        same(new LongColumn(ColumnType.WHOLE, 0, values(900, 0, 200_000_000_000L), null));
        same(new LongColumn(ColumnType.DECIMAL, 2, values(900, -12_345, 12_345), null));
        same(new LongColumn(ColumnType.DECIMAL, 3, values(900, 0, 12_345), null));
        same(new LongColumn(ColumnType.DATE, 0, values(900, -40_000, 40_000), null));
        same(new LongColumn(
                ColumnType.DATE, 0, new long[] {3_000_000, -800_000, 0}, null)); // years of five figures, below 0
        same(new LongColumn(ColumnType.DATE_TIME, 0, values(900, 0, 9_000_000_000_000L), null));
        same(new LongColumn(ColumnType.DATE_TIME, 0, new long[] {0, 60_000_000, 61_000_000, 61_500_000}, null));
        same(new LongColumn(ColumnType.WHOLE, 0, new long[] {Long.MIN_VALUE, Long.MAX_VALUE, 0}, null));
        same(new LongColumn(ColumnType.WHOLE, 0, new long[] {1, 2}, new long[] {0}));
        same(new LongColumn(ColumnType.WHOLE, 0, new long[0], null));
    }

    @Test
    void otherColumns() {
        same(new DoubleColumn(new double[] {1.5, -0.25, 1e9, 0}, new long[] {0b1101}));
        same(new YesNoColumn(3, new long[] {0b001}, new long[] {0b011}));
        same(TextColumn.of("b", null, "a", "b"));
    }
}
