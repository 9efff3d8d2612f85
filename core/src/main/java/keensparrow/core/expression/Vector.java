package keensparrow.core.expression;

import org.jspecify.annotations.Nullable;

/**
 * Values of some rows on the way, one of the arrays by what they are. Numbers are scaled whole numbers while they stay
 * exact, else doubles; dates are day numbers, times microseconds; truths are 1 and 0.
 */
final class Vector {
    final boolean[] blank;
    final long[] longs;
    final double @Nullable [] doubles;
    final @Nullable String[] texts;

    private Vector(boolean[] blank, long[] longs, double @Nullable [] doubles, @Nullable String[] texts) {
        this.blank = blank;
        this.longs = longs;
        this.doubles = doubles;
        this.texts = texts;
    }

    static Vector ofLongs(long[] longs, boolean[] blank) {
        return new Vector(blank, longs, null, new String[0]);
    }

    static Vector ofDoubles(double[] doubles, boolean[] blank) {
        return new Vector(blank, new long[0], doubles, new String[0]);
    }

    static Vector ofTexts(@Nullable String[] texts, boolean[] blank) {
        return new Vector(blank, new long[0], null, texts);
    }

    int count() {
        return blank.length;
    }
}
