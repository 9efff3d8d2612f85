package keensparrow.formats.detect;

import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.formats.archive.ArchiveLimits;

/** What kind of file some bytes are: told by the bytes, never by the name. */
public enum FileKind {
    DELIMITED(Words.say("formats.detect.delimitedText")),
    JSON(Words.say("formats.detect.json")),
    XLSX(Words.say("formats.detect.workbook")),
    XLS(Words.say("formats.detect.workbookOfTheOldKind")),
    ODS(Words.say("formats.detect.opendocumentWorkbook")),
    HTML(Words.say("formats.detect.webPage")),
    GZIP(Words.say("formats.detect.packedWithGzip")),
    ZIP(Words.say("formats.detect.packedWithZip"));

    private static final Pattern WEB_PAGE = Pattern.compile(
            "(?s)<(!doctype html|html|head|body|table|meta|style|div|tr|td|center|font|p|h\\d|script|title)\\b.*");
    private static final Pattern XML = Pattern.compile("(?s)<(!doctype\\b|[a-z][a-z0-9_.:-]*(\\s[^<]*)?>).*");
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
            throw new UserException(ErrorCode.FILE_EMPTY, Text.of("formats.detect.isEmpty0BytesCheck", "name", name));
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
        return isWebPage(head) ? HTML : isJson(head) ? JSON : DELIMITED;
    }

    private static FileKind ofZip(Path file, String name) throws IOException {
        try (ZipFile zip = new ZipFile(file.toFile())) {
            boolean workbook = zip.getEntry("[Content_Types].xml") != null;
            boolean openDocument = zip.getEntry("content.xml") != null && zip.getEntry("META-INF/manifest.xml") != null;
            if (zip.getEntry("word/document.xml") != null || zip.getEntry("ppt/presentation.xml") != null) {
                throw notText(name, Words.say("formats.detect.isADocumentOrSlides"));
            }
            requireOfSensibleSize(zip, Files.size(file), name, workbook || openDocument);
            if (workbook) {
                return XLSX;
            }
            if (openDocument) {
                requireSpreadsheet(zip, name);
                return ODS;
            }
            if (name.matches("(?i).*\\.(xlsx|xlsm|xltx|ods)")) {
                throw new UserException(
                        ErrorCode.FILE_NOT_READABLE, Text.of("formats.detect.isNamedLikeAWorkbook", "name", name));
            }
            return ZIP;
        } catch (ZipException | EOFException | IllegalArgumentException e) {
            throw new UserException(
                    ErrorCode.FILE_NOT_READABLE, Text.of("formats.detect.isAWorkbookOrAn", "name", name));
        }
    }

    /** By what the archive itself says, before anything is unpacked. */
    private static void requireOfSensibleSize(ZipFile zip, long packed, String name, boolean workbook) {
        long unpacked =
                zip.stream().mapToLong(entry -> Math.max(0, entry.getSize())).sum();
        if (unpacked > ArchiveLimits.most(packed)) {
            throw new UserException(
                    ErrorCode.FILE_NOT_READABLE,
                    Text.of(
                            "formats.detect.wouldUnpackToMbFar",
                            "name",
                            name,
                            "unpacked",
                            unpacked / 1_000_000,
                            "workbook",
                            workbook));
        }
    }

    private static void requireSpreadsheet(ZipFile zip, String name) throws IOException {
        ZipEntry type = zip.getEntry("mimetype");
        if (type != null) {
            try (InputStream in = zip.getInputStream(type)) {
                String mime = new String(in.readNBytes(200), StandardCharsets.ISO_8859_1);
                if (mime.contains("opendocument") && !mime.contains("spreadsheet")) {
                    throw notText(name, Words.say("formats.detect.isADocumentOrSlides2"));
                }
            }
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
            throw notText(name, Words.say("formats.detect.isPackedInAWay"));
        }
        if (starts(head, 'P', 'A', 'R', '1') || starts(head, 'S', 'Q', 'L', 'i', 't', 'e', ' ', 'f')) {
            throw notText(name, Words.say("formats.detect.isAFileOfA"));
        }
    }

    private static void requireText(byte[] head, String name) {
        String text = new String(head, 0, Math.min(head.length, 4000), StandardCharsets.ISO_8859_1);
        if (text.startsWith("%PDF")) {
            throw notText(name, Words.say("formats.detect.isAPdfLoadThe"));
        }
        if (text.startsWith("{\\rtf")) {
            throw notText(name, Words.say("formats.detect.isATextDocumentRtf"));
        }
        if (head.length > 2 && head[0] == 9 && head[2] == (head[1] == 8 ? 8 : 4) || starts(head, 9, 0, 4, 0)) {
            throw oldWorkbook(name);
        }
        requireNoMarkup(head, name);
        if (Encodings.isUtf16(head)) {
            return;
        }
        long line = 1;
        for (int i = 0; i < head.length; i++) {
            line += head[i] == '\n' ? 1 : 0;
            if (head[i] == 0) {
                throw notText(name, Words.say("formats.detect.isDamagedOrNoText", "i", i + 1, "line", line));
            }
        }
    }

    /** Workbooks of the programs before 1997. */
    public static UserException oldWorkbook(String name) {
        return new UserException(
                ErrorCode.FILE_NOT_READABLE, Text.of("formats.detect.isAWorkbookOf1995", "name", name));
    }

    /** The text behind declarations and comments of markup, in small letters; empty where it is none. */
    private static String markup(byte[] head) {
        String bare = Encodings.decoded(head)
                .strip()
                .replaceFirst("^\\ufeff", "")
                .replaceFirst("(?s)^(\\s*(<\\?.*?\\?>|<!--.*?-->))*\\s*", "")
                .toLowerCase(Locale.ROOT);
        return bare.startsWith("<") ? bare : "";
    }

    private static boolean isWebPage(byte[] head) {
        return WEB_PAGE.matcher(markup(head)).matches();
    }

    private static void requireNoMarkup(byte[] head, String name) {
        String bare = markup(head);
        if (bare.contains("urn:schemas-microsoft-com:office:spreadsheet") && !bare.startsWith("<html")) {
            throw notText(name, Words.say("formats.detect.isAWorkbookSavedAs"));
        }
        if (!WEB_PAGE.matcher(bare).matches() && XML.matcher(bare).matches()) {
            throw notText(name, Words.say("formats.detect.isXmlWhichIsNot"));
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
        return new UserException(ErrorCode.FILE_NOT_TEXT, Text.of("formats.detect.named", "name", name, "what", why));
    }
}
