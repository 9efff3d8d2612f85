package keensparrow.core.engine.cache;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Set;
import keensparrow.core.filter.Filter;

/** The filters of the last question sets, the newest first: what is counted for one of them may need few rows more. */
public final class RecentFilters {
    private static final int KEPT = 24;

    private final Deque<Set<Filter>> kept = new ArrayDeque<>();

    public synchronized void add(Set<Filter> filters) {
        kept.remove(filters);
        kept.addFirst(filters);
        if (kept.size() > KEPT) {
            kept.removeLast();
        }
    }

    public synchronized List<Set<Filter>> newestFirst() {
        return new ArrayList<>(kept);
    }
}
