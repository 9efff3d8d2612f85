package keensparrow.server.dataset;

import keensparrow.server.http.Access;
import keensparrow.server.http.Api;

/** How downloads get on, and stopping them. */
public final class DownloadRoutes {
    private final RunningDownloads downloads;

    public DownloadRoutes(RunningDownloads downloads) {
        this.downloads = downloads;
    }

    public void add(Api api) {
        api.get(
                "/api/downloads/{name}",
                Access.ANYONE,
                "How far a download is that was asked for with this name as its progress",
                RunningDownloads.Progress.class,
                (ctx, caller) -> ctx.json(downloads.progress(ctx.pathParam("name"))));
        api.delete("/api/downloads/{name}", Access.ANYONE, "Stop a download", (ctx, caller) -> {
            downloads.stop(ctx.pathParam("name"));
            ctx.status(204);
        });
    }
}
