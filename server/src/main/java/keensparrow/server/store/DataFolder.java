package keensparrow.server.store;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.locks.ReentrantReadWriteLock;
import java.util.function.BooleanSupplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.formats.archive.Scratch;
import org.jspecify.annotations.Nullable;

/** The one folder to back up: original files by content, column snapshots, the records, the key. */
public final class DataFolder {
    private static final int BUFFER = 1 << 16;
    private static final String RAW = "-raw-";
    private static final String PART = ".part"; // of a file that is being written
    private static final Duration YOUNG = Duration.ofMinutes(10);
    private static final long MAX_DRAINED = 64L << 20;

    private final Path root;
    private final long maxBytes;
    private final long reserveBytes;
    private final StoreCheck check;
    private final ReentrantReadWriteLock copying = new ReentrantReadWriteLock();

    /**
     * @param maxBytes an upload may have
     * @param reserveBytes of the disk that uploads leave free
     */
    public DataFolder(Path root, long maxBytes, long reserveBytes) throws IOException {
        this.root = root.toAbsolutePath();
        this.maxBytes = maxBytes;
        this.reserveBytes = reserveBytes;
        this.check = new StoreCheck(this.root);
        Files.createDirectories(this.root);
        makePrivate(this.root); // nobody else gets at what is inside, whatever its own rights
        for (String folder : new String[] {"files", "uploads", "snapshots", "warehouse"}) {
            Files.createDirectories(this.root.resolve(folder));
        }
    }

    /**
     * Looks whether the folder is whole, before anything in it is opened.
     *
     * @param beginAnew sets all that is there aside first, @param newKey sets the key aside
     * @throws IOException saying what was found and what to do
     */
    public static void requireSound(Path root, boolean beginAnew, boolean newKey) throws IOException {
        StoreCheck check = new StoreCheck(root.toAbsolutePath());
        if (beginAnew) {
            check.setAside();
        }
        if (newKey) {
            check.setKeyAside();
        } else {
            check.requireSound();
        }
    }

    /** To be called once the records are open, and once they are closed. @param bytes that they have; null while open */
    public void noteClosed(@Nullable Long bytes) throws IOException {
        check.noteClosed(bytes);
    }

    private static void makePrivate(Path folder) throws IOException {
        if (Files.getFileStore(folder).supportsFileAttributeView("posix")) {
            Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwx------"));
        }
    }

    public Path records() {
        return root.resolve("records");
    }

    public Path keyFile() {
        return root.resolve("secret.key");
    }

    public Path setupFile() {
        return root.resolve("setup-address.txt");
    }

    /** Where the running server tells programs of its machine its address and a token. */
    public Path runningFile() {
        return root.resolve("running.txt");
    }

    /** The folder of embedded databases that a connection may name. */
    public Path warehouse() {
        return root.resolve("warehouse");
    }

    /** Where files stand that are not kept. */
    public Path passing() {
        return root.resolve("uploads");
    }

    /** Room for reading one file. @param stopped whether nobody waits for it any more */
    public Scratch scratch(BooleanSupplier stopped) {
        return new Scratch(passing(), bytes -> {
            if (stopped.getAsBoolean()) {
                throw new UserException(ErrorCode.CANCELLED, Text.of("server.store.thisWasCancelledOrTook"));
            }
            requireRoom(bytes);
        });
    }

    /** Where a made-up table stands for the time in which it is read. */
    public Path rehearsal() {
        return root.resolve("rehearsal");
    }

    public Path file(String sha256) {
        return root.resolve("files").resolve(sha256);
    }

    public Path snapshot(String datasetId, int version) {
        return root.resolve("snapshots").resolve(datasetId + "-" + version + ".snapshot");
    }

    /** Where the table stands as it was read, before any step. @param key of all that its reading depends on */
    public Path rawSnapshot(String datasetId, UUID key) {
        return root.resolve("snapshots").resolve(datasetId + RAW + key + ".snapshot");
    }

