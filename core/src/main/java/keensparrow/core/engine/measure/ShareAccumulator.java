package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import java.util.Arrays;
import keensparrow.core.column.YesNoColumn;
import org.jspecify.annotations.Nullable;

/** Share of yes among the filled rows: the ratio of two counts. */
final class ShareAccumulator implements Accumulator {
    private final YesNoColumn column;
    private final CountAccumulator filled;
    private long[] yes;

    ShareAccumulator(YesNoColumn column, int groups) {
        this.column = column;
        this.filled = new CountAccumulator(column, groups);
        this.yes = new long[groups];
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        filled.add(rows, ids, count);
        addYes(rows, ids, count, 1);
    }

    @Override
    public void remove(int[] rows, int[] ids, int count) {
        filled.remove(rows, ids, count);
        addYes(rows, ids, count, -1);
    }

    private void addYes(int[] rows, int[] ids, int count, int sign) {
        long[] words = column.yes(); // clear where blank
        for (int i = 0; i < count; i++) {
            yes[ids[i]] += sign * ((words[rows[i] >> 6] >>> rows[i]) & 1);
        }
    }

    @Override
    public boolean isReversible() {
        return true;
    }

    @Override
    public Accumulator empty(int groups) {
        return new ShareAccumulator(column, groups);
    }

    @Override
    public void grow(int groups) {
        filled.grow(groups);
        yes = Arrays.copyOf(yes, groups);
    }

    @Override
    public void merge(Accumulator other, int[] target) {
        filled.merge(((ShareAccumulator) other).filled, target);
        Sums.merge(yes, ((ShareAccumulator) other).yes, target);
    }

    @Override
    public @Nullable BigDecimal result(int group, long rows) {
        return RatioAccumulator.divided(BigDecimal.valueOf(yes[group]), filled.result(group, rows));
    }

    @Override
    public long sizeBytes() {
        return 8L * yes.length + filled.sizeBytes();
    }
}
