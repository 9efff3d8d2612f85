package keensparrow.server.account;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;

/** After five failures in a row each further try has to wait, twice as long every time, up to a quarter of an hour. */
final class Throttle {
    private static final int FREE_TRIES = 5;
    private static final Duration LONGEST = Duration.ofMinutes(15);
    private static final int MOST_KEPT = 10_000;

    private final Clock clock;
    private final Map<String, Failures> failures = new LinkedHashMap<>();

    private record Failures(int count, Instant nextTry) {}

    Throttle(Clock clock) {
        this.clock = clock;
    }

    /** @throws UserException TOO_MANY_TRIES when it is too early */
    synchronized void check(String who) {
        Failures known = failures.get(who);
        if (known != null && clock.instant().isBefore(known.nextTry)) {
            long seconds =
                    Math.max(1, Duration.between(clock.instant(), known.nextTry).toSeconds());
            throw new UserException(
                    ErrorCode.TOO_MANY_TRIES,
                    "Too many wrong tries. Wait " + seconds + (seconds == 1 ? " second" : " seconds")
                            + ", then try again.");
        }
    }

    synchronized void failed(String who) {
        Failures before = failures.remove(who);
        int count = before == null ? 1 : before.count + 1;
        Duration wait =
                count < FREE_TRIES ? Duration.ZERO : Duration.ofSeconds(1L << Math.min(20, count - FREE_TRIES + 1));
        failures.put(who, new Failures(count, clock.instant().plus(wait.compareTo(LONGEST) > 0 ? LONGEST : wait)));
        Iterator<String> oldest = failures.keySet().iterator();
        while (failures.size() > MOST_KEPT) {
            oldest.next();
            oldest.remove();
        }
    }

    synchronized void succeeded(String who) {
        failures.remove(who);
    }
}
