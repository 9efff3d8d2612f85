package keensparrow.formats.snapshot;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.util.function.IntFunction;
import java.util.zip.CRC32C;
import keensparrow.core.column.PackedInts;

/** Little-endian values through a buffer into a file, with a running checksum. */
final class Output {
    private static final int BUFFER = 1 << 20;

    private final FileChannel channel;
    private final ByteBuffer buffer = ByteBuffer.allocateDirect(BUFFER).order(ByteOrder.LITTLE_ENDIAN);
    private final CRC32C checksum = new CRC32C();

    Output(FileChannel channel) {
        this.channel = channel;
    }

    private void room(int bytes) throws IOException {
        if (buffer.remaining() < bytes) {
            flush();
        }
    }

    private void flush() throws IOException {
        buffer.flip();
        checksum.update(buffer.duplicate());
        while (buffer.hasRemaining()) {
            channel.write(buffer);
        }
        buffer.clear();
    }

    void putByte(int value) throws IOException {
        room(1);
        buffer.put((byte) value);
    }

    void putInt(int value) throws IOException {
        room(4);
        buffer.putInt(value);
    }

    void putLong(long value) throws IOException {
        room(8);
        buffer.putLong(value);
    }

    void putNarrow(PackedInts values) throws IOException {
        int width = values.width();
        putByte(width);
        int count = values.length();
        for (int from = 0; from < count; ) {
            room(width);
            int part = Math.min(buffer.remaining() / width, count - from);
            if (values.bytes() != null) {
                buffer.put(values.bytes(), from, part);
            } else {
                if (values.shorts() != null) {
                    buffer.asShortBuffer().put(values.shorts(), from, part);
                } else if (values.ints() != null) {
                    buffer.asIntBuffer().put(values.ints(), from, part);
                } else if (values.longs() != null) {
                    buffer.asLongBuffer().put(values.longs(), from, part);
                }
                buffer.position(buffer.position() + part * width);
            }
            from += part;
        }
    }

    void putDoubles(double[] values) throws IOException {
        for (int from = 0; from < values.length; ) {
            room(Double.BYTES);
            int part = Math.min(buffer.remaining() / Double.BYTES, values.length - from);
            buffer.asDoubleBuffer().put(values, from, part);
            buffer.position(buffer.position() + part * Double.BYTES);
            from += part;
        }
    }

    /** The texts {@code [0, count)} one behind the other, with their ends. */
    void putTexts(int count, IntFunction<String> text) throws IOException {
        int[] ends = new int[count];
        long size = 0;
        for (int i = 0; i < count; i++) {
            size += utf8Length(text.apply(i));
            ends[i] = Math.toIntExact(size);
        }
        putInt(count);
        putNarrow(PackedInts.of(ends));
        for (int i = 0; i < count; i++) {
            putBytes(text.apply(i).getBytes(StandardCharsets.UTF_8));
        }
    }

    private static int utf8Length(String text) {
        return text.getBytes(StandardCharsets.UTF_8).length;
    }

    void putText(String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        putInt(bytes.length);
        putBytes(bytes);
    }

    private void putBytes(byte[] bytes) throws IOException {
        for (int from = 0; from < bytes.length; ) {
            room(1);
            int count = Math.min(buffer.remaining(), bytes.length - from);
            buffer.put(bytes, from, count);
            from += count;
        }
    }

    /** The checksum of all before it ends the file. */
    void finish() throws IOException {
        flush();
        buffer.putLong(checksum.getValue());
        buffer.flip();
        while (buffer.hasRemaining()) {
            channel.write(buffer);
        }
    }
}
