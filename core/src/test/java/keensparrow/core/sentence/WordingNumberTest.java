package keensparrow.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import org.junit.jupiter.api.Test;

class WordingNumberTest {
    @Test
    void numbersNobodyReadsToTheirEndStandInPowersOfTen() {
        assertThat(Wording.number(new BigDecimal("123456789012345678901"))).isEqualTo("123,456,789,012,345,678,901");
        assertThat(Wording.number(new BigDecimal("-1e300"))).isEqualTo("-1E+300");
        assertThat(Wording.number(new BigDecimal("1234.5678901"))).isEqualTo("1,234.56789");
        assertThat(Wording.number(new BigDecimal("1e-300"))).isEqualTo("0");
    }
}
