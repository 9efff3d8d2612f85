package keensparrow.server.http;

import io.javalin.config.JavalinConfig;
import io.javalin.http.Context;
import io.javalin.http.Handler;
import io.javalin.http.HandlerType;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ThreadLocalRandom;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Formats;
import keensparrow.core.words.Text;
import org.jspecify.annotations.Nullable;
import org.slf4j.MDC;

/** The routes of the HTTP interface. Each says who may call it and what it takes and gives; that is also its description. */
public final class Api {
    private static final String READ = "/api/links/"; // what colleagues read

    private final List<Route> routes = new ArrayList<>();
    private final Identity identity;
    private final Observer observer;

    /** Finds out who calls. */
    public interface Identity {
        /**
         * @throws UserException NOT_ALLOWED when a call that changes something comes from a browser without the token
         *     that only our pages know
         */
        Caller of(Context ctx);
    }

    /** What a route does; the caller has been let through. */
    public interface Action {
        void run(Context ctx, Caller caller) throws Exception;
    }

    /** @param request body taken, null for none; @param response body given, null for none or a stream */
    public record Route(
            HandlerType method,
            String path,
            Access access,
            String summary,
            @Nullable Class<?> request,
            @Nullable Class<?> response,
            Action action) {}

    /** Is told of every call. */
    public interface Observer {
        void served(Route route, int status, long nanos);
    }

    public Api(Identity identity, Observer observer) {
        this.identity = identity;
        this.observer = observer;
    }

    public List<Route> routes() {
        return List.copyOf(routes);
    }

    public void get(String path, Access access, String summary, @Nullable Class<?> response, Action action) {
        routes.add(new Route(HandlerType.GET, path, access, summary, null, response, action));
    }

    /** A table as a file, in each form there is: the end of the address tells which. @param summary what is downloaded */
    public void getFiles(String path, Access access, String summary, Action action) {
        String same = Character.toLowerCase(summary.charAt(0)) + summary.substring(1);
        get(path + ".csv", access, summary, OpenApi.Csv.class, action);
        get(path + ".xlsx", access, "As a workbook: " + same, OpenApi.Workbook.class, action);
        get(path + ".ods", access, "As an OpenDocument workbook: " + same, OpenApi.OpenWorkbook.class, action);
        get(path + ".jsonl", access, "As JSON lines: " + same, OpenApi.JsonLines.class, action);
    }

    public void post(
            String path,
            Access access,
            String summary,
            @Nullable Class<?> request,
            @Nullable Class<?> response,
            Action action) {
        routes.add(new Route(HandlerType.POST, path, access, summary, request, response, action));
    }

    public void put(
            String path,
            Access access,
            String summary,
            @Nullable Class<?> request,
            @Nullable Class<?> response,
            Action action) {
        routes.add(new Route(HandlerType.PUT, path, access, summary, request, response, action));
    }

    public void delete(String path, Access access, String summary, Action action) {
        routes.add(new Route(HandlerType.DELETE, path, access, summary, null, null, action));
    }

    /** Puts the routes into the server. */
    public void register(JavalinConfig config) {
        for (Route route : routes) {
            Handler handler = ctx -> {
                long start = System.nanoTime();
                String id = Long.toHexString(ThreadLocalRandom.current().nextLong());
                ctx.header("X-Request-Id", id);
                MDC.put("request", id);
                int status = 0; // what was thrown says it otherwise
                boolean isRead = route.path().startsWith(READ); // elsewhere what is said may be stored
                Formats.readBy(isRead ? ctx.header("Accept-Language") : null);
                try {
                    Caller caller = route.access() == Access.ENTRANCE ? Caller.NOBODY : identity.of(ctx);
                    require(route.access(), caller);
                    route.action().run(ctx, caller);
                    status = ctx.statusCode();
                } catch (UserException e) {
                    status = Errors.status(e.code());
                    throw e;
                } finally {
                    Formats.readBy(null);
                    observer.served(route, status == 0 ? 500 : status, System.nanoTime() - start);
                }
            };
            config.routes.addHttpHandler(route.method(), route.path(), handler);
        }
    }

    private static void require(Access access, Caller caller) {
        if (access == Access.ANYONE || access == Access.ENTRANCE) {
            return;
        }
        caller.id();
        boolean allowed = switch (access) {
            case ADMINISTRATOR -> caller.role() == Caller.Role.ADMINISTRATOR;
            case AUTHOR -> caller.role() != Caller.Role.READER;
            default -> true;
        };
        if (!allowed) {
            throw new UserException(ErrorCode.NOT_ALLOWED, Text.of("server.http.yourAccountMayNotDo"));
        }
    }
}
