package keensparrow.server.account;

import io.javalin.http.Context;
import java.time.Instant;
import java.util.List;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.http.Caller;
import keensparrow.server.http.Requests;
import org.jspecify.annotations.Nullable;

/** Signing in and out, accounts, tokens. */
public final class AccountRoutes {
    private final AccountService service;

    public AccountRoutes(AccountService service) {
        this.service = service;
    }

    record SetupRequest(
            @Nullable String token,
            @Nullable String name,
            @Nullable String password) {}

    record SignInRequest(@Nullable String name, @Nullable String password) {}

    record AccountRequest(@Nullable String name, @Nullable String password, Caller.@Nullable Role role) {}

    record PasswordRequest(@Nullable String password) {}

    record TokenRequest(@Nullable String label) {}

    record TokenMade(String token) {}

    record TokenItem(String id, String label, Instant createdAt) {}

    record Tokens(List<TokenItem> tokens) {}

    record Accounts(List<Account> accounts) {}

    /** @param pageToken to send back as X-Page-Token with every call that changes something */
    record Session(
            boolean signedIn,
            String name,
            Caller.Role role,
            @Nullable String pageToken) {}

    public void add(Api api) {
        api.post(
                "/api/setup",
                Access.ENTRANCE,
                "Create the first administrator",
                SetupRequest.class,
                Session.class,
                this::setUp);
        api.get("/api/session", Access.ANYONE, "Who is signed in", Session.class, this::session);
        api.post("/api/session", Access.ENTRANCE, "Sign in", SignInRequest.class, Session.class, this::signIn);
        api.delete("/api/session", Access.ANYONE, "Sign out", this::signOut);
        api.get(
                "/api/accounts",
                Access.ADMINISTRATOR,
                "All accounts",
                Accounts.class,
                (ctx, caller) -> ctx.json(new Accounts(service.list())));
        api.post("/api/accounts", Access.ADMINISTRATOR, "Add an account", AccountRequest.class, null, this::addAccount);
        api.put(
                "/api/accounts/{id}/password",
                Access.ADMINISTRATOR,
                "Set a password",
                PasswordRequest.class,
                null,
                this::setPassword);
        api.get(
                "/api/tokens",
                Access.SIGNED_IN,
                "Your tokens for other programs",
                Tokens.class,
                (ctx, caller) -> ctx.json(tokens(caller)));
        api.post(
                "/api/tokens",
                Access.SIGNED_IN,
                "Make a token; it is shown once",
                TokenRequest.class,
                TokenMade.class,
                this::addToken);
        api.delete("/api/tokens/{id}", Access.SIGNED_IN, "Remove a token", (ctx, caller) -> {
            service.removeToken(caller.id(), ctx.pathParam("id"));
            ctx.status(204);
        });
    }

    private void setUp(Context ctx, Caller caller) {
        SetupRequest request = Requests.body(ctx, SetupRequest.class);
        started(
                ctx,
                service.setUp(
                        Requests.required(request.token(), "The token"),
                        Requests.name(request.name(), "The name", 80),
                        Requests.required(request.password(), "The password")));
    }

    private void signIn(Context ctx, Caller caller) {
        SignInRequest request = Requests.body(ctx, SignInRequest.class);
        started(
                ctx,
                service.signIn(
                        Requests.name(request.name(), "The name", 80),
                        Requests.required(request.password(), "The password"),
                        ctx.ip()));
    }

    private static void started(Context ctx, AccountService.Started started) {
        Sessions.start(ctx, started.cookie());
        Account account = started.account();
        ctx.json(new Session(true, account.name(), account.role(), started.pageToken()));
    }

    private void session(Context ctx, Caller caller) {
        String cookie = ctx.cookie(Sessions.COOKIE);
        String pageToken = cookie == null
                ? null
                : service.signedIn(cookie)
                        .map(AccountRepository.SignIn::pageToken)
                        .orElse(null);
        ctx.json(new Session(caller.isSignedIn(), caller.name(), caller.role(), pageToken));
    }

    private void signOut(Context ctx, Caller caller) {
        String cookie = ctx.cookie(Sessions.COOKIE);
        if (cookie != null) {
            service.signOut(cookie);
        }
        Sessions.end(ctx);
        ctx.status(204);
    }

    private void addAccount(Context ctx, Caller caller) {
        AccountRequest request = Requests.body(ctx, AccountRequest.class);
        service.add(
                Requests.name(request.name(), "The name", 80),
                Requests.required(request.password(), "The password"),
                Requests.present(request.role(), "The role"));
        ctx.status(204);
    }

    private void setPassword(Context ctx, Caller caller) {
        PasswordRequest request = Requests.body(ctx, PasswordRequest.class);
        long id = ctx.pathParamAsClass("id", Long.class).get();
        service.setPassword(id, Requests.required(request.password(), "The password"));
        ctx.status(204);
    }

    private Tokens tokens(Caller caller) {
        return new Tokens(service.tokens(caller.id()).stream()
                .map(token -> new TokenItem(token.id(), token.label(), token.createdAt()))
                .toList());
    }

    private void addToken(Context ctx, Caller caller) {
        String label = Requests.name(Requests.body(ctx, TokenRequest.class).label(), "The label", 120);
        ctx.json(new TokenMade(service.addToken(caller.id(), label)));
    }
}
