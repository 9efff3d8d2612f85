package keensparrow.formats.archive;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.concurrent.atomic.AtomicLong;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;

/** Bytes that come out of a packed file, as many as can be meant: what unpacks to far more than its size is refused. */
public final class ArchiveLimits extends FilterInputStream {
    private static final long ALWAYS = 200L << 20;
    private static final long TIMES = 250;

    private final Budget budget;

    /** The bytes that may come out of one packed file, whatever its parts. */
    public static final class Budget {
        private final String name;
        private final AtomicLong left;

        /** @param packedBytes size of what they come out of */
        public Budget(long packedBytes, String name) {
            this.name = name;
            this.left = new AtomicLong(most(packedBytes));
        }
    }

    public ArchiveLimits(InputStream in, Budget budget) {
        super(in);
        this.budget = budget;
    }

    /** As many bytes as can be meant to come out of so many. */
    public static long most(long packedBytes) {
        return Math.max(ALWAYS, packedBytes * TIMES);
    }

    @Override
    public int read() throws IOException {
        int value = in.read();
        count(value < 0 ? 0 : 1);
        return value;
    }

    @Override
    public int read(byte[] bytes, int offset, int length) throws IOException {
        int read = in.read(bytes, offset, length);
        count(Math.max(0, read));
        return read;
    }

    private void count(int bytes) {
        if (bytes > 0 && budget.left.addAndGet(-bytes) < 0) {
            throw new UserException(
                    ErrorCode.FILE_NOT_READABLE,
                    Text.of("formats.archive.unpacksToMoreThanTimes", "name", budget.name, "times", TIMES));
        }
    }
}
