package keensparrow.core.engine.cache;

import java.util.Set;
import keensparrow.core.filter.Filter;

/** What is counted or asked, and the filters that narrow it: equal by value. */
public final class CacheKey {
    private final Object what;
    private final Set<Filter> filters;
    private final int hash; // looked up many times on the way to an answer, and long to work out

    public CacheKey(Object what, Set<Filter> filters) {
        this.what = what;
        this.filters = filters;
        this.hash = 31 * what.hashCode() + filters.hashCode();
    }

    public Object what() {
        return what;
    }

    public Set<Filter> filters() {
        return filters;
    }

    @Override
    public boolean equals(Object other) {
        return this == other
                || (other instanceof CacheKey key
                        && hash == key.hash
                        && what.equals(key.what)
                        && filters.equals(key.filters));
    }

    @Override
    public int hashCode() {
        return hash;
    }
}
