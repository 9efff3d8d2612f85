package keensparrow.core.engine.scan;

import keensparrow.core.column.Bits;
import keensparrow.core.engine.filter.RowTest;
import keensparrow.core.filter.Filter;
import keensparrow.core.rows.RowSet;
import org.jspecify.annotations.Nullable;

/** A filter in force and the rows that pass it: known from before, or filled block by block in the first pass. */
public final class FilterMask {
    private final Filter filter;
    private final int rowCount;
    private final long[] words;
    private @Nullable RowTest test; // null once the words are filled

    public FilterMask(Filter filter, RowSet rows) {
        this.filter = filter;
        this.rowCount = rows.rowCount();
        this.words = rows.words();
        this.test = null;
    }

    public FilterMask(Filter filter, RowTest test, int rowCount) {
        this.filter = filter;
        this.rowCount = rowCount;
        this.words = new long[Bits.words(rowCount)];
        this.test = test;
    }

    public Filter filter() {
        return filter;
    }

    long[] words() {
        return words;
    }

    /** Fills the words {@code [from, to)} unless that was done; not for two threads at once on the same words. */
    public void fill(int from, int to) {
        RowTest missing = test;
        if (missing != null) {
            missing.fill(from, to, words, 0);
        }
    }

    public boolean isFilled() {
        return test == null;
    }

    /** All words were filled. */
    public RowSet filled() {
        test = null;
        return new RowSet(rowCount, words);
    }
}
