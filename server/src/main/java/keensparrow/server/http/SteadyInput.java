package keensparrow.server.http;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** Gives up on senders that come so slowly that a thread would stand by for nothing. */
public final class SteadyInput extends FilterInputStream {
    private static final long GRACE_NANOS = 15_000_000_000L;
    private static final long MIN_BYTES_A_SECOND = 4_000;

    private long waitedNanos;
    private long bytes;

    public SteadyInput(InputStream in) {
        super(in);
    }

    @Override
    public int read() throws IOException {
        byte[] one = new byte[1];
        return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
    }

    @Override
    public int read(byte[] to, int offset, int length) throws IOException {
        long start = System.nanoTime();
        int count = in.read(to, offset, length);
        waitedNanos += System.nanoTime() - start;
        bytes += Math.max(0, count);
        if (waitedNanos > GRACE_NANOS && bytes < waitedNanos / 1_000_000_000.0 * MIN_BYTES_A_SECOND) {
            throw new IOException("the sender is too slow");
        }
        return count;
    }
}
