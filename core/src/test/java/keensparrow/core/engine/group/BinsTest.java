package keensparrow.core.engine.group;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BinsTest {
    private static Bins whole(long... values) {
        return Bins.of(new LongColumn(ColumnType.WHOLE, 0, values, null)).orElseThrow();
    }

    @ParameterizedTest
    @CsvSource({
        "0.9, false, 1",
        "1, false, 1",
        "1.1, false, 2",
        "3, false, 5",
        "7, false, 10",
        "0.03, false, 0.05",
        "0.2, true, 1",
        "1.4, true, 2",
        "240, true, 500"
    })
    void stepsAreRoundNumbers(double wanted, boolean whole, BigDecimal step) {
        assertThat(Bins.roundStep(wanted, whole)).isEqualByComparingTo(step);
    }

    @Test
    void edgesAreRoundAndHoldEveryValue() {
        Bins bins = whole(3, 17, 99, 240);
        assertThat(bins.edges().get(0)).isEqualByComparingTo("0");
        assertThat(bins.edges().get(1)).isEqualByComparingTo("10");
        assertThat(bins.of(3)).isZero();
        assertThat(bins.of(10)).isEqualTo(1);
        assertThat(bins.of(9.999)).isZero();
        assertThat(bins.of(240)).isEqualTo(bins.count() - 1);
    }

    @Test
    void theLastBinTakesAllAboveAndTheFirstAllBelow() {
        Bins bins = whole(0, 1, 2, 3, 4);
        assertThat(bins.of(1_000)).isEqualTo(bins.count() - 1);
        assertThat(bins.of(-1_000)).isZero();
    }

    @Test
    void aLoneOutlierDoesNotFlattenTheRest() {
        long[] values = new long[10_000];
        for (int i = 0; i < values.length; i++) {
            values[i] = i % 50;
        }
        values[0] = 1_000_000;
        Bins bins = whole(values);
        assertThat(bins.edges().get(bins.count())).isLessThan(new BigDecimal(200));
        assertThat(bins.count()).isBetween(10, 60);
    }

    @Test
    void oneValueHasOneBinAndNoValueHasNone() {
        assertThat(whole(7, 7, 7).count()).isEqualTo(1);
        assertThat(Bins.of(new LongColumn(ColumnType.WHOLE, 0, new long[2], new long[1])))
                .isEmpty();
        assertThat(Bins.of(new DoubleColumn(new double[] {Double.NaN}, null))).isEmpty();
    }

    @Test
    void smallAndNegativeDecimals() {
        Bins bins = Bins.of(new DoubleColumn(new double[] {-0.012, 0.003, 0.0049}, null))
                .orElseThrow();
        List<BigDecimal> edges = bins.edges();
        assertThat(edges.get(0).doubleValue()).isLessThanOrEqualTo(-0.012);
        assertThat(edges.get(edges.size() - 1).doubleValue()).isGreaterThanOrEqualTo(0.0049);
        assertThat(bins.of(0.003)).isBetween(0, bins.count() - 1);
    }
}
