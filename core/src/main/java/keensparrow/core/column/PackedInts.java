package keensparrow.core.column;

import org.jspecify.annotations.Nullable;

/**
 * Whole numbers, one for each row, in the narrowest of byte, short, int and long that holds them all. Immutable once
 * it is built; the arrays handed out must not be written to.
 */
public final class PackedInts {
    private final byte @Nullable [] bytes; // exactly one of the four is there
    private final short @Nullable [] shorts;
    private final int @Nullable [] ints;
    private final long @Nullable [] longs;

    private static final int BLOCK = 4096;

    private PackedInts(
            byte @Nullable [] bytes, short @Nullable [] shorts, int @Nullable [] ints, long @Nullable [] longs) {
        this.bytes = bytes;
        this.shorts = shorts;
        this.ints = ints;
        this.longs = longs;
    }

    /** Takes over the array. */
    public static PackedInts of(byte[] values) {
        return new PackedInts(values, null, null, null);
    }

    /** Takes over the array, even where fewer bytes would do. */
    public static PackedInts of(short[] values) {
        return new PackedInts(null, values, null, null);
    }

    /** Takes over the array, even where fewer bytes would do. */
    public static PackedInts of(int[] values) {
        return new PackedInts(null, null, values, null);
    }

    /** Takes over the array, even where fewer bytes would do. */
    public static PackedInts of(long[] values) {
        return new PackedInts(null, null, null, values);
    }

    /** The narrowest form of the first {@code count} values, which are copied. */
    public static PackedInts packed(long[] values, int count) {
        long low = 0;
        long high = 0;
        for (int i = 0; i < count; i++) {
            low = Math.min(low, values[i]);
            high = Math.max(high, values[i]);
        }
        PackedInts packed = blank(count, widthFor(low, high));
        packed.put(0, values, count);
        return packed;
    }

    /** The narrowest form of codes. */
    public static PackedInts packed(int[] values) {
        int low = 0;
        int high = 0;
        for (int value : values) {
            low = Math.min(low, value);
            high = Math.max(high, value);
        }
        int width = widthFor(low, high);
        if (width == Integer.BYTES) {
            return of(values);
        }
        PackedInts packed = blank(values.length, width);
        for (int i = 0; i < values.length; i++) {
            if (packed.bytes != null) {
                packed.bytes[i] = (byte) values[i];
            } else {
                packed.wanted(packed.shorts)[i] = (short) values[i];
            }
        }
        return packed;
    }

    /** Bytes that each value between two needs: 1, 2, 4 or 8. */
    public static int widthFor(long low, long high) {
        if (low >= Byte.MIN_VALUE && high <= Byte.MAX_VALUE) {
            return Byte.BYTES;
        }
        if (low >= Short.MIN_VALUE && high <= Short.MAX_VALUE) {
            return Short.BYTES;
        }
        return low >= Integer.MIN_VALUE && high <= Integer.MAX_VALUE ? Integer.BYTES : Long.BYTES;
    }

    /** Zeros, to be filled by whoever builds it. */
    public static PackedInts blank(int count, int width) {
        return switch (width) {
            case Byte.BYTES -> of(new byte[count]);
            case Short.BYTES -> of(new short[count]);
            case Integer.BYTES -> of(new int[count]);
            default -> of(new long[count]);
        };
    }

    /** Writes the first {@code count} values from {@code at} on; they must fit. */
    public void put(int at, long[] values, int count) {
        if (bytes != null) {
            byte[] to = bytes;
            for (int i = 0; i < count; i++) {
                to[at + i] = (byte) values[i];
            }
        } else if (shorts != null) {
            short[] to = shorts;
            for (int i = 0; i < count; i++) {
                to[at + i] = (short) values[i];
            }
        } else if (ints != null) {
            int[] to = ints;
            for (int i = 0; i < count; i++) {
                to[at + i] = (int) values[i];
            }
        } else {
            System.arraycopy(values, 0, wanted(longs), at, count);
        }
    }

    private <T> T wanted(@Nullable T array) {
        if (array == null) {
            throw new IllegalStateException("kept in another width");
        }
        return array;
    }

    public long get(int row) {
        if (bytes != null) {
            return bytes[row];
        }
        if (shorts != null) {
            return shorts[row];
        }
        return ints != null ? ints[row] : wanted(longs)[row];
    }

    /** Codes turned into others; those below 0 stay −1. */
    public PackedInts mapped(int[] to) {
        int high = 0;
        for (int code : to) {
            high = Math.max(high, code);
        }
        int count = length();
        PackedInts made = blank(count, widthFor(-1, high));
        long[] some = new long[Math.min(count, BLOCK)];
        for (int from = 0; from < count; from += BLOCK) {
            int size = Math.min(BLOCK, count - from);
            copy(from, size, some);
            for (int i = 0; i < size; i++) {
                some[i] = some[i] < 0 ? -1 : to[(int) some[i]];
            }
            made.put(from, some, size);
        }
        return made;
    }

