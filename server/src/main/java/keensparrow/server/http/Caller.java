package keensparrow.server.http;

import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Who calls.
 *
 * @param accountId null for someone who has not signed in
 */
public record Caller(@Nullable Long accountId, String name, Role role) {
    public static final Caller NOBODY = new Caller(null, "", Role.READER);

    /** What an account may do. */
    public enum Role {
        READER(Words.say("server.http.readsApps")),
        AUTHOR(Words.say("server.http.readsAndMakesApps")),
        ADMINISTRATOR(Words.say("server.http.administers"));

        private final String label;

        Role(String label) {
            this.label = label;
        }

        public String label() {
            return label;
        }
    }

    /** @throws UserException SIGN_IN_NEEDED */
    public long id() {
        if (accountId == null) {
            throw new UserException(ErrorCode.SIGN_IN_NEEDED, Text.of("server.http.signInToSeeThis"));
        }
        return accountId;
    }

    public boolean isSignedIn() {
        return accountId != null;
    }
}
