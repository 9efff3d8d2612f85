package keensparrow.server.account;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;

/**
 * Slows down the guessing of passwords: after some tries in a row each further one has to wait, twice as long every time.
 * Counted for a name at an address, for a name from wherever, for an address under whatever name, and over all. A try
 * counts when it begins, so that many at once gain nothing; one that succeeds is taken back.
 */
final class Throttle {
    private static final Duration FORGOTTEN_AFTER = Duration.ofMinutes(15);
    private static final int MAX_KEPT = 20_000;

    /** How many tries are free, and how long one waits at most: a stranger must not lock a person out for long. */
    private enum Scope {
        NAME_AT_ADDRESS(5, Duration.ofMinutes(15)),
        NAME(25, Duration.ofMinutes(1)),
        ADDRESS(50, Duration.ofMinutes(15)),
        ALL(400, Duration.ofSeconds(5));

        private final int free;
        private final Duration longest;

        Scope(int free, Duration longest) {
            this.free = free;
            this.longest = longest;
        }
    }

    private record Key(Scope scope, String who) {}

    private record Tries(int count, Instant last, Instant next) {}

    private final Clock clock;
    private final Map<Key, Tries> known = new LinkedHashMap<>();

    Throttle(Clock clock) {
        this.clock = clock;
    }

    private static List<Key> keys(String name, String address) {
        String folded = name.strip().toLowerCase(Locale.ROOT);
        return List.of(
                new Key(Scope.NAME_AT_ADDRESS, folded + "\n" + address),
                new Key(Scope.NAME, folded),
                new Key(Scope.ADDRESS, address),
                new Key(Scope.ALL, ""));
    }

    /** Counts a try. @throws UserException TOO_MANY_TRIES when it is too early; then it does not count */
    synchronized void begin(String name, String address) {
        Instant now = clock.instant();
        List<Key> keys = keys(name, address);
        for (Key key : keys) {
            Tries tries = known.get(key);
            if (tries != null && now.isBefore(tries.next)) {
                long seconds = Math.max(1, Duration.between(now, tries.next).toSeconds());
                throw new UserException(
                        ErrorCode.TOO_MANY_TRIES, Text.of("server.account.tooManyWrongTriesWait", "seconds", seconds));
            }
        }
        keys.forEach(key -> count(key, now));
    }

    private void count(Key key, Instant now) {
        Tries before = known.remove(key);
        int count = before != null && now.isBefore(before.last.plus(FORGOTTEN_AFTER)) ? before.count + 1 : 1;
        int beyond = count - key.scope.free + 1;
        Duration wait = beyond <= 0 ? Duration.ZERO : Duration.ofSeconds(1L << Math.min(20, beyond));
        Duration bounded = wait.compareTo(key.scope.longest) > 0 ? key.scope.longest : wait;
        known.put(key, new Tries(count, now, now.plus(bounded)));
        Iterator<Key> oldest = known.keySet().iterator();
        while (known.size() > MAX_KEPT) {
            oldest.next();
            oldest.remove();
        }
    }

    /** The name is let in: its own tries are forgotten, elsewhere only this one. */
    synchronized void succeeded(String name, String address) {
        for (Key key : keys(name, address)) {
            Tries tries = known.remove(key);
            boolean own = key.scope == Scope.NAME_AT_ADDRESS || key.scope == Scope.NAME;
            if (tries != null && !own && tries.count > 1) {
                known.put(key, new Tries(tries.count - 1, tries.last, clock.instant()));
            }
        }
    }
}
