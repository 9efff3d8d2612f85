package keensparrow.server.http;

import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;

/**
 * Gives up on readers that take bytes so slowly that a thread would stand by for nothing. Only the time spent waiting for
 * the reader counts, not that spent computing.
 */
public final class SteadyOutput extends FilterOutputStream {
    private static final long GRACE_NANOS = 10_000_000_000L;
    private static final long MIN_BYTES_A_SECOND = 4_000;
    private static final int CHUNK = 1 << 15;

    private long waitedNanos;
    private long bytes;

    public SteadyOutput(OutputStream out) {
        super(out);
    }

    @Override
    public void write(int value) throws IOException {
        write(new byte[] {(byte) value}, 0, 1);
    }

    @Override
    public void write(byte[] from, int offset, int length) throws IOException {
        for (int done = 0; done < length; done += CHUNK) {
            int count = Math.min(CHUNK, length - done);
            long start = System.nanoTime();
            out.write(from, offset + done, count);
            waitedNanos += System.nanoTime() - start;
            bytes += count;
            requireSteady();
        }
    }

    @Override
    public void flush() throws IOException {
        long start = System.nanoTime();
        out.flush();
        waitedNanos += System.nanoTime() - start;
        requireSteady();
    }

    private void requireSteady() throws IOException {
        if (waitedNanos > GRACE_NANOS && bytes < waitedNanos / 1_000_000_000.0 * MIN_BYTES_A_SECOND) {
            throw new IOException("the caller reads too slowly");
        }
    }
}
