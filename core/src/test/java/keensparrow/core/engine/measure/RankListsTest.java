package keensparrow.core.engine.measure;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.RankBuckets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Values at places in order: of groups of any shape, collected by several threads, put together and asked in any sequence. */
class RankListsTest {
    private final Random random = new Random();
    private long[] values = {};
    private RankBuckets buckets = bucketsOf(0);

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16})
    void everyPlaceHoldsWhatSortingPutsThere(long seed) {
        random.setSeed(seed);
        int size = 1 + random.nextInt(seed % 3 == 0 ? 60 : 60_000);
        int groups = seed % 4 == 0 ? 1 + random.nextInt(1000) : 1 + random.nextInt(6);
        int reach = 1 + random.nextInt(seed % 2 == 0 ? 5 : 1_000_000); // many equal ones, or few
        buckets = bucketsOf(size);
        for (int row = 0; row < size; row++) {
            values[row] = seed % 5 == 0 ? row : random.nextInt(reach) - reach / 2;
            values[row] += random.nextInt(1000) == 0 ? 1L << 50 : 0; // lone ones far out
        }
        buckets = new LongColumn(ColumnType.WHOLE, 0, values.clone(), null).buckets();

        RankLists[] threads = {lists(), lists(), lists()};
        List<List<Long>> expected = new ArrayList<>();
        for (int group = 0; group < groups; group++) {
            expected.add(new ArrayList<>());
        }
        int[] rows = new int[3000];
        int[] ids = new int[rows.length];
        int count = 0;
        for (int row = 0; row < size; row++) {
            if (seed % 3 == 1 || random.nextInt(4) > 0) { // all adjoin, or some are left out
                rows[count] = row;
                ids[count] = random.nextInt(groups);
                expected.get(ids[count++]).add(values[row]);
            }
            if (count == rows.length || row == size - 1) {
                threads[random.nextInt(threads.length)].add(rows, ids, count);
                count = 0;
            }
        }
        RankLists all = lists();
        int[] own = new int[groups];
        for (int group = 0; group < groups; group++) {
            own[group] = group;
        }
        for (RankLists thread : threads) {
            all.merge(thread, own);
        }
        for (int pieces = all.unsettled(); seed % 2 == 0 && pieces > 0; pieces = all.unsettled()) {
            for (int piece = 0; piece < pieces; piece++) {
                all.settle(piece);
            }
        }
        compare(all, expected);
        if (seed % 5 == 1) { // what was known of the order holds no longer
            RankLists more = new RankLists(buckets);
            more.add(new int[] {size - 1}, new int[] {0}, 1);
            all.merge(more, new int[] {0});
            expected.get(0).add(values[size - 1]);
            all.add(new int[] {size - 1}, new int[] {groups - 1}, 1);
            expected.get(groups - 1).add(values[size - 1]);
            compare(all, expected);
        }

        int[] target = new int[groups]; // some go together, some are left out
        List<List<Long>> together = List.of(new ArrayList<>(), new ArrayList<>());
        for (int group = 0; group < groups; group++) {
            target[group] = random.nextInt(3) - 1;
            if (target[group] >= 0) {
                together.get(target[group]).addAll(expected.get(group));
            }
        }
        RankLists merged = lists();
        merged.merge(all, target);
        compare(merged, together);
        RankLists one = lists(); // and once more, twice: as tags do
        one.merge(merged, new int[] {0, -1});
        one.merge(merged, new int[] {-1, 0});
        List<Long> everything = new ArrayList<>(together.get(0));
        everything.addAll(together.get(1));
        compare(one, List.of(everything));
    }

    private RankLists lists() {
        RankLists lists = new RankLists(buckets);
        lists.willAsk(0.5);
        lists.willAsk(0.95);
        return lists;
    }

    private void compare(RankLists lists, List<List<Long>> expected) {
        for (int group = 0; group < expected.size(); group++) {
            List<Long> sorted = new ArrayList<>(expected.get(group));
            Collections.sort(sorted);
            assertThat(lists.size(group)).isEqualTo(sorted.size());
            for (int asked = 0; asked < Math.min(40, sorted.size()); asked++) {
                int place = asked == 0
                        ? 0
                        : asked == 1
                                ? sorted.size() - 1
                                : asked == 2 ? sorted.size() / 2 : random.nextInt(sorted.size());
                assertThat(lists.at(group, place))
                        .as("group %s, place %s", group, place)
                        .isEqualTo(sorted.get(place));
            }
        }
    }

    private RankBuckets bucketsOf(int size) {
        values = new long[size];
        return new LongColumn(ColumnType.WHOLE, 0, values.clone(), null).buckets();
    }

    @Test
    void theLargestAndTheSmallestNumbersHaveTheirPlaces() {
        double[] far = {1e308, -1e308, 0, 1e-300, -0.0, 5, 5, 5};
        DoubleColumn column = new DoubleColumn(far, null);
        RankLists lists = new RankLists(column.buckets());
        lists.add(new int[] {0, 1, 2, 3, 4, 5, 6, 7}, new int[8], 8);
        double[] found = new double[8];
        for (int place = 0; place < 8; place++) {
            found[place] = DoubleColumn.ofRank(lists.at(0, place));
        }
        assertThat(found).containsExactly(-1e308, 0, 0, 1e-300, 5, 5, 5, 1e308);
        LongColumn ends = new LongColumn(ColumnType.WHOLE, 0, new long[] {Long.MAX_VALUE, Long.MIN_VALUE, 7}, null);
        RankLists whole = new RankLists(ends.buckets());
        whole.add(new int[] {0, 1, 2}, new int[3], 3);
        assertThat(whole.at(0, 0)).isEqualTo(Long.MIN_VALUE);
        assertThat(whole.at(0, 2)).isEqualTo(Long.MAX_VALUE);
    }
}
