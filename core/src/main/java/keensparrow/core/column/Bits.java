package keensparrow.core.column;

import org.jspecify.annotations.Nullable;

/** Bits over row numbers in 64-bit words; bit {@code row & 63} of word {@code row >> 6}. */
public final class Bits {
    private Bits() {}

    public static int words(int rows) {
        return (rows + 63) >>> 6;
    }

    public static boolean get(long[] words, int row) {
        return (words[row >> 6] & (1L << row)) != 0;
    }

    public static void set(long[] words, int row) {
        words[row >> 6] |= 1L << row;
    }

    /** How many of the first {@code rows} bits are set; bits beyond must be clear. */
    public static int count(long[] words) {
        int count = 0;
        for (long word : words) {
            count += Long.bitCount(word);
        }
        return count;
    }

    /** All of the first {@code rows} bits set, none beyond. */
    public static long[] ones(int rows) {
        long[] words = new long[words(rows)];
        java.util.Arrays.fill(words, -1L);
        clearBeyond(words, rows);
        return words;
    }

    /** Sets, from bit {@code at} on, the bits that are set among the first {@code count} of {@code part}; those beyond are clear. */
    public static void append(long[] words, int at, long[] part, int count) {
        int shift = at & 63;
        int word = at >> 6;
        for (int i = 0; i < words(count); i++) {
            words[word + i] |= part[i] << shift;
            if (shift != 0 && word + i + 1 < words.length) {
                words[word + i + 1] |= part[i] >>> (64 - shift);
            }
        }
    }

    /** Clears the bits of the last word that stand for no row. */
    public static void clearBeyond(long[] words, int rows) {
        if (words.length > 0 && (rows & 63) != 0) {
            words[words.length - 1] &= (1L << rows) - 1;
        }
    }

    /** Whether the row has a value; no bitset means that every row has one. */
    public static boolean present(long @Nullable [] valid, int row) {
        return valid == null || get(valid, row);
    }
}
