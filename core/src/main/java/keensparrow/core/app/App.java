package keensparrow.core.app;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import org.jspecify.annotations.Nullable;

/**
 * What colleagues open.
 *
 * @param format version of this form, for migrations of stored documents
 * @param noun what a row is, in the plural: {@code departures}
 * @param downloads what may be taken along; rows of tables where nothing is said, as in older documents
 */
public record App(
        int format,
        String title,
        String noun,
        List<FilterSpec> filters,
        List<View> views,
        @Nullable Downloads downloads) {
    public static final int FORMAT = 1;

    public static final int MAX_VIEWS = 60;
    public static final int MAX_FILTERS = 24;
    private static final int MAX_TITLE = 200;

    public App {
        filters = List.copyOf(filters);
        views = List.copyOf(views);
        downloads = downloads == null ? Downloads.ROWS : downloads;
    }

    /** With rows of tables to take along. */
    public App(int format, String title, String noun, List<FilterSpec> filters, List<View> views) {
        this(format, title, noun, filters, views, Downloads.ROWS);
    }

    public boolean allows(Downloads wanted) {
        return downloads != null && downloads.allow(wanted);
    }

    public Optional<View> view(String id) {
        return views.stream().filter(view -> view.id().equals(id)).findFirst();
    }

    public Optional<FilterSpec> filter(String column) {
        return filters.stream().filter(filter -> filter.column().equals(column)).findFirst();
    }

    /** @throws UserException INVALID_REQUEST when it could not be shown: no title, ids twice, views off the grid */
    public void validate() {
        if (title.isBlank() || title.length() > MAX_TITLE) {
            throw invalid("The title needs 1 to " + MAX_TITLE + " characters.");
        }
        if (views.size() > MAX_VIEWS || filters.size() > MAX_FILTERS) {
            throw invalid("A page holds at most " + MAX_VIEWS + " views and " + MAX_FILTERS + " filters.");
        }
        Set<String> ids = new HashSet<>();
        for (View view : views) {
            if (!view.id().matches("[A-Za-z0-9_-]{1,40}") || !ids.add(view.id())) {
                throw invalid("Two views have the same id, or an id is not made of letters and digits.");
            }
            if (view.title().length() > MAX_TITLE) {
                throw invalid("The title of a view is longer than " + MAX_TITLE + " characters.");
            }
            if (view.kind() == View.Kind.TABLE
                    && !view.sort().stream().allMatch(by -> view.columns().contains(by.column()))) {
                throw invalid("The table “" + view.title() + "” sorts by its own columns alone.");
            }
            if (!view.place().isOnGrid()) {
                throw invalid("The view “" + view.title() + "” lies outside the page. Move it back.");
            }
        }
        Set<String> columns = new HashSet<>();
        for (FilterSpec filter : filters) {
            if (!columns.add(filter.column())) {
                throw invalid("The column “" + filter.column() + "” has two filters. Remove one.");
            }
        }
    }

    private static UserException invalid(String message) {
        return new UserException(ErrorCode.INVALID_REQUEST, message);
    }
}