    /** The value as an int: for codes. */
    public int code(int row) {
        return (int) get(row);
    }

    public int length() {
        if (bytes != null) {
            return bytes.length;
        }
        if (shorts != null) {
            return shorts.length;
        }
        return ints != null ? ints.length : wanted(longs).length;
    }

    /** Bytes of each value: 1, 2, 4 or 8. */
    public int width() {
        return bytes != null ? Byte.BYTES : shorts != null ? Short.BYTES : ints != null ? Integer.BYTES : Long.BYTES;
    }

    public long sizeBytes() {
        return (long) width() * length();
    }

    public byte @Nullable [] bytes() {
        return bytes;
    }

    public short @Nullable [] shorts() {
        return shorts;
    }

    public int @Nullable [] ints() {
        return ints;
    }

    public long @Nullable [] longs() {
        return longs;
    }

    /** Copies the values of {@code rows[0 .. count)} to {@code out}. */
    public void read(int[] rows, int count, int[] out) {
        if (bytes != null) {
            byte[] from = bytes;
            for (int i = 0; i < count; i++) {
                out[i] = from[rows[i]];
            }
        } else if (shorts != null) {
            short[] from = shorts;
            for (int i = 0; i < count; i++) {
                out[i] = from[rows[i]];
            }
        } else if (ints != null) {
            int[] from = ints;
            for (int i = 0; i < count; i++) {
                out[i] = from[rows[i]];
            }
        } else {
            long[] from = wanted(longs);
            for (int i = 0; i < count; i++) {
                out[i] = (int) from[rows[i]];
            }
        }
    }

    /** Copies the values of {@code rows[0 .. count)} to {@code out}. */
    public void read(int[] rows, int count, long[] out) {
        if (bytes != null) {
            byte[] from = bytes;
            for (int i = 0; i < count; i++) {
                out[i] = from[rows[i]];
            }
        } else if (shorts != null) {
            short[] from = shorts;
            for (int i = 0; i < count; i++) {
                out[i] = from[rows[i]];
            }
        } else if (ints != null) {
            int[] from = ints;
            for (int i = 0; i < count; i++) {
                out[i] = from[rows[i]];
            }
        } else {
            long[] from = wanted(longs);
            for (int i = 0; i < count; i++) {
                out[i] = from[rows[i]];
            }
        }
    }

    /** The values of {@code rows[0 .. count)} added up; who calls knows that they do not leave a long's range. */
    public long sum(int[] rows, int count) {
        long sum = 0;
        if (bytes != null) {
            byte[] from = bytes;
            for (int i = 0; i < count; i++) {
                sum += from[rows[i]];
            }
        } else if (shorts != null) {
            short[] from = shorts;
            for (int i = 0; i < count; i++) {
                sum += from[rows[i]];
            }
        } else if (ints != null) {
            int[] from = ints;
            for (int i = 0; i < count; i++) {
                sum += from[rows[i]];
            }
        } else {
            long[] from = wanted(longs);
            for (int i = 0; i < count; i++) {
                sum += from[rows[i]];
            }
        }
        return sum;
    }

    /** Adds the value of each {@code rows[i]} to {@code sums[ids[i]]}, or takes it away when {@code sign} is −1. */
    public void addTo(long[] sums, int[] rows, int[] ids, int count, int sign) {
        if (bytes != null) {
            byte[] from = bytes;
            for (int i = 0; i < count; i++) {
                sums[ids[i]] += (long) sign * from[rows[i]];
            }
        } else if (shorts != null) {
            short[] from = shorts;
            for (int i = 0; i < count; i++) {
                sums[ids[i]] += (long) sign * from[rows[i]];
            }
        } else if (ints != null) {
            int[] from = ints;
            for (int i = 0; i < count; i++) {
                sums[ids[i]] += (long) sign * from[rows[i]];
            }
        } else {
            long[] from = wanted(longs);
            for (int i = 0; i < count; i++) {
                sums[ids[i]] += (long) sign * from[rows[i]];
            }
        }
    }

    /** Copies the values of the rows {@code [from, from + count)} to {@code out}. */
    public void copy(int from, int count, long[] out) {
        if (bytes != null) {
            for (int i = 0; i < count; i++) {
                out[i] = bytes[from + i];
            }
        } else if (shorts != null) {
            for (int i = 0; i < count; i++) {
                out[i] = shorts[from + i];
            }
        } else if (ints != null) {
            for (int i = 0; i < count; i++) {
                out[i] = ints[from + i];
            }
        } else {
            System.arraycopy(wanted(longs), from, out, 0, count);
        }
    }
}
