package keensparrow.server.source;

import io.javalin.http.Context;
import java.util.List;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.http.Caller;
import keensparrow.server.http.Requests;
import org.jspecify.annotations.Nullable;

/** Connections and the first rows of queries. */
public final class SourceRoutes {
    private static final int POSTGRESQL_PORT = 5432;

    private final QueryService service;

    public SourceRoutes(QueryService service) {
        this.service = service;
    }

    /** A connection without its secret, which never leaves the server. */
    record Item(String id, String name, ConnectionKind kind, String host, int port, String database, String username) {}

    record Connections(List<Item> connections) {}

    record ConnectionRequest(
            @Nullable String name,
            @Nullable ConnectionKind kind,
            @Nullable String host,
            @Nullable Integer port,
            @Nullable String database,
            @Nullable String username,
            @Nullable String password) {}

    record Added(String id) {}

    /** @param runId chosen by the caller, to stop the query by */
    record PreviewRequest(
            @Nullable String connectionId,
            @Nullable String sql,
            @Nullable String runId) {}

    public void add(Api api) {
        api.get("/api/connections", Access.AUTHOR, "Your connections to databases", Connections.class, this::list);
        api.post(
                "/api/connections",
                Access.AUTHOR,
                "Add a connection, tried at once",
                ConnectionRequest.class,
                Added.class,
                this::addConnection);
        api.delete("/api/connections/{id}", Access.AUTHOR, "Remove a connection", (ctx, caller) -> {
            service.remove(caller.id(), ctx.pathParam("id"));
            ctx.status(204);
        });
        api.post(
                "/api/queries",
                Access.AUTHOR,
                "The first rows of a query",
                PreviewRequest.class,
                QueryService.Preview.class,
                this::preview);
        api.delete("/api/queries/{runId}", Access.AUTHOR, "Stop a query", (ctx, caller) -> {
            service.cancel(caller.id(), ctx.pathParam("runId"));
            ctx.status(204);
        });
    }

    private void list(Context ctx, Caller caller) {
        ctx.json(new Connections(service.list(caller.id()).stream()
                .map(known -> new Item(
                        known.id(),
                        known.name(),
                        known.kind(),
                        known.host(),
                        known.port(),
                        known.database(),
                        known.username()))
                .toList()));
    }

    private void addConnection(Context ctx, Caller caller) {
        ConnectionRequest request = Requests.body(ctx, ConnectionRequest.class);
        ConnectionKind kind = Requests.present(request.kind(), Words.say("server.source.theKindOfDatabase"));
        boolean remote = kind == ConnectionKind.POSTGRESQL;
        int port = request.port() == null ? POSTGRESQL_PORT : request.port();
        if (remote && (port < 1 || port > 65_535)) {
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("server.source.aPortIsANumber"));
        }
        ctx.json(new Added(service.add(
                caller.id(),
                new QueryService.NewConnection(
                        Requests.name(request.name(), Words.say("server.source.theName"), 120),
                        kind,
                        remote ? Requests.required(request.host(), Words.say("server.source.theHost")) : "",
                        remote ? port : 0,
                        Requests.required(request.database(), Words.say("server.source.theDatabase")),
                        Requests.name(request.username(), Words.say("server.source.theUser"), 200),
                        Requests.name(request.password(), Words.say("server.source.thePassword"), 500)))));
    }

    private void preview(Context ctx, Caller caller) {
        PreviewRequest request = Requests.body(ctx, PreviewRequest.class);
        QueryService.Query query = new QueryService.Query(
                Requests.required(request.connectionId(), Words.say("server.source.theConnection")),
                Requests.required(request.sql(), Words.say("server.source.theQuery")),
                null,
                null);
        ctx.json(service.preview(caller.id(), query, request.runId()));
    }
}
