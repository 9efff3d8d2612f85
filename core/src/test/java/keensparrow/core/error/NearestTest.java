package keensparrow.core.error;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class NearestTest {
    @Test
    void findsWhatWasProbablyMeant() {
        List<String> names = List.of("region", "revenue", "route");
        assertThat(Nearest.to("regoin", names)).contains("region");
        assertThat(Nearest.to("REVENU", names)).contains("revenue");
        assertThat(Nearest.to("weather", names)).isEmpty();
        assertThat(Nearest.hint("rout", names)).isEqualTo(" Did you mean “route”?");
        assertThat(Nearest.hint("xyz", names)).isEmpty();
        assertThat(Nearest.to("x", List.of())).isEmpty();
        assertThat(Nearest.to("birtx", List.of("births", "day"))).contains("births");
        assertThat(Nearest.to("date_", List.of("date_of_month", "date_of", "day")))
                .contains("date_of");
        assertThat(Nearest.to("da", List.of("date_of_month", "departure"))).isEmpty();
    }

    @Test
    void quotesAreCutAndCleaned() {
        assertThat(UserException.quote("a\nb")).isEqualTo("“a b”");
        assertThat(UserException.quote("x".repeat(300))).hasSize(103);
    }
}
