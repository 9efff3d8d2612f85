package keensparrow.core.infer.source;

import java.io.IOException;
import java.util.List;

/** The first blocks of a source, at least so many rows. For one thread that cuts each block before it asks for the next. */
public final class FirstRows implements BlockReader {
    private final BlockReader all;
    private final long wanted;
    private long rows;
    private boolean more = true;

    public FirstRows(BlockReader all, long wanted) {
        this.all = all;
        this.wanted = wanted;
    }

    @Override
    public boolean next(CellBlock block) {
        if (rows >= wanted) {
            return false;
        }
        more = all.next(block);
        return more;
    }

    @Override
    public void cut(CellBlock block) {
        all.cut(block);
        rows += block.rows();
    }

    /** Whether there may be rows behind those that were read. */
    public boolean hasMore() {
        return more;
    }

    @Override
    public List<String> headings() {
        return all.headings();
    }

    @Override
    public void close() throws IOException {
        all.close();
    }
}
