package keensparrow.server.account;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.server.http.Caller;
import keensparrow.server.store.Database;
import keensparrow.server.store.Secrets;
import org.jspecify.annotations.Nullable;

/** Who people are: accounts, signing in and out, tokens for programs, and the first administrator. */
public final class AccountService {
    static final Duration SIGNED_IN_FOR = Duration.ofDays(14);

    private final Database database;
    private final Clock clock;
    private final Throttle throttle;
    private final AccountRepository accounts = new AccountRepository();
    private volatile @Nullable String setupToken;

    public AccountService(Database database, Clock clock) {
        this.database = database;
        this.clock = clock;
        this.throttle = new Throttle(clock);
    }

    /** What the browser keeps: a cookie, and a token that only our pages can send. */
    record Started(Account account, String cookie, String pageToken) {}

    /** A one-time token to create the administrator with, when there is no account yet. */
    public Optional<String> firstStartToken() {
        if (database.inTransaction(accounts::count) > 0) {
            return Optional.empty();
        }
        String token = Secrets.token();
        setupToken = token;
        return Optional.of(token);
    }

    /** @throws UserException NOT_ALLOWED when the token is not the one printed at the start, or was used */
    synchronized Started setUp(String token, String name, String password) {
        String expected = setupToken;
        boolean right = expected != null
                && MessageDigest.isEqual(
                        expected.getBytes(StandardCharsets.UTF_8), token.getBytes(StandardCharsets.UTF_8));
        if (!right) {
            throw new UserException(
                    ErrorCode.NOT_ALLOWED,
                    "This address to create the administrator was used or has run out. Restart the server without"
                            + " accounts to get a new one, or sign in.");
        }
        add(name, password, Caller.Role.ADMINISTRATOR);
        setupToken = null;
        return signIn(name, password, "setup");
    }

    /**
     * @param from where the try comes from; tries are counted by name and place
     * @throws UserException SIGN_IN_FAILED, TOO_MANY_TRIES
     */
    Started signIn(String name, String password, String from) {
        String who = name.toLowerCase(java.util.Locale.ROOT) + " " + from;
        throttle.check(who);
        Optional<AccountRepository.Stored> stored =
                database.inTransaction(connection -> accounts.find(connection, name));
        // an unknown name takes as long as a wrong password, so that names cannot be found out by the clock
        boolean right = Passwords.matches(
                password, stored.map(AccountRepository.Stored::passwordHash).orElseGet(Passwords::ofNobody));
        if (!right || stored.isEmpty()) {
            throttle.failed(who);
            throw new UserException(
                    ErrorCode.SIGN_IN_FAILED, "Name and password do not go together. Check both and try again.");
        }
        throttle.succeeded(who);
        Account account = stored.get().account();
        String cookie = Secrets.token();
        String pageToken = Secrets.token();
        Instant now = clock.instant();
        database.act(connection -> {
            accounts.removeExpired(connection, now);
            accounts.addSignIn(connection, Secrets.hash(cookie), account.id(), pageToken, now.plus(SIGNED_IN_FOR));
        });
        return new Started(account, cookie, pageToken);
    }

    Optional<AccountRepository.SignIn> signedIn(String cookie) {
        return database.inTransaction(
                connection -> accounts.findSignIn(connection, Secrets.hash(cookie), clock.instant()));
    }

    void signOut(String cookie) {
        database.act(connection -> {
            accounts.removeSignIn(connection, Secrets.hash(cookie));
        });
    }

    Optional<Account> byToken(String token) {
        return database.inTransaction(connection -> accounts.findByToken(connection, Secrets.hash(token)));
    }

    /** @throws UserException CONFLICT when the name is taken, INVALID_REQUEST for a password that is too short */
    void add(String name, String password, Caller.Role role) {
        requireGood(password);
        String hash = Passwords.hash(password);
        boolean added =
                database.change(connection -> accounts.add(connection, name.strip(), hash, role, clock.instant()));
        if (!added) {
            throw new UserException(
                    ErrorCode.CONFLICT, "There is already an account named " + UserException.quote(name) + ".");
        }
    }

    void setPassword(long id, String password) {
        requireGood(password);
        String hash = Passwords.hash(password);
        boolean known = database.change(connection -> {
            accounts.removeSignIns(connection, id);
            return accounts.setPassword(connection, id, hash);
        });
        if (!known) {
            throw new UserException(ErrorCode.NOT_FOUND, "There is no such account.");
        }
    }

    private static void requireGood(String password) {
        if (password.length() < Passwords.SHORTEST || password.length() > Passwords.LONGEST) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST,
                    "A password needs " + Passwords.SHORTEST + " to " + Passwords.LONGEST
                            + " characters. A few words in a row are a good one.");
        }
    }

    List<Account> list() {
        return database.inTransaction(accounts::list);
    }

    /** @return the token, which is shown once and never again */
    String addToken(long accountId, String label) {
        String token = Secrets.token();
        database.act(connection -> {
            accounts.addToken(connection, Secrets.id(), accountId, label, Secrets.hash(token), clock.instant());
        });
        return token;
    }

    List<AccountRepository.Token> tokens(long accountId) {
        return database.inTransaction(connection -> accounts.listTokens(connection, accountId));
    }

    void removeToken(long accountId, String id) {
        if (!database.change(connection -> accounts.removeToken(connection, accountId, id))) {
            throw new UserException(ErrorCode.NOT_FOUND, "There is no such token.");
        }
    }
}
