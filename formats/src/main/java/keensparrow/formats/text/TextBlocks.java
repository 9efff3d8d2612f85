package keensparrow.formats.text;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.List;
import keensparrow.core.infer.source.BlockReader;
import keensparrow.core.infer.source.CellBlock;

/**
 * Cuts a text into cells as the CSV library does, many times as fast: in blocks of whole rows, several at once. A block
 * ends behind a line end that has an even number of quotes before it. That holds as long as quotes stand only around
 * cells and doubled within; where one stands elsewhere, the library reads the file. That both cut alike is tested over
 * random texts.
 */
final class TextBlocks implements BlockReader {
    private static final int BYTES = 1 << 18;
    private static final int MAX_ROW = 16 << 20;
    private static final int LAST_ASCII = 0x7F;
    private static final VarHandle EIGHT = MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);
    private static final long LOW_SEVEN = 0x7F7F_7F7F_7F7F_7F7FL;
    private static final long FEEDS = eightOf((byte) '\n');
    private static final long RETURNS = eightOf((byte) '\r');

    private final InputStream in;
    private final List<String> headings;
    private final byte delimiter;
    private final byte quote; // 0 for none
    private final long delimiters; // eight each
    private final long quotes;
    private byte[] rest = new byte[0]; // of a row that has begun, from the block before
    private int restLength;
    private boolean ended;
    private int blocks;

    /** @param in the text in UTF-8; closed with this reader */
    TextBlocks(InputStream in, TextFormat format, List<String> headings) {
        this.in = in;
        this.headings = List.copyOf(headings);
        delimiter = (byte) format.delimiter();
        quote = (byte) format.quote();
        delimiters = eightOf(delimiter);
        quotes = eightOf(quote == 0 ? delimiter : quote);
    }

    private static long eightOf(byte each) {
        return each * 0x0101_0101_0101_0101L; // none is beyond ASCII
    }

    /** Whether the format is one that blocks can be cut by. */
    static boolean fits(TextFormat format) {
        return format.escape() == 0
                && format.positions().isEmpty()
                && format.comment() == 0
                && format.delimiter() != ' '
                && format.delimiter() <= LAST_ASCII
                && format.quote() <= LAST_ASCII;
    }

    @Override
    public List<String> headings() {
        return headings;
    }

    @Override
    public synchronized boolean next(CellBlock block) {
        if (ended) {
            return false;
        }
        try {
            return read(block);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private boolean read(CellBlock block) throws IOException {
        int size = restLength + BYTES;
        byte[] bytes = block.room(size);
        System.arraycopy(rest, 0, bytes, 0, restLength);
        int length = restLength;
        while (true) {
            length += in.readNBytes(bytes, length, size - length);
            boolean last = length < size;
            boolean open = quote != 0 && countQuotes(bytes, length) % 2 != 0;
            if (last) {
                ended = true;
                if (open) {
                    throw new NotPlain(); // a quote that is never closed: the library says where
                }
                block.filled(length, blocks++);
                return length > 0;
            }
            int end = rowsEnd(bytes, length, open);
            if (end > 0) {
                keep(bytes, end, length);
                block.filled(end, blocks++);
                return true;
            }
            if (length > MAX_ROW) {
                throw new NotPlain();
            }
            size *= 2;
            bytes = block.room(size);
        }
    }

    private void keep(byte[] bytes, int from, int to) {
        restLength = to - from;
        if (rest.length < restLength) {
            rest = new byte[restLength * 2];
        }
        System.arraycopy(bytes, from, rest, 0, restLength);
    }

    private int countQuotes(byte[] bytes, int length) {
        int count = 0;
        int at = 0;
        for (; at + Long.BYTES <= length; at += Long.BYTES) {
            long other = (long) EIGHT.get(bytes, at) ^ quotes; // zero where a quote is
            count += Long.bitCount(~(((other & LOW_SEVEN) + LOW_SEVEN) | other | LOW_SEVEN));
        }
        for (; at < length; at++) {
            count += bytes[at] == quote ? 1 : 0;
        }
        return count;
    }

    /** Behind the last line end outside of quotes; 0 when there is none. @param open whether the text ends within quotes */
    private int rowsEnd(byte[] bytes, int length, boolean open) {
        boolean within = open;
        for (int at = length - 1; at >= 0; at--) {
            byte b = bytes[at];
            if (b == quote && quote != 0) {
                within = !within;
            } else if (!within && (b == '\n' || (b == '\r' && at + 1 < length && bytes[at + 1] != '\n'))) {
                return at + 1; // behind a return at the very end a line feed may follow
            }
        }
        return 0;
    }

    @Override
    public void cut(CellBlock block) {
        new Cutter(block).cut();
    }

    /** Cuts one block. */
    private final class Cutter {
        private final CellBlock block;
        private final byte[] bytes;
        private final int length;
        private final int width;
        private int[] starts;
        private int[] ends;
        private int spare; // where cells whose quotes are taken away are put, behind the text
        private int line; // first of the row
        private int lines;
        private int rowAt;
        private int cells; // of the row, those beyond the width too
        private boolean filled;
        private boolean beyond;
        private boolean headingsToCome;

        Cutter(CellBlock block) {
            this.block = block;
            bytes = block.bytes();
            length = block.length();
            width = block.width();
            starts = block.starts();
            ends = block.ends();
            spare = length;
            headingsToCome = block.number() == 0;
        }

        /** Looks at eight bytes at a time for those at which a cell ends or quotes begin. */
        void cut() {
            int from = 0;
            int at = 0;
            while (at < length) {
                long found = special(at);
                int next = at + Long.BYTES;
                while (found != 0) {
                    int place = at + (Long.numberOfTrailingZeros(found) >> 3);
                    found &= found - 1;
                    if (place < from) {
                        continue; // a line feed behind its return
                    }
                    byte b = bytes[place];
                    if (b == delimiter) {
                        cell(from, place);
                        from = place + 1;
                    } else if (b == '\n' || b == '\r') {
                        cell(from, place);
                        from = endRow(place);
                    } else {
                        from = quoted(from, place);
                        next = from;
                        break;
                    }
                }
                at = next;
            }
            if (from < length || cells > 0) {
                cell(from, length);
                endRow(length);
            }
            block.cut(lines);
        }

        /** The highest bit of each byte from there on that is a delimiter, a line end or a quote. */
        private long special(int at) {
            long word = (long) EIGHT.get(bytes, at);
            long a = word ^ delimiters;
            long b = word ^ quotes;
            long c = word ^ FEEDS;
            long d = word ^ RETURNS;
            long others = (((a & LOW_SEVEN) + LOW_SEVEN) | a)
                    & (((b & LOW_SEVEN) + LOW_SEVEN) | b)
                    & (((c & LOW_SEVEN) + LOW_SEVEN) | c)
                    & (((d & LOW_SEVEN) + LOW_SEVEN) | d);
            long found = ~(others | LOW_SEVEN);
            return at + Long.BYTES <= length ? found : found & -1L >>> (Long.SIZE - ((length - at) << 3));
        }

        private void cell(int from, int to) {
            if (!filled && from < to) {
                filled = bytes[from] > ' ' || !block.isBlank(from, to);
            }
            if (cells < width) {
                starts[rowAt + cells] = from;
                ends[rowAt + cells] = to;
            } else if (from < to) {
                boolean any = !block.isBlank(from, to);
                beyond |= any;
                filled |= any;
            }
            cells++;
        }

        /** @return behind the line end */
        private int endRow(int at) {
            lines++;
            if (headingsToCome) {
                headingsToCome = false; // they are known
            } else if (filled) {
                block.endRow(Math.min(cells, width), line, beyond);
                rowAt = block.rowAt();
                starts = block.starts();
                ends = block.ends();
            }
            cells = 0;
            filled = false;
            beyond = false;
            line = lines;
            if (at == length) {
                return length;
            }
            boolean both = at + 1 < length && bytes[at] == '\r' && bytes[at + 1] == '\n';
            return both ? at + 2 : at + 1;
        }

        /** A cell in quotes that open at {@code start}, and the end of the row where it is the last. @return behind it */
        private int quoted(int cell, int start) {
            if (cell != start) {
                throw new NotPlain();
            }
            int at = start + 1;
            boolean doubled = false;
            while (true) {
                if (at >= length) {
                    throw new NotPlain();
                }
                byte b = bytes[at];
                if (b == quote) {
                    if (at + 1 >= length || bytes[at + 1] != quote) {
                        break;
                    }
                    doubled = true;
                    at++;
                } else if (b == '\n' || (b == '\r' && !(at + 1 < length && bytes[at + 1] == '\n'))) {
                    lines++;
                }
                at++;
            }
            int next = plainEnd(at + 1);
            if (!doubled && next == at + 1) {
                cell(start + 1, at);
            } else {
                unescape(start + 1, at, next);
            }
            return next < length && bytes[next] == delimiter ? next + 1 : endRow(next);
        }

        private int plainEnd(int from) {
            int at = from;
            while (at < length && bytes[at] != delimiter && bytes[at] != '\n' && bytes[at] != '\r') {
                if (bytes[at] == quote) {
                    throw new NotPlain();
                }
                at++;
            }
            return at;
        }

        /** Puts the cell behind the text: doubled quotes as one, and what stands behind the closing quote. */
        private void unescape(int from, int to, int next) {
            int out = spare;
            for (int i = from; i < to; i++) {
                bytes[out++] = bytes[i];
                i += bytes[i] == quote ? 1 : 0;
            }
            System.arraycopy(bytes, to + 1, bytes, out, next - to - 1);
            int end = out + next - to - 1;
            cell(spare, end);
            spare = end;
        }
    }

    @Override
    public void close() throws IOException {
        in.close();
    }
}
