package keensparrow.formats.sheet;

import java.io.Closeable;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.source.RowSource;
import keensparrow.formats.archive.Scratch;

/** The cells of a sheet in a file of their own, in a form that is read many times as fast as the workbook's. */
public final class Spool implements RowSource.CellHandler, Closeable {
    private static final int BUFFER = 1 << 16;
    private static final int MAX_OF_A_HEAD = 16; // code and length of a cell, or number of a row
    private static final int END_OF_ROW = 100;
    private static final int WIDE = 10; // added to the kind where characters need two bytes
    private static final CellKind[] KINDS = CellKind.values();

    private final Scratch scratch;
    private final Path file;
    private final OutputStream out;
    private byte[] buffer = new byte[BUFFER];
    private int size;

    public Spool(Scratch scratch) throws IOException {
        this.scratch = scratch;
        file = scratch.newFile(".cells");
        out = Files.newOutputStream(file);
    }

    @Override
    public void cell(char[] chars, int offset, int length) {
        typed(CellKind.TEXT, chars, offset, length);
    }

    @Override
    public void typed(CellKind kind, char[] chars, int offset, int length) {
        int all = 0;
        for (int i = offset; i < offset + length; i++) {
            all |= chars[i];
        }
        boolean wide = all > 0xFF;
        makeRoom(MAX_OF_A_HEAD + (wide ? length * 2 : length));
        buffer[size++] = (byte) (kind.ordinal() + (wide ? WIDE : 0));
        putNumber(length);
        for (int i = offset; i < offset + length; i++) {
            if (wide) {
                buffer[size++] = (byte) (chars[i] >> 8);
            }
            buffer[size++] = (byte) chars[i];
        }
    }

    @Override
    public void endRow(long number) {
        makeRoom(MAX_OF_A_HEAD);
        buffer[size++] = END_OF_ROW;
        putNumber(number);
    }

    private void makeRoom(int bytes) {
        if (size + bytes > buffer.length) {
            write();
            if (bytes > buffer.length) {
                buffer = new byte[bytes * 2];
            }
        }
    }

    private void write() {
        try {
            scratch.count(size);
            out.write(buffer, 0, size);
            size = 0;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void putNumber(long number) {
        long rest = number;
        while (rest > 0x7F) {
            buffer[size++] = (byte) ((rest & 0x7F) | 0x80);
            rest >>>= 7;
        }
        buffer[size++] = (byte) rest;
    }

    /** Ends the writing. */
    public void finish() throws IOException {
        write();
        out.flush();
        buffer = new byte[0];
    }

    /** Hands on all that was written. */
    public void read(RowSource.CellHandler handler) {
        try (InputStream in = Files.newInputStream(file)) {
            new Reading(in, handler).run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static final class Reading {
        private final InputStream in;
        private final RowSource.CellHandler handler;
        private byte[] bytes = new byte[BUFFER];
        private char[] chars = new char[1 << 12];
        private int at;
        private int end;

        Reading(InputStream in, RowSource.CellHandler handler) {
            this.in = in;
            this.handler = handler;
        }

        void run() throws IOException {
            while (has(1)) {
                int code = bytes[at++];
                has(MAX_OF_A_HEAD);
                if (code == END_OF_ROW) {
                    handler.endRow(number());
                } else {
                    cell(code);
                }
            }
        }

        private void cell(int code) throws IOException {
            boolean wide = code >= WIDE;
            int length = (int) number();
            int size = wide ? length * 2 : length;
            if (!has(size)) {
                throw new EOFException();
            }
            if (chars.length < length) {
                chars = new char[length * 2];
            }
            for (int i = 0; i < length; i++) {
                chars[i] = (char)
                        (wide
                                ? (bytes[at + 2 * i] & 0xFF) << 8 | (bytes[at + 2 * i + 1] & 0xFF)
                                : bytes[at + i] & 0xFF);
            }
            at += size;
            handler.typed(KINDS[wide ? code - WIDE : code], chars, 0, length);
        }

        private long number() {
            long number = 0;
            for (int shift = 0; ; shift += 7) {
                int part = bytes[at++];
                number |= (long) (part & 0x7F) << shift;
                if (part >= 0) {
                    return number;
                }
            }
        }

        /** Brings so many bytes into the buffer; false when there are not as many any more. */
        private boolean has(int wanted) throws IOException {
            if (end - at >= wanted) {
                return true;
            }
            if (wanted > bytes.length - at) {
                byte[] target = wanted > bytes.length ? new byte[wanted * 2] : bytes;
                System.arraycopy(bytes, at, target, 0, end - at);
                bytes = target;
                end -= at;
                at = 0;
            }
            while (end - at < wanted) {
                int read = in.read(bytes, end, bytes.length - end);
                if (read < 0) {
                    Arrays.fill(bytes, end, Math.min(bytes.length, end + MAX_OF_A_HEAD), (byte) 0);
                    return false;
                }
                end += read;
            }
            return true;
        }
    }

    @Override
    public void close() throws IOException {
        out.close();
        Files.deleteIfExists(file);
    }
}
