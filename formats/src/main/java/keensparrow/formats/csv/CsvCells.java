package keensparrow.formats.csv;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/**
 * The cells of one column as they stand in a CSV file, as bytes: what repeats is written and quoted once. For one
 * thread.
 */
final class CsvCells {
    private static final int SLOTS = 1 << 12;
    private static final int MAX_KEPT = 64; // characters of a text that is kept

    private static final String PLAIN =
            "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789 -.:,;/_+'";

    private final CsvDownload.Style style;
    private final boolean[] plain = new boolean[128];
    private final UnaryOperator<String> written;
    private final @Nullable String[] texts = new String[SLOTS];
    private final byte[][] cells = new byte[SLOTS][];

    /** @param written what a value is written as, before it is quoted */
    CsvCells(CsvDownload.Style style, UnaryOperator<String> written) {
        this.style = style;
        this.written = written;
        for (char c : PLAIN.toCharArray()) {
            plain[c] = c != style.delimiter();
        }
    }

    byte[] of(String value) {
        int slot = value.hashCode() * 0x9E3779B9 >>> 20;
        if (value.equals(texts[slot])) {
            return cells[slot];
        }
        byte[] cell = quoted(written.apply(value));
        if (value.length() <= MAX_KEPT) {
            texts[slot] = value;
            cells[slot] = cell;
        }
        return cell;
    }

    private byte[] quoted(String text) {
        if (text.isEmpty() || isPlain(text)) {
            return text.getBytes(StandardCharsets.UTF_8);
        }
        StringWriter alone = new StringWriter();
        try (CsvWriter writer = CsvDownload.writer(alone, style)) {
            writer.writeRecord(text);
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible); // it is written to memory
        }
        String line = alone.toString();
        return line.substring(0, line.length() - 2).getBytes(StandardCharsets.UTF_8); // without its end of line
    }

    /** Whether nobody would put it in quotes. */
    private boolean isPlain(String text) {
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c >= plain.length || !plain[c]) {
                return false;
            }
        }
        return true;
    }
}
