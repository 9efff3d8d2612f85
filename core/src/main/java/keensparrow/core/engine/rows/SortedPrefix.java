package keensparrow.core.engine.rows;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;
import keensparrow.core.column.Bits;
import keensparrow.core.parallel.Cancellation;
import keensparrow.core.parallel.ParallelRunner;
import org.jspecify.annotations.Nullable;

/**
 * The foremost rows of a table under a sort, in order: a sixty-fourth of them or a few thousand. The first rows that
 * pass some filters are nearly always among them and found without a look at the others.
 */
public final class SortedPrefix {
    private static final int SHARE = 64;
    private static final int MIN = 4096;
    private static final int SAMPLE = 1 << 14; // tables with no more rows are kept whole
    private static final long SEED = 20_261_124; // any; the same rows are looked at each time
    private static final int WORD_BITS = 6;

    private final RowOrder order;
    private final int rowCount;
    private final int[] rows;

    private SortedPrefix(RowOrder order, int rowCount, int[] rows) {
        this.order = order;
        this.rowCount = rowCount;
        this.rows = rows;
    }

    public static SortedPrefix of(RowOrder order, int rowCount, ParallelRunner runner, BooleanSupplier cancelled) {
        if (rowCount <= SAMPLE) {
            int[] all = IntStream.range(0, rowCount).toArray();
            return new SortedPrefix(order, rowCount, order.sort(all, cancelled));
        }
        int last = limit(order, rowCount, cancelled);
        long keyOfLast = order.key(0, last);
        int[][] found = new int[(Bits.words(rowCount) + ParallelRunner.PIECE - 1) / ParallelRunner.PIECE][];
        runner.run(found.length, (worker, piece) -> {
            Cancellation.stopIf(cancelled);
            int from = piece * ParallelRunner.PIECE << WORD_BITS;
            int to = Math.min(rowCount, (piece + 1) * ParallelRunner.PIECE << WORD_BITS);
            found[piece] = notBehind(order, last, keyOfLast, from, to);
        });
        int[] rows = Arrays.stream(found).flatMapToInt(Arrays::stream).toArray();
        return new SortedPrefix(order, rowCount, order.sort(rows, cancelled));
    }

    /** A row that, going by a sample, has about as many before it as are kept. */
    private static int limit(RowOrder order, int rowCount, BooleanSupplier cancelled) {
        int[] sample =
                new Random(SEED).ints(SAMPLE, 0, rowCount).sorted().distinct().toArray();
        double kept = Math.max(MIN, rowCount / SHARE) / (double) rowCount;
        return order.sort(sample, cancelled)[(int) (kept * (sample.length - 1))];
    }

    private static int[] notBehind(RowOrder order, int last, long keyOfLast, int from, int to) {
        int[] found = new int[Math.max(1, (to - from) / SHARE)];
        int count = 0;
        for (int row = from; row < to; row++) {
            long key = order.key(0, row);
            if (key <= keyOfLast && (row == last || order.isBefore(key, row, keyOfLast, last))) {
                if (count == found.length) {
                    found = Arrays.copyOf(found, count * 2);
                }
                found[count++] = row;
            }
        }
        return Arrays.copyOf(found, count);
    }

    /**
     * The first rows that pass all conditions.
     *
     * @param conditions bits over the rows of each
     * @param known how many rows pass, −1 when that has to be counted
     * @return null when fewer than are wanted are among the foremost ones and others may follow
     */
    @Nullable
    public TopN first(int wanted, List<long[]> conditions, int known) {
        long[][] words = conditions.toArray(new long[0][]);
        int passing = known < 0 ? passing(words) : known;
        boolean isAll = rows.length == rowCount;
        int enough = Math.min(wanted, passing);
        if (!isAll && (double) passing * rows.length / rowCount < enough) {
            return null;
        }
        int[] first = new int[enough];
        int found = 0;
        for (int i = 0; i < rows.length && found < enough; i++) {
            int row = rows[i];
            boolean passes = true;
            for (int c = 0; passes && c < words.length; c++) {
                passes = Bits.get(words[c], row);
            }
            if (passes) {
                first[found++] = row;
            }
        }
        return found < enough ? null : TopN.of(order, wanted, first, passing);
    }

    private int passing(long[][] conditions) {
        if (conditions.length == 0) {
            return rowCount;
        }
        int passing = 0;
        for (int w = 0; w < conditions[0].length; w++) {
            long word = conditions[0][w];
            for (int c = 1; c < conditions.length; c++) {
                word &= conditions[c][w];
            }
            passing += Long.bitCount(word);
        }
        return passing;
    }

    public long sizeBytes() {
        return 64 + 4L * rows.length;
    }
}
