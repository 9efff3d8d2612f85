package keensparrow.core.engine.measure;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Values at places in order, in any sequence of asking, of lists of any shape. */
class RankListTest {
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
    void everyPlaceHoldsWhatSortingPutsThere(long seed) {
        Random random = new Random(seed);
        int size = 1 + random.nextInt(seed % 3 == 0 ? 60 : 20_000);
        int reach = 1 + random.nextInt(seed % 2 == 0 ? 5 : 1_000_000); // many equal ones, or few
        long[] values = new long[size];
        RankList list = new RankList();
        RankList other = new RankList();
        for (int i = 0; i < size; i++) {
            values[i] = seed % 4 == 0 ? i : seed % 4 == 1 ? -i : random.nextInt(reach) - reach / 2;
            (i % 3 == 0 ? other : list).add(values[i]);
        }
        list.addAll(other);
        Arrays.sort(values);
        for (int asked = 0; asked < 300; asked++) {
            int place = asked == 0 ? 0 : asked == 1 ? size - 1 : random.nextInt(size);
            assertThat(list.at(place)).as("seed %s, place %s", seed, place).isEqualTo(values[place]);
        }
        assertThat(list.size()).isEqualTo(size);
        list.add(Long.MIN_VALUE); // what was known of the order holds no longer
        assertThat(list.at(0)).isEqualTo(Long.MIN_VALUE);
        assertThat(list.at(size)).isEqualTo(values[size - 1]);
    }
}
