package keensparrow.core.engine.cache;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import keensparrow.core.filter.Filter;
import org.jspecify.annotations.Nullable;

/** A filter that went and one that came since an earlier question set; one of them may be missing. */
public record FilterDelta(@Nullable Filter gone, @Nullable Filter come) {
    /** Null when more than one filter is another, or none. */
    public static @Nullable FilterDelta between(Set<Filter> before, Set<Filter> now) {
        List<Filter> gone = new ArrayList<>(before);
        gone.removeAll(now);
        List<Filter> come = new ArrayList<>(now);
        come.removeAll(before);
        if (gone.size() > 1 || come.size() > 1 || gone.size() + come.size() == 0) {
            return null;
        }
        return new FilterDelta(gone.isEmpty() ? null : gone.get(0), come.isEmpty() ? null : come.get(0));
    }

    /** What was counted before that differs by this change alone. */
    public CacheKey before(CacheKey key) {
        Set<Filter> filters = new HashSet<>(key.filters());
        filters.remove(come);
        if (gone != null) {
            filters.add(gone);
        }
        return new CacheKey(key.what(), filters);
    }
}