    /** Removes what is kept of a dataset as it was read. @param but the file that stays; null for none */
    public void removeRawSnapshots(String datasetId, @Nullable Path but) {
        try (Stream<Path> files = Files.list(root.resolve("snapshots"))) {
            files.filter(file -> name(file).startsWith(datasetId + RAW))
                    .filter(file -> but == null || !name(file).startsWith(name(but)))
                    .forEach(DataFolder::deleteQuietly);
        } catch (IOException e) {
            throw diskFailure(e);
        }
    }

    private static String name(Path file) {
        return String.valueOf(file.getFileName());
    }

    /** Size of a snapshot, which is about that of the table in memory; 0 when it is not there. */
    public long snapshotBytes(String datasetId, int version) {
        try {
            return Files.size(snapshot(datasetId, version));
        } catch (IOException e) {
            return 0; // it will be made again from the original file
        }
    }

    /** A stored file: where it lies is its content. */
    public record Stored(String sha256, long sizeBytes) {}

    /** Writes to the file being stored. */
    public interface Filling {
        void fill(OutputStream out) throws IOException;
    }

    /**
     * Stores a stream under its content, in a file that is whole or not there.
     *
     * @param expectedBytes as announced, −1 if not
     * @throws UserException FILE_TOO_LARGE, UPLOAD_INCOMPLETE, DISK_FULL; nothing is left behind
     */
    public Stored store(InputStream in, long expectedBytes) {
        if (expectedBytes > maxBytes) {
            drain(in);
            throw tooLarge();
        }
        return store(expectedBytes, out -> {
            byte[] buffer = new byte[BUFFER];
            long size = 0;
            while (true) {
                int count = receive(in, buffer);
                if (count < 0) {
                    break;
                }
                size += count;
                if (size > maxBytes) {
                    throw tooLarge();
                }
                out.write(buffer, 0, count);
            }
            if (expectedBytes >= 0 && size != expectedBytes) {
                throw cutOff();
            }
        });
    }

    /** Lets a sender finish, within bounds: one that is cut off while it sends never sees the answer. */
    private static void drain(InputStream in) {
        byte[] buffer = new byte[BUFFER];
        long left = MAX_DRAINED;
        for (int count = 0; count >= 0 && left > 0; left -= count) {
            count = receive(in, buffer);
        }
    }

    private static int receive(InputStream in, byte[] buffer) {
        try {
            return in.read(buffer);
        } catch (IOException sender) {
            throw cutOff();
        }
    }

