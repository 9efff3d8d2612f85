package keensparrow.core.column;

import org.jspecify.annotations.Nullable;

/** A code for each row in the narrowest of byte, short and int; −1 stands for blank. */
public final class Codes {
    private final byte @Nullable [] bytes;
    private final short @Nullable [] shorts;
    private final int @Nullable [] ints;

    private Codes(byte @Nullable [] bytes, short @Nullable [] shorts, int @Nullable [] ints) {
        this.bytes = bytes;
        this.shorts = shorts;
        this.ints = ints;
    }

    /** Codes below {@code limit}; the array may be kept. */
    public static Codes of(int[] codes, int limit) {
        if (limit <= Byte.MAX_VALUE) {
            byte[] bytes = new byte[codes.length];
            for (int i = 0; i < bytes.length; i++) {
                bytes[i] = (byte) codes[i];
            }
            return new Codes(bytes, null, null);
        }
        if (limit <= Short.MAX_VALUE) {
            short[] shorts = new short[codes.length];
            for (int i = 0; i < shorts.length; i++) {
                shorts[i] = (short) codes[i];
            }
            return new Codes(null, shorts, null);
        }
        return new Codes(null, null, codes);
    }

    public int get(int row) {
        if (bytes != null) {
            return bytes[row];
        }
        return shorts != null ? shorts[row] : wide()[row];
    }

    private int[] wide() {
        if (ints == null) {
            throw new IllegalStateException("no codes");
        }
        return ints;
    }

    public int length() {
        if (bytes != null) {
            return bytes.length;
        }
        return shorts != null ? shorts.length : wide().length;
    }

    /** Copies the codes of {@code rows[0 .. count)} to {@code out}. */
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
        } else {
            int[] from = wide();
            for (int i = 0; i < count; i++) {
                out[i] = from[rows[i]];
            }
        }
    }

    public long sizeBytes() {
        if (bytes != null) {
            return bytes.length;
        }
        return shorts != null ? 2L * shorts.length : 4L * wide().length;
    }
}
