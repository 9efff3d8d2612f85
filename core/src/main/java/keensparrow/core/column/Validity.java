package keensparrow.core.column;

import org.jspecify.annotations.Nullable;

/** Which rows have a value; shared by the columns so that each keeps only its values. */
final class Validity {
    final long @Nullable [] words; // null: every row has a value
    final int blanks;

    private Validity(long @Nullable [] words, int blanks) {
        this.words = words;
        this.blanks = blanks;
    }

    static Validity of(long @Nullable [] words, int rows) {
        if (words == null) {
            return new Validity(null, 0);
        }
        int blanks = rows - Bits.count(words);
        return blanks == 0 ? new Validity(null, 0) : new Validity(words, blanks);
    }

    boolean isBlank(int row) {
        return words != null && !Bits.get(words, row);
    }

    long sizeBytes() {
        return words == null ? 0 : 8L * words.length;
    }

    long @Nullable [] pick(int[] rows, int count) {
        if (words == null) {
            return null;
        }
        long[] picked = new long[Bits.words(count)];
        for (int i = 0; i < count; i++) {
            if (Bits.get(words, rows[i])) {
                Bits.set(picked, i);
            }
        }
        return picked;
    }
}
