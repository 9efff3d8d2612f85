package keensparrow.formats.detect;

import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;

/** What kind of file some bytes are: told by the bytes, never by the name. */
public enum FileKind {
    DELIMITED("delimited text"),
    JSON("JSON"),
    XLSX("workbook"),
    XLS("workbook of the old kind"),
    ODS("OpenDocument workbook"),
    GZIP("packed with gzip"),
    ZIP("packed with zip");

    private static final int LOOKED_AT = 64 * 1024;

    private final String label;

    FileKind(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }

    /** The first 64 KiB, or fewer. */
    public static byte[] head(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return in.readNBytes(LOOKED_AT);
        }
    }

    /**
     * @param name what people call the file
     * @throws UserException FILE_EMPTY or FILE_NOT_TEXT, saying what to do
     */
    public static FileKind of(Path file, String name) throws IOException {
        byte[] head = head(file);
        if (head.length == 0) {
            throw new UserException(
                    ErrorCode.FILE_EMPTY, "“" + name + "” is empty (0 bytes). Check that it is the right file.");
        }
        if (starts(head, 'P', 'K', 3, 4) || starts(head, 'P', 'K', 5, 6)) {
            return ofZip(file, name);
        }
        if (starts(head, 0xD0, 0xCF, 0x11, 0xE0)) {
            return XLS;
        }
        if (starts(head, 0x1F, 0x8B)) {
            return GZIP;
        }
        refuseOtherKinds(head, name);
        requireText(head, name);
        return isJson(head) ? JSON : DELIMITED;
    }

    private static FileKind ofZip(Path file, String name) throws IOException {
        try (ZipFile zip = new ZipFile(file.toFile())) {
            if (zip.getEntry("[Content_Types].xml") != null) {
                return XLSX;
            }
            if (zip.getEntry("content.xml") != null && zip.getEntry("META-INF/manifest.xml") != null) {
                return ODS;
            }
            return ZIP;
        } catch (ZipException | EOFException | IllegalArgumentException e) {
            throw new UserException(
                    ErrorCode.FILE_NOT_READABLE,
                    "“" + name
                            + "” is a workbook or an archive that is damaged or cut off. Save or pack it again and load that.");
        }
    }

    private static boolean isJson(byte[] head) {
        String text = Encodings.decoded(head).stripLeading();
        if (text.startsWith("{")) {
            return text.matches("(?s)\\{\\s*(\"[^\"]*\"\\s*:.*|\\})?.*") && text.matches("(?s)\\{\\s*[\"}].*");
        }
        return text.matches("(?s)\\[\\s*[\\[{\"\\]\\-0-9tfn].*") && !text.matches("(?s)\\[[^\\n,\"\\]{]*\\].*");
    }

    /** Kinds that people have and that are not read, told by name. */
    private static void refuseOtherKinds(byte[] head, String name) {
        boolean packed = starts(head, 'B', 'Z', 'h')
                || starts(head, '7', 'z', 0xBC, 0xAF)
                || starts(head, 'R', 'a', 'r', '!')
                || starts(head, 0xFD, '7', 'z', 'X', 'Z')
                || starts(head, 0x28, 0xB5, 0x2F, 0xFD);
        if (packed) {
            throw notText(name, "is packed in a way that is not read. Unpack it, or pack it with zip or gzip.");
        }
        if (starts(head, 'P', 'A', 'R', '1') || starts(head, 'S', 'Q', 'L', 'i', 't', 'e', ' ', 'f')) {
            throw notText(name, "is a file of a database. Save its table as CSV and load that.");
        }
    }

    private static void requireText(byte[] head, String name) {
        String text = new String(head, 0, Math.min(head.length, 1000), StandardCharsets.ISO_8859_1);
        if (text.startsWith("%PDF")) {
            throw notText(name, "is a PDF. Load the spreadsheet or the text file that it was made from.");
        }
        if (text.stripLeading().regionMatches(true, 0, "<!doctype html", 0, 14)
                || text.stripLeading().regionMatches(true, 0, "<html", 0, 5)) {
            throw notText(name, "is a web page. Save its table as CSV or as a workbook and load that.");
        }
        if (Encodings.isUtf16(head)) {
            return;
        }
        for (int i = 0; i < head.length; i++) {
            if (head[i] == 0) {
                throw notText(
                        name,
                        "is not a text file: byte " + (i + 1) + " is zero. Load delimited text, JSON or a workbook.");
            }
        }
    }

    private static boolean starts(byte[] head, int... bytes) {
        for (int i = 0; i < bytes.length; i++) {
            if (i >= head.length || (head[i] & 0xFF) != bytes[i]) {
                return false;
            }
        }
        return true;
    }

    private static UserException notText(String name, String why) {
        return new UserException(ErrorCode.FILE_NOT_TEXT, "“" + name + "” " + why);
    }
}
