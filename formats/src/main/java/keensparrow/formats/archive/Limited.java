package keensparrow.formats.archive;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;

/** Bytes that come out of a packed file, as many as can be meant: what unpacks to far more than its size is refused. */
public final class Limited extends FilterInputStream {
    private static final long ALWAYS = 200L << 20;
    private static final long TIMES = 250;

    private final String name;
    private long left;

    /** @param packedBytes size of what they come out of */
    public Limited(InputStream in, long packedBytes, String name) {
        super(in);
        this.name = name;
        this.left = most(packedBytes);
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
        left -= bytes;
        if (left < 0) {
            throw new UserException(
                    ErrorCode.FILE_NOT_READABLE,
                    "“" + name + "” unpacks to more than " + TIMES
                            + " times its size and is refused. Unpack it yourself and load what is needed.");
        }
    }
}
