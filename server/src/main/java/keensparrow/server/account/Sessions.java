package keensparrow.server.account;

import io.javalin.http.Context;
import io.javalin.http.Cookie;
import io.javalin.http.HandlerType;
import io.javalin.http.SameSite;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Locale;
import java.util.Optional;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.server.http.Api;
import keensparrow.server.http.Caller;
import org.jspecify.annotations.Nullable;

/** Finds out who calls: by bearer token for programs, by cookie for browsers. */
public final class Sessions implements Api.Identity {
    static final String COOKIE = "sparrow";
    static final String PAGE_TOKEN = "X-Page-Token";
    private static final String BEARER = "Bearer ";

    private final AccountService accounts;

    public Sessions(AccountService accounts) {
        this.accounts = accounts;
    }

    @Override
    public Caller of(Context ctx) {
        String authorization = ctx.header("Authorization");
        if (authorization != null && authorization.startsWith(BEARER)) {
            Account account = accounts.byToken(authorization.substring(BEARER.length()))
                    .orElseThrow(() ->
                            new UserException(ErrorCode.SIGN_IN_NEEDED, Text.of("server.account.thisTokenIsNotKnown")));
            return caller(account);
        }
        String cookie = ctx.cookie(COOKIE);
        if (cookie == null) {
            return Caller.NOBODY;
        }
        Optional<SessionRepository.SignIn> signIn = accounts.signedIn(cookie);
        if (signIn.isEmpty()) {
            return Caller.NOBODY;
        }
        boolean reads = ctx.method() == HandlerType.GET || ctx.method() == HandlerType.HEAD;
        if (!reads && !same(signIn.get().pageToken(), ctx.header(PAGE_TOKEN))) {
            throw new UserException(ErrorCode.NOT_ALLOWED, Text.of("server.account.thisPageIsOlderThan"));
        }
        return caller(signIn.get().account());
    }

    /**
     * Signing in comes from our own pages, or from a program: a page of another site must not sign a visitor in under a
     * name of its choice.
     *
     * @throws UserException NOT_ALLOWED
     */
    static void requireOwnPage(Context ctx) {
        String type = ctx.header("Content-Type");
        String site = ctx.header("Sec-Fetch-Site");
        boolean json = type != null && type.toLowerCase(Locale.ROOT).startsWith("application/json");
        boolean own = site == null || site.equals("same-origin") || site.equals("none");
        if (!json || !own || !isOwnOrigin(ctx)) {
            throw new UserException(ErrorCode.NOT_ALLOWED, Text.of("server.account.signingInTakesJsonFrom"));
        }
    }

    /** Browsers name where a call comes from; behind a proxy the host is the one it was asked for. */
    private static boolean isOwnOrigin(Context ctx) {
        String origin = ctx.header("Origin");
        if (origin == null) {
            return true;
        }
        String forwarded = ctx.header("X-Forwarded-Host");
        String host = forwarded == null ? ctx.host() : forwarded;
        return origin.substring(origin.indexOf("//") + 2).equalsIgnoreCase(host);
    }

    private static boolean same(String expected, @Nullable String given) {
        return given != null
                && MessageDigest.isEqual(
                        expected.getBytes(StandardCharsets.UTF_8), given.getBytes(StandardCharsets.UTF_8));
    }

    private static Caller caller(Account account) {
        return new Caller(account.id(), account.name(), account.role());
    }

    static void start(Context ctx, String cookie) {
        int seconds = (int) AccountService.SIGNED_IN_FOR.toSeconds();
        ctx.cookie(new Cookie(COOKIE, cookie, "/", seconds, isSecure(ctx), true, null, SameSite.LAX));
    }

    static void end(Context ctx) {
        ctx.cookie(new Cookie(COOKIE, "", "/", 0, isSecure(ctx), true, null, SameSite.LAX));
    }

    /** Behind a proxy that speaks https the cookie must not travel over http. */
    private static boolean isSecure(Context ctx) {
        return ctx.scheme().equals("https") || "https".equals(ctx.header("X-Forwarded-Proto"));
    }
}
