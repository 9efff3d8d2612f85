package keensparrow.core.engine.group;

import java.math.BigDecimal;
import java.util.Objects;
import java.util.Optional;
import keensparrow.core.column.Column;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.LongList;
import keensparrow.core.column.PackedInts;
import keensparrow.core.filter.Filter;
import keensparrow.core.group.ByBins;
import keensparrow.core.group.GroupKey;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** A group for each bin of a number column. */
public final class BinKeys {
    private BinKeys() {}

    private static final int NEAR = 1 << 18;

    /** Bins of a column that has values. */
    public static Optional<Bins> bins(Table table, String column, @Nullable BigDecimal width) {
        Column any = table.column(column);
        if (!any.type().isNumber()) {
            throw Filter.mismatch(table.schema(), column, Words.say("group.numbers"));
        }
        return width == null
                ? Bins.of(any)
                : Bins.ofWidth(any, width, table.schema().label(column));
    }

    static GroupKeys of(ByBins grouping, Table table) {
        Column any = table.column(grouping.column());
        Optional<Bins> bins = bins(table, grouping.column(), grouping.width());
        int blank = bins.map(Bins::count).orElse(0);
        if (bins.isPresent() && any instanceof LongColumn longs) {
            long reach = longs.max() - longs.min();
            if (reach >= 0 && reach < NEAR && longs.values().width() < Long.BYTES) {
                int[] slotOf = new int[(int) reach + 1];
                for (int i = 0; i < slotOf.length; i++) {
                    slotOf[i] = bins.get().of((longs.min() + i) / (double) longs.unit());
                }
                return keys(any, bins.get(), GroupIds.ofValues(longs, slotOf, blank), 4L * slotOf.length);
            }
        }
        LongList slots = new LongList();
        for (int row = 0; row < any.rowCount(); row++) {
            slots.add(any.isBlank(row) ? blank : bins.orElseThrow().of(Bins.number(any, row)));
        }
        PackedInts codes = slots.drain();
        return keys(any, bins.orElse(null), GroupIds.ofCodes(codes, -1), codes.sizeBytes());
    }

    private static GroupKeys keys(Column column, @Nullable Bins bins, GroupIds slots, long ownBytes) {
        int bars = bins == null ? 0 : bins.count();
        return new PlainKeys(
                slots,
                bars,
                column.blankCount() > 0,
                bar -> GroupKey.bin(edge(bins, bar), edge(bins, bar + 1)),
                PlainKeys.Order.CONTINUOUS,
                ownBytes);
    }

    private static String edge(@Nullable Bins bins, int number) {
        return Objects.requireNonNull(bins).edges().get(number).toPlainString();
    }
}
