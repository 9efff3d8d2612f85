package keensparrow.formats.text;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.List;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.BatchReader;
import keensparrow.core.infer.CellBatch;

/**
 * Cuts a text into cells as the CSV library does, some times as fast: whole blocks of characters at a time, into arrays
 * that are used again. That both cut alike is tested over random texts.
 */
final class TextBatches implements BatchReader {
    private static final int BYTES = 1 << 18;
    private static final int LONGEST_ROW = 16 << 20;

    private final String name;
    private final TextFormat format;
    private final List<String> headings;
    private final FileChannel channel;
    private final boolean utf8;
    private final CharsetDecoder decoder;
    private final ByteBuffer bytes = ByteBuffer.allocate(BYTES).flip();
    private char[] rest = new char[0]; // of a row that has begun, from the block before
    private int restLength;
    private boolean ended; // nothing more to decode
    private boolean pastHeadings;
    private long line = 1;
    private long shortRows;
    private long firstShort;
    private long longRows;
    private long firstLong;

    // of the block that is cut
    private char[] chars = new char[0];
    private int length;
    private int at;
    private int spare; // where unescaped cells are put, behind the block
    private int cellFrom;
    private int cellTo;

    TextBatches(Path file, String name, TextFormat format, List<String> headings) throws IOException {
        this.name = name;
        this.format = format;
        this.headings = List.copyOf(headings);
        channel = FileChannel.open(file, StandardOpenOption.READ);
        channel.position(format.markLength());
        utf8 = format.charset().equals(StandardCharsets.UTF_8);
        CodingErrorAction onError = utf8 ? CodingErrorAction.REPORT : CodingErrorAction.REPLACE;
        decoder = format.charset().newDecoder().onMalformedInput(onError).onUnmappableCharacter(onError);
    }

    @Override
    public List<String> headings() {
        return headings;
    }

