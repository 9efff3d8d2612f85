package keensparrow.server;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import io.javalin.Javalin;
import io.javalin.json.JavalinJackson;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import keensparrow.core.app.App;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.prepare.StepsDocument;
import keensparrow.server.account.AccountRoutes;
import keensparrow.server.account.AccountService;
import keensparrow.server.account.Passwords;
import keensparrow.server.account.PeopleRoutes;
import keensparrow.server.account.PeopleService;
import keensparrow.server.account.Sessions;
import keensparrow.server.admin.HealthRoutes;
import keensparrow.server.admin.Metrics;
import keensparrow.server.app.AppRoutes;
import keensparrow.server.app.AppService;
import keensparrow.server.app.Explanations;
import keensparrow.server.app.PageAnswers;
import keensparrow.server.app.PageDownloads;
import keensparrow.server.app.PictureRoutes;
import keensparrow.server.app.Pictures;
import keensparrow.server.app.SlotRoutes;
import keensparrow.server.audit.AuditLog;
import keensparrow.server.audit.AuditRoutes;
import keensparrow.server.backup.BackupRoutes;
import keensparrow.server.backup.BackupService;
import keensparrow.server.dataset.DatasetRoutes;
import keensparrow.server.dataset.DatasetService;
import keensparrow.server.dataset.DoubtRoutes;
import keensparrow.server.dataset.DownloadRoutes;
import keensparrow.server.dataset.ExpressionRoutes;
import keensparrow.server.dataset.RunningDownloads;
import keensparrow.server.dataset.UrlFetcher;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.http.ConnectionGuards;
import keensparrow.server.http.Errors;
import keensparrow.server.http.Json;
import keensparrow.server.http.OpenApi;
import keensparrow.server.http.WebFiles;
import keensparrow.server.job.JobRoutes;
import keensparrow.server.job.Jobs;
import keensparrow.server.memory.MemoryWatch;
import keensparrow.server.publish.LinkChangeRoutes;
import keensparrow.server.publish.PublishRoutes;
import keensparrow.server.publish.PublishService;
import keensparrow.server.publish.SavedViewRoutes;
import keensparrow.server.publish.SavedViews;
import keensparrow.server.publish.WarmUp;
import keensparrow.server.source.QueryService;
import keensparrow.server.source.SourceRoutes;
import keensparrow.server.store.DataFolder;
import keensparrow.server.store.Database;
import keensparrow.server.store.Secrets;
import org.eclipse.jetty.util.thread.QueuedThreadPool;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The running server: all wiring, by plain constructor calls. */
public final class Server implements AutoCloseable {
    private static final String CONTENT_POLICY =
            "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; frame-ancestors 'none'; base-uri 'self'; form-action 'self'";

    private static final Logger LOG = LoggerFactory.getLogger(Server.class);

    private final Javalin web;
    private final Jobs jobs;
    private final ParallelRunner workers;
    private final DatasetService datasets;
    private final QueryService queries;
    private final Database database;
    private final DataFolder folder;
    private final WarmUp warmUp;
    private final LinkChangeRoutes changes;

    private static final Duration ANSWER_LIMIT = Duration.ofSeconds(30);

    /**
     * What a server is started with.
     *
     * @param port 0 for any free one
     * @param maxUploadBytes that one file may have
     * @param reserveBytes of the disk that stay free
     * @param connectionsPerAddress that one address may have open at once
     * @param beginAnew sets what is in the folder aside first, @param newKey sets the key of secrets aside
     * @param answerLimit how long the answers of a page may take
     * @param cold whether nothing is got ready before somebody asks, as for servers that are soon gone
     * @param passwordMemoryKb that making the hash of a password takes
     */
    public record Settings(
            Path data,
            String host,
            int port,
            long maxUploadBytes,
            long reserveBytes,
            int connectionsPerAddress,
            boolean beginAnew,
            boolean newKey,
            Duration answerLimit,
            boolean cold,
            int passwordMemoryKb) {
        /** As most servers are. */
        public Settings(
                Path data, String host, int port, long maxUploadBytes, long reserveBytes, int connectionsPerAddress) {
            this(
                    data,
                    host,
                    port,
                    maxUploadBytes,
                    reserveBytes,
                    connectionsPerAddress,
                    false,
                    false,
                    ANSWER_LIMIT,
                    false,
                    Passwords.MEMORY_KB);
        }
    }

