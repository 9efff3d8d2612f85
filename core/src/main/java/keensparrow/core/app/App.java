package keensparrow.core.app;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.view.View;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import org.jspecify.annotations.Nullable;

/**
 * What colleagues open.
 *
 * @param format version of this form, for migrations of stored documents
 * @param noun what a row is, in the plural: {@code departures}
 * @param downloads what may be taken along; rows of tables where nothing is said, as in older documents
 * @param pages in order; none for an app of a single page, as in older documents
 */
public record App(
        int format,
        String title,
        String noun,
        List<FilterSpec> filters,
        List<View> views,
        @Nullable Downloads downloads,
        @Nullable List<Page> pages) {
    public static final int FORMAT = 1;

    public static final int MAX_VIEWS = 60;
    public static final int MAX_FILTERS = 24;
    public static final int MAX_PAGES = 30;
    private static final int MAX_TITLE = 200;

    public App {
        filters = List.copyOf(filters);
        views = List.copyOf(views);
        downloads = downloads == null ? Downloads.ROWS : downloads;
        pages = pages == null ? List.of() : List.copyOf(pages);
    }

    /** With rows of tables to take along. */
    public App(int format, String title, String noun, List<FilterSpec> filters, List<View> views) {
        this(format, title, noun, filters, views, Downloads.ROWS, List.of());
    }

    private List<Page> allPages() {
        return pages == null ? List.of() : pages;
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
            String fault = view.kind().definition().fault(view);
            if (fault != null) {
                throw invalid(fault);
            }
            if (!view.place().isOnGrid()) {
                throw invalid("The view “" + view.title() + "” lies outside the page. Move it back.");
            }
        }
        validatePages();
        Set<String> columns = new HashSet<>();
        for (FilterSpec filter : filters) {
            if (!columns.add(filter.column())) {
                throw invalid("The column “" + filter.column() + "” has two filters. Remove one.");
            }
        }
    }

    private void validatePages() {
        if (allPages().size() > MAX_PAGES) {
            throw invalid("An app has at most " + MAX_PAGES + " pages.");
        }
        Set<String> ids = new HashSet<>();
        for (Page page : allPages()) {
            if (!page.id().matches("[A-Za-z0-9_-]{1,40}") || !ids.add(page.id())) {
                throw invalid("Two pages have the same id, or an id is not made of letters and digits.");
            }
            if (page.title().isBlank() || page.title().length() > MAX_TITLE) {
                throw invalid("The title of a page needs 1 to " + MAX_TITLE + " characters.");
            }
        }
        for (View view : views) {
            if (view.page() != null && !ids.contains(view.page())) {
                throw invalid(
                        "The view “" + view.title() + "” stands on a page that is not there. Move it to another.");
            }
        }
    }

    private static UserException invalid(String message) {
        return new UserException(ErrorCode.INVALID_REQUEST, message);
    }
}
