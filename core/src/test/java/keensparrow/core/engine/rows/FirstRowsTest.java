package keensparrow.core.engine.rows;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import keensparrow.core.column.Bits;
import keensparrow.core.engine.RandomTables;
import keensparrow.core.engine.scan.Batch;
import keensparrow.core.question.Question;
import keensparrow.core.rows.RowBatches;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

/** First rows and orders, against sorting all rows. */
class FirstRowsTest {
    private static Batch batch(int... rows) {
        long[] words = new long[RowBatches.BLOCK >> 6];
        for (int row : rows) {
            Bits.set(words, row);
        }
        Batch batch = new Batch();
        batch.fill(words, words.length, 0);
        return batch;
    }

    private static int[] first(RowOrder order, int[] rows, int wanted) {
        return IntStream.of(rows)
                .boxed()
                .sorted(Comparator.<Integer>comparingLong(row -> order.key(0, row))
                        .thenComparingLong(row -> order.key(1, row))
                        .thenComparing(row -> row))
                .limit(wanted)
                .mapToInt(Integer::intValue)
                .toArray();
    }

    @Test
    void firstRowsAreThoseOfASort() {
        Table table = RandomTables.of(9, 4000);
        Random random = new Random(3);
        for (int i = 0; i < 50; i++) {
            List<Question.Sort> sort = List.of(
                    new Question.Sort("few", random.nextBoolean()), new Question.Sort("small", random.nextBoolean()));
            RowOrder order = new RowOrder(table, sort);
            int[] rows = IntStream.range(0, 4000)
                    .filter(row -> random.nextInt(3) == 0)
                    .toArray();
            int wanted = random.nextInt(60);
            TopN left = new TopN(order, wanted);
            TopN right = left.empty();
            int half = rows.length / 2;
            left.add(batch(Arrays.copyOfRange(rows, 0, half)));
            right.add(batch(Arrays.copyOfRange(rows, half, rows.length)));
            left.merge(right);
            assertThat(left.sorted()).isEqualTo(first(order, rows, wanted));
            assertThat(left.rowCount()).isEqualTo(rows.length);
        }
    }

    @Test
    void sortingKeepsTiesAndPutsBlanksLast() {
        Random random = new Random(4);
        for (int round = 0; round < 40; round++) {
            int rows = random.nextInt(3000);
            long[] keys = new long[rows];
            for (int row = 0; row < rows; row++) {
                keys[row] = switch (random.nextInt(round < 20 ? 3 : 5)) {
                    case 0 -> Long.MAX_VALUE;
                    case 1, 2 -> random.nextInt(50) - 25L;
                    case 3 -> random.nextLong() >> 1;
                    default -> Long.MIN_VALUE + random.nextInt(3);
                };
            }
            int[] order = IntStream.range(0, rows).toArray();
            StableSort.byKeys(order, keys, () -> false);
            int[] expected = IntStream.range(0, rows)
                    .boxed()
                    .sorted(Comparator.comparingLong(row -> keys[row]))
                    .mapToInt(Integer::intValue)
                    .toArray();
            assertThat(order).isEqualTo(expected);
        }
    }
}
