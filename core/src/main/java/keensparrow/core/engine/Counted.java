package keensparrow.core.engine;

import java.util.Set;
import keensparrow.core.filter.Filter;

/** What is counted or asked, and the filters that narrow it: equal by value. */
final class Counted {
    private final Object what;
    private final Set<Filter> filters;
    private final int hash; // looked up many times on the way to an answer, and long to work out

    Counted(Object what, Set<Filter> filters) {
        this.what = what;
        this.filters = filters;
        this.hash = 31 * what.hashCode() + filters.hashCode();
    }

    Object what() {
        return what;
    }

    Set<Filter> filters() {
        return filters;
    }

    @Override
    public boolean equals(Object other) {
        return this == other
                || (other instanceof Counted counted
                        && hash == counted.hash
                        && what.equals(counted.what)
                        && filters.equals(counted.filters));
    }

    @Override
    public int hashCode() {
        return hash;
    }
}
