package keensparrow.core.engine.scan;

import java.util.Arrays;
import java.util.List;
import keensparrow.core.rows.RowBatches;

/**
 * Which rows of a block pass all conditions, all but one of them, or some of them. All of "all but one" come out of one
 * walk: a row that fails one condition alone counts for those that leave that one out.
 */
public final class Masks {
    public static final int WORDS = RowBatches.BLOCK >> 6;

    private final long[][] conditions;
    private final int all; // the first so many are those of the question set
    private final int rowCount;
    private final long[] passAll = new long[WORDS];
    private final long[] failOnce = new long[WORDS]; // rows that fail one condition, whichever
    private final long[][] failOnly;

    /**
     * @param conditions bits over the rows of each
     * @param all so many of them, the first, narrow everything but what leaves them out
     */
    Masks(List<long[]> conditions, int all, int rowCount) {
        this.conditions = conditions.toArray(new long[0][]);
        this.all = all;
        this.rowCount = rowCount;
        this.failOnly = new long[all][WORDS];
    }

    /** Looks at the words {@code [from, to)}. @param only for which conditions {@link #failingOnly} will be asked */
    void look(int from, int to, boolean[] only) {
        for (int w = from; w < to; w++) {
            long once = 0;
            long twice = 0;
            for (int c = 0; c < all; c++) {
                long fails = ~conditions[c][w];
                twice |= once & fails;
                once |= fails;
            }
            passAll[w - from] = ~once;
            failOnce[w - from] = once & ~twice;
        }
        long valid = valid(to - 1);
        passAll[to - 1 - from] &= valid;
        failOnce[to - 1 - from] &= valid;
        for (int c = 0; c < all; c++) {
            if (only[c]) {
                long[] words = conditions[c];
                long[] into = failOnly[c];
                for (int w = from; w < to; w++) {
                    into[w - from] = ~words[w] & failOnce[w - from];
                }
            }
        }
    }

    private long valid(int word) {
        return (rowCount & 63) != 0 && word == rowCount >> 6 ? (1L << rowCount) - 1 : -1L;
    }

    /** Rows that pass all, from the first word looked at on. */
    long[] passingAll() {
        return passAll;
    }

    /** Rows that fail the condition and no other. */
    long[] failingOnly(int condition) {
        return failOnly[condition];
    }

    /** Rows that pass the conditions whose bits are set in {@code which}, into {@code out}. */
    void passing(long which, int from, int to, long[] out) {
        Arrays.fill(out, 0, to - from, -1L);
        out[to - 1 - from] = valid(to - 1);
        for (int c = 0; c < conditions.length; c++) {
            long[] words = conditions[c];
            for (int w = from; (which >>> c & 1) != 0 && w < to; w++) {
                out[w - from] &= words[w];
            }
        }
    }
}
