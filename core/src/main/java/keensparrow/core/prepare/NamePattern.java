package keensparrow.core.prepare;

import java.util.Locale;

/** Names with stars, each of which stands for any characters or none: {@code departures-*.csv}. Case does not matter. */
public final class NamePattern {
    private NamePattern() {}

    /** Cost O(pattern × name), whatever is written. */
    public static boolean fits(String pattern, String name) {
        String wanted = pattern.toLowerCase(Locale.ROOT);
        String text = name.toLowerCase(Locale.ROOT);
        int at = 0;
        int p = 0;
        int star = -1; // the last one, which takes more when what follows it does not fit
        int taken = 0;
        while (at < text.length()) {
            if (p < wanted.length() && wanted.charAt(p) == '*') {
                star = p++;
                taken = at;
            } else if (p < wanted.length() && wanted.charAt(p) == text.charAt(at)) {
                p++;
                at++;
            } else if (star >= 0) {
                p = star + 1;
                at = ++taken;
            } else {
                return false;
            }
        }
        while (p < wanted.length() && wanted.charAt(p) == '*') {
            p++;
        }
        return p == wanted.length();
    }
}
