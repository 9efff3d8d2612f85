package keensparrow.server.app;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicBoolean;
import org.jspecify.annotations.Nullable;

/**
 * Of each page the newest request that runs: it stops the older ones. A page numbers its requests, as two that follow
 * each other closely may reach the server in the other order; the older one must not stop the newer then, whose answer
 * would be missed for ever.
 */
public final class LatestRequests {
    private final Map<String, Running> byPage = new ConcurrentHashMap<>();

    /** A request under way. */
    public static final class Running {
        private final long turn;
        private final AtomicBoolean stopped = new AtomicBoolean();

        private Running(long turn) {
            this.turn = turn;
        }

        public boolean isStopped() {
            return stopped.get();
        }

        public void stop() {
            stopped.set(true);
        }
    }

    /**
     * Begins a request.
     *
     * @param page null for programs that number nothing: nothing stops it then
     * @param turn the page's number of the request; when null, newer than all before it
     */
    public Running begin(@Nullable String page, @Nullable Long turn) {
        Running request = new Running(turn == null ? Long.MAX_VALUE : turn);
        if (page != null) {
            byPage.merge(page, request, (known, next) -> {
                Running older = next.turn < known.turn ? next : known;
                older.stop();
                return older == next ? known : next;
            });
        }
        return request;
    }

    /** Ends a request that has begun. */
    public void end(@Nullable String page, Running request) {
        if (page != null) {
            byPage.remove(page, request);
        }
    }
}
