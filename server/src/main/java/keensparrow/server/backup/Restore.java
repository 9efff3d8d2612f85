package keensparrow.server.backup;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import keensparrow.core.words.Words;
import keensparrow.server.http.Json;
import org.jspecify.annotations.Nullable;

/** Makes a data folder of a backup: in a folder that is empty or not there, whole or not at all. */
public final class Restore {
    private static final Pattern NAMES = Pattern.compile(
            "backup\\.json|records\\.mv\\.db|secret\\.key|files/[0-9a-f]{64}|warehouse/[A-Za-z0-9_.-]+");

    private final Path backup;
    private final Path folder;
    private final Set<String> seen = new HashSet<>();
    private BackupService.@Nullable About about;

    public Restore(Path backup, Path folder) {
        this.backup = backup;
        this.folder = folder.toAbsolutePath();
    }

    /** @return originals restored. @throws IOException saying what is wrong with the backup or the folder */
    public int run() throws IOException {
        requireEmpty();
        Path beside = folder.resolveSibling(folder.getFileName() + ".restoring");
        deleteTree(beside);
        Files.createDirectories(beside);
        if (Files.getFileStore(beside).supportsFileAttributeView("posix")) {
            Files.setPosixFilePermissions(beside, PosixFilePermissions.fromString("rwx------"));
        }
        try {
            unpack(beside);
            int originals = requireWhole();
            Files.deleteIfExists(beside.resolve(BackupService.ABOUT));
            Files.deleteIfExists(folder);
            Files.move(beside, folder);
            return originals;
        } finally {
            deleteTree(beside);
        }
    }

    private void requireEmpty() throws IOException {
        if (Files.exists(folder)) {
            try (Stream<Path> inside = Files.list(folder)) {
                if (inside.findAny().isPresent()) {
                    throw new IOException("The folder " + folder.getFileName()
                            + " is not empty. Restore into one that is empty or not there; nothing was changed");
                }
            }
        }
    }

    private void unpack(Path beside) throws IOException {
        try (ZipInputStream zip = new ZipInputStream(Files.newInputStream(backup))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                if (!NAMES.matcher(entry.getName()).matches()) {
                    throw notABackup(Words.say("server.backup.itHolds", "getName", entry.getName()));
                }
                Path to = beside.resolve(entry.getName());
                Files.createDirectories(to.getParent());
                String digest = copy(zip, to);
                if (entry.getName().startsWith("files/") && !entry.getName().endsWith(digest)) {
                    throw notABackup(Words.say("server.backup.theOriginalIsDamaged", "getName", entry.getName()));
                }
                seen.add(entry.getName());
                if (entry.getName().equals(BackupService.ABOUT)) {
                    about = Json.read(Files.readString(to), BackupService.About.class);
                }
            }
        } catch (ZipException | java.io.EOFException e) {
            throw notABackup(Words.say("server.backup.itIsDamagedOrCut"));
        }
    }

    private int requireWhole() throws IOException {
        BackupService.About known = about;
        long originals = seen.stream().filter(name -> name.startsWith("files/")).count();
        if (known == null
                || !seen.contains(BackupService.RECORDS)
                || !seen.contains(BackupService.KEY)
                || originals != known.files()) {
            throw notABackup(Words.say("server.backup.partsOfItAreMissing"));
        }
        if (known.format() > BackupService.FORMAT) {
            throw notABackup(Words.say("server.backup.itWasTakenByA"));
        }
        return known.files();
    }

    private static String copy(InputStream in, Path to) throws IOException {
        try (OutputStream out = Files.newOutputStream(to, StandardOpenOption.CREATE_NEW)) {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            byte[] buffer = new byte[1 << 16];
            for (int count = in.read(buffer); count >= 0; count = in.read(buffer)) {
                digest.update(buffer, 0, count);
                out.write(buffer, 0, count);
            }
            return HexFormat.of().formatHex(digest.digest());
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("SHA-256 is not available", e);
        }
    }

    private IOException notABackup(String why) {
        return new IOException(
                "The file " + backup.getFileName() + " is no whole backup: " + why + ". Nothing was restored");
    }

    private static void deleteTree(Path tree) throws IOException {
        if (!Files.exists(tree)) {
            return;
        }
        try (Stream<Path> all = Files.walk(tree)) {
            for (Path path : all.sorted(java.util.Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        }
    }
}
