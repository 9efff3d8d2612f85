package keensparrow.server.job;

import java.util.List;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;

/** How jobs get on, and stopping them. */
public final class JobRoutes {
    private final Jobs jobs;

    public JobRoutes(Jobs jobs) {
        this.jobs = jobs;
    }

    record Open(List<Job.Status> jobs) {}

    public void add(Api api) {
        api.get(
                "/api/jobs",
                Access.AUTHOR,
                "Your jobs that run, wait or were interrupted",
                Open.class,
                (ctx, caller) -> ctx.json(new Open(jobs.open(caller.id()))));
        api.get(
                "/api/jobs/{id}",
                Access.AUTHOR,
                "How a job gets on",
                Job.Status.class,
                (ctx, caller) -> ctx.json(jobs.status(caller.id(), ctx.pathParam("id"))));
        api.delete("/api/jobs/{id}", Access.AUTHOR, "Stop a job", (ctx, caller) -> {
            jobs.cancel(caller.id(), ctx.pathParam("id"));
            ctx.status(204);
        });
    }
}
