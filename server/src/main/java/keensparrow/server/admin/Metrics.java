package keensparrow.server.admin;

import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.Timer;
import io.micrometer.core.instrument.binder.jvm.JvmGcMetrics;
import io.micrometer.core.instrument.binder.jvm.JvmMemoryMetrics;
import io.micrometer.core.instrument.binder.jvm.JvmThreadMetrics;
import io.micrometer.core.instrument.binder.system.ProcessorMetrics;
import io.micrometer.prometheusmetrics.PrometheusConfig;
import io.micrometer.prometheusmetrics.PrometheusMeterRegistry;
import java.time.Duration;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import keensparrow.server.http.Api;
import keensparrow.server.job.Job;

/** The numbers of the server, in Prometheus' text format. */
public final class Metrics implements Api.Observer, AutoCloseable {
    private final PrometheusMeterRegistry registry = new PrometheusMeterRegistry(PrometheusConfig.DEFAULT);
    private final JvmGcMetrics collections = new JvmGcMetrics();

    public Metrics() {
        new JvmMemoryMetrics().bindTo(registry);
        new JvmThreadMetrics().bindTo(registry);
        new ProcessorMetrics().bindTo(registry);
        collections.bindTo(registry);
    }

    /** A number that is asked for when the metrics are. */
    public void gauge(String name, String help, Supplier<Number> value) {
        Gauge.builder(name, value).description(help).register(registry);
    }

    @Override
    public void served(Api.Route route, int status, long nanos) {
        boolean questions = route.path().endsWith("/answers");
        Timer.builder(questions ? "sparrow_questions" : "sparrow_requests")
                .description(questions ? "Pages and question sets answered" : "Requests served")
                .tag("route", route.method() + " " + route.path())
                .tag("status", String.valueOf(status))
                .publishPercentileHistogram()
                .minimumExpectedValue(Duration.ofMillis(1))
                .maximumExpectedValue(Duration.ofSeconds(60))
                .register(registry)
                .record(nanos, TimeUnit.NANOSECONDS);
    }

    /** A piece of work in the background that came to its end. */
    public void ended(Job.State state, long nanos) {
        Timer.builder("sparrow_jobs")
                .description("Loads and other work in the background that ended")
                .tag("state", state.name())
                .register(registry)
                .record(nanos, TimeUnit.NANOSECONDS);
    }

    String text() {
        return registry.scrape();
    }

    @Override
    public void close() {
        collections.close();
        registry.close();
    }
}
