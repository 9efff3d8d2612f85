package keensparrow.core.engine.aggregation;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import keensparrow.core.column.Bits;
import org.junit.jupiter.api.Test;

/** What is kept of groupings, against the groups of each row. */
class IndexesTest {
    private static long[] randomBits(Random random, int rows, int oneIn) {
        long[] words = new long[Bits.words(rows)];
        for (int row = 0; row < rows; row++) {
            if (random.nextInt(oneIn) > 0) {
                Bits.set(words, row);
            }
        }
        return words;
    }

    @Test
    void cellsGetDenseNumbersAsTheyOccur() {
        GroupIdTable ids = new GroupIdTable();
        Random random = new Random(5);
        java.util.Map<Long, Integer> expected = new java.util.HashMap<>();
        for (int i = 0; i < 50_000; i++) {
            long key = random.nextInt(20_000) * 1_000_003L;
            int id = ids.idOf(key);
            assertThat(expected.computeIfAbsent(key, ignored -> expected.size()))
                    .isEqualTo(id);
            assertThat(ids.key(id)).isEqualTo(key);
        }
        assertThat(ids.size()).isEqualTo(expected.size());
    }
}
