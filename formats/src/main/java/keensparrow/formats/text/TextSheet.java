package keensparrow.formats.text;

import de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler;
import de.siegmar.fastcsv.reader.CommentStrategy;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.source.BlockReader;
import keensparrow.core.infer.source.RowSource;
import keensparrow.core.layout.Grid;
import keensparrow.core.layout.RawRow;
import keensparrow.core.layout.RawSheet;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.apache.commons.io.input.ReaderInputStream;
import org.jspecify.annotations.Nullable;

/**
 * A file of delimited text. Cells in quotes may hold delimiters, doubled quotes and line ends. Rows of unequal length are
 * handed on as they are.
 */
public final class TextSheet implements RawSheet {
    private static final int MAX_CELL = 16 << 20;
    private static final long LOOKED_AT_WHOLE = 8L << 20;
    private static final int HEAD_ROWS = 600;
    private static final int END = 64 * 1024;
    private static final char NO_CHARACTER = '\ufdd0'; // which no text has

    private final Path file;
    private final String name;
    private final TextFormat format;
    private final Grid grid;

    private TextSheet(Path file, String name, TextFormat format) throws IOException {
        this.file = file;
        this.name = name;
        this.format = format;
        this.grid = Files.size(file) <= LOOKED_AT_WHOLE ? whole() : ends();
    }

    /**
     * @param name what people call the file
     * @throws UserException FILE_NOT_TEXT, FILE_NOT_READABLE
     */
    public static TextSheet open(Path file, String name, TextFormat format) throws IOException {
        return new TextSheet(file, name, format);
    }

    @Override
    public String name() {
        return "";
    }

