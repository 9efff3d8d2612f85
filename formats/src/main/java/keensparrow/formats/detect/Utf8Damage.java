package keensparrow.formats.detect;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import keensparrow.core.words.Words;

/**
 * Bytes of a text that are no UTF-8, beside characters beyond ASCII that are.
 *
 * @param broken bytes, or characters cut off
 * @param whole characters of several bytes
 * @param lines the first lines with broken ones, from 1
 */
record Utf8Damage(long broken, long whole, List<Long> lines) {
    private static final int MAX_LINES = 5;
    private static final int TIMES = 4;

    /** Reads all of the file. */
    static Utf8Damage of(Path file) throws IOException {
        long broken = 0;
        long whole = 0;
        long line = 1;
        List<Long> lines = new ArrayList<>();
        try (InputStream in = new BufferedInputStream(Files.newInputStream(file), 1 << 16)) {
            Utf8Check check = new Utf8Check();
            byte[] one = new byte[1];
            boolean within = false;
            for (int b = in.read(); b >= 0; b = in.read()) {
                line += b == '\n' ? 1 : 0;
                one[0] = (byte) b;
                check.add(one, 1);
                if (!check.isValid()) {
                    broken++;
                    if (lines.size() < MAX_LINES && (lines.isEmpty() || lines.get(lines.size() - 1) != line)) {
                        lines.add(line);
                    }
                    check = new Utf8Check();
                    within = false;
                } else if (check.isWhole()) {
                    whole += within ? 1 : 0;
                    within = false;
                } else {
                    within = true;
                }
            }
        }
        return new Utf8Damage(broken, whole, lines);
    }

    /** Whether so many characters are whole that the text is meant to be UTF-8. */
    boolean isSlight() {
        return broken > 0 && whole >= broken * TIMES;
    }

    String sentence() {
        String where = lines.size() == 1
                ? Words.say("formats.detect.lineHas", "lines", lines.get(0))
                : Words.say("formats.detect.linesHave", "named", named());
        return Words.say("formats.detect.noUtf8AsAll", "where", where, "broken", broken);
    }

    private String named() {
        String all = String.join(", ", lines.stream().map(String::valueOf).toList());
        return lines.size() == MAX_LINES ? Words.say("formats.detect.andPerhapsMore", "all", all) : all;
    }
}
