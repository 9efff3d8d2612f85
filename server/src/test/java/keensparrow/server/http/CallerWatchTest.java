package keensparrow.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import io.javalin.Javalin;
import java.io.IOException;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/** Work for one who has left stops; for one who waits, in silence or with the next request sent ahead, it goes on. */
@Timeout(value = 30, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
class CallerWatchTest {
    private final CountDownLatch begun = new CountDownLatch(1);
    private final CountDownLatch ended = new CountDownLatch(1);
    private final CountDownLatch enough = new CountDownLatch(1);
    private final AtomicReference<Boolean> left = new AtomicReference<>();
    private long limitNanos = TimeUnit.MINUTES.toNanos(5);
    private Javalin web;

    @BeforeEach
    void start() {
        web = Javalin.create(config -> config.routes.post("/work", ctx -> {
                    try (CallerWatch gone = new CallerWatch(ctx, limitNanos)) {
                        ctx.body();
                        begun.countDown();
                        while (!gone.getAsBoolean() && enough.getCount() > 0) {
                            Thread.onSpinWait();
                        }
                        left.set(gone.getAsBoolean());
                        ended.countDown();
                    }
                }))
                .start("127.0.0.1", 0);
    }

    @AfterEach
    void stop() {
        enough.countDown();
        web.stop();
    }

    private Socket call(String... more) throws IOException, InterruptedException {
        Socket socket = new Socket("127.0.0.1", web.port());
        String request = "POST /work HTTP/1.1\r\nHost: here\r\nContent-Length: 2\r\n\r\n{}";
        socket.getOutputStream().write((request + String.join("", more)).getBytes(StandardCharsets.US_ASCII));
        assertThat(begun.await(10, TimeUnit.SECONDS)).isTrue();
        return socket;
    }

    @Test
    void oneWhoLeavesIsNoticed() throws Exception {
        call().close();
        assertThat(ended.await(10, TimeUnit.SECONDS)).isTrue();
        assertThat(left.get()).isTrue();
    }

    @Test
    void oneWhoWaitsIsThere() throws Exception {
        try (Socket waiting = call()) {
            assertThat(ended.await(500, TimeUnit.MILLISECONDS)).isFalse();
            enough.countDown();
            assertThat(ended.await(10, TimeUnit.SECONDS)).isTrue();
            assertThat(left.get()).isFalse();
            assertThat(waiting.getInputStream().read()).isEqualTo('H');
        }
    }

    @Test
    void oneWhoSendsTheNextRequestAheadIsThere() throws Exception {
        try (Socket waiting = call()) {
            waiting.getOutputStream().write("GET / HTTP/1.1\r\nHost: here\r\n\r\n".getBytes(StandardCharsets.US_ASCII));
            assertThat(ended.await(500, TimeUnit.MILLISECONDS)).isFalse();
        }
    }

    @Test
    void nobodyIsWaitedForBeyondTheLimit() throws Exception {
        limitNanos = TimeUnit.MILLISECONDS.toNanos(200);
        try (Socket waiting = call()) {
            assertThat(ended.await(10, TimeUnit.SECONDS)).isTrue();
            assertThat(left.get()).isTrue();
        }
    }
}
