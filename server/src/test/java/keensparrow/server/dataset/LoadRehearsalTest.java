package keensparrow.server.dataset;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class LoadRehearsalTest {
    @TempDir
    Path folder;

    @Test
    void itEndsWhenSomebodysLoadComesAndLeavesNothing() {
        AtomicInteger asked = new AtomicInteger();
        Path own = folder.resolve("rehearsal");
        new LoadRehearsal(own, () -> {
                    assertThat(own.resolve("rehearsal.csv")).isNotEmptyFile();
                    return asked.incrementAndGet() > 2;
                })
                .run();
        assertThat(asked).hasValue(3); // two tables were read
        assertThat(own).doesNotExist();
    }

    @Test
    void aFolderThatCannotBeWrittenIsNoFailure() throws Exception {
        Path file = Files.writeString(folder.resolve("file"), "in the way");
        new LoadRehearsal(file.resolve("rehearsal"), () -> false).run();
        assertThat(file).hasContent("in the way");
    }
}
