package keensparrow.core.engine.filter;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.Objects;
import keensparrow.core.column.PackedInts;

/**
 * Ranges over bytes and shorts that are not negative, eight or four values to a long: the free highest bit of each
 * value takes the result of a comparison, so that one subtraction compares them all.
 */
final class NarrowRanges {
    private static final long BYTE_TOPS = 0x8080_8080_8080_8080L;
    private static final long BYTE_ONES = 0x0101_0101_0101_0101L;
    private static final long BYTE_GATHER = 0x0102_0408_1020_4080L; // brings the lowest bits of eight bytes together
    private static final long SHORT_TOPS = 0x8000_8000_8000_8000L;
    private static final long SHORT_ONES = 0x0001_0001_0001_0001L;

    private static final VarHandle BYTES = MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);

    private NarrowRanges() {}

    /** The 64 rows from {@code row} on whose values lie in {@code [low, high]}, both of the range of the values. */
    static long word(PackedInts values, int low, int high, int row) {
        byte[] bytes = values.bytes();
        if (bytes != null) {
            return ofBytes(bytes, low, high, row);
        }
        return ofShorts(Objects.requireNonNull(values.shorts()), low, high, row);
    }

    private static long ofBytes(byte[] bytes, int low, int high, int row) {
        long lows = BYTE_ONES * low;
        long highs = BYTE_ONES * high | BYTE_TOPS;
        long word = 0;
        for (int i = 0; i < Long.SIZE; i += Long.BYTES) {
            long eight = (long) BYTES.get(bytes, row + i);
            long inside = ((eight | BYTE_TOPS) - lows) & (highs - eight) & BYTE_TOPS;
            word |= ((inside >>> 7) * BYTE_GATHER >>> 56) << i;
        }
        return word;
    }

    private static long ofShorts(short[] shorts, int low, int high, int row) {
        long lows = SHORT_ONES * low;
        long highs = SHORT_ONES * high | SHORT_TOPS;
        long word = 0;
        for (int i = 0; i < Long.SIZE; i += 4) {
            int at = row + i;
            long four = (shorts[at] & 0xFFFFL)
                    | (shorts[at + 1] & 0xFFFFL) << 16
                    | (shorts[at + 2] & 0xFFFFL) << 32
                    | (shorts[at + 3] & 0xFFFFL) << 48;
            long inside = (((four | SHORT_TOPS) - lows) & (highs - four) & SHORT_TOPS) >>> 15;
            word |= ((inside | inside >>> 15 | inside >>> 30 | inside >>> 45) & 15) << i;
        }
        return word;
    }
}
