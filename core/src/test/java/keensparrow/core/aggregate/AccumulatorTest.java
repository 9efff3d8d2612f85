package keensparrow.core.aggregate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.List;
import keensparrow.core.TextRows;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class AccumulatorTest {
    private static final Table TABLE = TextRows.table("""
            name,amount,money,day,late,tags
            a,3,0.10,2026-01-05,yes,x;y
            b,,0.10,2026-01-03,no,y
            a,5,,,,
            ,-2,0.30,2026-01-04,yes,z;x
            """);
    private static final int[] ROWS = {0, 1, 2, 3};

    /** Everything in group 0 but row 2, which is alone in group 1; group 2 stays empty. */
    private static final int[] IDS = {0, 0, 1, 0};

    private static @Nullable BigDecimal result(Aggregate aggregate, @Nullable String column, int group) {
        Accumulator accumulator = new Measure(aggregate, column).start(TABLE, 3);
        accumulator.add(ROWS, IDS, 4);
        return accumulator.result(group);
    }

    @Test
    void countsRowsFilledAndDistinctValues() {
        assertThat(result(Aggregate.ROWS, null, 0)).isEqualByComparingTo("3");
        assertThat(result(Aggregate.ROWS, null, 2)).isEqualByComparingTo("0");
        assertThat(result(Aggregate.FILLED, "amount", 0)).isEqualByComparingTo("2");
        assertThat(result(Aggregate.DISTINCT, "name", 0)).isEqualByComparingTo("2");
        assertThat(result(Aggregate.DISTINCT, "money", 0)).isEqualByComparingTo("2");
        assertThat(result(Aggregate.DISTINCT, "tags", 0)).isEqualByComparingTo("3");
        assertThat(result(Aggregate.DISTINCT, "late", 0)).isEqualByComparingTo("2");
        assertThat(result(Aggregate.DISTINCT, "tags", 1)).isEqualByComparingTo("0");
        assertThat(result(Aggregate.FILLED, "tags", 1)).isEqualByComparingTo("0");
    }

    @Test
    void sumsAndAveragesSkipBlanksAndAreBlankWithoutValues() {
        assertThat(result(Aggregate.SUM, "amount", 0)).isEqualByComparingTo("1");
        assertThat(result(Aggregate.AVERAGE, "amount", 0)).isEqualByComparingTo("0.5");
        assertThat(result(Aggregate.SUM, "money", 0)).isEqualTo(new BigDecimal("0.50"));
        assertThat(result(Aggregate.SUM, "money", 1)).isNull();
        assertThat(result(Aggregate.AVERAGE, "money", 1)).isNull();
        assertThat(result(Aggregate.SUM, "amount", 2)).isNull();
    }

    @Test
    void extremesOfNumbersAndDates() {
        assertThat(result(Aggregate.SMALLEST, "amount", 0)).isEqualByComparingTo("-2");
        assertThat(result(Aggregate.LARGEST, "amount", 0)).isEqualByComparingTo("3");
        assertThat(result(Aggregate.SMALLEST, "day", 0)).isEqualByComparingTo("20456");
        assertThat(java.time.LocalDate.ofEpochDay(20456)).isEqualTo("2026-01-03");
        assertThat(result(Aggregate.LARGEST, "day", 1)).isNull();
    }

    @Test
    void shareIsYesOverFilled() {
        assertThat(result(Aggregate.SHARE, "late", 0)).isEqualByComparingTo("0.6666666666666667");
        assertThat(result(Aggregate.SHARE, "late", 1)).isNull();
    }

    private static BigDecimal sum(Column column) {
        Table table = new Table(
                new Schema(List.of(new ColumnInfo("n", "n", column.type(), Role.MEASURE))),
                List.of(column),
                column.rowCount());
        Accumulator sum = new Measure(Aggregate.SUM, "n").start(table, 1);
        int[] rows = new int[column.rowCount()];
        for (int i = 0; i < rows.length; i++) {
            rows[i] = i;
        }
        sum.add(rows, new int[rows.length], rows.length);
        return java.util.Objects.requireNonNull(sum.result(0));
    }

    @Test
    void tenTimesTenCentsIsOne() {
        long[] cents = new long[10];
        java.util.Arrays.fill(cents, 10);
        assertThat(sum(new LongColumn(ColumnType.DECIMAL, 2, cents, null)).toPlainString())
                .isEqualTo("1.00");
    }

    @Test
    void sumsGoOnBeyondALong() {
        long[] large = {Long.MAX_VALUE, Long.MAX_VALUE, 5, Long.MIN_VALUE + 1};
        assertThat(sum(new LongColumn(ColumnType.WHOLE, 0, large, null))).isEqualByComparingTo("9223372036854775812");
    }

    @Test
    void sumsOfDoublesAreCompensated() {
        double[] values = new double[10_002];
        java.util.Arrays.fill(values, 1);
        values[0] = 1e16;
        values[10_001] = -1e16;
        assertThat(sum(new DoubleColumn(values, null)).doubleValue()).isEqualTo(10_000.0);
    }

    @Test
    void distinctCountsManyValuesExactly() {
        long[] values = new long[300_000];
        for (int i = 0; i < values.length; i++) {
            values[i] = (i % 150_000) - 75_000; // 0 is among them
        }
        Table table = new Table(
                new Schema(List.of(new ColumnInfo("n", "n", ColumnType.WHOLE, Role.MEASURE))),
                List.of(new LongColumn(ColumnType.WHOLE, 0, values, null)),
                values.length);
        Accumulator distinct = new Measure(Aggregate.DISTINCT, "n").start(table, 1);
        int[] rows = new int[values.length];
        java.util.Arrays.setAll(rows, i -> i);
        distinct.add(rows, new int[rows.length], rows.length);
        assertThat(distinct.result(0)).isEqualByComparingTo("150000");
    }

    @Test
    void anAggregateThatDoesNotFitIsSaid() {
        assertThatThrownBy(() -> new Measure(Aggregate.SUM, "name").start(TABLE, 1))
                .isInstanceOfSatisfying(UserException.class, e -> {
                    assertThat(e.code()).isEqualTo(ErrorCode.TYPE_MISMATCH);
                    assertThat(e.text()).contains("sum").contains("“name”").contains("text");
                });
        assertThatThrownBy(() -> new Measure(Aggregate.SHARE, "amount").start(TABLE, 1))
                .isInstanceOf(UserException.class);
        assertThatThrownBy(() -> new Measure(Aggregate.SUM, null).start(TABLE, 1))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("needs a column");
    }
}