    @Override
    public boolean fill(CellBatch batch) {
        try {
            while (true) {
                if (ended && restLength == 0) {
                    return false;
                }
                decode(batch.chars());
                batch.begin(chars);
                cut(batch);
                if (batch.rows() > 0) {
                    return true;
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The rest of the block before and more characters, in the array of the batch where it is large enough. */
    private void decode(char[] reused) throws IOException {
        int room = restLength + BYTES + 16;
        int size = room + room / 2; // and for cells whose quotes are taken away
        chars = reused.length >= size ? reused : new char[size];
        System.arraycopy(rest, 0, chars, 0, restLength);
        bytes.compact();
        int read = 0;
        while (bytes.hasRemaining() && read >= 0) {
            read = channel.read(bytes);
        }
        bytes.flip();
        if (utf8) {
            length = Utf8.decode(bytes, chars, restLength, read < 0);
            if (length < 0) {
                throw notInEncoding();
            }
            ended = read < 0;
        } else {
            decodeOther(room, read < 0);
        }
        at = 0;
        spare = length + 1;
    }

    private void decodeOther(int room, boolean last) {
        CharBuffer out = CharBuffer.wrap(chars, restLength, room - restLength);
        CoderResult result = decoder.decode(bytes, out, last);
        if (last && !result.isError()) {
            result = decoder.flush(out);
            ended = true;
        }
        if (result.isError()) {
            throw notInEncoding();
        }
        length = out.position();
    }

    private UserException notInEncoding() {
        return new UserException(
                ErrorCode.FILE_NOT_TEXT,
                "“" + name + "” is not written in " + format.charset().name() + ": after line " + line
                        + " come bytes that no such text has. Choose another encoding, or save it in UTF-8 and load it again.");
    }

    private void cut(CellBatch batch) {
        int rowStart = 0;
        while (at < length || (ended && rowStart < length)) {
            rowStart = at;
            long rowLine = line;
            int lines = row(batch);
            if (lines < 0) {
                batch.dropRow();
                keep(rowStart);
                return;
            }
            line = rowLine + lines;
            rowStart = at;
        }
        keep(length);
    }

    private void keep(int from) {
        restLength = length - from;
        if (restLength > LONGEST_ROW) {
            throw unreadable("a cell is longer than 16 MB. Probably a closing quote is missing");
        }
        if (restLength > 0 && ended) {
            throw unreadable("a quote that opens a cell is never closed");
        }
        if (rest.length < restLength) {
            rest = new char[restLength * 2];
        }
        System.arraycopy(chars, from, rest, 0, restLength);
    }

    private UserException unreadable(String why) {
        return new UserException(
                ErrorCode.FILE_NOT_READABLE,
                "“" + name + "” cannot be read after line " + line + ": " + why
                        + ". Correct the quotes there, or read it without quotes, and load it again.");
    }

    /** Cuts one row. @return how many line ends it has, −1 when the block ends before the row does */
    private int row(CellBatch batch) {
        char delimiter = format.delimiter();
        char quote = format.quote();
        long rowLine = line;
        int lines = 0;
        boolean filled = false;
        boolean beyond = false;
        while (true) {
            int more = 0;
            if (quote != 0 && at < length && chars[at] == quote) {
                more = quoted(batch, delimiter, quote);
                if (more < 0) {
                    return -1;
                }
                lines += more;
            } else {
                plain(delimiter);
            }
            boolean any = cellFrom < cellTo && !isBlank(cellFrom, cellTo);
            filled |= any;
            if (pastHeadings) {
                beyond |= !batch.cell(cellFrom, cellTo) && any;
            }
            if (at >= length) {
                if (!ended) {
                    return -1;
                }
                break;
            }
            char end = chars[at++];
            if (end == delimiter) {
                continue;
            }
            if (end == '\r') {
                if (at >= length && !ended) {
                    return -1; // a line feed may follow
                }
                at += at < length && chars[at] == '\n' ? 1 : 0;
            }
            lines++;
            break;
        }
        endRow(batch, rowLine, filled, beyond);
        return lines;
    }

    private void endRow(CellBatch batch, long rowLine, boolean filled, boolean beyond) {
        if (!pastHeadings) {
            pastHeadings = true; // they are known
        } else if (!filled) {
            batch.dropRow();
        } else {
            if (batch.endRow(rowLine)) {
                firstShort = shortRows++ == 0 ? rowLine : firstShort;
            }
            if (beyond) {
                firstLong = longRows++ == 0 ? rowLine : firstLong;
            }
        }
    }

    private boolean isBlank(int from, int to) {
        for (int i = from; i < to; i++) {
            char c = chars[i];
            if (c > ' ' && c != '\u00a0' && c != '\ufeff') {
                return false;
            }
        }
        return true;
    }

    private void plain(char delimiter) {
        int i = at;
        while (i < length) {
            char c = chars[i];
            if (c == delimiter || c == '\n' || c == '\r') {
                break;
            }
            i++;
        }
        cellFrom = at;
        cellTo = i;
        at = i;
    }

    /** A cell in quotes. @return its line ends, −1 when the block ends within it */
    private int quoted(CellBatch batch, char delimiter, char quote) {
        int from = at + 1;
        int i = from;
        int lines = 0;
        boolean doubled = false;
        while (true) {
            if (i >= length) {
                return -1;
            }
            char c = chars[i];
            if (c == quote) {
                if (i + 1 >= length && !ended) {
                    return -1; // its double may follow
                }
                if (i + 1 < length && chars[i + 1] == quote) {
                    doubled = true;
                    i += 2;
                    continue;
                }
                break;
            }
            if (c == '\n' || (c == '\r' && !(i + 1 < length && chars[i + 1] == '\n'))) {
                lines++;
            }
            i++;
        }
        int to = i;
        int after = i + 1;
        int next = after;
        while (next < length && chars[next] != delimiter && chars[next] != '\n' && chars[next] != '\r') {
            if (chars[next] == quote) {
                throw new NotPlain(); // the library knows what to make of it
            }
            next++;
        }
        if (next >= length && !ended) {
            return -1;
        }
        at = next;
        if (!doubled && next == after) {
            cellFrom = from;
            cellTo = to;
            return lines;
        }
        unescape(batch, from, to, after, next, quote);
        return lines;
    }

    /** Puts the cell behind the block: doubled quotes as one, and what stands behind the closing quote. */
    private void unescape(CellBatch batch, int from, int to, int after, int next, char quote) {
        if (spare + next - from > chars.length) {
            chars = Arrays.copyOf(chars, (spare + next - from) * 2);
            batch.moveTo(chars);
        }
        int out = spare;
        for (int i = from; i < to; i++) {
            chars[out++] = chars[i];
            i += chars[i] == quote ? 1 : 0;
        }
        for (int i = after; i < next; i++) {
            chars[out++] = chars[i];
        }
        cellFrom = spare;
        cellTo = out;
        spare = out;
    }

    @Override
    public long shortRows() {
        return shortRows;
    }

    @Override
    public long firstShort() {
        return firstShort;
    }

    @Override
    public long longRows() {
        return longRows;
    }

    @Override
    public long firstLong() {
        return firstLong;
    }

    @Override
    public void close() throws IOException {
        channel.close();
    }
}
