package keensparrow.formats.csv;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import keensparrow.core.column.TextColumn;

/** Bytes put together before they are sent. What goes wrong is thrown as {@link UncheckedIOException} by lines. */
final class CsvLines extends OutputStream {
    private static final int BUFFERED = 1 << 15;
    private static final int LONGEST_NUMBER = 32; // bytes
    private static final int USUAL_TEXT = 256;
    private static final String STARTS = "=+-@"; // see FormulaGuard

    private final OutputStream out;
    private final byte[] bytes = new byte[BUFFERED];
    private int size;
    private long sent;

    CsvLines(OutputStream out) {
        this.out = out;
    }

    void put(byte one) {
        if (size == bytes.length) {
            send();
        }
        bytes[size++] = one;
    }

    void put(byte[] cell) {
        if (size + cell.length > bytes.length) {
            send();
            if (cell.length > bytes.length) {
                sendAlone(cell);
                return;
            }
        }
        System.arraycopy(cell, 0, bytes, size, cell.length);
        size += cell.length;
    }

    /** @param text each of its characters is a byte */
    @SuppressWarnings("deprecation") // which takes no others
    void putAscii(String text) {
        int length = text.length();
        if (length > bytes.length - size) {
            put(text.getBytes(StandardCharsets.US_ASCII));
            return;
        }
        text.getBytes(0, length, bytes, size);
        size += length;
    }

    /**
     * A text as the bytes it is kept as; nothing where one of them is none of those that are plain, or its beginning may
     * be that of a formula.
     */
    boolean putUtf8(TextColumn texts, int code, boolean[] plain) {
        requireRoom(USUAL_TEXT);
        int length = texts.copyUtf8(code, bytes, size);
        if (length <= 0 || STARTS.indexOf(bytes[size]) >= 0) {
            return false;
        }
        for (int i = size; i < size + length; i++) {
            if (bytes[i] < 0 || !plain[bytes[i]]) {
                return false;
            }
        }
        size += length;
        return true;
    }

    /** A number as {@link java.math.BigDecimal#toPlainString} writes it. @param mark before its decimals */
    void putNumber(long value, int scale, byte mark) {
        if (value == Long.MIN_VALUE) { // the one whose opposite is no long
            putAscii(BigDecimal.valueOf(value, scale).toPlainString().replace('.', (char) mark));
            return;
        }
        requireRoom(LONGEST_NUMBER);
        if (value < 0) {
            bytes[size++] = '-';
        }
        long rest = Math.abs(value);
        int places = Math.max(places(rest), scale + 1);
        int end = size + places + (scale > 0 ? 1 : 0);
        int at = end;
        for (int place = 0; place < places; place++) {
            if (place == scale && scale > 0) {
                bytes[--at] = mark;
            }
            long next = rest / 10;
            bytes[--at] = (byte) ('0' + (rest - next * 10));
            rest = next;
        }
        size = end;
    }

    private static int places(long value) {
        int places = 1;
        for (long most = 9; value > most && places < 19; most = most * 10 + 9) {
            places++;
        }
        return places;
    }

    /** A day of the years 0 to 9999 as {@code 2026-01-31}. */
    void putDay(int year, int month, int day) {
        requireRoom(LONGEST_NUMBER);
        putTwo(year / 100);
        putTwo(year % 100);
        bytes[size++] = '-';
        putTwo(month);
        bytes[size++] = '-';
        putTwo(day);
    }

    /** Two digits, or with something before them three bytes. @param before 0 for nothing */
    void putTwo(byte before, int value) {
        requireRoom(LONGEST_NUMBER);
        if (before != 0) {
            bytes[size++] = before;
        }
        putTwo(value);
    }

    private void putTwo(int value) {
        bytes[size++] = (byte) ('0' + value / 10);
        bytes[size++] = (byte) ('0' + value % 10);
    }

    private void requireRoom(int room) {
        if (bytes.length - size < room) {
            send();
        }
    }

    /** How many bytes were put in so far. */
    long written() {
        return sent + size;
    }

    private void send() {
        try {
            out.write(bytes, 0, size);
            sent += size;
            size = 0;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void sendAlone(byte[] cell) {
        try {
            out.write(cell);
            sent += cell.length;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void write(int one) {
        put((byte) one);
    }

    @Override
    public void write(byte[] from, int at, int count) {
        put(Arrays.copyOfRange(from, at, at + count));
    }

    @Override
    public void flush() throws IOException {
        send();
        out.flush();
    }
}
