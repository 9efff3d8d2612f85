package keensparrow.core.infer;

import java.io.IOException;
import java.util.List;

/** The first batches of a source, at least so many rows. */
final class FirstRows implements BatchReader {
    private final BatchReader all;
    private final long wanted;
    private long rows;
    private boolean more = true;

    FirstRows(BatchReader all, long wanted) {
        this.all = all;
        this.wanted = wanted;
    }

    @Override
    public boolean fill(CellBatch batch) {
        if (rows >= wanted) {
            return false;
        }
        more = all.fill(batch);
        rows += more ? batch.rows() : 0;
        return more;
    }

    /** Whether there may be rows behind those that were read. */
    boolean hasMore() {
        return more;
    }

    @Override
    public List<String> headings() {
        return all.headings();
    }

    @Override
    public long shortRows() {
        return all.shortRows();
    }

    @Override
    public long firstShort() {
        return all.firstShort();
    }

    @Override
    public long longRows() {
        return all.longRows();
    }

    @Override
    public long firstLong() {
        return all.firstLong();
    }

    @Override
    public void close() throws IOException {
        all.close();
    }
}
