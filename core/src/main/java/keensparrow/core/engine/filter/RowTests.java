package keensparrow.core.engine.filter;

import java.util.function.IntPredicate;
import java.util.function.LongBinaryOperator;
import keensparrow.core.column.Bits;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.PackedInts;
import org.jspecify.annotations.Nullable;

/**
 * The loops behind filters: 64 rows into one word without a branch on the value, which would cost two to six times as
 * much where a quarter to a half of the rows pass.
 */
final class RowTests {
    private RowTests() {}

    /** Each row on its own; for what cannot be done by array. */
    static RowTest each(int rowCount, IntPredicate holds) {
        return (from, to, out, shift) -> {
            for (int w = from; w < to; w++) {
                int end = Math.min(rowCount, (w + 1) << 6);
                long word = 0;
                for (int row = w << 6; row < end; row++) {
                    word |= (holds.test(row) ? 1L : 0L) << row;
                }
                out[w - shift] = word;
            }
        };
    }

    static RowTest none() {
        return (from, to, out, shift) -> java.util.Arrays.fill(out, from - shift, to - shift, 0);
    }

    /** The other rows. */
    static RowTest not(int rowCount, RowTest test) {
        return (from, to, out, shift) -> {
            test.fill(from, to, out, shift);
            for (int w = from; w < to; w++) {
                out[w - shift] = ~out[w - shift];
            }
            clearBeyond(rowCount, to, out, shift);
        };
    }

    /** Rows that pass both. */
    static RowTest both(RowTest first, RowTest second) {
        return combined(first, second, (one, other) -> one & other);
    }

    /** Rows that pass one of them or both. */
    static RowTest either(RowTest first, RowTest second) {
        return combined(first, second, (one, other) -> one | other);
    }

    private static RowTest combined(RowTest first, RowTest second, LongBinaryOperator operator) {
        return (from, to, out, shift) -> {
            first.fill(from, to, out, shift);
            long[] others = new long[to - from];
            second.fill(from, to, others, from);
            for (int w = from; w < to; w++) {
                out[w - shift] = operator.applyAsLong(out[w - shift], others[w - from]);
            }
        };
    }

    /** Rows whose code is wanted; {@code wanted[code + 1]}, so that blank (−1) has a place too. */
    static RowTest ofCodes(PackedInts codes, boolean[] wanted) {
        byte[] pass = new byte[wanted.length];
        for (int i = 0; i < pass.length; i++) {
            pass[i] = (byte) (wanted[i] ? 1 : 0);
        }
        int rows = codes.length();
        return (from, to, out, shift) -> {
            for (int w = from; w < to; w++) {
                out[w - shift] = codeWord(codes, pass, w << 6, Math.min(rows, (w + 1) << 6));
            }
        };
    }

    private static long codeWord(PackedInts codes, byte[] pass, int from, int to) {
        long word = 0;
        if (codes.bytes() != null) {
            byte[] array = codes.bytes();
            for (int row = from; row < to; row++) {
                word |= (long) pass[array[row] + 1] << row;
            }
        } else if (codes.shorts() != null) {
            short[] array = codes.shorts();
            for (int row = from; row < to; row++) {
                word |= (long) pass[array[row] + 1] << row;
            }
        } else {
            for (int row = from; row < to; row++) {
                word |= (long) pass[codes.code(row) + 1] << row;
            }
        }
        return word;
    }

    /** Rows with a value in {@code [low, high]}, and the blank ones when wanted. */
    static RowTest inside(LongColumn column, long low, long high, boolean blanks) {
        int rows = column.rowCount();
        long[] present = column.present();
        boolean reachable = low <= high && low <= column.max() && high >= column.min();
        // no value is lost by clamping, and the differences below cannot overflow
        long from = Math.max(low, column.min());
        long to = Math.min(high, column.max());
        PackedInts values = column.values();
        boolean plain = column.min() >= 0 && from >= 0;
        return (fromWord, toWord, out, shift) -> {
            long[] zones = column.zones();
            for (int w = fromWord; w < toWord; w++) {
                int zone = (w << 6) / LongColumn.ZONE * 2;
                int end = Math.min(rows, (w + 1) << 6);
                if (!reachable || zones[zone] > to || zones[zone + 1] < from) {
                    out[w - shift] = 0;
                } else if (zones[zone] >= from && zones[zone + 1] <= to) {
                    out[w - shift] = -1L;
                } else if (plain && end - (w << 6) == Long.SIZE && values.width() <= Short.BYTES) {
                    out[w - shift] = NarrowRanges.word(values, (int) from, (int) to, w << 6);
                } else {
                    out[w - shift] = rangeWord(values, from, to, w << 6, end);
                }
            }
            clearBeyond(rows, toWord, out, shift);
            blanks(present, blanks, rows, fromWord, toWord, out, shift);
        };
    }

    private static long rangeWord(PackedInts values, long low, long high, int from, int to) {
        long word = 0;
        if (values.bytes() != null) {
            byte[] array = values.bytes();
            for (int row = from; row < to; row++) {
                word |= (~((array[row] - low) | (high - array[row])) >>> 63) << row;
            }
        } else if (values.shorts() != null) {
            short[] array = values.shorts();
            for (int row = from; row < to; row++) {
                word |= (~((array[row] - low) | (high - array[row])) >>> 63) << row;
            }
        } else if (values.ints() != null) {
            int[] array = values.ints();
            for (int row = from; row < to; row++) {
                word |= (~((array[row] - low) | (high - array[row])) >>> 63) << row;
            }
        } else {
            for (int row = from; row < to; row++) {
                long value = values.get(row);
                word |= (value >= low & value <= high ? 1L : 0L) << row;
            }
        }
        return word;
    }

    /** Puts in or leaves out the blank rows of words that were filled without looking at them. */
    static void blanks(long @Nullable [] present, boolean wanted, int rows, int from, int to, long[] out, int shift) {
        if (present == null) {
            return;
        }
        for (int w = from; w < to; w++) {
            out[w - shift] = wanted ? out[w - shift] | ~present[w] : out[w - shift] & present[w];
        }
        clearBeyond(rows, to, out, shift);
    }

    static void clearBeyond(int rows, int to, long[] out, int shift) {
        if (to == Bits.words(rows) && (rows & 63) != 0 && to > shift) {
            out[to - 1 - shift] &= (1L << rows) - 1;
        }
    }
}
