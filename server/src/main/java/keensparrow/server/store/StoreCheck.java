package keensparrow.server.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.HexFormat;
import java.util.List;
import java.util.stream.Stream;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Whether a data folder is whole, looked at before anything is opened or written. What is not is told with what was
 * found, what is at stake and which command helps; nothing is deleted, and nothing made anew in silence.
 */
final class StoreCheck {
    private static final int SMALLEST_RECORDS = 8192; // H2 writes two headers of 4 kB first
    private static final String HEADER = "H:2";
    private static final DateTimeFormatter STAMP =
            DateTimeFormatter.ofPattern("uuuuMMdd-HHmmss").withZone(ZoneOffset.UTC);

    private final Path root;
    private final Path records;
    private final Path key;
    private final Path closed;

    StoreCheck(Path root) {
        this.root = root;
        this.records = root.resolve("records.mv.db");
        this.key = root.resolve("secret.key");
        this.closed = root.resolve("records.closed");
    }

    /** Why a server must not start on this folder. */
    static final class Unsound extends IOException {
        private static final long serialVersionUID = 1L;

        Unsound(String found) {
            super(found + " Nothing was changed. Restore a backup with “./sparrow restore BACKUP --data FOLDER”, or"
                    + " begin anew with “serve --begin-anew”, which sets what is there aside and deletes nothing");
        }
    }

    /** @throws Unsound when records or key are missing, empty or damaged while other things are there */
    void requireSound() throws IOException {
        boolean used = holdsFiles("files") || holdsFiles("snapshots");
        if (!Files.exists(records)) {
            if (used || Files.exists(key)) {
                throw new Unsound(Words.say(
                        "server.store.theRecordsAreMissingBut",
                        "getFileName",
                        records.getFileName(),
                        "count",
                        count("files"),
                        "count2",
                        count("snapshots")));
            }
            return;
        }
        requireWholeRecords();
        requireKey();
    }

    private void requireWholeRecords() throws IOException {
        long size = Files.size(records);
        if (size < SMALLEST_RECORDS) {
            throw new Unsound(Words.say(
                    "server.store.theRecordsHoldBytesThey", "getFileName", records.getFileName(), "size", size));
        }
        try (var in = Files.newInputStream(records)) {
            if (!new String(in.readNBytes(HEADER.length()), java.nio.charset.StandardCharsets.ISO_8859_1)
                    .equals(HEADER)) {
                throw new Unsound(Words.say("server.store.theRecordsDoNotBegin", "getFileName", records.getFileName()));
            }
        }
        if (Files.exists(closed)) {
            long known = parse(Files.readString(closed).strip());
            if (size < known) {
                throw new Unsound(Words.say(
                        "server.store.theRecordsWereClosedWith",
                        "getFileName",
                        records.getFileName(),
                        "known",
                        known,
                        "size",
                        size));
            }
        }
    }

    private static long parse(String text) {
        return text.matches("\\d{1,18}") ? Long.parseLong(text) : 0;
    }

    private void requireKey() throws IOException {
        String why = Files.exists(key)
                ? isKey(Files.readString(key)) ? null : Words.say("server.store.isDamaged")
                : Words.say("server.store.isMissing");
        if (why != null) {
            throw new IOException("The key (" + key.getFileName() + ") " + why
                    + ": the passwords of database connections cannot be read without it. Nothing was changed. Put it"
                    + " back from a backup, or give the passwords up with “serve --new-key”, which sets the old key"
                    + " aside and keeps everything else");
        }
    }

    private static boolean isKey(String text) {
        try {
            return HexFormat.of().parseHex(text.strip()).length == 32;
        } catch (IllegalArgumentException e) {
            return false;
        }
    }

    /** Sets aside all that is there, so that a server can begin anew. */
    void setAside() throws IOException {
        Path aside = root.resolve("set-aside-" + STAMP.format(Instant.now()));
        if (!Files.isDirectory(root)) {
            return;
        }
        List<Path> all;
        try (Stream<Path> files = Files.list(root)) {
            all = files.filter(file -> !file.getFileName().toString().startsWith("set-aside-"))
                    .toList();
        }
        if (!all.isEmpty()) {
            Files.createDirectories(aside);
            for (Path file : all) {
                Files.move(file, aside.resolve(file.getFileName()));
            }
        }
    }

    /** Sets the old key aside, if there is one. */
    void setKeyAside() throws IOException {
        if (Files.exists(key)) {
            Files.move(key, root.resolve("secret.key.set-aside-" + STAMP.format(Instant.now())));
        }
    }

    /** Notes how large the records are when they are closed in order; null removes the note while they are open. */
    void noteClosed(@Nullable Long bytes) throws IOException {
        if (bytes == null) {
            Files.deleteIfExists(closed);
        } else {
            Files.writeString(
                    closed,
                    bytes.toString(),
                    StandardOpenOption.CREATE,
                    StandardOpenOption.TRUNCATE_EXISTING,
                    StandardOpenOption.WRITE);
        }
    }

    private boolean holdsFiles(String folder) throws IOException {
        return count(folder) > 0;
    }

    private long count(String folder) throws IOException {
        Path path = root.resolve(folder);
        if (!Files.isDirectory(path)) {
            return 0;
        }
        try (Stream<Path> files = Files.list(path)) {
            return files.count();
        }
    }
}
