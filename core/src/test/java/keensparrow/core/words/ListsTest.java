package keensparrow.core.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Lists of any length: a dataset may have more columns than a formatter of lists takes. */
class ListsTest {
    @ParameterizedTest
    @CsvSource({"0, ''", "1, c0", "2, c0 and c1", "3, 'c0, c1 and c2'"})
    void fewThings(int count, String said) {
        assertThat(Words.list(things(count))).isEqualTo(said);
    }

    @ParameterizedTest
    @CsvSource({"199", "200", "201", "256", "257", "300", "2000"})
    void manyThingsAreAllThereInTheirOrder(int count) {
        List<String> things = things(count);
        assertThat(Words.list(things))
                .isEqualTo(String.join(", ", things.subList(0, count - 1)) + " and c" + (count - 1));
    }

    private static List<String> things(int count) {
        return IntStream.range(0, count).mapToObj(i -> "c" + i).toList();
    }
}
