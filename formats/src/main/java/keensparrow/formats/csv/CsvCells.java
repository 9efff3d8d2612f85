package keensparrow.formats.csv;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import keensparrow.core.column.TextColumn;
import org.jspecify.annotations.Nullable;

/**
 * The cells of one column as they stand in a CSV file, as bytes. What has to be looked at, because it may need quotes or
 * a look of its own, is kept where it repeats. For one thread.
 */
final class CsvCells {
    private static final int SLOTS = 1 << 12;
    private static final int MAX_KEPT = 64; // characters of a text that is kept
    private static final int TRIED = 1 << 14; // cells, after which it is known whether values repeat
    private static final String PLAIN = "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789 -.:,;/_+'";

    private final CsvDownload.Style style;
    private final CsvDownload.Written written;
    private final boolean[] plain = new boolean[128];
    private final @Nullable String[] texts;
    private final byte[][] cells;
    private boolean isKept;
    private int tried;
    private int found;

    CsvCells(CsvDownload.Style style, CsvDownload.Written written) {
        this.style = style;
        this.written = written;
        for (char c : PLAIN.toCharArray()) {
            plain[c] = c != style.delimiter();
        }
        this.isKept = !written.isAsItIs();
        this.texts = new String[isKept ? SLOTS : 0];
        this.cells = new byte[isKept ? SLOTS : 0][];
    }

    void put(String value, CsvLines line) {
        if (!isKept) {
            String text = written.text(value);
            if (isPlain(text)) {
                line.putAscii(text);
            } else {
                line.put(quoted(text));
            }
            return;
        }
        int slot = value.hashCode() * 0x9E3779B9 >>> 20;
        if (value.equals(texts[slot])) {
            found++;
            line.put(cells[slot]);
        } else {
            byte[] cell = bytes(value);
            if (value.length() <= MAX_KEPT) {
                texts[slot] = value;
                cells[slot] = cell;
            }
            line.put(cell);
        }
        if (++tried == TRIED) {
            isKept = found > TRIED / 2;
        }
    }

    /** The cell of a value. */
    byte[] bytes(String value) {
        String text = written.text(value);
        return isPlain(text) ? text.getBytes(StandardCharsets.US_ASCII) : quoted(text);
    }

    /** Writes a text as it stands where it needs neither quotes nor a change; whether it did. */
    boolean putUtf8(TextColumn texts, int code, CsvLines lines) {
        return written.format() == null && lines.putUtf8(texts, code, plain);
    }

    private byte[] quoted(String text) {
        StringWriter alone = new StringWriter();
        try (CsvWriter writer = CsvDownload.writer(alone, style)) {
            writer.writeRecord(text);
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible); // it is written to memory
        }
        String line = alone.toString();
        return line.substring(0, line.length() - 2).getBytes(StandardCharsets.UTF_8); // without its end of line
    }

    /** Whether nobody would put it in quotes, and each character is a byte. */
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
