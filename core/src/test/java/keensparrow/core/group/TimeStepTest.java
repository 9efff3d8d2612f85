package keensparrow.core.group;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.time.temporal.IsoFields;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class TimeStepTest {
    @ParameterizedTest
    @CsvSource({
        "YEAR, 2026-08-14, 2026-01-01, 2026-12-31",
        "QUARTER, 2026-08-14, 2026-07-01, 2026-09-30",
        "QUARTER, 2026-01-01, 2026-01-01, 2026-03-31",
        "MONTH, 2024-02-29, 2024-02-01, 2024-02-29",
        "WEEK, 2026-01-01, 2025-12-29, 2026-01-04",
        "WEEK, 2026-11-23, 2026-11-23, 2026-11-29",
        "WEEK, 1969-12-28, 1969-12-22, 1969-12-28",
        "DAY, 1969-07-20, 1969-07-20, 1969-07-20"
    })
    void periodsStartAndEnd(TimeStep step, LocalDate day, LocalDate start, LocalDate end) {
        long period = step.periodOf(day.toEpochDay());
        assertThat(step.start(period)).isEqualTo(start);
        assertThat(step.end(period)).isEqualTo(end);
    }

    @ParameterizedTest
    @EnumSource(value = TimeStep.class, mode = EnumSource.Mode.EXCLUDE, names = "HOUR")
    void periodsFollowEachOtherWithoutAGap(TimeStep step) {
        Random random = new Random(4);
        for (int i = 0; i < 500; i++) {
            long day = random.nextInt(80_000) - 30_000;
            long period = step.periodOf(day);
            assertThat(step.start(period).toEpochDay()).isLessThanOrEqualTo(day);
            assertThat(step.end(period).toEpochDay()).isGreaterThanOrEqualTo(day);
            assertThat(step.start(period + 1)).isEqualTo(step.end(period).plusDays(1));
            assertThat(step.periodOf(step.start(period).toEpochDay())).isEqualTo(period);
        }
    }

    @Test
    void weeksAreIsoWeeks() {
        LocalDate day = LocalDate.of(2020, 12, 31);
        LocalDate monday = TimeStep.WEEK.start(TimeStep.WEEK.periodOf(day.toEpochDay()));
        assertThat(monday.get(IsoFields.WEEK_OF_WEEK_BASED_YEAR)).isEqualTo(day.get(IsoFields.WEEK_OF_WEEK_BASED_YEAR));
    }
}
