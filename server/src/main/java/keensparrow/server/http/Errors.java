package keensparrow.server.http;

import com.fasterxml.jackson.core.JsonProcessingException;
import io.javalin.config.JavalinConfig;
import io.javalin.http.Context;
import io.javalin.http.HttpResponseException;
import java.io.EOFException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.UnsupportedCharsetException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.server.store.DataFolder;
import keensparrow.server.store.StoreException;
import org.eclipse.jetty.io.EofException;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The one place where failures become answers: problem details after RFC 9457, with nothing of the inside. */
public final class Errors {
    private static final Logger LOG = LoggerFactory.getLogger(Errors.class);
    private static final int CLIENT_GONE = 499; // as proxies write it to their logs
    private static final List<String> GONE =
            List.of("Broken pipe", "Connection reset", "Closed", "closed", "too slow", "Idle timeout");

    private Errors() {}

    /** @param type a name under which the failure is described in docs/http.md */
    public record Problem(String type, String title, int status, String detail, String code) {}

    public static void register(JavalinConfig config) {
        config.routes.exception(UserException.class, (e, ctx) -> answer(ctx, e));
        config.routes.exception(JsonProcessingException.class, (e, ctx) -> answer(ctx, Requests.unreadable(e)));
        config.routes.exception(EOFException.class, (e, ctx) -> ctx.status(400)); // the caller has gone
        config.routes.exception(StoreException.class, (e, ctx) -> {
            LOG.error("{} {}", ctx.method(), ctx.path(), e);
            write(ctx, 503, "STORE_FAILED", Words.say("server.http.theServerCannotReachIts"));
        });
        config.routes.exception(HttpResponseException.class, (e, ctx) -> framework(ctx, e));
        config.routes.exception(
                UnsupportedCharsetException.class,
                (e, ctx) -> answer(
                        ctx,
                        new UserException(ErrorCode.INVALID_REQUEST, Text.of("server.http.theCharacterSetOfThe"))));
        config.routes.exception(IOException.class, (e, ctx) -> failed(ctx, e, e));
        config.routes.exception(UncheckedIOException.class, (e, ctx) -> failed(ctx, e, e.getCause()));
        config.routes.exception(Exception.class, (e, ctx) -> fault(ctx, e));
    }

    /** Who leaves before the answer is there, or reads too slowly, is no fault of ours. */
    private static void failed(Context ctx, Exception thrown, @Nullable Throwable why) {
        String message = String.valueOf(why == null ? null : why.getMessage());
        boolean gone = why instanceof EofException
                || why instanceof EOFException
                || GONE.stream().anyMatch(message::contains);
        if (gone) {
            LOG.debug("{} {}: the caller has gone: {}", ctx.method(), ctx.path(), message);
            ctx.status(CLIENT_GONE);
        } else if (DataFolder.diskFailure(new IOException(message)) instanceof UserException full) {
            answer(ctx, full);
        } else {
            fault(ctx, thrown);
        }
    }

    private static void fault(Context ctx, Exception e) {
        LOG.error("{} {}", ctx.method(), ctx.path(), e);
        write(ctx, 500, "INTERNAL", Words.say("server.http.somethingWentWrongOnThe"));
    }

    /** A failure that the web server finds by itself, as JSON. */
    static String ofWebServer(int status) {
        return Json.write(problem(
                status,
                status == 404 ? "NOT_FOUND" : "INVALID_REQUEST",
                detail(status, Words.say("server.http.thisCall"))));
    }

    private static void framework(Context ctx, HttpResponseException e) {
        String detail = detail(e.getStatus(), String.valueOf(ctx.method()));
        write(ctx, e.getStatus(), e.getStatus() == 404 ? "NOT_FOUND" : "INVALID_REQUEST", detail);
    }

    private static String detail(int status, String method) {
        return switch (status) {
            case 404 -> Words.say("server.http.thereIsNothingAtThis");
            case 405 -> Words.say("server.http.thisAddressDoesNotTake", "method", method);
            case 408 -> Words.say("server.http.theRequestTookTooLong");
            case 413 -> Words.say("server.http.theRequestIsLargerThan");
            case 414, 431 -> Words.say("server.http.theAddressOrTheHeaders");
            case 429, 503 -> Words.say("server.http.theServerHasTooMuch");
            case 500 -> Words.say("server.http.somethingWentWrongOnThe2");
            default -> Words.say("server.http.theRequestCannotBeAnswered");
        };
    }

    public static void answer(Context ctx, UserException e) {
        int status = status(e.code());
        Map<String, Object> problem = problem(status, e.code().name(), e.text());
        e.span().ifPresent(span -> problem.put("span", span));
        write(ctx, status, problem);
    }

    private static void write(Context ctx, int status, String code, String detail) {
        write(ctx, status, problem(status, code, detail));
    }

    private static void write(Context ctx, int status, Map<String, Object> problem) {
        if (!ctx.res().isCommitted()) {
            ctx.status(status);
            ctx.result(Json.write(problem));
            ctx.contentType("application/problem+json");
        }
    }

    private static Map<String, Object> problem(int status, String code, String detail) {
        Map<String, Object> problem = new LinkedHashMap<>();
        problem.put(
                "type",
                "urn:keensparrow:" + code.toLowerCase(java.util.Locale.ROOT).replace('_', '-'));
        problem.put("title", title(status));
        problem.put("status", status);
        problem.put("detail", detail);
        problem.put("code", code);
        return problem;
    }

    private static String title(int status) {
        return switch (status) {
            case 400 -> Words.say("server.http.notUnderstood");
            case 401 -> Words.say("server.http.signInNeeded");
            case 403 -> Words.say("server.http.notAllowed");
            case 404 -> Words.say("server.http.notFound");
            case 409 -> Words.say("server.http.changedMeanwhile");
            case 413 -> Words.say("server.http.tooLarge");
            case 422 -> Words.say("server.http.doesNotFit");
            case 429 -> Words.say("server.http.tooManyTries");
            case 500, 503 -> Words.say("server.http.serverTrouble");
            case 507 -> Words.say("server.http.noRoom");
            default -> Words.say("server.http.notAnswered");
        };
    }

    static int status(ErrorCode code) {
        return switch (code) {
            case INVALID_REQUEST, UPLOAD_INCOMPLETE -> 400;
            case SIGN_IN_NEEDED, SIGN_IN_FAILED -> 401;
            case NOT_ALLOWED -> 403;
            case NOT_FOUND -> 404;
            case CONFLICT, CANCELLED -> 409;
            case FILE_TOO_LARGE -> 413;
            case TOO_MANY_TRIES -> 429;
            case DISK_FULL, MEMORY_FULL -> 507;
            default -> 422;
        };
    }
}
