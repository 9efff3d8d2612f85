package keensparrow.formats.archive;

import java.io.BufferedInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Enumeration;
import java.util.List;
import java.util.zip.GZIPInputStream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;

/** Takes files out of gzip and zip, each into a file of its own. */
public final class Unpacked {
    private static final int MAX_FILES = 200;

    private Unpacked() {}

    /** A file taken out, to be deleted by whoever asked. */
    public record Member(String name, Path file) {}

    /** @param name what people call the packed file. @throws UserException FILE_NOT_READABLE */
    public static Member gzip(Path packed, String name, Scratch scratch) throws IOException {
        String inner = name.replaceAll("(?i)\\.(gz|gzip)$", "").replaceAll("(?i)\\.tgz$", ".tar");
        Path file = scratch.newFile(".unpacked");
        boolean whole = false;
        try (InputStream in = new ArchiveLimits(
                new GZIPInputStream(new BufferedInputStream(Files.newInputStream(packed)), 1 << 16),
                new ArchiveLimits.Budget(Files.size(packed), name))) {
            copy(in, file, scratch);
            whole = true;
            return new Member(inner, file);
        } catch (ZipException | EOFException e) {
            throw damaged(name);
        } finally {
            if (!whole) {
                Files.deleteIfExists(file);
            }
        }
    }

    /** The files of an archive; those that operating systems hide in it are left out. */
    public static List<Member> zip(Path packed, String name, Scratch scratch) throws IOException {
        List<Member> members = new ArrayList<>();
        boolean whole = false;
        try (ZipFile zip = new ZipFile(packed.toFile())) {
            ArchiveLimits.Budget budget = new ArchiveLimits.Budget(Files.size(packed), name);
            for (Enumeration<? extends ZipEntry> entries = zip.entries(); entries.hasMoreElements(); ) {
                ZipEntry entry = entries.nextElement();
                if (entry.isDirectory() || isFurniture(entry.getName())) {
                    continue;
                }
                if (members.size() == MAX_FILES) {
                    throw new UserException(
                            ErrorCode.FILE_NOT_READABLE,
                            Text.of("formats.archive.holdsMoreThanFilesPack", "name", name, "maxFiles", MAX_FILES));
                }
                Path file = scratch.newFile(".unpacked");
                members.add(new Member(entry.getName().substring(entry.getName().lastIndexOf('/') + 1), file));
                try (InputStream in = new ArchiveLimits(zip.getInputStream(entry), budget)) {
                    copy(in, file, scratch);
                }
            }
            whole = true;
            return members;
        } catch (ZipException e) {
            boolean locked = String.valueOf(e.getMessage()).contains("encrypted");
            throw locked
                    ? new UserException(
                            ErrorCode.FILE_NOT_READABLE, Text.of("formats.archive.isLockedWithAPassword", "name", name))
                    : damaged(name);
        } catch (IllegalArgumentException e) {
            throw damaged(name); // names in no known encoding
        } finally {
            if (!whole) {
                for (Member member : members) {
                    Files.deleteIfExists(member.file);
                }
            }
        }
    }

    private static void copy(InputStream in, Path file, Scratch scratch) throws IOException {
        byte[] buffer = new byte[1 << 16];
        try (OutputStream out = Files.newOutputStream(file)) {
            for (int count = in.read(buffer); count >= 0; count = in.read(buffer)) {
                scratch.count(count);
                out.write(buffer, 0, count);
            }
        }
    }

    private static boolean isFurniture(String path) {
        return path.startsWith("__MACOSX/") || path.matches("(.*/)?(\\.[^/]*|Thumbs\\.db|desktop\\.ini)");
    }

    private static UserException damaged(String name) {
        return new UserException(
                ErrorCode.FILE_NOT_READABLE, Text.of("formats.archive.isPackedAndDamagedOr", "name", name));
    }
}
