package keensparrow.core.column;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.Arrays;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;

/**
 * Distinct texts as bytes, in the order they first came. As long as they come in ascending order, as the numbers of orders
 * do, each is the last one or new; after that a known one is found by its hash.
 */
public final class ByteTable {
    private static final VarHandle EIGHT = MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);
    private static final long BEYOND_ASCII = 0x8080_8080_8080_8080L;
    private static final long MIX = 0x9E37_79B9_7F4A_7C15L;

    private byte[] bytes = new byte[1 << 10]; // each text padded with zeros to whole words
    private int length;
    private int[] starts = new int[64];
    private int[] lengths = new int[64];
    private long[] hashes = new long[64];
    private int[] slots = new int[256]; // code + 1; 0 is free
    private int size;
    private boolean ascending = true;
    private long seen; // bits that some text has

    public int size() {
        return size;
    }

    /** The code of a text, from 0. Up to seven bytes behind {@code to} are looked at too, and must be there. */
    public int code(byte[] text, int from, int to) {
        if (ascending) {
            int compared = size == 0 ? 1 : compareToLast(text, from, to);
            if (compared > 0) {
                return append(text, from, to, 0);
            }
            if (compared == 0) {
                return size - 1;
            }
            ascending = false;
            hashAll();
        }
        return hashed(text, from, to);
    }

    private int compareToLast(byte[] text, int from, int to) {
        return Arrays.compareUnsigned(text, from, to, bytes, starts[size - 1], end(size - 1));
    }

    private void hashAll() {
        for (int code = 0; code < size; code++) {
            hashes[code] = hash(bytes, starts[code], end(code));
        }
        int room = slots.length;
        while (room < size * 2) {
            room *= 2;
        }
        fillSlots(room);
    }

    private static long hash(byte[] text, int from, int to) {
        long hash = to - from;
        int at = from;
        for (; at + Long.BYTES <= to; at += Long.BYTES) {
            hash = (hash ^ (long) EIGHT.get(text, at)) * MIX;
            hash ^= hash >>> 29;
        }
        hash = (hash ^ tail(text, at, to)) * MIX;
        return hash ^ hash >>> 32;
    }

    /** The last bytes, fewer than eight. */
    private static long tail(byte[] text, int at, int to) {
        return at == to ? 0 : (long) EIGHT.get(text, at) & (-1L >>> (Long.SIZE - ((to - at) << 3)));
    }

    private int hashed(byte[] text, int from, int to) {
        int count = to - from;
        long hash = hash(text, from, to);
        int mask = slots.length - 1;
        int slot = (int) hash & mask;
        while (slots[slot] != 0) {
            int code = slots[slot] - 1;
            if (hashes[code] == hash && lengths[code] == count && same(starts[code], text, from, to)) {
                return code;
            }
            slot = (slot + 1) & mask;
        }
        append(text, from, to, hash);
        slots[slot] = size;
        if (size * 2 > slots.length) {
            fillSlots(slots.length * 2);
        }
        return size - 1;
    }

    private boolean same(int start, byte[] text, int from, int to) {
        int own = start;
        int at = from;
        for (; at + Long.BYTES <= to; at += Long.BYTES) {
            if ((long) EIGHT.get(bytes, own) != (long) EIGHT.get(text, at)) {
                return false;
            }
            own += Long.BYTES;
        }
        return (long) EIGHT.get(bytes, own) == tail(text, at, to);
    }

    /** Whether two texts in the same array are equal; up to seven bytes behind each are looked at too. */
    public static boolean same(byte[] bytes, int one, int lengthOfOne, int other, int lengthOfOther) {
        if (lengthOfOne != lengthOfOther) {
            return false;
        }
        int at = 0;
        for (; at + Long.BYTES <= lengthOfOne; at += Long.BYTES) {
            if ((long) EIGHT.get(bytes, one + at) != (long) EIGHT.get(bytes, other + at)) {
                return false;
            }
        }
        int left = lengthOfOne - at;
        long differ = left == 0 ? 0 : (long) EIGHT.get(bytes, one + at) ^ (long) EIGHT.get(bytes, other + at);
        return left == 0 || differ << (Long.SIZE - (left << 3)) == 0;
    }

    private int append(byte[] text, int from, int to, long hash) {
        if (size == starts.length) {
            starts = Arrays.copyOf(starts, size * 2);
            lengths = Arrays.copyOf(lengths, size * 2);
            hashes = Arrays.copyOf(hashes, size * 2);
        }
        int padded = (to - from) / Long.BYTES * Long.BYTES + Long.BYTES; // a word of zeros behind whole words
        long needed = (long) length + padded;
        if (needed > bytes.length) {
            if (needed > Integer.MAX_VALUE - 16) {
                throw new UserException(ErrorCode.FILE_TOO_LARGE, Text.of("column.aColumnHoldsMoreThan"));
            }
            bytes = Arrays.copyOf(bytes, (int) Math.min(Integer.MAX_VALUE - 16, Math.max(needed, bytes.length * 2L)));
        }
        System.arraycopy(text, from, bytes, length, to - from);
        starts[size] = length;
        lengths[size] = to - from;
        hashes[size] = hash;
        length += padded;
        seen |= bitsOf(size);
        return size++;
    }

    private void fillSlots(int room) {
        int[] larger = new int[room];
        int mask = larger.length - 1;
        for (int code = 0; code < size; code++) {
            int slot = (int) hashes[code] & mask;
            while (larger[slot] != 0) {
                slot = (slot + 1) & mask;
            }
            larger[slot] = code + 1;
        }
        slots = larger;
    }

    /** Where a text is: {@code [start(code), end(code))} of {@link #bytes()}, at least one byte of zero behind it. */
    public int start(int code) {
        return starts[code];
    }

    public int end(int code) {
        return starts[code] + lengths[code];
    }

    public byte[] bytes() {
        return bytes;
    }

    /** Whether all texts are of ASCII alone. */
    public boolean isAscii() {
        return (seen & BEYOND_ASCII) == 0;
    }

    /** Whether a text is of ASCII alone. */
    public boolean isAscii(int code) {
        return isAscii() || (bitsOf(code) & BEYOND_ASCII) == 0;
    }

    /** The bits that some eight bytes of a text have. */
    private long bitsOf(int code) {
        long bits = 0;
        for (int at = starts[code]; at < end(code); at += Long.BYTES) { // padded with zeros
            bits |= (long) EIGHT.get(bytes, at);
        }
        return bits;
    }
}
