package keensparrow.formats.archive;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicLong;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import org.jspecify.annotations.Nullable;

/**
 * Room on the disk for what is unpacked or spooled while one file is read. All of it together has a limit, not each part;
 * before more is written the owner of the room is asked.
 */
public final class Scratch {
    private static final long ASKED_EVERY = 8L << 20;
    private static final long MAX_BYTES = 64L << 30;

    private final @Nullable Path folder;
    private final Room room;
    private final AtomicLong written = new AtomicLong();
    private final AtomicLong asked = new AtomicLong();

    /** Whoever owns the room. */
    public interface Room {
        /** @throws UserException DISK_FULL when so many bytes more do not fit; CANCELLED when nobody waits any more */
        void require(long bytes) throws IOException;
    }

    /** @param folder for the files, which are swept by its owner after a crash; null for the machine's */
    public Scratch(@Nullable Path folder, Room room) {
        this.folder = folder;
        this.room = room;
    }

    /** In the machine's folder of temporary files, with no other bound. */
    public static Scratch inTemp() {
        return new Scratch(null, bytes -> {});
    }

    /** A new empty file, to be deleted by whoever asked. */
    public Path newFile(String suffix) throws IOException {
        room.require(ASKED_EVERY);
        return folder == null
                ? Files.createTempFile("keensparrow-", suffix)
                : Files.createTempFile(folder, "keensparrow-", suffix);
    }

    /** Counts bytes about to be written. */
    public void count(long bytes) throws IOException {
        long now = written.addAndGet(bytes);
        if (now > MAX_BYTES) {
            throw new UserException(
                    ErrorCode.FILE_NOT_READABLE,
                    Text.of("formats.archive.theFileUnpacksToMore", "maxBytes", MAX_BYTES >> 30));
        }
        long before = asked.get();
        if (now - before >= ASKED_EVERY && asked.compareAndSet(before, now)) {
            room.require(ASKED_EVERY);
        }
    }
}
