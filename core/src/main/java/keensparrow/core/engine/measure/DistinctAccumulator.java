package keensparrow.core.engine.measure;

import java.math.BigDecimal;
import java.util.Arrays;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.rows.RowBatches;
import org.jspecify.annotations.Nullable;

/**
 * Number of different values; for tags, different tags. Exact where the possible values are few enough for a bit each,
 * and up to a million in a group elsewhere; beyond, an estimate that states its error.
 */
final class DistinctAccumulator implements Accumulator {
    private static final long MAX_WORDS = 1 << 21;
    private static final long MAX_COUNTS = 1 << 16; // of four bytes

    private final Column column;
    private final int stride; // of counts for each group: of blanks, then of each code; 0 without counts
    private final int words; // of bits for each group without counts; 0 when values are collected in sets
    private int[] counts;
    private long[] bits;
    private int[] read = {}; // codes of one batch
    private @Nullable LongSet[] sets;

    DistinctAccumulator(Column column, int groups, int most) {
        this(column, strideFor(column, most), wordsFor(column, most), groups);
    }

    private DistinctAccumulator(Column column, int stride, int words, int groups) {
        this.column = column;
        this.stride = stride;
        this.words = stride > 0 ? 0 : words;
        this.counts = new int[Math.multiplyExact(groups, stride)];
        this.bits = new long[Math.multiplyExact(groups, this.words)];
        this.sets = new LongSet[setsFor(groups)];
    }

    private int setsFor(int groups) {
        return words == 0 && stride == 0 ? groups : 0;
    }

    private static int strideFor(Column column, int groups) {
        long stride = column instanceof TextColumn text ? text.dictionarySize() + 1L : 0;
        return stride * groups <= MAX_COUNTS ? (int) stride : 0;
    }

    private static int wordsFor(Column column, int groups) {
        long values = Long.MAX_VALUE;
        if (column instanceof TextColumn text) {
            values = text.dictionarySize();
        } else if (column instanceof TagsColumn tags) {
            values = tags.dictionarySize();
        } else if (column instanceof YesNoColumn) {
            values = 2;
        } else if (column instanceof LongColumn longs && !longs.isAllBlank()) {
            long reach = longs.max() - longs.min() + 1;
            values = reach > 0 && reach < Integer.MAX_VALUE ? reach : values;
        }
        return values <= MAX_WORDS * 64 && Math.max(1, values + 63) / 64 * groups <= MAX_WORDS
                ? (int) Math.max(1, (values + 63) / 64)
                : 0;
    }

    @Override
    public void add(int[] rows, int[] ids, int count) {
        if (column instanceof TextColumn text && stride + words > 0) {
            addCodes(text, rows, ids, count);
            return;
        }
        for (int i = 0; i < count; i++) {
            int row = rows[i];
            if (column.isBlank(row)) {
                continue;
            }
            if (column instanceof TagsColumn tags) {
                for (int code : tags.set(tags.setOfRow().code(row))) {
                    take(ids[i], code);
                }
            } else {
                take(ids[i], key(row));
            }
        }
    }

    /** Most rows have a value that was seen before: to look first is quicker than to write each time. */
    private void addCodes(TextColumn text, int[] rows, int[] ids, int count) {
        int[] codes = batch();
        text.codes().read(rows, count, codes);
        if (stride > 0) {
            count(codes, ids, count, 1);
            return;
        }
        long[] seen = bits;
        for (int i = 0; i < count; i++) {
            int code = codes[i];
            if (code >= 0) {
                int at = ids[i] * words + (code >> 6);
                long bit = 1L << code;
                if ((seen[at] & bit) == 0) {
                    seen[at] |= bit;
                }
            }
        }
    }

    /** @param codes −1 for blank */
    private void count(int[] codes, int[] ids, int count, int sign) {
        int[] into = counts;
        for (int i = 0; i < count; i++) {
            into[ids[i] * stride + codes[i] + 1] += sign;
        }
    }

    /** Only where rows are counted for each value. */
    @Override
    public void remove(int[] rows, int[] ids, int count) {
        ((TextColumn) column).codes().read(rows, count, batch());
        count(batch(), ids, count, -1);
    }

    @Override
    public boolean isReversible() {
        return stride > 0;
    }

    @Override
    public boolean countsRows() {
        return stride > 0;
    }

    @Override
    public long rows(int group) {
        long rows = 0;
        for (int m = 0; m < stride; m++) {
            rows += counts[group * stride + m];
        }
        return rows;
    }

    private int[] batch() {
        if (read.length == 0) {
            read = new int[RowBatches.BLOCK];
        }
        return read;
    }

    private void take(int group, long key) {
        if (words > 0) {
            bits[group * words + (int) (key >> 6)] |= 1L << key;
        } else {
            set(group).add(key);
        }
    }

    private LongSet set(int group) {
        LongSet set = sets[group];
        if (set == null) {
            set = new LongSet();
            sets[group] = set;
        }
        return set;
    }

    /** A number for the value; counted from 0 where there are bits. */
    private long key(int row) {
        if (column instanceof TextColumn text) {
            return text.codes().code(row);
        }
        if (column instanceof LongColumn longs) {
            return words > 0 ? longs.value(row) - longs.min() : longs.value(row);
        }
        return column instanceof YesNoColumn yesNo ? yesNo.code(row) : ((DoubleColumn) column).rank(row);
    }

    @Override
    public Accumulator empty(int groups) {
        return new DistinctAccumulator(column, stride, words, groups);
    }

    @Override
    public void grow(int groups) {
        counts = Arrays.copyOf(counts, Math.multiplyExact(groups, stride));
        bits = Arrays.copyOf(bits, Math.multiplyExact(groups, words));
        sets = Arrays.copyOf(sets, setsFor(groups));
    }

    @Override
    public boolean canMerge(Accumulator other) {
        return other instanceof DistinctAccumulator from && from.stride == stride && from.words == words;
    }

    @Override
    public void merge(Accumulator other, int[] target) {
        DistinctAccumulator from = (DistinctAccumulator) other;
        for (int g = 0; g < target.length; g++) {
            if (target[g] < 0) {
                continue;
            }
            for (int m = 0; m < stride; m++) {
                counts[target[g] * stride + m] += from.counts[g * stride + m];
            }
            for (int w = 0; w < words; w++) {
                bits[target[g] * words + w] |= from.bits[g * words + w];
            }
            LongSet added = from.sets.length == 0 ? null : from.sets[g];
            if (added != null) {
                set(target[g]).addAll(added);
            }
        }
    }

    @Override
    public BigDecimal result(int group, long rows) {
        if (stride > 0) {
            int count = 0;
            for (int m = 1; m < stride; m++) {
                count += counts[group * stride + m] > 0 ? 1 : 0;
            }
            return BigDecimal.valueOf(count);
        }
        if (words > 0) {
            long count = 0;
            for (int w = 0; w < words; w++) {
                count += Long.bitCount(bits[group * words + w]);
            }
            return BigDecimal.valueOf(count);
        }
        LongSet set = sets[group];
        return BigDecimal.valueOf(set == null ? 0 : set.size());
    }

    @Override
    public double error(int group) {
        LongSet set = sets.length == 0 ? null : sets[group];
        return set == null || set.isExact() ? 0 : LongSet.ERROR;
    }

    @Override
    public long sizeBytes() {
        long bytes = 4L * counts.length + 8L * bits.length + 8L * sets.length + 4L * read.length;
        for (LongSet set : sets) {
            bytes += set == null ? 0 : set.sizeBytes();
        }
        return bytes;
    }
}
