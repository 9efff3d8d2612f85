package keensparrow.formats.detect;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;

/** Tells text from what is none by the first bytes of a file, never by its name. */
public final class FileKind {
    private static final int LOOKED_AT = 64 * 1024;

    private FileKind() {}

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
    public static void requireText(byte[] head, String name) {
        if (head.length == 0) {
            throw new UserException(
                    ErrorCode.FILE_EMPTY, "“" + name + "” is empty (0 bytes). Check that it is the right file.");
        }
        if (starts(head, 'P', 'K', 3, 4)) {
            throw notText(name, "is a workbook or an archive. Save its sheet as CSV and load that.");
        }
        if (starts(head, 0xD0, 0xCF, 0x11, 0xE0)) {
            throw notText(name, "is a workbook of an old kind. Save its sheet as CSV and load that.");
        }
        if (starts(head, 0x1F, 0x8B)) {
            throw notText(name, "is packed with gzip. Unpack it and load the file inside.");
        }
        if (starts(head, 0xFF, 0xFE) || starts(head, 0xFE, 0xFF)) {
            throw notText(name, "is written in UTF-16. Save it as CSV in UTF-8 and load that.");
        }
        for (int i = 0; i < head.length; i++) {
            if (head[i] == 0) {
                throw notText(name, "is not a text file: byte " + (i + 1) + " is zero. Load a CSV file in UTF-8.");
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
