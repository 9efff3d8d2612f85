package keensparrow.core.engine;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Set;
import keensparrow.core.filter.Filter;

/** The filters of the last question sets, the newest first: what is counted for one of them may need few rows more. */
final class RecentFilters {
    private static final int KEPT = 24;

    private final Deque<Set<Filter>> kept = new ArrayDeque<>();

    synchronized void add(Set<Filter> filters) {
        kept.remove(filters);
        kept.addFirst(filters);
        if (kept.size() > KEPT) {
            kept.removeLast();
        }
    }

    synchronized List<Set<Filter>> newestFirst() {
        return new ArrayList<>(kept);
    }
}
