package keensparrow.core.expression;

/** Patterns of which one sign stands for any characters, or none, and perhaps another for exactly one. */
public final class Wildcards {
    /** No sign stands for one character. */
    public static final int NONE = -1;

    private Wildcards() {}

    /**
     * Going back to the last sign for any characters is enough, so that nothing takes longer than text times pattern.
     *
     * @param any sign for any characters, @param one for exactly one, or {@link #NONE}
     */
    public static boolean fits(String text, String pattern, char any, int one) {
        int t = 0;
        int p = 0;
        int last = -1;
        int since = 0;
        while (t < text.length()) {
            char wanted = p < pattern.length() ? pattern.charAt(p) : 0;
            if (p < pattern.length() && wanted == any) {
                last = p++;
                since = t;
            } else if (p < pattern.length() && (wanted == one || wanted == text.charAt(t))) {
                p++;
                t++;
            } else if (last >= 0) {
                p = last + 1;
                t = ++since;
            } else {
                return false;
            }
        }
        while (p < pattern.length() && pattern.charAt(p) == any) {
            p++;
        }
        return p == pattern.length();
    }
}
