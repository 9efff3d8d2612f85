package keensparrow.core.prepare;

import java.util.Locale;
import keensparrow.core.expression.Wildcards;

/** Names with stars, each of which stands for any characters or none: {@code departures-*.csv}. Case does not matter. */
public final class NamePattern {
    private NamePattern() {}

    public static boolean fits(String pattern, String name) {
        return Wildcards.fits(name.toLowerCase(Locale.ROOT), pattern.toLowerCase(Locale.ROOT), '*', Wildcards.NONE);
    }
}
