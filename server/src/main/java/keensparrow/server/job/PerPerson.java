package keensparrow.server.job;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;

/** How many of one kind of call a person may have going at once: what waits elsewhere would hold threads that others need. */
public final class PerPerson {
    private final int most;
    private final String what;
    private final Map<Long, Integer> going = new ConcurrentHashMap<>();

    /** @param what they are called in the message, such as {@code previews} */
    public PerPerson(int most, String what) {
        this.most = most;
        this.what = what;
    }

    /** @throws UserException TOO_MANY_TRIES when so many go on already */
    public <T> T run(long person, Supplier<T> work) {
        int now = going.merge(person, 1, Integer::sum);
        try {
            if (now > most) {
                throw new UserException(
                        ErrorCode.TOO_MANY_TRIES,
                        Text.of("server.job.youHaveGoingAlreadyWait", "most", most, "what", what));
            }
            return work.get();
        } finally {
            going.computeIfPresent(person, (who, count) -> count > 1 ? count - 1 : null);
        }
    }
}
