package keensparrow.formats.snapshot;

import java.io.IOException;

/** A snapshot that is cut off, changed, or of another version: it can be made again from the original file. */
public final class DamagedSnapshotException extends IOException {
    private static final long serialVersionUID = 1L;

    DamagedSnapshotException(String message) {
        super(message);
    }
}
