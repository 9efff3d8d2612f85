package keensparrow.core.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import keensparrow.core.column.Bits;
import keensparrow.core.group.ByTime;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.GroupKeys;
import keensparrow.core.group.TimeStep;
import keensparrow.core.question.Question;
import keensparrow.core.rows.RowBatches;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The pieces of a pass, each against the plain way to do the same. */
class PartsOfAPassTest {
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

    @ParameterizedTest
    @ValueSource(ints = {1, 63, 64, 4096, 4097, 70_000})
    void bitsCountLikeRows(int rows) {
        Table table = RandomTables.of(rows, rows);
        Random random = new Random(2);
        long[] mask = randomBits(random, rows, 2);
        for (String column : List.of("few", "flag", "tags")) {
            GroupKeys keys = new ByValue(column).keys(table);
            try (ParallelRunner workers = new ParallelRunner(2)) {
                BitmapIndex bits = BitmapIndex.of(keys, keys.slots(), rows, workers, () -> false);
                long[] counts = new long[keys.slots()];
                int words = Bits.words(rows);
                for (int from = 0; from < words; from += Masks.WORDS) {
                    int to = Math.min(words, from + Masks.WORDS);
                    long[] picked = Arrays.copyOfRange(mask, from, to);
                    bits.count(picked, Bits.count(picked), from, to, counts, 1);
                }
                long[] expected = new long[keys.slots()];
                int[] slot = new int[1];
                for (int row = 0; row < rows; row++) {
                    if (Bits.get(mask, row)) {
                        keys.assign(new int[] {row}, 1, slot);
                        expected[slot[0]]++;
                    }
                }
                assertThat(counts).as(column).isEqualTo(expected);
            }
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 4097, 70_000})
    void cellsOfSeveralGroupingsTogetherAreThoseOfEachOne(int rows) {
        Table table = RandomTables.of(rows, rows);
        List<List<String>> groupings = List.of(
                List.of("small"), List.of("tags", "flag"), List.of("few", "day", "flag"), List.of("moment", "few"));
        try (ParallelRunner workers = new ParallelRunner(2)) {
            for (List<String> columns : groupings) {
                List<GroupKeys> by = columns.stream()
                        .map(column -> column.equals("day") || column.equals("moment")
                                ? new ByTime(column, TimeStep.MONTH).keys(table)
                                : new ByValue(column).keys(table))
                        .toList();
                assertThat(CompositeKeys.isFor(by, rows)).as("%s", columns).isEqualTo(rows == 70_000);
                CompositeKeys joint = CompositeKeys.of(by, rows, workers, () -> false);
                int[] all = IntStream.range(0, rows).toArray();
                int[] expected = new int[rows];
                for (GroupKeys keys : by) {
                    int[] slots = new int[rows];
                    keys.assign(all, rows, slots);
                    Arrays.setAll(expected, row -> expected[row] * keys.slots() + slots[row]);
                }
                int[] cells = new int[rows];
                joint.assign(all, rows, cells);
                assertThat(cells).as("%s", columns).isEqualTo(expected);
                assertThat(joint.sizeBytes() - 32).isEqualTo(CompositeKeys.bytesFor(by, rows));
            }
        }
    }

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

    /** Tables that are kept whole and such of which only the foremost rows are; sorts with and without ties. */
    @ParameterizedTest
    @ValueSource(ints = {3_000, 60_000})
    void theForemostRowsGiveTheFirstThatPass(int rowCount) {
        Table table = RandomTables.of(11, rowCount);
        Random random = new Random(5);
        int answered = 0;
        for (String column : List.of("few", "flag", "money", "ratio", "day")) {
            List<Question.Sort> sort =
                    List.of(new Question.Sort(column, random.nextBoolean()), new Question.Sort("small", true));
            RowOrder order = new RowOrder(table, sort);
            SortedPrefix leaders = SortedPrefix.of(order, rowCount, new ParallelRunner(2), () -> false);
            for (int share : new int[] {1, 2, 40, 2_000, 100_000}) {
                long[] some = new long[Bits.words(rowCount)];
                long[] others = new long[some.length];
                IntStream.range(0, rowCount)
                        .filter(row -> random.nextInt(share) == 0)
                        .forEach(row -> Bits.set(some, row));
                IntStream.range(0, rowCount)
                        .filter(row -> random.nextInt(5) > 0)
                        .forEach(row -> Bits.set(others, row));
                int wanted = random.nextInt(100);
                int[] passing = IntStream.range(0, rowCount)
                        .filter(row -> Bits.get(some, row) && Bits.get(others, row))
                        .toArray();
                TopN found = leaders.first(wanted, List.of(some, others), random.nextBoolean() ? -1 : passing.length);
                if (found != null) {
                    answered++;
                    assertThat(found.sorted()).isEqualTo(first(order, passing, wanted));
                    assertThat(found.rowCount()).isEqualTo(passing.length);
                } else {
                    assertThat(rowCount).isGreaterThan(3_000);
                    assertThat(share).isGreaterThan(2);
                }
            }
            assertThat(leaders.first(7, List.of(), -1).sorted())
                    .isEqualTo(first(order, IntStream.range(0, rowCount).toArray(), 7));
        }
        assertThat(answered).isGreaterThanOrEqualTo(rowCount == 3_000 ? 25 : 10);
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

    @Test
    void whatIsKeptStaysWithinItsWeight() {
        LruCache<String, String> kept = new LruCache<>(10, String::length);
        kept.put("a", "four");
        kept.put("b", "four");
        assertThat(kept.find("a")).isEqualTo("four"); // used again: b goes first
        kept.put("c", "four");
        assertThat(kept.find("b")).isNull();
        assertThat(kept.weight()).isEqualTo(8);
        kept.put("c", "six666");
        assertThat(kept.weight()).isEqualTo(10);
        kept.put("d", "more than all of it");
        assertThat(kept.find("d")).isNotNull();
        assertThat(kept.find("a")).isNull();
        assertThat(kept.get("e", () -> "made")).isEqualTo("made");
    }
}
