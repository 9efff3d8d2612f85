package keensparrow.formats.sheet;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.Closeable;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import keensparrow.core.infer.CellKind;
import keensparrow.core.infer.RowSource;

/** The cells of a sheet in a file of their own, in a form that is read many times as fast as the workbook's. */
public final class Spool implements RowSource.CellHandler, Closeable {
    private static final int BUFFER = 1 << 16;
    private static final int END_OF_ROW = 100;
    private static final int WIDE = 10; // added to the kind where characters need two bytes
    private static final CellKind[] KINDS = CellKind.values();

    private final Path file;
    private final DataOutputStream out;
    private byte[] bytes = new byte[1 << 12];

    public Spool() throws IOException {
        file = Files.createTempFile("keensparrow-", ".cells");
        out = new DataOutputStream(new BufferedOutputStream(Files.newOutputStream(file), BUFFER));
    }

    @Override
    public void cell(char[] chars, int offset, int length) {
        typed(CellKind.TEXT, chars, offset, length);
    }

    @Override
    public void typed(CellKind kind, char[] chars, int offset, int length) {
        boolean wide = false;
        for (int i = offset; i < offset + length; i++) {
            wide |= chars[i] > 0xFF;
        }
        int size = wide ? length * 2 : length;
        if (bytes.length < size) {
            bytes = new byte[size * 2];
        }
        int at = 0;
        for (int i = offset; i < offset + length; i++) {
            if (wide) {
                bytes[at++] = (byte) (chars[i] >> 8);
            }
            bytes[at++] = (byte) chars[i];
        }
        try {
            out.writeByte(kind.ordinal() + (wide ? WIDE : 0));
            putNumber(length);
            out.write(bytes, 0, size);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void endRow(long number) {
        try {
            out.writeByte(END_OF_ROW);
            putNumber(number);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void putNumber(long number) throws IOException {
        long rest = number;
        while (rest > 0x7F) {
            out.writeByte((int) (rest & 0x7F) | 0x80);
            rest >>>= 7;
        }
        out.writeByte((int) rest);
    }

    /** Ends the writing. */
    public void finish() throws IOException {
        out.flush();
    }

    /** Hands on all that was written. */
    public void read(RowSource.CellHandler handler) {
        char[] chars = new char[1 << 12];
        byte[] read = new byte[1 << 13];
        try (DataInputStream in = new DataInputStream(new BufferedInputStream(Files.newInputStream(file), BUFFER))) {
            while (true) {
                int code = in.read();
                if (code < 0) {
                    return;
                }
                if (code == END_OF_ROW) {
                    handler.endRow(number(in));
                    continue;
                }
                boolean wide = code >= WIDE;
                int length = (int) number(in);
                int size = wide ? length * 2 : length;
                if (chars.length < length) {
                    chars = new char[length * 2];
                }
                if (read.length < size) {
                    read = new byte[size * 2];
                }
                in.readFully(read, 0, size);
                for (int i = 0; i < length; i++) {
                    chars[i] = (char) (wide ? (read[2 * i] & 0xFF) << 8 | (read[2 * i + 1] & 0xFF) : read[i] & 0xFF);
                }
                handler.typed(KINDS[wide ? code - WIDE : code], chars, 0, length);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static long number(DataInputStream in) throws IOException {
        long number = 0;
        for (int shift = 0; ; shift += 7) {
            int part = in.read();
            if (part < 0) {
                throw new EOFException();
            }
            number |= (long) (part & 0x7F) << shift;
            if (part < 0x80) {
                return number;
            }
        }
    }

    @Override
    public void close() throws IOException {
        out.close();
        Files.deleteIfExists(file);
    }
}
