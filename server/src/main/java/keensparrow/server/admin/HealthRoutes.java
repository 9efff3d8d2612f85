package keensparrow.server.admin;

import io.javalin.http.Context;
import java.io.IOException;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.http.Caller;
import keensparrow.server.http.OpenApi;
import keensparrow.server.memory.MemoryWatch;
import keensparrow.server.store.DataFolder;
import keensparrow.server.store.Database;
import keensparrow.server.store.StoreException;

/** Whether the server lives, whether it can do its work, and its numbers. */
public final class HealthRoutes {
    private final Database database;
    private final DataFolder folder;
    private final MemoryWatch memory;
    private final Metrics metrics;

    public HealthRoutes(Database database, DataFolder folder, MemoryWatch memory, Metrics metrics) {
        this.database = database;
        this.folder = folder;
        this.memory = memory;
        this.metrics = metrics;
    }

    /**
     * What the server can do.
     *
     * @param records whether they can be read and written, @param disk whether it has more room than is to stay free
     * @param memory whether some is left for questions and loads
     */
    record Ready(boolean records, boolean disk, boolean memory) {}

    public void add(Api api) {
        api.get(
                "/api/health",
                Access.ENTRANCE,
                "Whether the server is alive",
                OpenApi.PlainText.class,
                (ctx, caller) -> ctx.result("ok"));
        api.get(
                "/api/ready",
                Access.ENTRANCE,
                "Whether the server can do its work; 503 when it cannot",
                Ready.class,
                this::ready);
        api.get(
                "/metrics",
                Access.ADMINISTRATOR,
                "The server's numbers in Prometheus' text format",
                OpenApi.PlainText.class,
                this::metrics);
    }

    private void ready(Context ctx, Caller caller) {
        Ready ready = new Ready(canWrite(), hasRoom(), !memory.isTight());
        ctx.status(ready.records && ready.disk && ready.memory ? 200 : 503);
        ctx.json(ready);
    }

    private boolean canWrite() {
        try {
            return database.isReadable() && database.hasRoom();
        } catch (StoreException e) {
            return false;
        }
    }

    private boolean hasRoom() {
        try {
            return folder.hasRoom();
        } catch (IOException e) {
            return false;
        }
    }

    private void metrics(Context ctx, Caller caller) {
        ctx.contentType("text/plain; version=0.0.4; charset=utf-8");
        ctx.result(metrics.text());
    }
}
