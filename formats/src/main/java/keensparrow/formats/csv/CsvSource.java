package keensparrow.formats.csv;

import de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.PushbackInputStream;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.RowSource;
import keensparrow.formats.detect.Delimiter;
import keensparrow.formats.detect.FileKind;

/**
 * A CSV file in UTF-8, with or without a mark at its start. The delimiter is found from the content; cells in quotes
 * may hold delimiters, doubled quotes and line ends. Rows of unequal length are handed on as they are.
 */
public final class CsvSource implements RowSource {
    private static final int LONGEST_CELL = 16 << 20;

    private final Path file;
    private final String name;
    private final char delimiter;

    private CsvSource(Path file, String name, char delimiter) {
        this.file = file;
        this.name = name;
        this.delimiter = delimiter;
    }

    /**
     * @param name what people call the file
     * @throws UserException FILE_EMPTY, FILE_NOT_TEXT
     * @throws IOException when the disk fails
     */
    public static CsvSource open(Path file, String name) throws IOException {
        byte[] head = FileKind.head(file);
        FileKind.requireText(head, name);
        return new CsvSource(file, name, Delimiter.find(new String(head, StandardCharsets.UTF_8)));
    }

    @Override
    public String name() {
        return name;
    }

    public char delimiter() {
        return delimiter;
    }

    @Override
    public void read(CellHandler handler) {
        Lines lines = new Lines(handler);
        CsvReader.CsvReaderBuilder builder = CsvReader.builder()
                .fieldSeparator(delimiter)
                .skipEmptyLines(false)
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE) // told in the report
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .allowExtraCharsAfterClosingQuote(true)
                .allowUnclosedQuote(false)
                .detectBomHeader(false)
                .maxBufferSize(LONGEST_CELL);
        try (InputStream bytes = Files.newInputStream(file);
                Reader characters = withoutMark(bytes);
                CsvReader<Boolean> reader = builder.build(lines, characters)) {
            for (Boolean row : reader) {
                assert row;
            }
        } catch (CsvParseException | UncheckedIOException e) {
            throw unreadable(e, lines.line);
        } catch (IOException e) {
            throw failure(e, lines.line);
        }
    }

    private static Reader withoutMark(InputStream bytes) throws IOException {
        PushbackInputStream in = new PushbackInputStream(bytes, 3);
        byte[] mark = in.readNBytes(3);
        boolean marked =
                mark.length == 3 && (mark[0] & 0xFF) == 0xEF && (mark[1] & 0xFF) == 0xBB && (mark[2] & 0xFF) == 0xBF;
        if (!marked) {
            in.unread(mark);
        }
        return new InputStreamReader(
                in,
                StandardCharsets.UTF_8
                        .newDecoder()
                        .onMalformedInput(CodingErrorAction.REPORT)
                        .onUnmappableCharacter(CodingErrorAction.REPORT));
    }

    private RuntimeException unreadable(RuntimeException e, long line) {
        StringBuilder messages = new StringBuilder();
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof UserException told) {
                return told;
            }
            if (cause instanceof CharacterCodingException) {
                return notUtf8(line);
            }
            messages.append(cause.getMessage()).append(' ');
        }
        String why = messages.indexOf("buffer") >= 0
                ? "a cell is longer than 16 MB. Probably a closing quote is missing"
                : "a quote that opens a cell is never closed";
        if (e instanceof UncheckedIOException) {
            return e;
        }
        return new UserException(
                ErrorCode.FILE_NOT_READABLE,
                "“" + name + "” cannot be read after line " + line + ": " + why
                        + ". Correct the quotes there and load the file again.");
    }

    private RuntimeException failure(IOException e, long line) {
        return e instanceof CharacterCodingException ? notUtf8(line) : new UncheckedIOException(e);
    }

    private UserException notUtf8(long line) {
        return new UserException(
                ErrorCode.FILE_NOT_TEXT,
                "“" + name + "” is not written in UTF-8: after line " + line
                        + " come bytes that no UTF-8 text has. Save it as CSV in UTF-8 and load it again.");
    }

    /** Hands cells on as they are parsed, without making Strings. */
    private static final class Lines extends AbstractBaseCsvCallbackHandler<Boolean> {
        private final CellHandler handler;
        private long line = 1;

        Lines(CellHandler handler) {
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
