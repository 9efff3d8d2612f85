package keensparrow.server.account;

import java.sql.Connection;
import java.sql.SQLException;
import java.time.Clock;
import java.util.List;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.server.http.Caller;
import keensparrow.server.store.Database;
import org.jspecify.annotations.Nullable;

/** What administrators do with accounts. There is always one administrator left that can sign in. */
public final class PeopleService {
    private final Database database;
    private final Passwords passwords;
    private final Clock clock;
    private final AccountRepository accounts = new AccountRepository();
    private final SessionRepository sessions = new SessionRepository();

    public PeopleService(Database database, Passwords passwords, Clock clock) {
        this.database = database;
        this.passwords = passwords;
        this.clock = clock;
    }

    List<AccountRepository.Summary> list() {
        return database.inTransaction(connection -> accounts.list(connection, clock.instant()));
    }

    /** @throws UserException CONFLICT when the name is taken, INVALID_REQUEST for a password that is too short */
    void add(String name, String password, Caller.Role role) {
        AccountService.requireGood(password);
        String hash = passwords.hash(password);
        boolean added =
                database.change(connection -> accounts.add(connection, name.strip(), hash, role, clock.instant()));
        if (!added) {
            throw new UserException(
                    ErrorCode.CONFLICT,
                    Text.of("server.account.thereIsAlreadyAnAccount", "name", UserException.quote(name)));
        }
    }

    /** Gives another role, disables or enables. Disabled, nobody is signed in as them any more and their tokens end. */
    Account change(long id, Caller.@Nullable Role role, @Nullable Boolean disabled) {
        return database.change(connection -> {
            Account account = known(connection, id);
            Caller.Role nextRole = role == null ? account.role() : role;
            boolean nextDisabled = disabled == null ? account.disabled() : disabled;
            if (nextRole != Caller.Role.ADMINISTRATOR || nextDisabled) {
                requireAnotherAdministrator(connection, account);
            }
            accounts.change(connection, id, nextRole, nextDisabled);
            if (nextDisabled) {
                endAll(connection, id);
            }
            return account;
        });
    }

    /** Sets a password, as for someone who forgot theirs: their sign-ins and tokens end. */
    Account setPassword(long id, String password) {
        AccountService.requireGood(password);
        String hash = passwords.hash(password);
        return database.change(connection -> {
            Account account = known(connection, id);
            endAll(connection, id);
            accounts.setPassword(connection, id, hash);
            return account;
        });
    }

    /**
     * Removes an account for good.
     *
     * @param heir whom its apps, datasets and connections go to; may be null where there is none
     * @throws UserException CONFLICT when there is something to hand over and no heir
     */
    Account remove(long id, @Nullable Long heir) {
        return database.change(connection -> {
            Account account = known(connection, id);
            requireAnotherAdministrator(connection, account);
            if (heir != null) {
                Account to = known(connection, heir);
                if (heir == id || to.role() == Caller.Role.READER) {
                    throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("server.account.appsCanBeHandedTo"));
                }
                accounts.handOver(connection, id, heir);
            } else if (accounts.ownsAnything(connection, id)) {
                throw new UserException(
                        ErrorCode.CONFLICT,
                        Text.of(
                                "server.account.hasAppsDatasetsOrConnections",
                                "account",
                                UserException.quote(account.name())));
            }
            accounts.removeLeftovers(connection, id);
            accounts.remove(connection, id);
            return account;
        });
    }

    List<SessionRepository.Token> tokens(long id) {
        return database.inTransaction(connection -> {
            known(connection, id);
            return sessions.tokens(connection, id, clock.instant());
        });
    }

    Account removeToken(long id, String tokenId) {
        return database.change(connection -> {
            Account account = known(connection, id);
            if (!sessions.removeToken(connection, id, tokenId)) {
                throw new UserException(ErrorCode.NOT_FOUND, Text.of("server.account.thereIsNoSuchToken"));
            }
            return account;
        });
    }

    private void endAll(Connection connection, long id) throws SQLException {
        sessions.removeSignIns(connection, id, null);
        sessions.removeTokens(connection, id);
    }

    private Account known(Connection connection, long id) throws SQLException {
        return accounts.find(connection, id)
                .map(AccountRepository.Stored::account)
                .orElseThrow(
                        () -> new UserException(ErrorCode.NOT_FOUND, Text.of("server.account.thereIsNoSuchAccount")));
    }

    private void requireAnotherAdministrator(Connection connection, Account account) throws SQLException {
        boolean needed = account.role() == Caller.Role.ADMINISTRATOR && !account.disabled();
        if (needed && accounts.otherAdministrators(connection, account.id()) == 0) {
            throw new UserException(ErrorCode.CONFLICT, Text.of("server.account.thisIsTheLastAdministrator"));
        }
    }
}
