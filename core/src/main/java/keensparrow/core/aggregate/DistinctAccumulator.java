package keensparrow.core.aggregate;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;
import org.jspecify.annotations.Nullable;

/** Exact number of different values, by a hash set of longs for each group. */
final class DistinctAccumulator implements Accumulator {
    private final Column column;
    private final List<@Nullable LongSet> seen;

    DistinctAccumulator(Column column, int groups) {
        this.column = column;
        this.seen = new ArrayList<>(java.util.Collections.nCopies(groups, null));
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        for (int i = 0; i < count; i++) {
            int row = rows[i];
            if (column.isBlank(row)) {
                continue;
            }
            LongSet set = seen.get(ids[i]);
            if (set == null) {
                set = new LongSet();
                seen.set(ids[i], set);
            }
            if (column instanceof TagsColumn tags) {
                for (int at = tags.offsets()[row]; at < tags.offsets()[row + 1]; at++) {
                    set.add(tags.codes()[at]);
                }
            } else {
                set.add(key(row));
            }
        }
    }

    private long key(int row) {
        if (column instanceof TextColumn text) {
            return text.codes().get(row);
        }
        if (column instanceof LongColumn longs) {
            return longs.value(row);
        }
        if (column instanceof YesNoColumn yesNo) {
            return yesNo.code(row);
        }
        double value = ((DoubleColumn) column).value(row);
        return Double.doubleToLongBits(value == 0 ? 0.0 : value); // −0 and 0 are one value
    }

    @Override
    public BigDecimal result(int group) {
        LongSet set = seen.get(group);
        return BigDecimal.valueOf(set == null ? 0 : set.size());
    }
}
