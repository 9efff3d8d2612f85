package keensparrow.core.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Derived;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.MeasureSentences;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.Both;
import keensparrow.core.filter.ExpressionFilter;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.HasAll;
import keensparrow.core.filter.RelativePeriod;
import keensparrow.core.filter.TextSearch;
import keensparrow.core.sentence.FilterSentences;
import keensparrow.core.table.Schema;
import org.junit.jupiter.api.Test;

/** Every measure and filter reads as a plain phrase. */
class MeasureSentencesTest {
    private static final Schema SCHEMA = TextRows.table(
                    "Delay,Fare,Day,Tags\n1,2.5,2026-01-01,a;b\n2,3.5,2026-01-02,b;c\n")
            .schema();

    private static String of(Measure measure) {
        return MeasureSentences.of(measure, "departures", SCHEMA);
    }

    private static Measure percentile(String percent) {
        return Measure.percentile("delay", percent);
    }

    @Test
    void measuresOfOneColumn() {
        assertThat(of(Measure.ROWS)).isEqualTo("number of departures");
        assertThat(of(new Measure(Aggregate.MEDIAN, "delay"))).isEqualTo("median of Delay");
        assertThat(of(new Measure(Aggregate.STDDEV, "fare"))).isEqualTo("standard deviation of Fare");
        assertThat(of(new Measure(Aggregate.SUM, "gone"))).isEqualTo("sum of gone (this column is gone)");
    }

    @Test
    void percentilesAreOrdinals() {
        assertThat(List.of(
                        of(percentile("1")),
                        of(percentile("2")),
                        of(percentile("11")),
                        of(percentile("23")),
                        of(percentile("95")),
                        of(percentile("99.9"))))
                .containsExactly(
                        "1st percentile of Delay",
                        "2nd percentile of Delay",
                        "11th percentile of Delay",
                        "23rd percentile of Delay",
                        "95th percentile of Delay",
                        "99.9th percentile of Delay");
        assertThat(of(new Measure(Aggregate.PERCENTILE, "delay"))).isEqualTo("no percentile of Delay");
    }

    @Test
    void measuresOfTwoColumnsAndFormulas() {
        assertThat(of(Measure.of(Aggregate.WEIGHTED_AVERAGE, "delay", "fare")))
                .isEqualTo("average of Delay weighted by Fare");
        assertThat(of(Measure.of(Aggregate.RATIO, "fare", "delay"))).isEqualTo("sum of Fare per Delay");
        assertThat(of(Measure.of(Aggregate.LAST, "fare", "day"))).isEqualTo("last Fare by Day");
        assertThat(of(Measure.of(Aggregate.LEVEL, "fare", "day"))).isEqualTo("sum of Fare at the last Day");
        assertThat(of(new Measure(Aggregate.FIRST, "fare"))).isEqualTo("first Fare by no column");
        assertThat(of(Measure.formula("sum(fare) / count(*)"))).isEqualTo("sum(fare) / count(*)");
        assertThat(of(new Measure(Aggregate.SUM, null, null, null, "fare * 2", null)))
                .isEqualTo("sum of fare * 2");
    }

    @Test
    void whatIsDerivedIsSaidToo() {
        assertThat(of(Measure.ROWS.derived(Derived.SHARE_OF_TOTAL))).isEqualTo("number of departures, share of total");
        assertThat(of(new Measure(Aggregate.SUM, "fare").derived(Derived.CHANGE_YEAR)))
                .isEqualTo("sum of Fare, change from a year before");
    }

    private static String phrase(Filter filter) {
        return FilterSentences.phrase(filter, SCHEMA);
    }

    @Test
    void filtersOfEveryKind() {
        assertThat(phrase(new HasAll("tags", List.of("a", "b", "c")))).isEqualTo("Tags has all of a, b and c");
        assertThat(phrase(new RelativePeriod("day", RelativePeriod.Name.LAST_30_DAYS, false)))
                .isEqualTo("Day in the last 30 days");
        assertThat(phrase(new RelativePeriod("day", RelativePeriod.Name.THIS_YEAR, true)))
                .isEqualTo("Day in the latest year or blank");
        Both box = new Both(
                new Between("delay", BigDecimal.ZERO, BigDecimal.TEN, false, false), Between.of("fare", "2", null));
        assertThat(phrase(box)).isEqualTo("Delay from 0 to 10 and Fare at least 2");
        assertThat(phrase(new TextSearch(List.of("delay", "fare"), "7")))
                .contains("Delay")
                .contains("contains “7”");
        assertThat(phrase(new ExpressionFilter("delay > 3"))).isEqualTo("delay > 3 holds");
        assertThat(FilterSentences.sentence(new HasAll("tags", List.of("a")), SCHEMA))
                .isEqualTo("Tags has all of a.");
        assertThat(phrase(new HasAll("gone", List.of("a")))).endsWith("(this column is gone)");
    }
}