    /** Stores what {@code filling} writes. */
    public Stored store(long expectedBytes, Filling filling) {
        Path beside = root.resolve("uploads").resolve(Secrets.id());
        try {
            requireRoom(Math.max(0, expectedBytes));
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            long[] size = {0};
            try (OutputStream file =
                    Files.newOutputStream(beside, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
                filling.fill(new Counted(file, digest, size));
            }
            try (var channel = java.nio.channels.FileChannel.open(beside, StandardOpenOption.WRITE)) {
                channel.force(true);
            }
            String sha256 = HexFormat.of().formatHex(digest.digest());
            moveInto(beside, file(sha256));
            return new Stored(sha256, size[0]);
        } catch (IOException e) {
            throw diskFailure(e);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("SHA-256 is not available", e);
        } finally {
            deleteQuietly(beside);
        }
    }

    /** Whether a stored file still has the content that it is named by. */
    public boolean isWhole(String sha256) throws IOException {
        try (InputStream in = Files.newInputStream(file(sha256))) {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            byte[] buffer = new byte[BUFFER];
            for (int count = in.read(buffer); count >= 0; count = in.read(buffer)) {
                digest.update(buffer, 0, count);
            }
            return HexFormat.of().formatHex(digest.digest()).equals(sha256);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("SHA-256 is not available", e);
        }
    }

    private static void moveInto(Path from, Path to) throws IOException {
        try {
            Files.move(from, to, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } catch (AtomicMoveNotSupportedException e) {
            throw new IOException("the data folder must lie on one file system", e);
        }
    }

    /** @throws UserException DISK_FULL when so many bytes and the reserve do not fit */
    public void requireRoom(long bytes) throws IOException {
        if (Files.getFileStore(root).getUsableSpace() < bytes + reserveBytes) {
            throw new UserException(ErrorCode.DISK_FULL, Text.of("server.store.theDiskOfTheServer"));
        }
    }

    /** Whether the disk has more room than is to stay free. */
    public boolean hasRoom() throws IOException {
        return freeBytes() >= reserveBytes;
    }

    /** Bytes of the disk that nobody uses. */
    public long freeBytes() throws IOException {
        return Files.getFileStore(root).getUsableSpace();
    }

    /** A failing disk as what it is: full, or broken. */
    public static RuntimeException diskFailure(IOException e) {
        String message = String.valueOf(e.getMessage());
        return message.contains("No space left") || message.contains("quota")
                ? new UserException(ErrorCode.DISK_FULL, Text.of("server.store.theDiskOfTheServer2"))
                : new StoreException("the data folder failed", e);
    }

    private UserException tooLarge() {
        return new UserException(
                ErrorCode.FILE_TOO_LARGE, Text.of("server.store.theFileIsLargerThan", "maxBytes", maxBytes >> 20));
    }

    private static UserException cutOff() {
        return new UserException(ErrorCode.UPLOAD_INCOMPLETE, Text.of("server.store.theUploadWasCutOff"));
    }

    /**
     * Removes what a crash left behind: unfinished uploads, and snapshots that no version names. What is kept of a dataset
     * as it was read stays as long as one of its versions does.
     */
    public void sweep(Set<Path> snapshotsInUse) throws IOException {
        Set<String> raw = snapshotsInUse.stream()
                .map(file -> name(file).substring(0, name(file).lastIndexOf('-')) + RAW)
                .collect(Collectors.toSet());
        for (String folder : new String[] {"uploads", "snapshots"}) {
            try (Stream<Path> files = Files.list(root.resolve(folder))) {
                files.filter(file -> !snapshotsInUse.contains(file))
                        .filter(file ->
                                name(file).endsWith(PART) || raw.stream().noneMatch(name(file)::startsWith))
                        .forEach(DataFolder::deleteQuietly);
            }
        }
    }

    /** Removes stored files but those with these contents; younger ones stay: their record may just be on its way. */
    public void removeFilesBut(Set<String> contents) throws IOException {
        FileTime young = FileTime.from(Instant.now().minus(YOUNG));
        try (Stream<Path> files = Files.list(root.resolve("files"))) {
            for (Path file : files.toList()) {
                boolean unused = !contents.contains(String.valueOf(file.getFileName()));
                if (unused && Files.getLastModifiedTime(file).compareTo(young) < 0) {
                    deleteQuietly(file);
                }
            }
        }
    }

    /** Deletes while no backup copies files: what its records name must still be there when it gets to it. */
    public void whileNobodyCopies(Runnable deleting) {
        copying.writeLock().lock();
        try {
            deleting.run();
        } finally {
            copying.writeLock().unlock();
        }
    }

    /** Deletes at once, unless a backup copies files: then what is left is for the next start. */
    public void deleteUnlessCopied(Path file) {
        if (copying.writeLock().tryLock()) {
            try {
                deleteQuietly(file);
            } finally {
                copying.writeLock().unlock();
            }
        }
    }

    /** Copies while nothing is deleted. */
    public void whileNothingIsDeleted(Copying work) throws IOException {
        copying.readLock().lock();
        try {
            work.run();
        } finally {
            copying.readLock().unlock();
        }
    }

    /** Work on the files of the folder. */
    public interface Copying {
        void run() throws IOException;
    }

    public Path root() {
        return root;
    }

    public static void deleteQuietly(Path file) {
        try {
            Files.deleteIfExists(file);
        } catch (IOException e) {
            // a leftover is swept at the next start
        }
    }

    /** Counts and digests on the way to the file. */
    private static final class Counted extends OutputStream {
        private final OutputStream to;
        private final MessageDigest digest;
        private final long[] size;

        Counted(OutputStream to, MessageDigest digest, long[] size) {
            this.to = to;
            this.digest = digest;
            this.size = size;
        }

        @Override
        public void write(int value) throws IOException {
            write(new byte[] {(byte) value}, 0, 1);
        }

        @Override
        public void write(byte[] bytes, int offset, int length) throws IOException {
            to.write(bytes, offset, length);
            digest.update(bytes, offset, length);
            size[0] += length;
        }
    }
}
