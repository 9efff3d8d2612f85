package keensparrow.server.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files come whole or not at all, under the name of what is in them. */
class DataFolderTest {
    private static final long MAX = 1 << 20;

    @TempDir
    Path root;

    private DataFolder folder() throws IOException {
        return new DataFolder(root, MAX, 0);
    }

    private static InputStream bytes(String text) {
        return new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8));
    }

    private List<Path> left(String in) throws IOException {
        try (Stream<Path> files = Files.list(root.resolve(in))) {
            return files.toList();
        }
    }

    private static void refused(ErrorCode code, org.assertj.core.api.ThrowableAssert.ThrowingCallable store) {
        assertThatThrownBy(store)
                .isInstanceOfSatisfying(
                        UserException.class, e -> assertThat(e.code()).isEqualTo(code));
    }

    @Test
    void aFileLiesUnderTheDigestOfItsContent() throws IOException {
        DataFolder folder = folder();
        DataFolder.Stored stored = folder.store(bytes("abc"), 3);
        assertThat(stored.sha256()).isEqualTo("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
        assertThat(stored.sizeBytes()).isEqualTo(3);
        assertThat(folder.file(stored.sha256())).hasContent("abc");
        assertThat(left("uploads")).isEmpty();
    }

    @Test
    void theSameContentIsStoredOnce() throws IOException {
        DataFolder folder = folder();
        DataFolder.Stored first = folder.store(bytes("again"), -1);
        DataFolder.Stored second = folder.store(bytes("again"), 5);
        assertThat(second).isEqualTo(first);
        assertThat(left("files")).hasSize(1);
    }

    @Test
    void anEmptyFileIsAFile() throws IOException {
        DataFolder folder = folder();
        assertThat(folder.file(folder.store(bytes(""), 0).sha256())).isEmptyFile();
    }

    @Test
    void whatIsTooLargeIsRefusedBeforeAndWhileItComes() throws IOException {
        DataFolder folder = folder();
        String large = "x".repeat((int) MAX + 1);
        refused(ErrorCode.FILE_TOO_LARGE, () -> folder.store(bytes(large), large.length()));
        refused(ErrorCode.FILE_TOO_LARGE, () -> folder.store(bytes(large), -1));
        assertThat(left("uploads")).isEmpty();
        assertThat(left("files")).isEmpty();
        assertThat(folder.store(bytes(large.substring(1)), -1).sizeBytes()).isEqualTo(MAX);
    }

    @Test
    void anUploadThatIsCutOffLeavesNothing() throws IOException {
        DataFolder folder = folder();
        refused(ErrorCode.UPLOAD_INCOMPLETE, () -> folder.store(bytes("half"), 8));
        refused(ErrorCode.UPLOAD_INCOMPLETE, () -> folder.store(bytes("more than announced"), 4));
        InputStream torn = new FilterInputStream(bytes("some")) {
            @Override
            public int read(byte[] buffer) throws IOException {
                int count = super.read(buffer);
                if (count < 0) {
                    throw new IOException("connection reset");
                }
                return count;
            }
        };
        refused(ErrorCode.UPLOAD_INCOMPLETE, () -> folder.store(torn, -1));
        assertThat(left("uploads")).isEmpty();
        assertThat(left("files")).isEmpty();
    }

    @Test
    void aDiskWithoutRoomIsToldBeforeAnythingIsWritten() throws IOException {
        DataFolder full = new DataFolder(root, MAX, Long.MAX_VALUE / 2);
        refused(ErrorCode.DISK_FULL, () -> full.store(bytes("abc"), 3));
        assertThat(left("uploads")).isEmpty();
        assertThat(DataFolder.diskFailure(new IOException("No space left on device")))
                .isInstanceOf(UserException.class);
        assertThat(DataFolder.diskFailure(new IOException("bad sector"))).isInstanceOf(StoreException.class);
    }

    @Test
    void aSweepRemovesWhatACrashLeftAndNothingElse() throws IOException {
        DataFolder folder = folder();
        DataFolder.Stored kept = folder.store(bytes("original"), -1);
        Path used = Files.writeString(folder.snapshot("dataset", 2), "columns");
        Files.writeString(folder.snapshot("dataset", 1), "old columns");
        Files.writeString(root.resolve("uploads/half"), "ha");
        Files.writeString(root.resolve("snapshots/dataset-3.snapshot.part"), "col");
        folder.sweep(Set.of(used));
        assertThat(left("uploads")).isEmpty();
        assertThat(left("snapshots")).containsExactly(used);
        assertThat(folder.file(kept.sha256())).hasContent("original");
        assertThat(folder.snapshotBytes("dataset", 2)).isEqualTo(7);
        assertThat(folder.snapshotBytes("dataset", 1)).isZero();
    }
}