    @Override
    public @Nullable BlockReader blocks(List<String> headings) {
        try {
            return TextBlocks.fits(format) && format.damage() == null ? new TextBlocks(utf8(), format, headings) : null;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The text in UTF-8, whatever it is written in. */
    private InputStream utf8() throws IOException {
        InputStream bytes = Files.newInputStream(file);
        bytes.skipNBytes(format.markLength());
        return format.charset().equals(StandardCharsets.UTF_8)
                ? bytes
                : ReaderInputStream.builder()
                        .setReader(decoded(bytes))
                        .setCharset(StandardCharsets.UTF_8)
                        .setBufferSize(1 << 16)
                        .get();
    }

    private Reader decoded(InputStream bytes) {
        boolean utf8 = format.charset().equals(StandardCharsets.UTF_8);
        CodingErrorAction onError =
                utf8 && format.damage() == null ? CodingErrorAction.REPORT : CodingErrorAction.REPLACE;
        return new InputStreamReader(
                bytes, format.charset().newDecoder().onMalformedInput(onError).onUnmappableCharacter(onError));
    }

    @Override
    public boolean isText() {
        return true;
    }

    public TextFormat format() {
        return format;
    }

    @Override
    public Grid grid() {
        return grid;
    }

    private Grid whole() {
        Grid.Builder builder = new Grid.Builder();
        read(builder);
        return builder.build();
    }

    /** Enough was seen. */
    private static final class Enough extends RuntimeException {
        private static final long serialVersionUID = 1;

        Enough() {
            super("enough", null, false, false);
        }
    }

    /** The first rows and the last ones: reading all of a large file takes too long for a look. */
    private Grid ends() throws IOException {
        Grid.Builder builder = new Grid.Builder();
        long[] rows = {0};
        try {
            read(new RowSource.CellHandler() {
                @Override
                public void cell(char[] chars, int offset, int length) {
                    builder.cell(chars, offset, length);
                }

                @Override
                public void endRow(long line) {
                    builder.endRow(line);
                    if (++rows[0] == HEAD_ROWS) {
                        throw new Enough();
                    }
                }
            });
        } catch (Enough enough) {
            // as wanted
        }
        Grid head = builder.build();
        List<RawRow> tail = tail();
        long about = Math.max(head.rowCount() + tail.size() + 1, Files.size(file) / averageBytes(head));
        return new Grid(head.head(), tail, about, head.columnCount());
    }

    private static long averageBytes(Grid head) {
        long characters = 1;
        for (RawRow row : head.head()) {
            characters +=
                    row.texts().stream().mapToInt(text -> text.length() + 1).sum();
        }
        return Math.max(1, characters / Math.max(1, head.head().size()));
    }

    /** The last rows, counted from the end: −1 is the last. None when it is not clear where rows begin there. */
    private List<RawRow> tail() throws IOException {
        byte[] bytes;
        try (InputStream in = Files.newInputStream(file)) {
            in.skipNBytes((Files.size(file) - END) & ~1L);
            bytes = in.readAllBytes();
        }
        String text = new String(bytes, format.charset());
        int start = text.indexOf('\n') + 1;
        long quotes =
                text.substring(start).chars().filter(c -> c == format.quote()).count();
        if (start == 0 || quotes % 2 != 0) {
            return List.of();
        }
        Grid.Builder builder = new Grid.Builder();
        try {
            parse(new StringReader(text.substring(start)), builder);
        } catch (UserException | CsvParseException e) {
            return List.of();
        }
        List<RawRow> rows = new ArrayList<>(builder.build().head());
        rows.addAll(builder.build().tail());
        List<RawRow> last = rows.subList(Math.max(0, rows.size() - 60), rows.size());
        List<RawRow> numbered = new ArrayList<>();
        for (int i = 0; i < last.size(); i++) {
            numbered.add(
                    new RawRow(i - last.size(), last.get(i).texts(), last.get(i).kinds()));
        }
        return numbered;
    }

    @Override
    public void read(RowSource.CellHandler handler) {
        try (InputStream bytes = Files.newInputStream(file)) {
            bytes.skipNBytes(format.markLength());
            parse(decoded(bytes), handler);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void parse(Reader characters, RowSource.CellHandler handler) throws IOException {
        Lines lines = new Lines(handler);
        CsvReader.CsvReaderBuilder builder = CsvReader.builder()
                .fieldSeparator(format.delimiter())
                .quoteCharacter(format.quote() == 0 ? NO_CHARACTER : format.quote())
                .commentStrategy(format.comment() == 0 ? CommentStrategy.NONE : CommentStrategy.SKIP)
                .skipEmptyLines(false)
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE) // told in the report
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .allowExtraCharsAfterClosingQuote(true)
                .allowUnclosedQuote(false)
                .detectBomHeader(false)
                .maxBufferSize(MAX_CELL);
        if (format.comment() != 0) {
            builder.commentCharacter(format.comment());
        }
        Reader plain = characters;
        if (format.commentedHeading() >= 0) {
            plain = new HeadingReader(new BufferedReader(plain), format.comment(), format.commentedHeading());
        }
        if (!format.positions().isEmpty()) {
            plain = new PositionsReader(new BufferedReader(plain), format.positions());
        }
        if (format.delimiter() == ' ') {
            plain = new SpacesReader(new BufferedReader(plain), format.quote(), format.remarks());
        }
        if (format.escape() != 0) {
            plain = new EscapeReader(new BufferedReader(plain), format.escape(), format.quote());
        }
        try (CsvReader<Boolean> reader = builder.build(lines, plain)) {
            for (Boolean row : reader) {
                assert row;
            }
        } catch (CsvParseException | UncheckedIOException e) {
            throw unreadable(e, lines.line);
        } catch (CharacterCodingException e) {
            throw notInEncoding(lines.line);
        }
    }

    private RuntimeException unreadable(RuntimeException e, long line) {
        StringBuilder messages = new StringBuilder();
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof UserException || cause instanceof Enough) {
                return (RuntimeException) cause;
            }
            if (cause instanceof CharacterCodingException) {
                return notInEncoding(line);
            }
            messages.append(cause.getMessage()).append(' ');
        }
        if (e instanceof UncheckedIOException) {
            return e;
        }
        String why = messages.indexOf("buffer") >= 0
                ? Words.say("formats.text.aCellIsLongerThan")
                : Words.say("formats.text.aQuoteThatOpensA");
        return new UserException(
                ErrorCode.FILE_NOT_READABLE,
                Text.of("formats.text.cannotBeReadAfterLine", "name", name, "line", line, "why", why));
    }

    private UserException notInEncoding(long line) {
        return new UserException(
                ErrorCode.FILE_NOT_TEXT,
                Text.of(
                        "formats.text.isNotWrittenInAfter",
                        "name",
                        name,
                        "charset",
                        format.charset().name(),
                        "line",
                        line));
    }

    /** Hands cells on as they are parsed, without making Strings. */
    private static final class Lines extends AbstractBaseCsvCallbackHandler<Boolean> {
        private final RowSource.CellHandler handler;
        private long line = 1;

        Lines(RowSource.CellHandler handler) {
            this.handler = handler;
        }

        @Override
        protected void handleBegin(long startingLineNumber) {
            line = startingLineNumber;
        }

        @Override
        protected void handleField(int fieldIdx, char[] buf, int offset, int length, boolean quoted) {
            handler.cell(buf, offset, length);
        }

        @Override
        protected Boolean buildRecord() {
            handler.endRow(line);
            return Boolean.TRUE;
        }
    }
}
