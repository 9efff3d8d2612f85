package keensparrow.core.app;

import java.util.List;
import java.util.Map;
import java.util.Set;
import keensparrow.core.app.view.TableSlice;
import org.jspecify.annotations.Nullable;

/**
 * What a page that shows an app wants to know.
 *
 * @param views ids of the views wanted; null for all
 * @param tables for each table by view id, which rows of it
 * @param finds for each filter by column, what its values must contain
 * @param whole filters by column of which all values are wanted, and not the first alone
 * @param withFilters whether the filters' counts are wanted too
 * @param highlight whether what is marked only stands out in views that can show a part of their numbers
 */
public record PageRequest(
        Selection selection,
        @Nullable List<String> views,
        Map<String, TableSlice> tables,
        Map<String, String> finds,
        Set<String> whole,
        boolean withFilters,
        boolean highlight) {
    public PageRequest {
        views = views == null ? null : List.copyOf(views);
        tables = Map.copyOf(tables);
        finds = Map.copyOf(finds);
        whole = Set.copyOf(whole);
    }

    /** Marks narrow every view. */
    public PageRequest(
            Selection selection,
            @Nullable List<String> views,
            Map<String, TableSlice> tables,
            Map<String, String> finds,
            boolean withFilters) {
        this(selection, views, tables, finds, Set.of(), withFilters, false);
    }

    /** Whether a view is asked for. */
    public boolean wants(String view) {
        return views == null || views.contains(view);
    }

    TableSlice slice(String view) {
        return tables.getOrDefault(view, TableSlice.FIRST);
    }
}
