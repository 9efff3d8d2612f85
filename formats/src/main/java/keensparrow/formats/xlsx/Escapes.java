package keensparrow.formats.xlsx;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Characters that XML cannot hold stand in workbooks as {@code _x000D_}. */
final class Escapes {
    private static final Pattern ESCAPE = Pattern.compile("_x([0-9A-Fa-f]{4})_");

    private Escapes() {}

    static String resolved(CharSequence text) {
        String plain = text.toString();
        if (!plain.contains("_x")) {
            return plain;
        }
        Matcher escapes = ESCAPE.matcher(plain);
        return escapes.replaceAll(
                found -> Matcher.quoteReplacement(String.valueOf((char) Integer.parseInt(found.group(1), 16))));
    }
}
