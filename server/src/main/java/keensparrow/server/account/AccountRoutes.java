package keensparrow.server.account;

import io.javalin.http.Context;
import java.time.Instant;
import java.util.List;
import keensparrow.core.words.Words;
import keensparrow.server.audit.AuditAction;
import keensparrow.server.audit.AuditLog;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.http.Caller;
import keensparrow.server.http.Requests;
import org.jspecify.annotations.Nullable;

/** Signing in and out, and what everybody does with their own account: password, sign-ins, tokens. */
public final class AccountRoutes {
    private final AccountService service;
    private final AuditLog audit;

    public AccountRoutes(AccountService service, AuditLog audit) {
        this.service = service;
        this.audit = audit;
    }

    record SetupRequest(
            @Nullable String token,
            @Nullable String name,
            @Nullable String password) {}

    record SignInRequest(@Nullable String name, @Nullable String password) {}

    record PasswordRequest(
            @Nullable String current, @Nullable String password) {}

    /** @param days it holds for; 90 when null */
    record TokenRequest(@Nullable String label, @Nullable Integer days) {}

    record TokenMade(String token) {}

    /** @param usedAt to the hour; null while it was not used */
    record TokenItem(
            String id,
            String label,
            Instant createdAt,
            Instant expiresAt,
            @Nullable Instant usedAt) {}

    record Tokens(List<TokenItem> tokens) {}

    /** @param device what the browser calls itself, @param here whether it is the one that asks */
    record SignInItem(String id, String device, Instant startedAt, Instant expiresAt, boolean here) {}

    record SignIns(List<SignInItem> sessions) {}

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
        api.put(
                "/api/account/password",
                Access.SIGNED_IN,
                "Change your own password; your other sign-ins and your tokens end",
                PasswordRequest.class,
                null,
                this::changePassword);
        api.get("/api/account/sessions", Access.SIGNED_IN, "Where you are signed in", SignIns.class, this::signIns);
        api.delete("/api/account/sessions", Access.SIGNED_IN, "End your other sign-ins", (ctx, caller) -> {
            service.endOtherSignIns(caller.id(), here(ctx));
            audit.note(ctx, caller, AuditAction.SESSION_ENDED, Words.say("server.account.allOthers"));
            ctx.status(204);
        });
        api.delete("/api/account/sessions/{id}", Access.SIGNED_IN, "End one of your sign-ins", (ctx, caller) -> {
            service.endSignIn(caller.id(), ctx.pathParam("id"));
            audit.note(ctx, caller, AuditAction.SESSION_ENDED, "");
            ctx.status(204);
        });
        api.get(
                "/api/tokens",
                Access.SIGNED_IN,
                "Your tokens for other programs",
                Tokens.class,
                (ctx, caller) -> ctx.json(tokens(service.tokens(caller.id()))));
        api.post(
                "/api/tokens",
                Access.SIGNED_IN,
                "Make a token; it is shown once",
                TokenRequest.class,
                TokenMade.class,
                this::addToken);
        api.delete("/api/tokens/{id}", Access.SIGNED_IN, "Remove a token", (ctx, caller) -> {
            service.removeToken(caller.id(), ctx.pathParam("id"));
            audit.note(ctx, caller, AuditAction.TOKEN_ENDED, "");
            ctx.status(204);
        });
    }

    private void setUp(Context ctx, Caller caller) {
        Sessions.requireOwnPage(ctx);
        SetupRequest request = Requests.body(ctx, SetupRequest.class);
        started(
                ctx,
                service.setUp(
                        Requests.required(request.token(), Words.say("server.account.theToken")),
                        Requests.name(request.name(), Words.say("server.account.theName"), 80),
                        Requests.required(request.password(), Words.say("server.account.thePassword")),
                        ctx.ip(),
                        device(ctx)));
    }

    private static String device(Context ctx) {
        String agent = ctx.userAgent();
        return agent == null ? "" : agent;
    }

    /** Id of the sign-in that asks; null for programs. */
    private @Nullable String here(Context ctx) {
        String cookie = ctx.cookie(Sessions.COOKIE);
        return cookie == null
                ? null
                : service.signedIn(cookie).map(SessionRepository.SignIn::id).orElse(null);
    }

    private void signIn(Context ctx, Caller caller) {
        Sessions.requireOwnPage(ctx);
        SignInRequest request = Requests.body(ctx, SignInRequest.class);
        started(
                ctx,
                service.signIn(
                        Requests.name(request.name(), Words.say("server.account.theName"), 80),
                        Requests.required(request.password(), Words.say("server.account.thePassword")),
                        ctx.ip(),
                        device(ctx)));
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
                        .map(SessionRepository.SignIn::pageToken)
                        .orElse(null);
        ctx.json(new Session(caller.isSignedIn(), caller.name(), caller.role(), pageToken));
    }

    private void signOut(Context ctx, Caller caller) {
        String cookie = ctx.cookie(Sessions.COOKIE);
        if (cookie != null) {
            service.signOut(cookie);
            if (caller.isSignedIn()) {
                audit.note(ctx, caller, AuditAction.SIGNED_OUT, "");
            }
        }
        Sessions.end(ctx);
        ctx.status(204);
    }

    private void changePassword(Context ctx, Caller caller) {
        PasswordRequest request = Requests.body(ctx, PasswordRequest.class);
        service.changePassword(
                new Account(caller.id(), caller.name(), caller.role(), false),
                Requests.required(request.current(), Words.say("server.account.yourPresentPassword")),
                Requests.required(request.password(), Words.say("server.account.theNewPassword")),
                here(ctx),
                ctx.ip());
        audit.note(ctx, caller, AuditAction.PASSWORD_CHANGED, "");
        ctx.status(204);
    }

    private void signIns(Context ctx, Caller caller) {
        String here = here(ctx);
        ctx.json(new SignIns(service.signIns(caller.id()).stream()
                .map(one -> new SignInItem(
                        one.id(),
                        one.device(),
                        one.startedAt(),
                        one.expiresAt(),
                        one.id().equals(here)))
                .toList()));
    }

    static Tokens tokens(List<SessionRepository.Token> tokens) {
        return new Tokens(tokens.stream()
                .map(token ->
                        new TokenItem(token.id(), token.label(), token.createdAt(), token.expiresAt(), token.usedAt()))
                .toList());
    }

    private void addToken(Context ctx, Caller caller) {
        TokenRequest request = Requests.body(ctx, TokenRequest.class);
        String label = Requests.name(request.label(), Words.say("server.account.theLabel"), 120);
        int days = request.days() == null ? AccountService.USUAL_TOKEN_DAYS : request.days();
        String token = service.addToken(caller.id(), label, days);
        audit.note(ctx, caller, AuditAction.TOKEN_MADE, label);
        ctx.json(new TokenMade(token));
    }
}
