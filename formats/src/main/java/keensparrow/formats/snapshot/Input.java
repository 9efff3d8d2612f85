package keensparrow.formats.snapshot;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.util.zip.CRC32C;
import keensparrow.core.column.PackedInts;
import keensparrow.core.column.Texts;

/** Reads what {@link Output} wrote. */
final class Input {
    private static final int BUFFER = 1 << 20;
    private static final int CHECKSUM_BYTES = 8;

    private final FileChannel channel;
    private final ByteBuffer buffer = ByteBuffer.allocateDirect(BUFFER).order(ByteOrder.LITTLE_ENDIAN);
    private final CRC32C checksum = new CRC32C();
    private long left; // bytes before the checksum that are not in the buffer yet

    Input(FileChannel channel) throws IOException {
        this.channel = channel;
        this.left = channel.size() - CHECKSUM_BYTES;
        buffer.limit(0);
    }

    private void need(int bytes) throws IOException {
        if (buffer.remaining() >= bytes) {
            return;
        }
        buffer.compact();
        int start = buffer.position();
        buffer.limit((int) Math.min(buffer.capacity(), start + Math.max(0, left)));
        while (buffer.hasRemaining() && channel.read(buffer) >= 0) {
            // until the buffer is full or the file ends
        }
        left -= buffer.position() - start;
        buffer.flip();
        ByteBuffer fresh = buffer.duplicate().position(start);
        checksum.update(fresh);
        if (buffer.remaining() < bytes) {
            throw new DamagedSnapshotException("the file ends too early");
        }
    }

    int getByte() throws IOException {
        need(1);
        return buffer.get();
    }

    int getInt() throws IOException {
        need(4);
        return buffer.getInt();
    }

    long getLong() throws IOException {
        need(8);
        return buffer.getLong();
    }

    PackedInts getNarrow(int count) throws IOException {
        int width = getByte();
        if (width != Byte.BYTES && width != Short.BYTES && width != Integer.BYTES && width != Long.BYTES) {
            throw new DamagedSnapshotException("values of " + width + " bytes");
        }
        check(count, width);
        return switch (width) {
            case Byte.BYTES -> {
                byte[] values = new byte[count];
                fill(count, width, (from, part) -> buffer.duplicate().get(values, from, part));
                yield PackedInts.of(values);
            }
            case Short.BYTES -> {
                short[] values = new short[count];
                fill(count, width, (from, part) -> buffer.asShortBuffer().get(values, from, part));
                yield PackedInts.of(values);
            }
            case Integer.BYTES -> {
                int[] values = new int[count];
                fill(count, width, (from, part) -> buffer.asIntBuffer().get(values, from, part));
                yield PackedInts.of(values);
            }
            default -> PackedInts.of(getLongs(count));
        };
    }

    long[] getLongs(int count) throws IOException {
        check(count, Long.BYTES);
        long[] values = new long[count];
        fill(count, Long.BYTES, (from, part) -> buffer.asLongBuffer().get(values, from, part));
        return values;
    }

    double[] getDoubles(int count) throws IOException {
        check(count, Double.BYTES);
        double[] values = new double[count];
        fill(count, Double.BYTES, (from, part) -> buffer.asDoubleBuffer().get(values, from, part));
        return values;
    }

    /** Takes {@code part} values out of the buffer to places from {@code from} on. */
    private interface Take {
        void take(int from, int part);
    }

    private void fill(int count, int width, Take take) throws IOException {
        for (int from = 0; from < count; ) {
            need(width);
            int part = Math.min(buffer.remaining() / width, count - from);
            take.take(from, part);
            buffer.position(buffer.position() + part * width);
            from += part;
        }
    }

    /** A flipped bit in a length must not ask for more memory than the file could fill. */
    void check(int count, int bytesEach) throws IOException {
        if (count < 0 || (long) count * bytesEach > remaining()) {
            throw new DamagedSnapshotException("an array of " + count + " values");
        }
    }

    /** Bytes that are still to come; no array in the file can be longer. */
    long remaining() {
        return left + buffer.remaining();
    }

    Texts getTexts() throws IOException {
        int count = getInt();
        check(count, Integer.BYTES);
        int[] ends = getNarrow(count).ints();
        if (ends == null) {
            throw new DamagedSnapshotException("a dictionary without ends");
        }
        int size = 0;
        for (int end : ends) {
            if (end < size) {
                throw new DamagedSnapshotException("a text that ends before it begins");
            }
            size = end;
        }
        check(size, 1);
        byte[] bytes = new byte[size];
        fill(size, 1, (from, part) -> buffer.duplicate().get(bytes, from, part));
        return Texts.of(bytes, ends);
    }

    String getText() throws IOException {
        int length = getInt();
        if (length < 0 || length > remaining()) {
            throw new DamagedSnapshotException("a text of " + length + " bytes");
        }
        byte[] bytes = new byte[length];
        for (int from = 0; from < length; ) {
            need(1);
            int count = Math.min(buffer.remaining(), length - from);
            buffer.get(bytes, from, count);
            from += count;
        }
        return new String(bytes, StandardCharsets.UTF_8);
    }

    void finish() throws IOException {
        if (remaining() != 0) {
            throw new DamagedSnapshotException("more bytes than expected");
        }
        ByteBuffer written = ByteBuffer.allocate(CHECKSUM_BYTES).order(ByteOrder.LITTLE_ENDIAN);
        channel.position(channel.size() - CHECKSUM_BYTES);
        while (written.hasRemaining() && channel.read(written) >= 0) {
            // the last eight bytes
        }
        if (written.hasRemaining() || written.getLong(0) != checksum.getValue()) {
            throw new DamagedSnapshotException("the checksum does not agree");
        }
    }
}
