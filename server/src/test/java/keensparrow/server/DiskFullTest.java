package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** A disk that is full: writing is refused, reading goes on, and all is well again by itself. On a small disk of its own. */
@Timeout(value = 120, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
class DiskFullTest {
    private static final int DISK_MB = 80;

    @TempDir
    Path folder;

    private Path disk;

    @BeforeEach
    void mount() throws Exception {
        disk = Files.createDirectory(folder.resolve("disk"));
        assumeTrue(
                run("mount", "-t", "tmpfs", "-o", "size=" + DISK_MB + "m", "tmpfs", disk.toString()) == 0,
                "a disk of its own cannot be mounted here");
    }

    @AfterEach
    void unmount() throws Exception {
        run("umount", "-l", disk.toString());
    }

    private static int run(String... command) throws Exception {
        return new ProcessBuilder(command)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start()
                .waitFor();
    }

    private void fillBut(long bytes) throws Exception {
        while (Files.exists(disk.resolve("data/rehearsal"))) { // its file goes when it ends, which makes room
            Thread.onSpinWait();
        }
        long free = Files.getFileStore(disk).getUsableSpace();
        Files.write(disk.resolve("filling"), new byte[(int) Math.max(0, free - bytes)]);
    }

    @Test
    void writingIsRefusedReadingGoesOnAndAllIsWellAgain() throws Exception {
        try (TestServer server = new TestServer(disk.resolve("data"))) {
            TestServer.Caller anna = server.author();
            String app = anna.newApp(anna.dataset("kinds.csv", "kind,n\na,1\nb,2\n"))
                    .path("id")
                    .asText();
            String slug = anna.publish(app, "ANYONE");
            for (long left : new long[] {4 << 20, 0}) {
                fillBut(left);
                TestServer.Reply upload = anna.upload("more.csv", new byte[100]);
                TestServer.Reply publish =
                        anna.call("POST", "/api/apps/" + app + "/editions", object("access", "ANYONE"));
                TestServer.Reply signIn = server.caller()
                        .call("POST", "/api/session", object("name", "Rita", "password", TestServer.PASSWORD));
                for (TestServer.Reply refused : List.of(publish, signIn)) {
                    assertThat(refused.status()).as(refused.body()).isEqualTo(507);
                    assertThat(refused.detail()).contains("make room");
                }
                assertThat(upload.status()).as(upload.body()).isIn(200, 507);
                TestServer.Reply answers = server.caller().call("POST", "/api/links/" + slug + "/answers", "{}");
                assertThat(answers.body()).contains("\"passing\":2");
                assertThat(server.caller()
                                .get("/api/links/" + slug + "/rows.csv")
                                .status())
                        .isEqualTo(200);
                assertThat(anna.get("/api/datasets").status()).isEqualTo(200);
                assertThat(server.caller().get("/api/health").status()).isEqualTo(200);
                assertThat(server.caller().get("/api/ready").body()).contains("\"records\":false");
                Files.delete(disk.resolve("filling"));
                assertThat(anna.publish(app, "ANYONE")).isEqualTo(slug);
                assertThat(server.caller().get("/api/ready").status()).isEqualTo(200);
            }
        }
    }
}
