package keensparrow.server.app;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.server.store.Database;
import keensparrow.server.store.Secrets;

/** Pictures that apps show. */
public final class Pictures {
    private static final int MAX_PICTURES = 60; // of an app
    private static final Duration UNUSED = Duration.ofDays(1); // a draft that is not saved yet may still want it

    private final Database database;
    private final Clock clock;
    private final PictureRepository pictures = new PictureRepository();

    public Pictures(Database database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /**
     * Keeps a picture; those that neither the draft nor an edition shows any more go.
     *
     * @return its id
     * @throws UserException TOO_MUCH_ASKED when the app has as many as it may have
     */
    String add(String appId, PictureFile picture) {
        String id = Secrets.id();
        Instant now = clock.instant();
        boolean kept = database.change(connection -> {
            pictures.removeUnused(connection, appId, now.minus(UNUSED));
            if (pictures.count(connection, appId) >= MAX_PICTURES) {
                return false;
            }
            pictures.add(connection, id, appId, picture, now);
            return true;
        });
        if (!kept) {
            throw new UserException(
                    ErrorCode.TOO_MUCH_ASKED, Text.of("server.app.anAppHoldsAtMostPictures", "most", MAX_PICTURES));
        }
        return id;
    }

    /** A picture of an app, wherever it is shown. */
    public Optional<PictureFile> find(String appId, String id) {
        return database.inTransaction(connection -> pictures.find(connection, appId, id));
    }
}
