package keensparrow.core.engine.rows;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.engine.RandomTables;
import keensparrow.core.error.UserException;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.question.Question;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

/** Places of an order that is sorted where it is looked at, against sorting all rows by comparing them. */
class IncrementalSortTest {
    private static final ParallelRunner RUNNER = new ParallelRunner(3);
    private static final int ROWS = 150_000;
    private static final Table TABLE = RandomTables.of(31, ROWS);
    private static final List<List<String>> SORTS = List.of(
            List.of("ratio"), // a long tail, so that parts are dealt out again
            List.of("few", "money"),
            List.of("flag", "few", "day"),
            List.of("many"),
            List.of("huge", "tags"),
            List.of("moment"));

    @AfterAll
    static void close() {
        RUNNER.close();
    }

    private static RowOrder order(Table table, List<String> columns, boolean descending) {
        return new RowOrder(
                table,
                columns.stream()
                        .map(column -> new Question.Sort(column, descending))
                        .toList());
    }

    private static int[] compared(RowOrder order, int[] rows) {
        return IntStream.of(rows)
                .boxed()
                .sorted((a, b) -> order.isBefore(order.key(0, a), a, order.key(0, b), b) ? -1 : a.equals(b) ? 0 : 1)
                .mapToInt(Integer::intValue)
                .toArray();
    }

    private static int[] someRows(Random random) {
        return IntStream.range(0, ROWS).filter(row -> random.nextInt(8) > 0).toArray();
    }

    @Test
    void placesInAnySequenceAreThoseOfTheWholeOrder() {
        Random random = new Random(5);
        for (List<String> columns : SORTS) {
            boolean descending = random.nextBoolean();
            RowOrder order = order(TABLE, columns, descending);
            int[] rows = someRows(random);
            int[] whole = compared(order, rows);
            IncrementalSort sort = new IncrementalSort(order, rows.clone(), RUNNER);
            for (int i = 0; i < 30; i++) {
                int from = random.nextInt(rows.length);
                int to = Math.min(rows.length, from + random.nextInt(i == 20 ? 30_000 : 200));
                assertThat(sort.range(from, to, () -> false))
                        .as("%s from %s", columns, from)
                        .isEqualTo(Arrays.copyOfRange(whole, from, to));
            }
            assertThat(sort.range(0, 0, () -> false)).isEmpty();
            assertThat(sort.range(rows.length, rows.length, () -> false)).isEmpty();
            assertThat(sort.all(() -> false)).as("%s", columns).isEqualTo(whole);
            assertThat(sort.range(7, 900, () -> false)).isEqualTo(Arrays.copyOfRange(whole, 7, 900));
        }
    }

    @Test
    void rowsFarFromAllOthersBlanksAndTiesAreInOrder() {
        long[][] shapes = new long[4][ROWS];
        long[] valid = new long[(ROWS + 63) / 64];
        Random random = new Random(6);
        for (int row = 0; row < ROWS; row++) {
            shapes[0][row] = row == 77_000 ? Long.MIN_VALUE + 1 : random.nextInt(40);
            shapes[1][row] = 1L << random.nextInt(62); // most parts have most of the rows before them
            shapes[2][row] = 12;
            shapes[3][row] = ROWS - row;
            if (row % 3 != 0) {
                valid[row >> 6] |= 1L << row;
            }
        }
        for (long[] shape : shapes) {
            for (long[] present : new long[][] {null, valid, new long[valid.length]}) {
                Table table = new Table(
                        new Schema(List.of(new ColumnInfo("n", "n", ColumnType.WHOLE, Role.CATEGORY))),
                        List.of(new LongColumn(ColumnType.WHOLE, 0, shape.clone(), present)),
                        ROWS);
                for (boolean descending : new boolean[] {false, true}) {
                    RowOrder order = order(table, List.of("n"), descending);
                    int[] rows = IntStream.range(0, ROWS).toArray();
                    int[] whole = compared(order, rows);
                    IncrementalSort sort = new IncrementalSort(order, rows, RUNNER);
                    for (int from = ROWS - 100; from > 0; from -= 24_000) {
                        assertThat(sort.range(from, from + 100, () -> false))
                                .isEqualTo(Arrays.copyOfRange(whole, from, from + 100));
                    }
                    assertThat(sort.all(() -> false)).isEqualTo(whole);
                }
            }
        }
    }

    @Test
    void whoGoesAwayInTheMiddleLeavesWhatOthersSeeInOrder() {
        RowOrder order = order(TABLE, List.of("few", "ratio"), true);
        int[] whole = compared(order, IntStream.range(0, ROWS).toArray());
        IncrementalSort sort =
                new IncrementalSort(order, IntStream.range(0, ROWS).toArray(), RUNNER);
        int stopped = 0;
        for (int looks = 0; looks < 60; looks += 3) {
            AtomicInteger left = new AtomicInteger(looks);
            try {
                assertThat(sort.all(() -> left.decrementAndGet() < 0)).isEqualTo(whole);
            } catch (UserException gone) {
                stopped++;
            }
            int from = looks * 2_000;
            assertThat(sort.range(from, from + 50, () -> false)).isEqualTo(Arrays.copyOfRange(whole, from, from + 50));
        }
        assertThat(stopped).isGreaterThan(5);
        assertThatThrownBy(() -> new IncrementalSort(order, new int[ROWS], RUNNER).range(0, 9, () -> true))
                .isInstanceOf(UserException.class);
    }

    @Test
    void severalReadersOfOneOrderSeeTheSame() throws Exception {
        RowOrder order = order(TABLE, List.of("many", "small"), false);
        int[] whole = compared(order, IntStream.range(0, ROWS).toArray());
        IncrementalSort sort =
                new IncrementalSort(order, IntStream.range(0, ROWS).toArray(), RUNNER);
        ExecutorService readers = Executors.newFixedThreadPool(4);
        try {
            List<Future<?>> reading = new ArrayList<>();
            for (int reader = 0; reader < 4; reader++) {
                Random random = new Random(reader);
                boolean takesAll = reader == 3;
                reading.add(readers.submit(() -> {
                    for (int i = 0; i < 40; i++) {
                        int from = random.nextInt(ROWS - 100);
                        assertThat(sort.range(from, from + 100, () -> false))
                                .isEqualTo(Arrays.copyOfRange(whole, from, from + 100));
                    }
                    if (takesAll) {
                        assertThat(sort.all(() -> false)).isEqualTo(whole);
                    }
                }));
            }
            for (Future<?> each : reading) {
                each.get();
            }
        } finally {
            readers.shutdownNow();
        }
    }
}
