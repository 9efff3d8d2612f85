package keensparrow.server.publish;

import java.sql.Connection;
import java.sql.SQLException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.server.http.Caller;
import keensparrow.server.store.Database;
import keensparrow.server.store.Secrets;
import org.jspecify.annotations.Nullable;

/**
 * Saved views of an app: whoever has an account keeps their own and shares them; the app's author says which the link
 * opens with, and puts shared ones in order as a guided reading.
 */
public final class SavedViews {
    static final int MAX_STATE = 8000;
    static final int MAX_NOTE = 2000;
    private static final int MAX_VIEWS = 200;

    private final Database database;
    private final PublishService publishing;
    private final Clock clock;
    private final SavedViewRepository repository = new SavedViewRepository();

    public SavedViews(Database database, PublishService publishing, Clock clock) {
        this.database = database;
        this.publishing = publishing;
        this.clock = clock;
    }

    /**
     * What of a saved view is to be otherwise; null of what stays.
     *
     * @param place among those of the guided reading, from 0; below 0 takes it out
     */
    record Change(
            @Nullable String name,
            @Nullable String state,
            @Nullable Boolean shared,
            @Nullable Integer place,
            @Nullable String note,
            @Nullable Boolean begins) {
        boolean isOfAuthor() {
            return place != null || note != null || begins != null;
        }
    }

    /** What a caller may see: their own, and those that are shared. */
    List<SavedView> visible(Caller caller, PublishService.Linked link) {
        return database.inTransaction(connection -> repository.of(connection, link.appId())).stream()
                .filter(view -> view.shared() || isOf(caller, view))
                .toList();
    }

    static boolean isOf(Caller caller, SavedView view) {
        return Objects.equals(caller.accountId(), view.ownerId());
    }

    static boolean isAuthor(Caller caller, PublishService.Linked link) {
        return Objects.equals(caller.accountId(), link.ownerId());
    }

    /** @throws UserException SIGN_IN_NEEDED; INVALID_REQUEST for a name that is in use, and for too many */
    void add(Caller caller, PublishService.Linked link, String name, String state, boolean shared) {
        long owner = caller.id();
        database.act(connection -> {
            publishing.lock(connection, link.appId());
            List<SavedView> all = repository.of(connection, link.appId());
            if (all.stream().filter(view -> view.ownerId() == owner).count() >= MAX_VIEWS) {
                throw invalid(Text.of("server.publish.tooManyViews", "maxViews", MAX_VIEWS));
            }
            SavedView made = new SavedView(Secrets.id(), owner, caller.name(), name, state, shared, null, "", false);
            requireFreeName(all, made);
            repository.add(connection, link.appId(), made, clock.instant());
        });
    }

    /** @throws UserException NOT_FOUND; NOT_ALLOWED for another's view, and for what only the author says */
    void change(Caller caller, PublishService.Linked link, String id, Change change) {
        caller.id();
        database.act(connection -> {
            publishing.lock(connection, link.appId());
            List<SavedView> all = repository.of(connection, link.appId());
            SavedView before = find(all, caller, id);
            boolean author = isAuthor(caller, link);
            boolean own = isOf(caller, before);
            boolean ofOwner = change.name() != null || change.state() != null || change.shared() != null;
            if ((change.isOfAuthor() && !author) || (ofOwner && !own)) {
                throw new UserException(ErrorCode.NOT_ALLOWED, Text.of("server.publish.notYourView"));
            }
            SavedView after = changed(before, change);
            requireFreeName(all, after);
            if (Boolean.TRUE.equals(change.begins())) {
                for (SavedView other : all) {
                    if (other.begins() && !other.id().equals(id)) {
                        repository.change(connection, other.beginning(false));
                    }
                }
            }
            repository.change(connection, after);
            order(connection, link.appId(), after, change.place());
        });
    }

    private static SavedView changed(SavedView before, Change change) {
        SavedView after = before;
        after = change.name() == null ? after : after.named(change.name());
        after = change.state() == null ? after : after.at(change.state());
        after = change.note() == null ? after : after.noted(change.note());
        after = change.begins() == null ? after : after.beginning(change.begins());
        after = change.shared() == null ? after : after.shared(change.shared());
        if (!after.shared() && (after.begins() || (change.place() != null && change.place() >= 0))) {
            throw invalid(Text.of("server.publish.shareItFirst"));
        }
        return after;
    }

    /** Numbers the views of the reading anew, from 0. */
    private void order(Connection connection, String appId, SavedView moved, @Nullable Integer place)
            throws SQLException {
        List<SavedView> reading = new ArrayList<>(repository.of(connection, appId).stream()
                .filter(view -> view.place() != null)
                .sorted(Comparator.comparing(view -> Objects.requireNonNull(view.place())))
                .toList());
        if (place != null) {
            boolean was = reading.removeIf(view -> view.id().equals(moved.id()));
            if (place >= 0) {
                reading.add(Math.min(place, reading.size()), moved);
            } else if (was) {
                repository.change(connection, moved.placed(null));
            }
        }
        for (int i = 0; i < reading.size(); i++) {
            repository.change(connection, reading.get(i).placed(i));
        }
    }

    /** Its owner's to remove, and the author's where it is shared. */
    void remove(Caller caller, PublishService.Linked link, String id) {
        caller.id();
        database.act(connection -> {
            publishing.lock(connection, link.appId());
            SavedView view = find(repository.of(connection, link.appId()), caller, id);
            if (!isOf(caller, view) && !isAuthor(caller, link)) {
                throw new UserException(ErrorCode.NOT_ALLOWED, Text.of("server.publish.notYourView"));
            }
            repository.remove(connection, id);
            order(connection, link.appId(), view, null);
        });
    }

    /** One that is another's alone is not there. */
    private static SavedView find(List<SavedView> all, Caller caller, String id) {
        Optional<SavedView> found = all.stream()
                .filter(view -> view.id().equals(id))
                .filter(view -> view.shared() || isOf(caller, view))
                .findFirst();
        return found.orElseThrow(() -> new UserException(ErrorCode.NOT_FOUND, Text.of("server.publish.noSuchView")));
    }

    private static void requireFreeName(List<SavedView> all, SavedView view) {
        boolean taken = all.stream()
                .anyMatch(other -> other.ownerId() == view.ownerId()
                        && !other.id().equals(view.id())
                        && other.name().equals(view.name()));
        if (taken) {
            throw invalid(Text.of("server.publish.youHaveAViewOfThatName", "name", UserException.quote(view.name())));
        }
    }

    private static UserException invalid(Text message) {
        return new UserException(ErrorCode.INVALID_REQUEST, message);
    }
}
