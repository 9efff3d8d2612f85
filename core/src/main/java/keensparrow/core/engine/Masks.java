package keensparrow.core.engine;

import java.util.List;
import keensparrow.core.rows.RowBatches;

/**
 * Which rows of a block pass all conditions, all but one of them, or some of them. All of "all but one" come out of one
 * walk: a row that fails one condition alone counts for those that leave that one out.
 */
final class Masks {
    static final int WORDS = RowBatches.BLOCK >> 6;

    private final long[][] conditions;
    private final int all; // the first so many are those of the question set
    private final int rowCount;
    private final long[] passAll = new long[WORDS];
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
        long[] twice = new long[to - from];
        long[] once = new long[to - from];
        for (int c = 0; c < all; c++) {
            long[] words = conditions[c];
            for (int w = from; w < to; w++) {
                long fails = ~words[w];
                twice[w - from] |= once[w - from] & fails;
                once[w - from] |= fails;
            }
        }
        for (int w = from; w < to; w++) {
            passAll[w - from] = ~once[w - from] & valid(w);
        }
        for (int c = 0; c < all; c++) {
            long[] words = conditions[c];
            for (int w = from; only[c] && w < to; w++) {
                failOnly[c][w - from] = ~words[w] & ~twice[w - from] & valid(w);
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
        for (int w = from; w < to; w++) {
            out[w - from] = valid(w);
        }
        for (int c = 0; c < conditions.length; c++) {
            long[] words = conditions[c];
            for (int w = from; (which >>> c & 1) != 0 && w < to; w++) {
                out[w - from] &= words[w];
            }
        }
    }
}
