package keensparrow.server.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
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

    private void fail(String who, int times) {
        for (int i = 0; i < times; i++) {
            throttle.failed(who);
        }
    }

    private boolean mayTry(String who) {
        try {
            throttle.check(who);
            return true;
        } catch (UserException e) {
            assertThat(e.code()).isEqualTo(ErrorCode.TOO_MANY_TRIES);
            return false;
        }
    }

    @Test
    void aFewMistakesAreFree() {
        throttle.failed("anna");
        assertThat(mayTry("anna")).isTrue();
    }

    @Test
    void waitsGrowAndEnd() {
        fail("anna", 12);
        assertThat(mayTry("anna")).isFalse();
        assertThatThrownBy(() -> throttle.check("anna"))
                .hasMessageContaining("Wait")
                .hasMessageContaining("second");
        clock.pass(Duration.ofMinutes(16)); // no wait is longer than a quarter of an hour
        assertThat(mayTry("anna")).isTrue();
        throttle.failed("anna");
        assertThat(mayTry("anna")).isFalse();
    }

    @Test
    void eachFailureWaitsLongerThanTheOneBefore() {
        Duration before = Duration.ZERO;
        fail("anna", 5);
        for (int i = 0; i < 6; i++) {
            throttle.failed("anna");
            Duration waited = Duration.ZERO;
            while (!mayTry("anna")) {
                clock.pass(Duration.ofSeconds(1));
                waited = waited.plusSeconds(1);
            }
            assertThat(waited).isGreaterThan(before);
            before = waited;
        }
    }

    @Test
    void othersAreNotHeldUp() {
        fail("anna", 30);
        assertThat(mayTry("boris")).isTrue();
    }

    @Test
    void gettingInForgetsTheMistakes() {
        fail("anna", 30);
        throttle.succeeded("anna");
        assertThat(mayTry("anna")).isTrue();
        throttle.failed("anna");
        assertThat(mayTry("anna")).isTrue();
    }

    @Test
    void whoTriesManyNamesFillsNoMemory() {
        assertThatCode(() -> {
                    for (int i = 0; i < 50_000; i++) {
                        throttle.failed("name " + i);
                    }
                })
                .doesNotThrowAnyException();
        assertThat(mayTry("name 49999")).isTrue();
    }
}
