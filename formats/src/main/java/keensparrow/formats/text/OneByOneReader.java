package keensparrow.formats.text;

import java.io.FilterReader;
import java.io.IOException;
import java.io.Reader;

/** A reader that changes characters as they come, one by one. */
abstract class OneByOneReader extends FilterReader {
    OneByOneReader(Reader in) {
        super(in);
    }

    @Override
    public abstract int read() throws IOException;

    @Override
    public final int read(char[] chars, int offset, int length) throws IOException {
        for (int i = 0; i < length; i++) {
            int c = read();
            if (c < 0) {
                return i == 0 ? -1 : i;
            }
            chars[offset + i] = (char) c;
        }
        return length;
    }
}
