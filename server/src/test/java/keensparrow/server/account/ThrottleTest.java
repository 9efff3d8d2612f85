package keensparrow.server.account;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import org.junit.jupiter.api.Test;

/** Guessing passwords gets slower and slower, for the one who guesses. */
class ThrottleTest {
    /** Moves only when told to. */
    private static final class Hand extends Clock {
        private Instant now = Instant.parse("2026-11-23T10:00:00Z");

        void pass(Duration time) {
            now = now.plus(time);
        }

        @Override
        public Instant instant() {
            return now;
        }

        @Override
        public ZoneId getZone() {
            return ZoneOffset.UTC;
        }

        @Override
        public Clock withZone(ZoneId zone) {
            return this;
        }
    }

    private final Hand clock = new Hand();
    private final Throttle throttle = new Throttle(clock);

    private boolean mayTry(String name, String address) {
        try {
            throttle.begin(name, address);
            return true;
        } catch (UserException e) {
            assertThat(e.code()).isEqualTo(ErrorCode.TOO_MANY_TRIES);
            assertThat(e.text()).contains("Wait").contains("second");
            return false;
        }
    }

    /** So many tries in a row at once. */
    private long allowed(int tries, String name, String address) {
        return IntStream.range(0, tries)
                .filter(i -> mayTry(name.replace("#", "" + i), address.replace("#", "" + i)))
                .count();
    }

    @Test
    void aFewMistakesAreFree() {
        assertThat(allowed(4, "anna", "here")).isEqualTo(4);
    }

    @Test
    void waitsGrowAndEnd() {
        assertThat(allowed(12, "anna", "here")).isEqualTo(5);
        clock.pass(Duration.ofSeconds(2));
        assertThat(mayTry("anna", "here")).isTrue();
        clock.pass(Duration.ofSeconds(3));
        assertThat(mayTry("anna", "here")).isFalse(); // four now
        clock.pass(Duration.ofSeconds(1));
        assertThat(mayTry("anna", "here")).isTrue();
        clock.pass(Duration.ofMinutes(15)); // forgotten
        assertThat(allowed(12, "anna", "here")).isEqualTo(5);
    }

    @Test
    void manyAtOnceGainNothing() throws Exception {
        ExecutorService pool = Executors.newFixedThreadPool(16);
        try {
            List<Future<Boolean>> tries = new ArrayList<>();
            for (int i = 0; i < 200; i++) {
                tries.add(pool.submit(() -> mayTry("anna", "here")));
            }
            int allowed = 0;
            for (Future<Boolean> one : tries) {
                allowed += one.get() ? 1 : 0;
            }
            assertThat(allowed).isEqualTo(5);
        } finally {
            pool.shutdown();
        }
    }

    @Test
    void anotherAddressAndAnotherNameAreBoundedToo() {
        assertThat(allowed(100, "anna", "place #")).isEqualTo(25);
        assertThat(allowed(100, "name #", "there")).isEqualTo(50);
        clock.pass(Duration.ofMinutes(1)); // a stranger locks nobody out for longer
        assertThat(mayTry("anna", "at home")).isTrue();
    }

    @Test
    void allTogetherAreBounded() {
        assertThat(allowed(1000, "name #", "place #")).isEqualTo(400);
        assertThat(mayTry("anna", "at home")).isFalse();
        clock.pass(Duration.ofSeconds(5));
        assertThat(mayTry("anna", "at home")).isTrue();
    }

    @Test
    void successForgetsTheOwnTriesAlone() {
        assertThat(allowed(4, "anna", "here")).isEqualTo(4);
        throttle.succeeded("anna", "here");
        assertThat(allowed(9, "anna", "here")).isEqualTo(5);
        assertThat(allowed(100, "name #", "here")).isEqualTo(50 - 8); // of nine tries one was taken back
    }
}