    private Server(
            Javalin web,
            Jobs jobs,
            ParallelRunner workers,
            DatasetService datasets,
            QueryService queries,
            Database database,
            DataFolder folder,
            WarmUp warmUp,
            LinkChangeRoutes changes) {
        this.changes = changes;
        this.queries = queries;
        this.warmUp = warmUp;
        this.web = web;
        this.jobs = jobs;
        this.workers = workers;
        this.datasets = datasets;
        this.database = database;
        this.folder = folder;
    }

    /** Starts and listens. @throws IOException when the data folder cannot be used */
    public static Server start(Settings settings) throws IOException {
        Clock clock = Clock.systemUTC();
        DataFolder.requireSound(settings.data(), settings.beginAnew(), settings.newKey());
        DataFolder folder = new DataFolder(settings.data(), settings.maxUploadBytes(), settings.reserveBytes());
        Database database = Database.inFile(folder.records());
        folder.noteClosed(null);
        Secrets secrets = Secrets.in(folder.keyFile());
        MemoryWatch memory = new MemoryWatch();
        Metrics metrics = new Metrics();
        Jobs jobs = new Jobs(database, memory, metrics::ended, clock);
        AuditLog audit = new AuditLog(database, clock);
        Passwords passwords = new Passwords(settings.passwordMemoryKb());
        PeopleService people = new PeopleService(database, passwords, clock);
        AccountService accounts = new AccountService(database, people, passwords, audit, clock);
        QueryService queries = new QueryService(database, secrets, folder, clock);
        queries.requireReadable(settings.newKey());
        ParallelRunner workers = ParallelRunner.ofMachine();
        long forTables = Runtime.getRuntime().maxMemory() * 6 / 10;
        DatasetService datasets = new DatasetService(
                database, folder, jobs, queries, new UrlFetcher(), forTables, memory, workers, clock);
        AppService apps = new AppService(database, datasets, clock);
        PageAnswers answers = new PageAnswers(datasets, memory, settings.answerLimit());
        Explanations explanations = new Explanations(datasets, memory, settings.answerLimit());
        RunningDownloads running = new RunningDownloads();
        PageDownloads downloads = new PageDownloads(datasets, explanations, running);
        PublishService publishing = new PublishService(database, apps, clock);

        Api api = new Api(new Sessions(accounts), metrics);
        new AccountRoutes(accounts, audit).add(api);
        new PeopleRoutes(people, audit).add(api);
        new AuditRoutes(audit).add(api);
        String localToken = Secrets.token();
        new BackupRoutes(new BackupService(database, folder, clock), audit, clock, localToken).add(api);
        new JobRoutes(jobs).add(api);
        new DownloadRoutes(running).add(api);
        new SourceRoutes(queries).add(api);
        new DatasetRoutes(datasets, memory).add(api);
        new DoubtRoutes(database, datasets, memory).add(api);
        new ExpressionRoutes(datasets, memory).add(api);
        new SlotRoutes(apps, datasets).add(api);
        Pictures pictures = new Pictures(database, clock);
        new PictureRoutes(apps, pictures).add(api);
        new AppRoutes(apps, datasets, answers, downloads, explanations).add(api);
        new PublishRoutes(publishing, apps, datasets, answers, downloads, explanations, pictures, audit).add(api);
        new SavedViewRoutes(new SavedViews(database, publishing, clock), publishing).add(api);
        LinkChangeRoutes changes = new LinkChangeRoutes(publishing, datasets);
        changes.add(api);
        new HealthRoutes(database, folder, memory, metrics).add(api);
        metrics.gauge("sparrow_disk_free_bytes", "Free on the disk of the data folder", () -> orNaN(folder::freeBytes));
        metrics.gauge("sparrow_records_bytes", "Size of the records on the disk", () -> orNaN(database::sizeBytes));
        metrics.gauge(
                "sparrow_heap_after_collection_bytes", "Heap in use after the last collection", memory::usedBytes);
        metrics.gauge("sparrow_sessions", "Browsers signed in", accounts::signInCount);
        metrics.gauge("sparrow_tables_bytes", "Heap of tables and what is kept to answer sooner", datasets::tableBytes);
        JsonNode appSchema = OpenApi.schemaOf(App.class);
        api.get(
                "/api/schemas/app.json",
                Access.ANYONE,
                "The JSON Schema of an app's document",
                OpenApi.AnyJson.class,
                (ctx, caller) -> ctx.json(appSchema));
        JsonNode stepsSchema = OpenApi.schemaOf(StepsDocument.class);
        api.get(
                "/api/schemas/steps.json",
                Access.ANYONE,
                "The JSON Schema of steps as a document",
                OpenApi.AnyJson.class,
                (ctx, caller) -> ctx.json(stepsSchema));
        Map<String, Object> description = OpenApi.document(api.routes());
        api.get(
                "/api/openapi.json",
                Access.ANYONE,
                "This description",
                OpenApi.AnyJson.class,
                (ctx, caller) -> ctx.json(description));

        datasets.sweep();
        audit.sweep();
        Javalin web = listen(settings, api, Json.mapper());
        WarmUp warmUp = new WarmUp(publishing, datasets, answers);
        Server server = new Server(web, jobs, workers, datasets, queries, database, folder, warmUp, changes);
        server.offerSetup(accounts, settings.host());
        Secrets.writePrivately(folder.runningFile(), server.localAddress(settings.host()) + "\n" + localToken + "\n");
        if (!settings.cold()) {
            warmUp.start();
        }
        LOG.info(
                "started at {} over {}",
                server.localAddress(settings.host()),
                settings.data().toAbsolutePath());
        return server;
    }

