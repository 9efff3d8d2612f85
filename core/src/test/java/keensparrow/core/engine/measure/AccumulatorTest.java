package keensparrow.core.engine.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import java.math.BigDecimal;
import java.util.List;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.expression.Expressions;
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

    private static final long[] ROWS_OF_GROUP = {3, 1, 0};

    private static Accumulator start(Measure measure, Table table, int groups) {
        Inputs inputs = new Inputs() {
            @Override
            public Table table() {
                return table;
            }

            @Override
            public Column computed(String expression) {
                return Expressions.compute(expression, table);
            }
        };
        return MeasureEvaluator.start(measure, inputs, groups, groups);
    }

    private static @Nullable BigDecimal result(Aggregate aggregate, @Nullable String column, int group) {
        return result(new Measure(aggregate, column), group);
    }

    /** Worked out in one go, and again from parts: each row on its own, one added and taken out, merged backwards. */
    private static @Nullable BigDecimal result(Measure measure, int group) {
        Accumulator whole = start(measure, TABLE, 3);
        whole.add(ROWS, IDS, 4);
        Accumulator merged = whole.empty(1);
        merged.grow(3);
        for (int i = 3; i >= 0; i--) {
            Accumulator part = whole.empty(3);
            if (whole.isReversible()) {
                part.add(ROWS, IDS, 4);
                part.remove(ROWS, IDS, 4);
            }
            part.add(new int[] {ROWS[i]}, new int[] {IDS[i]}, 1);
            merged.merge(part, new int[] {0, 1, 2});
        }
        BigDecimal result = whole.result(group, ROWS_OF_GROUP[group]);
        assertThat(merged.result(group, ROWS_OF_GROUP[group])).isEqualTo(result);
        return result;
    }

    /** Rows of group 0 have the times 5 and 3 and, for the last, 4 January: what is of the 5th counts. */
    @Test
    void levelsAreSummedAtTheLatestTimeOfTheGroupOnly() {
        assertThat(result(Measure.of(Aggregate.LEVEL, "amount", "day"), 0)).isEqualByComparingTo("3");
        assertThat(result(Measure.of(Aggregate.LEVEL, "amount", "day"), 1)).isNull(); // its time is blank
        assertThat(result(Measure.of(Aggregate.LEVEL, "amount", "day"), 2)).isNull();
        assertThat(result(Measure.of(Aggregate.LEVEL, "money", "day"), 0)).isEqualByComparingTo("0.10");
        Table shops = TextRows.table("""
                shop,day,stock
                a,2026-01-31,5
                b,2026-01-31,7
                a,2026-02-28,6
                b,2026-02-28,
                c,2026-02-28,1.5
                c,,9
                """);
        Accumulator level = start(Measure.of(Aggregate.LEVEL, "stock", "day"), shops, 1);
        level.add(new int[] {4, 0, 1, 5, 2, 3}, new int[6], 6);
        assertThat(level.result(0, 6)).isEqualByComparingTo("7.5");
    }

    @Test
    void weightedAverageNeedsValueAndWeight() {
        // (3 × 0.10 − 2 × 0.30) / 0.40; the second row has no amount
        assertThat(result(Measure.of(Aggregate.WEIGHTED_AVERAGE, "amount", "money"), 0))
                .isEqualByComparingTo("-0.75");
        assertThat(result(Measure.of(Aggregate.WEIGHTED_AVERAGE, "amount", "money"), 1))
                .isNull();
    }

    @Test
    void ratioIsOfSums() {
        assertThat(result(Measure.of(Aggregate.RATIO, "amount", "money"), 0)).isEqualByComparingTo("2");
        assertThat(result(Measure.of(Aggregate.RATIO, "amount", "money"), 1)).isNull();
    }

    @Test
    void firstAndLastFollowTheTime() {
        assertThat(result(Measure.of(Aggregate.FIRST, "money", "day"), 0)).isEqualByComparingTo("0.10");
        assertThat(result(Measure.of(Aggregate.FIRST, "amount", "day"), 0)).isEqualByComparingTo("-2");
        assertThat(result(Measure.of(Aggregate.LAST, "amount", "day"), 0)).isEqualByComparingTo("3");
        assertThat(result(Measure.of(Aggregate.LAST, "amount", "day"), 1)).isNull();
    }

    @Test
    void percentilesInterpolate() {
        assertThat(result(Aggregate.MEDIAN, "amount", 0)).isEqualByComparingTo("0.5");
        assertThat(result(Aggregate.MEDIAN, "money", 0)).isEqualByComparingTo("0.10");
        assertThat(result(Measure.percentile("money", "75"), 0)).isEqualByComparingTo("0.20");
        assertThat(result(Measure.percentile("money", "90"), 0)).isEqualByComparingTo("0.26");
        assertThat(result(Measure.percentile("amount", "0"), 0)).isEqualByComparingTo("-2");
        assertThat(result(Measure.percentile("amount", "100"), 0)).isEqualByComparingTo("3");
        assertThat(result(Aggregate.MEDIAN, "amount", 2)).isNull();
        assertThatThrownBy(() -> result(Measure.percentile("amount", "101"), 0)).isInstanceOf(UserException.class);
    }

    @Test
    void deviationIsThatOfASample() {
        // 3 and −2: mean 0.5, squares 6.25 + 6.25, over 1
        assertThat(result(Aggregate.STDDEV, "amount", 0).doubleValue()).isCloseTo(Math.sqrt(12.5), within(1e-12));
        assertThat(result(Aggregate.STDDEV, "amount", 1)).isNull();
    }

    @Test
    void aDistinctCountBeyondAMillionStatesItsError() {
        int rows = 3_000_000;
        double[] values = new double[rows];
        java.util.Arrays.setAll(values, i -> i / 7.0);
        Table table = new Table(
                new Schema(List.of(new ColumnInfo("n", "n", ColumnType.DECIMAL, Role.MEASURE))),
                List.of(new DoubleColumn(values, null)),
                rows);
        Accumulator distinct = start(new Measure(Aggregate.DISTINCT, "n"), table, 1);
        int[] all = new int[rows];
        java.util.Arrays.setAll(all, i -> i);
        distinct.add(all, new int[rows], rows);
        assertThat(distinct.error(0)).isBetween(0.001, 0.01);
        assertThat(distinct.result(0, rows).doubleValue()).isCloseTo(rows, withinPercentage(300 * distinct.error(0)));
    }

    @Test
    void sumsOfDoublesDoNotDependOnTheirOrder() {
        double[] values = {1e300, 3.5, -1e300, 1e-20, 0.1, -0.1, 2e299, -2e299};
        double[] backwards = values.clone();
        for (int i = 0; i < values.length; i++) {
            backwards[i] = values[values.length - 1 - i];
        }
        assertThat(sum(new DoubleColumn(values, null))).isEqualTo(sum(new DoubleColumn(backwards, null)));
        double[] tenths = new double[1000];
        java.util.Arrays.fill(tenths, 0.1);
        assertThat(sum(new DoubleColumn(tenths, null)).doubleValue()).isEqualTo(100.0);
    }

    @Test
    void countsRowsFilledAndDistinctValues() {
        assertThat(result(Aggregate.ROWS, null, 0)).isEqualByComparingTo("3");
        assertThat(result(Aggregate.ROWS, null, 2)).isEqualByComparingTo("0");
        assertThat(result(Aggregate.COUNT, "amount", 0)).isEqualByComparingTo("2");
        assertThat(result(Aggregate.DISTINCT, "name", 0)).isEqualByComparingTo("2");
        assertThat(result(Aggregate.DISTINCT, "money", 0)).isEqualByComparingTo("2");
        assertThat(result(Aggregate.DISTINCT, "tags", 0)).isEqualByComparingTo("3");
        assertThat(result(Aggregate.DISTINCT, "late", 0)).isEqualByComparingTo("2");
        assertThat(result(Aggregate.DISTINCT, "tags", 1)).isEqualByComparingTo("0");
        assertThat(result(Aggregate.COUNT, "tags", 1)).isEqualByComparingTo("0");
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
        assertThat(result(Aggregate.MIN, "amount", 0)).isEqualByComparingTo("-2");
        assertThat(result(Aggregate.MAX, "amount", 0)).isEqualByComparingTo("3");
        assertThat(result(Aggregate.MIN, "day", 0)).isEqualByComparingTo("20456");
        assertThat(java.time.LocalDate.ofEpochDay(20456)).isEqualTo("2026-01-03");
        assertThat(result(Aggregate.MAX, "day", 1)).isNull();
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
        Accumulator sum = start(new Measure(Aggregate.SUM, "n"), table, 1);
        int[] rows = new int[column.rowCount()];
        for (int i = 0; i < rows.length; i++) {
            rows[i] = i;
        }
        sum.add(rows, new int[rows.length], rows.length);
        return java.util.Objects.requireNonNull(sum.result(0, rows.length));
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
        Accumulator distinct = start(new Measure(Aggregate.DISTINCT, "n"), table, 1);
        int[] rows = new int[values.length];
        java.util.Arrays.setAll(rows, i -> i);
        distinct.add(rows, new int[rows.length], rows.length);
        assertThat(distinct.result(0, rows.length)).isEqualByComparingTo("150000");
    }

    @Test
    void anAggregateThatDoesNotFitIsSaid() {
        assertThatThrownBy(() -> start(new Measure(Aggregate.SUM, "name"), TABLE, 1))
                .isInstanceOfSatisfying(UserException.class, e -> {
                    assertThat(e.code()).isEqualTo(ErrorCode.TYPE_MISMATCH);
                    assertThat(e.text()).contains("sum").contains("“name”").contains("text");
                });
        assertThatThrownBy(() -> start(new Measure(Aggregate.SHARE, "amount"), TABLE, 1))
                .isInstanceOf(UserException.class);
        assertThatThrownBy(() -> start(new Measure(Aggregate.SUM, null), TABLE, 1))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("needs a column");
    }
}
