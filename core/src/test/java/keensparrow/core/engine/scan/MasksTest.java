package keensparrow.core.engine.scan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import keensparrow.core.column.Bits;
import org.junit.jupiter.api.Test;

/** Masks against looking at each condition of each row. */
class MasksTest {
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
    void masksSayWhoPassesAllAndWhoFailsOneAlone() {
        Random random = new Random(1);
        int rows = 3 * 64 + 21;
        List<long[]> conditions = new ArrayList<>();
        for (int c = 0; c < 5; c++) {
            conditions.add(randomBits(random, rows, 3));
        }
        Masks masks = new Masks(conditions, 4, rows);
        boolean[] all = {true, true, true, true};
        masks.look(0, 4, all);
        long[] some = new long[4];
        masks.passing(0b10101, 0, 4, some);
        for (int row = 0; row < 4 * 64; row++) {
            List<Integer> failed = new ArrayList<>();
            for (int c = 0; c < 4; c++) {
                if (row >= rows || !Bits.get(conditions.get(c), row)) {
                    failed.add(c);
                }
            }
            boolean exists = row < rows;
            assertThat(Bits.get(masks.passingAll(), row)).isEqualTo(exists && failed.isEmpty());
            for (int c = 0; c < 4; c++) {
                assertThat(Bits.get(masks.failingOnly(c), row)).isEqualTo(exists && failed.equals(List.of(c)));
            }
            boolean passes = exists
                    && Bits.get(conditions.get(0), row)
                    && Bits.get(conditions.get(2), row)
                    && Bits.get(conditions.get(4), row);
            assertThat(Bits.get(some, row)).isEqualTo(passes);
        }
    }
}