    /** A number of the disk. */
    private interface Measured {
        long bytes() throws IOException;
    }

    private static Number orNaN(Measured measured) {
        try {
            return measured.bytes();
        } catch (IOException e) {
            return Double.NaN;
        }
    }

    private static Javalin listen(Settings settings, Api api, ObjectMapper mapper) {
        return Javalin.create(config -> {
                    config.startup.showJavalinBanner = false;
                    config.startup.showOldJavalinVersionWarning = false;
                    config.http.maxRequestSize = 4_000_000L;
                    config.jsonMapper(new JavalinJackson(mapper, false));
                    config.jetty.threadPool = new QueuedThreadPool(ConnectionGuards.THREADS);
                    config.jetty.modifyServer(
                            server -> ConnectionGuards.install(server, settings.connectionsPerAddress()));
                    config.jetty.modifyHttpConfiguration(http -> {
                        http.setRequestHeaderSize(64 * 1024); // a download's selection travels in the address
                        http.setSendServerVersion(false);
                    });
                    config.routes.before(ctx -> {
                        ctx.header("Content-Security-Policy", CONTENT_POLICY);
                        ctx.header("X-Content-Type-Options", "nosniff");
                        ctx.header("Referrer-Policy", "same-origin");
                        if (ctx.path().startsWith("/api/")) {
                            ctx.header("Cache-Control", "no-store");
                        }
                    });
                    api.register(config);
                    Errors.register(config);
                    new WebFiles().register(config);
                })
                .start(settings.host(), settings.port());
    }

    /** Without accounts, prints a one-time address to create the administrator with. */
    private void offerSetup(AccountService accounts, String host) throws IOException {
        Optional<String> token = accounts.firstStartToken();
        if (token.isPresent()) {
            String address = "http://" + host + ":" + port() + "/setup#" + token.get();
            Secrets.writePrivately(folder.setupFile(), address + "\n");
            System.out.println("No account yet. Create the administrator at this address, which works once:");
            System.out.println("  " + address);
        } else {
            DataFolder.deleteQuietly(folder.setupFile());
        }
    }

    /** Where a program of this machine reaches the server. */
    private String localAddress(String host) {
        return "http://" + (host.equals("0.0.0.0") || host.equals("::") ? "127.0.0.1" : host) + ":" + port();
    }

    public int port() {
        return web.port();
    }

    @Override
    public void close() {
        DataFolder.deleteQuietly(folder.runningFile());
        changes.close();
        try {
            web.stop();
        } catch (
                RuntimeException
                        e) { // requests that did not end in time: what is stored is closed in order all the same
            LOG.warn("the web server did not stop in time", e);
        }
        warmUp.close();
        jobs.close();
        workers.close();
        datasets.close();
        queries.close();
        database.close();
        LOG.info("stopped");
        try {
            folder.noteClosed(database.sizeBytes());
        } catch (IOException e) {
            LOG.warn("that the records were closed in order could not be noted", e);
        }
    }
}
