package keensparrow.server.dataset;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.BooleanSupplier;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.words.Text;
import keensparrow.formats.detect.FileKind;
import keensparrow.formats.document.Document;
import keensparrow.server.store.DataFolder;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Files opened for a look or a load. The last few stay open: between a look and the load nothing is read again. */
final class Documents {
    private static final Logger LOG = LoggerFactory.getLogger(Documents.class);
    private static final int KEPT = 4;

    private final DataFolder folder;
    private final Set<Whole> whole = ConcurrentHashMap.newKeySet(); // checked since the start and not touched since
    private final Map<Key, Opened> kept = new LinkedHashMap<>(16, 0.75f, true);

    Documents(DataFolder folder) {
        this.folder = folder;
    }

    /** Choices make a difference to text alone: sheets of workbooks are what they are. */
    private record Key(String sha256, String name, ReadingChoices choices) {}

    private record Whole(String sha256, long sizeBytes, FileTime modified) {}

    private static final class Opened {
        final Document document;
        int users;
        boolean dropped;

        Opened(Document document) {
            this.document = document;
        }
    }

    /** A document in use; it is whole until this is closed. */
    final class Lease implements Closeable {
        private final Opened opened;

        private Lease(Opened opened) {
            this.opened = opened;
        }

        Document document() {
            return opened.document;
        }

        @Override
        public void close() {
            synchronized (kept) {
                opened.users--;
                closeIfUnused(opened);
            }
        }
    }

    /**
     * Files are named by their content: one that has changed since is not read, whatever it says now.
     *
     * @throws UserException FILE_NOT_READABLE
     */
    private void requireWhole(Dataset.FileRef file) {
        Path path = folder.file(file.sha256());
        try {
            Whole state = new Whole(file.sha256(), Files.size(path), Files.getLastModifiedTime(path));
            if (whole.contains(state)) {
                return;
            }
            if (!folder.isWhole(file.sha256())) {
                throw damaged(file);
            }
            whole.add(state);
        } catch (NoSuchFileException e) {
            throw damaged(file);
        } catch (IOException e) {
            throw DataFolder.diskFailure(e);
        }
    }

    private static UserException damaged(Dataset.FileRef file) {
        LOG.error("the stored original {} ({}) is damaged or missing", file.sha256(), file.name());
        return new UserException(
                ErrorCode.FILE_NOT_READABLE, Text.of("server.dataset.theServersCopyOfIs", "file", file.name()));
    }

    /** @param stopped whether nobody waits for it any more. @throws keensparrow.core.error.UserException as {@link Document#open} */
    Lease open(Dataset.FileRef file, ReadingChoices choices, BooleanSupplier stopped) {
        requireWhole(file);
        try {
            FileKind kind = FileKind.of(folder.file(file.sha256()), file.name());
            boolean text = kind == FileKind.DELIMITED || kind == FileKind.GZIP || kind == FileKind.ZIP;
            ReadingChoices ofText = new ReadingChoices(
                    choices.encoding(),
                    choices.delimiter(),
                    choices.quote(),
                    choices.escape(),
                    choices.comment(),
                    null,
                    null,
                    null);
            Key key = new Key(file.sha256(), file.name(), text ? ofText : ReadingChoices.AS_FOUND);
            synchronized (kept) {
                Opened known = kept.get(key);
                if (known != null) {
                    return lease(known);
                }
            }
            Opened opened = new Opened(
                    Document.open(folder.file(file.sha256()), file.name(), choices, folder.scratch(stopped)));
            synchronized (kept) {
                Opened before = kept.put(key, opened);
                if (before != null) {
                    drop(before);
                }
                Lease lease = lease(opened);
                for (Iterator<Opened> oldest = kept.values().iterator(); kept.size() > KEPT; ) {
                    drop(oldest.next());
                    oldest.remove();
                }
                return lease;
            }
        } catch (IOException e) {
            throw DataFolder.diskFailure(e);
        }
    }

    private Lease lease(Opened opened) {
        opened.users++;
        return new Lease(opened);
    }

    private void drop(Opened opened) {
        opened.dropped = true;
        closeIfUnused(opened);
    }

    private static void closeIfUnused(Opened opened) {
        if (opened.dropped && opened.users == 0) {
            try {
                opened.document.close();
            } catch (IOException e) {
                LOG.warn("a temporary file stays behind: {}", e.getMessage());
            }
        }
    }

    /** Closes all that is not in use. */
    void close() {
        synchronized (kept) {
            kept.values().forEach(this::drop);
            kept.clear();
        }
    }
}
