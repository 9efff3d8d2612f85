package keensparrow.server.dataset;

import java.io.Closeable;
import java.io.IOException;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import keensparrow.core.sheet.ReadingChoices;
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
    private final Map<Key, Opened> kept = new LinkedHashMap<>(16, 0.75f, true);

    Documents(DataFolder folder) {
        this.folder = folder;
    }

    /** Choices make a difference to text alone: sheets of workbooks are what they are. */
    private record Key(String sha256, String name, ReadingChoices choices) {}

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

    /** @throws keensparrow.core.error.UserException as {@link Document#open} */
    Lease open(Dataset.FileRef file, ReadingChoices choices) {
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
            Opened opened = new Opened(Document.open(folder.file(file.sha256()), file.name(), choices));
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
