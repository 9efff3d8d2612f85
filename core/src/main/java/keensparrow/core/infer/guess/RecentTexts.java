package keensparrow.core.infer.guess;

import org.jspecify.annotations.Nullable;

/** Tells texts that came a moment ago without making a string of them: the same few come again and again. */
final class RecentTexts {
    private static final int SLOTS = 256;

    private final @Nullable String[] slots = new String[SLOTS];

    /** The text, or null if it came lately. */
    @Nullable
    String ifNew(char[] chars, int from, int to) {
        int hash = to - from;
        for (int at = from; at < to; at++) {
            hash = hash * 31 + chars[at];
        }
        int slot = (hash ^ hash >>> 8) & (SLOTS - 1);
        String known = slots[slot];
        if (known != null && isSame(known, chars, from, to)) {
            return null;
        }
        String text = new String(chars, from, to - from);
        slots[slot] = text;
        return text;
    }

    private static boolean isSame(String text, char[] chars, int from, int to) {
        if (text.length() != to - from) {
            return false;
        }
        for (int at = from; at < to; at++) {
            if (text.charAt(at - from) != chars[at]) {
                return false;
            }
        }
        return true;
    }
}
