package keensparrow.server.dataset;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import keensparrow.core.error.UserException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FilePatternTest {
    @ParameterizedTest
    @CsvSource({
        "departures-2025.csv;departures-2026.csv, departures-*.csv",
        "departures-2025.csv;departures-2026-11.csv, departures-*.csv",
        "Q1 survey.xlsx;Q2 survey.xlsx, Q* survey.xlsx",
        "2025 costs.csv;2026 costs.csv, * costs.csv",
        "sales.csv;sales (1).csv, sales*.csv",
        "north.csv;south.csv, none", // they only end alike
        "a1.csv;a2.csv, none", // one letter says too little
        "alone.csv, none"
    })
    void whatFilesHaveInCommonIsProposed(String names, String pattern) {
        assertThat(FilePattern.proposed(List.of(names.split(";")))
                        .map(FilePattern::pattern)
                        .orElse("none"))
                .isEqualTo(pattern);
    }

    @ParameterizedTest
    @CsvSource({
        "departures-*.csv, departures-2026-11.csv, true",
        "departures-*.csv, Departures-.CSV, true",
        "departures-*.csv, departures-2026.xlsx, false",
        "departures-*.csv, old departures-2026.csv, false",
        "*a*b*, xxaxxbxx, true",
        "*a*b*, xxbxxaxx, false",
        "*.csv*, a.csv.csv, true",
        "a.b, axb, false"
    })
    void aStarStandsForAnything(String pattern, String name, boolean fits) {
        assertThat(FilePattern.of(pattern).fits(name)).isEqualTo(fits);
    }

    @Test
    void aPatternThatFitsEveryNameOrIsTooLongIsRefused() {
        for (String pattern : List.of("", "*", " ** ", "x".repeat(201))) {
            assertThatThrownBy(() -> FilePattern.of(pattern)).isInstanceOf(UserException.class);
        }
    }

    @Test
    void aFileTakesThePlaceOfTheOneOfItsName() {
        Dataset.FileRef may = new Dataset.FileRef("may.csv", "1", 1);
        Dataset.FileRef june = new Dataset.FileRef("june.csv", "2", 1);
        Dataset.FileRef again = new Dataset.FileRef("May.csv", "3", 1);
        Dataset.FileRef july = new Dataset.FileRef("july.csv", "4", 1);
        assertThat(FilePattern.joined(List.of(may, june), List.of(july, again))).containsExactly(again, june, july);
    }
}
