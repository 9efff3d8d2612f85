package keensparrow.formats.document;

import java.io.Closeable;
import java.io.EOFException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.ZipException;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.layout.FoundTable;
import keensparrow.core.layout.RawSheet;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.layout.TableFinder;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.formats.archive.Scratch;
import keensparrow.formats.archive.Unpacked;
import keensparrow.formats.detect.FileKind;
import keensparrow.formats.html.HtmlReader;
import keensparrow.formats.json.JsonReader;
import keensparrow.formats.ods.OdsReader;
import keensparrow.formats.sheet.SheetWriter;
import keensparrow.formats.text.TextFormat;
import keensparrow.formats.text.TextSheet;
import keensparrow.formats.xls.XlsReader;
import keensparrow.formats.xlsx.XlsxReader;
import org.jspecify.annotations.Nullable;

/** A file opened: its sheets, and the tables found in each. What it takes for temporary files goes when it is closed. */
public final class Document implements Closeable {
    private final Scratch scratch;
    private final String name;
    private final List<Part> parts = new ArrayList<>();
    private final List<String> notes = new ArrayList<>();
    private final List<Closeable> resources = new ArrayList<>();
    private FileKind kind = FileKind.DELIMITED;

    private Document(String name, Scratch scratch) {
        this.scratch = scratch;
        this.name = name;
    }

    /**
     * A sheet of a file, or of a file in an archive.
     *
     * @param file what people call the file
     * @param tables the likeliest first
     */
    public record Part(String file, RawSheet sheet, List<FoundTable> tables) {
        /** How delimited text is written; null for other kinds. */
        public @Nullable TextFormat text() {
            return sheet instanceof TextSheet text ? text.format() : null;
        }
    }

    /**
     * @param name what people call the file
     * @throws UserException FILE_EMPTY, FILE_NOT_TEXT, FILE_NOT_READABLE, FILE_NO_ROWS; each says what to do
     * @throws IOException when the disk fails
     */
    public static Document open(Path file, String name, ReadingChoices choices) throws IOException {
        return open(file, name, choices, Scratch.inTemp());
    }

    /** Likewise, with room of the caller's for what is unpacked and spooled. */
    public static Document open(Path file, String name, ReadingChoices choices, Scratch scratch) throws IOException {
        Document document = new Document(name, scratch);
        boolean whole = false;
        try {
            document.kind = FileKind.of(file, name);
            document.add(file, name, choices, 0);
            if (document.parts.isEmpty()) {
                throw new UserException(
                        ErrorCode.FILE_EMPTY,
                        Text.of(
                                "formats.document.isCheckThatItIs",
                                "name",
                                name,
                                "kind",
                                document.kind == FileKind.DELIMITED,
                                "kind2",
                                document.kind == FileKind.ZIP || document.kind == FileKind.GZIP));
            }
            whole = true;
            return document;
        } finally {
            if (!whole) {
                document.close();
            }
        }
    }

    private void add(Path file, String called, ReadingChoices choices, int depth) throws IOException {
        try {
            addByKind(file, called, choices, depth);
        } catch (ZipException | EOFException e) {
            throw new UserException( // what is packed ends too early, whoever unpacked it
                    ErrorCode.FILE_NOT_READABLE, Text.of("formats.document.isDamagedOrCutOff", "called", called));
        }
    }

    private void addByKind(Path file, String called, ReadingChoices choices, int depth) throws IOException {
        switch (FileKind.of(file, called)) {
            case DELIMITED -> addSheet(called, TextSheet.open(file, called, TextFormat.find(file, called, choices)));
            case JSON -> addSheets(called, JsonReader.read(file, called, scratch));
            case XLSX -> addSheets(called, XlsxReader.read(file, called, scratch));
            case ODS -> addSheets(called, OdsReader.read(file, called, scratch));
            case XLS -> addSheets(called, XlsReader.read(file, called, scratch));
            case HTML -> addSheets(called, HtmlReader.read(file, called, scratch));
            case GZIP -> {
                requireFlat(called, depth);
                Unpacked.Member member = Unpacked.gzip(file, called, scratch);
                resources.add(() -> Files.deleteIfExists(member.file()));
                add(member.file(), member.name(), choices, depth + 1);
            }
            case ZIP -> {
                requireFlat(called, depth);
                addMembers(Unpacked.zip(file, called, scratch), called, choices, depth + 1);
            }
        }
    }

    private static void requireFlat(String called, int depth) {
        if (depth > 1) {
            throw new UserException(
                    ErrorCode.FILE_NOT_READABLE, Text.of("formats.document.isPackedInWhatIs", "called", called));
        }
    }

    private void addMembers(List<Unpacked.Member> members, String called, ReadingChoices choices, int depth)
            throws IOException {
        members.forEach(member -> resources.add(() -> Files.deleteIfExists(member.file())));
        UserException last = null;
        for (Unpacked.Member member : members) {
            try {
                add(member.file(), member.name(), choices, depth);
            } catch (UserException e) {
                last = e;
                notes.add(Words.say("formats.document.in", "called", called, "e", e.text()));
            }
        }
        if (parts.isEmpty() && last != null) {
            throw last;
        }
    }

    private void addSheets(String called, List<SheetWriter> writers) throws IOException {
        for (SheetWriter writer : writers) {
            resources.add(writer::close);
        }
        for (SheetWriter writer : writers) {
            addSheet(called, writer.finish());
        }
    }

    private void addSheet(String called, RawSheet sheet) {
        if (!sheet.grid().head().isEmpty()) {
            parts.add(new Part(called, sheet, TableFinder.find(sheet)));
        }
    }

    public String name() {
        return name;
    }

    public FileKind kind() {
        return kind;
    }

    /** Sheets with cells, in the order of the file. */
    public List<Part> parts() {
        return List.copyOf(parts);
    }

    /** What could not be opened of an archive. */
    public List<String> notes() {
        return List.copyOf(notes);
    }

    @Override
    public void close() throws IOException {
        for (Closeable resource : resources) {
            resource.close();
        }
    }
}
