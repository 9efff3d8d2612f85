package keensparrow.server.publish;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import keensparrow.core.app.App;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.server.app.AppRecord;
import keensparrow.server.app.AppService;
import keensparrow.server.http.Caller;
import keensparrow.server.store.Database;
import keensparrow.server.store.Secrets;
import org.jspecify.annotations.Nullable;

/** Editions and links, and who may follow them. */
public final class PublishService {
    private static final int EDITIONS_IN_USE = 200;

    private final Database database;
    private final AppService apps;
    private final Clock clock;
    private final Cache<PublishRepository.EditionId, App> definitions =
            Caffeine.newBuilder().maximumSize(EDITIONS_IN_USE).build();
    private final PublishRepository repository = new PublishRepository();
    private volatile Consumer<PublishRepository.Published> listener = published -> {};

    public PublishService(Database database, AppService apps, Clock clock) {
        this.database = database;
        this.apps = apps;
        this.clock = clock;
    }

    /** How an app stands with its colleagues. @param slug null before the first edition */
    record State(
            List<PublishRepository.Edition> editions,
            @Nullable String slug,
            @Nullable LinkAccess access) {}

    /** Freezes the draft as the next edition; the first one makes the link, which stays until it is renewed. */
    State publish(long ownerId, String appId, LinkAccess access) {
        AppRecord app = apps.get(ownerId, appId);
        app.draft().validate();
        if (app.draft().views().isEmpty()) {
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("server.publish.theAppHasNoView"));
        }
        database.act(connection -> {
            repository.lock(connection, appId);
            int number = repository.lastEdition(connection, appId) + 1;
            repository.addEdition(connection, appId, number, app.draft(), clock.instant());
            if (!repository.setAccess(connection, appId, access)) {
                PublishRepository.Link link = new PublishRepository.Link(Secrets.id(), appId, access);
                repository.addLink(connection, link, clock.instant());
            }
        });
        newest(appId).ifPresent(listener);
        return state(ownerId, appId);
    }

    /** Who is told of each edition that is published, in the call that publishes it. */
    void onPublish(Consumer<PublishRepository.Published> told) {
        listener = told;
    }

    State setAccess(long ownerId, String appId, LinkAccess access) {
        apps.get(ownerId, appId);
        if (!database.change(connection -> repository.setAccess(connection, appId, access))) {
            throw noLinkYet();
        }
        return state(ownerId, appId);
    }

    /** The link leads nowhere from now on; editions stay, and publishing makes a new one. */
    State withdraw(long ownerId, String appId) {
        apps.get(ownerId, appId);
        if (!database.change(connection -> repository.removeLink(connection, appId))) {
            throw noLinkYet();
        }
        return state(ownerId, appId);
    }

    /** Another address for the same app: who knows the old one alone gets in no more. */
    State renew(long ownerId, String appId) {
        apps.get(ownerId, appId);
        database.act(connection -> {
            repository.lock(connection, appId);
            PublishRepository.Link old = repository.linkOf(connection, appId).orElseThrow(PublishService::noLinkYet);
            repository.removeLink(connection, appId);
            repository.addLink(
                    connection, new PublishRepository.Link(Secrets.id(), appId, old.access()), clock.instant());
        });
        return state(ownerId, appId);
    }

    private static UserException noLinkYet() {
        return new UserException(ErrorCode.NOT_FOUND, Text.of("server.publish.thisAppHasNoLink"));
    }

    State state(long ownerId, String appId) {
        apps.get(ownerId, appId);
        return database.inTransaction(connection -> {
            Optional<PublishRepository.Link> link = repository.linkOf(connection, appId);
            return new State(
                    repository.editions(connection, appId),
                    link.map(PublishRepository.Link::slug).orElse(null),
                    link.map(PublishRepository.Link::access).orElse(null));
        });
    }

    /**
     * The newest edition behind a link.
     *
     * @throws UserException NOT_FOUND for an unknown link; SIGN_IN_NEEDED for one that needs an account
     */
    PublishRepository.Published open(Caller caller, String slug) {
        PublishRepository.Link link = database.inTransaction(connection -> repository.link(connection, slug))
                .orElseThrow(PublishService::noSuchLink);
        if (link.access() == LinkAccess.SIGNED_IN && !caller.isSignedIn()) {
            throw new UserException(ErrorCode.SIGN_IN_NEEDED, Text.of("server.publish.thisAppIsForColleagues"));
        }
        return newest(link.appId()).orElseThrow(PublishService::noSuchLink);
    }

    /** The app behind a link. */
    record Linked(String appId, long ownerId) {}

    /** @throws UserException as {@link #open} */
    Linked linked(Caller caller, String slug) {
        open(caller, slug);
        return database.inTransaction(connection -> repository.linked(connection, slug))
                .orElseThrow(PublishService::noSuchLink);
    }

    /** Keeps others from changing what belongs to an app, until the transaction ends. */
    void lock(Connection connection, String appId) throws SQLException {
        repository.lock(connection, appId);
    }

    /** The newest edition of every published app, the latest published first. */
    List<PublishRepository.Published> all() {
        List<PublishRepository.Published> all = new ArrayList<>();
        for (String appId : database.inTransaction(repository::publishedApps)) {
            newest(appId).ifPresent(all::add);
        }
        return all;
    }

    /** What an edition holds never changes: it is read from the records once while it is in use. */
    private Optional<PublishRepository.Published> newest(String appId) {
        return database.inTransaction(connection -> repository.newest(connection, appId))
                .map(newest -> new PublishRepository.Published(
                        appId,
                        newest.datasetId(),
                        newest.id().number(),
                        newest.publishedAt(),
                        definitions.get(newest.id(), this::definition)));
    }

    private App definition(PublishRepository.EditionId id) {
        return database.inTransaction(connection -> repository.definition(connection, id))
                .orElseThrow(PublishService::noSuchLink);
    }

    private static UserException noSuchLink() {
        return new UserException(ErrorCode.NOT_FOUND, Text.of("server.publish.thereIsNoAppAt"));
    }
}
