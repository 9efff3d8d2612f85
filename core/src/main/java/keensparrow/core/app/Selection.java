package keensparrow.core.app;

import java.util.List;
import keensparrow.core.filter.Filter;

/** The state of all filters and of what is marked in views. */
public record Selection(List<Filter> filters, List<Mark> marks) {
    public static final Selection NONE = new Selection(List.of(), List.of());

    public Selection {
        filters = List.copyOf(filters);
        marks = List.copyOf(marks);
    }

    /** What is marked in a view: narrows every other view, never its own. */
    public record Mark(String view, Filter filter) {}
}
