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
import keensparrow.core.words.Text;
import keensparrow.server.audit.AuditAction;
import keensparrow.server.audit.AuditLog;
import keensparrow.server.http.Caller;
import keensparrow.server.store.Database;
import keensparrow.server.store.Secrets;
import org.jspecify.annotations.Nullable;

/** Who people are: accounts, signing in and out, tokens for programs, and the first administrator. */
public final class AccountService {
    static final Duration SIGNED_IN_FOR = Duration.ofDays(14);
    static final int USUAL_TOKEN_DAYS = 90;

    private static final int MAX_TOKEN_DAYS = 365;
    private static final int MAX_TOKENS = 50;
    private static final int MAX_DEVICE = 300;
    private static final Duration USE_KEPT_TO = Duration.ofHours(1);

    private final Database database;
    private final Clock clock;
    private final Throttle throttle;
    private final AuditLog audit;
    private final PeopleService people;
    private final Passwords passwords;
    private final AccountRepository accounts = new AccountRepository();
    private final SessionRepository sessions = new SessionRepository();
    private volatile @Nullable String setupToken;

    public AccountService(Database database, PeopleService people, Passwords passwords, AuditLog audit, Clock clock) {
        this.passwords = passwords;
        this.database = database;
        this.people = people;
        this.audit = audit;
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
    synchronized Started setUp(String token, String name, String password, String address, String device) {
        String expected = setupToken;
        boolean right = expected != null
                && MessageDigest.isEqual(
                        expected.getBytes(StandardCharsets.UTF_8), token.getBytes(StandardCharsets.UTF_8));
        if (!right) {
            throw new UserException(ErrorCode.NOT_ALLOWED, Text.of("server.account.thisAddressToCreateThe"));
        }
        people.add(name, password, Caller.Role.ADMINISTRATOR);
        setupToken = null;
        return signIn(name, password, address, device);
    }

    /**
     * @param address where the try comes from, @param device what the browser calls itself
     * @throws UserException SIGN_IN_FAILED, TOO_MANY_TRIES; NOT_ALLOWED for a disabled account
     */
    Started signIn(String name, String password, String address, String device) {
        throttle.begin(name, address);
        Optional<AccountRepository.Stored> stored =
                database.inTransaction(connection -> accounts.find(connection, name));
        // an unknown name takes as long as a wrong password, so that names cannot be found out by the clock
        boolean right = Passwords.matches(
                password, stored.map(AccountRepository.Stored::passwordHash).orElseGet(passwords::ofNobody));
        if (!right || stored.isEmpty()) {
            audit.note(null, name, address, AuditAction.SIGN_IN_REFUSED, "");
            throw new UserException(ErrorCode.SIGN_IN_FAILED, Text.of("server.account.nameAndPasswordDoNot"));
        }
        throttle.succeeded(name, address);
        Account account = stored.get().account();
        if (account.disabled()) {
            audit.note(account.id(), account.name(), address, AuditAction.SIGN_IN_REFUSED, "disabled");
            throw new UserException(ErrorCode.NOT_ALLOWED, Text.of("server.account.thisAccountIsDisabledAsk"));
        }
        String cookie = Secrets.token();
        String pageToken = Secrets.token();
        Instant now = clock.instant();
        database.act(connection -> {
            sessions.removeExpired(connection, now);
            sessions.addSignIn(
                    connection,
                    Secrets.id(),
                    Secrets.hash(cookie),
                    account.id(),
                    pageToken,
                    device.length() > MAX_DEVICE ? device.substring(0, MAX_DEVICE) : device,
                    now,
                    now.plus(SIGNED_IN_FOR));
        });
        audit.note(account.id(), account.name(), address, AuditAction.SIGNED_IN, "");
        return new Started(account, cookie, pageToken);
    }

    Optional<SessionRepository.SignIn> signedIn(String cookie) {
        return database.inTransaction(
                connection -> sessions.findSignIn(connection, Secrets.hash(cookie), clock.instant()));
    }

    /** Browsers signed in at the moment. */
    public int signInCount() {
        return database.inTransaction(connection -> sessions.count(connection, clock.instant()));
    }

    void signOut(String cookie) {
        database.act(connection -> {
            sessions.removeSignIn(connection, Secrets.hash(cookie));
        });
    }

    /** Whom a token lets in; when it was used is kept to the hour. */
    Optional<Account> byToken(String token) {
        Instant now = clock.instant();
        Optional<SessionRepository.Bearer> bearer =
                database.inTransaction(connection -> sessions.findToken(connection, Secrets.hash(token), now));
        bearer.filter(known -> known.usedAt() == null || known.usedAt().isBefore(now.minus(USE_KEPT_TO)))
                .ifPresent(known -> database.note(connection -> sessions.setUsed(connection, known.tokenId(), now)));
        return bearer.map(SessionRepository.Bearer::account);
    }

    /**
     * Everybody's own password; whoever else is signed in as them has to sign in again, and their tokens end.
     *
     * @param kept id of the sign-in that stays; null for none
     */
    void changePassword(Account account, String current, String next, @Nullable String kept, String address) {
        requireGood(next);
        throttle.begin(account.name(), address);
        String stored = database.inTransaction(connection -> accounts.find(connection, account.id()))
                .map(AccountRepository.Stored::passwordHash)
                .orElseGet(passwords::ofNobody);
        if (!Passwords.matches(current, stored)) {
            throw new UserException(ErrorCode.SIGN_IN_FAILED, Text.of("server.account.thisIsNotYourPresent"));
        }
        throttle.succeeded(account.name(), address);
        String hash = passwords.hash(next);
        database.act(connection -> {
            accounts.setPassword(connection, account.id(), hash);
            sessions.removeSignIns(connection, account.id(), kept);
            sessions.removeTokens(connection, account.id());
        });
    }

    static void requireGood(String password) {
        if (password.length() < Passwords.SHORTEST || password.length() > Passwords.MAX_LENGTH) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST,
                    Text.of(
                            "server.account.aPasswordNeedsToCharacters",
                            "shortest",
                            Passwords.SHORTEST,
                            "maxLength",
                            Passwords.MAX_LENGTH));
        }
    }

    List<SessionRepository.Listed> signIns(long accountId) {
        return database.inTransaction(connection -> sessions.signIns(connection, accountId, clock.instant()));
    }

    void endSignIn(long accountId, String id) {
        if (!database.change(connection -> sessions.removeSignIn(connection, accountId, id))) {
            throw new UserException(ErrorCode.NOT_FOUND, Text.of("server.account.thereIsNoSuchSign"));
        }
    }

    void endOtherSignIns(long accountId, @Nullable String kept) {
        database.act(connection -> {
            sessions.removeSignIns(connection, accountId, kept);
        });
    }

    /** @return the token, which is shown once and never again */
    String addToken(long accountId, String label, int days) {
        if (days < 1 || days > MAX_TOKEN_DAYS) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST,
                    Text.of("server.account.aTokenHoldsFor1", "maxTokenDays", MAX_TOKEN_DAYS));
        }
        String token = Secrets.token();
        Instant now = clock.instant();
        database.act(connection -> {
            if (sessions.tokens(connection, accountId, now).size() >= MAX_TOKENS) {
                throw new UserException(
                        ErrorCode.INVALID_REQUEST,
                        Text.of("server.account.youHaveTokensEndOne", "maxTokens", MAX_TOKENS));
            }
            sessions.addToken(
                    connection,
                    Secrets.id(),
                    accountId,
                    label,
                    Secrets.hash(token),
                    now,
                    now.plus(Duration.ofDays(days)));
        });
        return token;
    }

    List<SessionRepository.Token> tokens(long accountId) {
        return database.inTransaction(connection -> sessions.tokens(connection, accountId, clock.instant()));
    }

    void removeToken(long accountId, String id) {
        if (!database.change(connection -> sessions.removeToken(connection, accountId, id))) {
            throw new UserException(ErrorCode.NOT_FOUND, Text.of("server.account.thereIsNoSuchToken"));
        }
    }
}
