package keensparrow.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import keensparrow.core.TextRows;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.Containing;
import keensparrow.core.filter.DateRange;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
import keensparrow.core.table.Schema;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WordingTest {
    private static final Schema SCHEMA =
            TextRows.table("Route,Delay,Date,Note,PNR\nA,1,2026-01-01,n,x\n").schema();

    private static String phrase(Filter filter) {
        return FilterSentences.phrase(filter, SCHEMA);
    }

    @ParameterizedTest
    @CsvSource(nullValues = "-", textBlock = """
            2026-05-01, 2026-08-31, May to Aug 2026
            2026-05-01, 2026-05-31, May 2026
            2025-11-01, 2026-02-28, Nov 2025 to Feb 2026
            2026-01-01, 2026-12-31, 2026
            2026-05-03, 2026-08-31, 3 May 2026 to 31 Aug 2026
            2026-05-03, 2026-05-03, 3 May 2026
            2026-05-03, -, from 3 May 2026
            -, 2026-05-03, up to 3 May 2026
            -, -, any
            """)
    void periods(LocalDate from, LocalDate to, String words) {
        assertThat(Wording.period(from, to)).isEqualTo(words);
    }

    @Test
    void numbersAndLabels() {
        assertThat(Wording.number(1234567)).isEqualTo("1,234,567");
        assertThat(Wording.number(new BigDecimal("-1234.50"))).isEqualTo("-1,234.5");
        assertThat(Wording.small(5)).isEqualTo("five");
        assertThat(Wording.small(40)).isEqualTo("40");
        assertThat(Wording.inline("Coach class")).isEqualTo("coach class");
        assertThat(Wording.inline("PNR")).isEqualTo("PNR");
        assertThat(Wording.inline("")).isEmpty();
        assertThat(Wording.capital("route")).isEqualTo("Route");
    }

    @Test
    void filtersInWords() {
        assertThat(phrase(OneOf.of("route", "Vienna–Hamburg"))).isEqualTo("Route is Vienna–Hamburg");
        assertThat(phrase(OneOf.of("route", "A", "B"))).isEqualTo("Route is A or B");
        assertThat(phrase(OneOf.of("route", "A", "B", "C", "D"))).isEqualTo("Route is A or 3 more");
        assertThat(phrase(new OneOf("route", List.of("A"), true, true))).isEqualTo("Route is not A or blank");
        assertThat(phrase(Between.of("delay", "0", "45"))).isEqualTo("Delay from 0 to 45");
        assertThat(phrase(Between.of("delay", "1000.5", null))).isEqualTo("Delay at least 1,000.5");
        assertThat(phrase(Between.of("delay", null, "45"))).isEqualTo("Delay at most 45");
        assertThat(phrase(new Between("delay", BigDecimal.ONE, BigDecimal.TEN, true, true)))
                .isEqualTo("Delay from 1 to below 10 or blank");
        assertThat(phrase(new DateRange("date", LocalDate.of(2026, 5, 1), LocalDate.of(2026, 8, 31), false)))
                .isEqualTo("Date May to Aug 2026");
        assertThat(phrase(new Containing("note", "storm"))).isEqualTo("Note contains “storm”");
        assertThat(phrase(OneOf.of("PNR", "7"))).isEqualTo("PNR is 7 (this column is gone)");
        assertThat(phrase(OneOf.of("pnr", "7"))).isEqualTo("PNR is 7");
    }

    @Test
    void wholeSentencesSayWhatBecomesOfBlanks() {
        assertThat(FilterSentences.sentence(Between.of("delay", "0", "45"), SCHEMA))
                .isEqualTo("Delay from 0 to 45, blanks left out.");
        assertThat(FilterSentences.sentence(OneOf.of("route", "A"), SCHEMA)).isEqualTo("Route is A.");
    }
}
