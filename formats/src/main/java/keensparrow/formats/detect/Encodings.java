package keensparrow.formats.detect;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Finds which encoding a text is written in, from its bytes. */
public final class Encodings {
    /** Those that can be asked for, by their registered names. */
    public static final List<String> NAMES = List.of(
            "UTF-8",
            "UTF-16LE",
            "UTF-16BE",
            "windows-1252",
            "ISO-8859-1",
            "ISO-8859-15",
            "windows-1250",
            "ISO-8859-2",
            "windows-1251",
            "ISO-8859-5",
            "KOI8-R",
            "windows-1253",
            "ISO-8859-7",
            "windows-1254",
            "ISO-8859-9",
            "windows-1257",
            "IBM850",
            "Shift_JIS",
            "GB18030");

    private static final List<String> EIGHT_BITS = List.of(
            "windows-1252",
            "ISO-8859-15",
            "windows-1250",
            "ISO-8859-2",
            "windows-1251",
            "KOI8-R",
            "windows-1253",
            "windows-1254");
    private static final int SAMPLE = 1 << 20;

    private Encodings() {}

    /**
     * An encoding and why.
     *
     * @param markLength bytes of the mark at the start, which are no part of the text
     * @param damage what is no text of that encoding, as a sentence; null where all is
     */
    public record Found(
            Charset charset,
            int markLength,
            String reason,
            @Nullable String damage) {
        public Found(Charset charset, int markLength, String reason) {
            this(charset, markLength, reason, null);
        }
    }

    public static Found find(Path file) throws IOException {
        byte[] head = FileKind.head(file);
        Found marked = byMark(head);
        if (marked != null) {
            return marked;
        }
        if (isUtf16(head)) {
            boolean big = zeros(head, 0) > zeros(head, 1);
            return new Found(
                    big ? StandardCharsets.UTF_16BE : StandardCharsets.UTF_16LE,
                    0,
                    Words.say("formats.detect.everySecondByteIsZero"));
        }
        Utf8Check check = new Utf8Check();
        byte[] buffer = new byte[1 << 16];
        byte[] sample = new byte[0];
        try (InputStream in = Files.newInputStream(file)) {
            for (int read = in.read(buffer); read > 0; read = in.read(buffer)) {
                check.add(buffer, read);
                if (!check.isValid()) {
                    break;
                }
            }
        }
        if (check.isWhole()) {
            String reason = check.isAscii()
                    ? Words.say("formats.detect.itHasNoCharacterBeyond")
                    : Words.say("formats.detect.allItsBytesAreValid");
            return new Found(StandardCharsets.UTF_8, 0, reason);
        }
        Utf8Damage damage = Utf8Damage.of(file);
        if (damage.isSlight()) {
            return new Found(
                    StandardCharsets.UTF_8,
                    0,
                    Words.say("formats.detect.nearlyAllItsCharactersAre"),
                    damage.sentence());
        }
        try (InputStream in = Files.newInputStream(file)) {
            sample = in.readNBytes(SAMPLE);
            if (isAscii(sample)) {
                in.skipNBytes(Math.max(0, check.position() - SAMPLE - 1000)); // where the first odd byte stands
                sample = in.readNBytes(SAMPLE);
            }
        }
        String best = SingleByteCharsets.best(sample, EIGHT_BITS);
        return new Found(Charset.forName(best), 0, Words.say("formats.detect.itsBytesAreNoValid"));
    }

    private static boolean isAscii(byte[] bytes) {
        for (byte b : bytes) {
            if (b < 0) {
                return false;
            }
        }
        return true;
    }

    private static @Nullable Found byMark(byte[] head) {
        if (head.length >= 3 && (head[0] & 0xFF) == 0xEF && (head[1] & 0xFF) == 0xBB && (head[2] & 0xFF) == 0xBF) {
            return new Found(StandardCharsets.UTF_8, 3, Words.say("formats.detect.itsFirstBytesSaySo"));
        }
        if (head.length >= 2 && (head[0] & 0xFF) == 0xFF && (head[1] & 0xFF) == 0xFE) {
            return new Found(StandardCharsets.UTF_16LE, 2, Words.say("formats.detect.itsFirstBytesSaySo"));
        }
        if (head.length >= 2 && (head[0] & 0xFF) == 0xFE && (head[1] & 0xFF) == 0xFF) {
            return new Found(StandardCharsets.UTF_16BE, 2, Words.say("formats.detect.itsFirstBytesSaySo"));
        }
        return null;
    }

    static boolean isUtf16(byte[] head) {
        Found marked = byMark(head);
        if (marked != null) {
            return !marked.charset().equals(StandardCharsets.UTF_8);
        }
        int even = zeros(head, 0);
        int odd = zeros(head, 1);
        int pairs = head.length / 2;
        return pairs >= 4 && (even > pairs * 0.4 && odd < pairs * 0.05 || odd > pairs * 0.4 && even < pairs * 0.05);
    }

    private static int zeros(byte[] head, int from) {
        int zeros = 0;
        for (int i = from; i < head.length; i += 2) {
            zeros += head[i] == 0 ? 1 : 0;
        }
        return zeros;
    }

    /** The beginning of a text, for a look at its first characters. */
    static String decoded(byte[] head) {
        Found marked = byMark(head);
        int from = marked == null ? 0 : marked.markLength();
        Charset charset = marked != null
                ? marked.charset()
                : isUtf16(head)
                        ? zeros(head, 0) > zeros(head, 1) ? StandardCharsets.UTF_16BE : StandardCharsets.UTF_16LE
                        : StandardCharsets.UTF_8;
        return new String(head, from, head.length - from, charset);
    }
}
