package keensparrow.core.aggregate;

import java.math.BigDecimal;
import java.math.MathContext;
import keensparrow.core.column.YesNoColumn;
import org.jspecify.annotations.Nullable;

/** Share of yes among the filled rows: the ratio of two counts. */
final class ShareAccumulator implements Accumulator {
    private final YesNoColumn column;
    private final long[] yes;
    private final long[] filled;

    ShareAccumulator(YesNoColumn column, int groups) {
        this.column = column;
        this.yes = new long[groups];
        this.filled = new long[groups];
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        for (int i = 0; i < count; i++) {
            int code = column.code(rows[i]);
            yes[ids[i]] += code == 1 ? 1 : 0;
            filled[ids[i]] += code >= 0 ? 1 : 0;
        }
    }

    @Override
    public @Nullable BigDecimal result(int group) {
        return filled[group] == 0
                ? null
                : BigDecimal.valueOf(yes[group]).divide(BigDecimal.valueOf(filled[group]), MathContext.DECIMAL64);
    }
}
