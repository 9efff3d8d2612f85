package keensparrow.bench;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Queue;
import java.util.Random;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import keensparrow.demo.Client;
import keensparrow.demo.Departures;

/**
 * {@code ./sparrow bench readers}: 200 readers of one app on a million rows, each changing its selection every ten seconds,
 * while two authors load files and someone downloads all rows, again and again; then the same with four callers who send
 * the heaviest that one may. Against a server of its own in another process, over HTTP.
 */
public final class Readers {
    private static final int READERS = 200;
    private static final int THINKING_MILLIS = 10_000;
    private static final int WARM_UP_SECONDS = 15;
    private static final int SECONDS = 20;
    private static final String[] CLASSES = {"Seat", "Couchette", "Sleeper"};

    private final String address;
    private final String link;
    private final HttpClient http = HttpClient.newBuilder()
            .executor(Executors.newFixedThreadPool(4, Readers::daemon))
            .build();
    private final AtomicInteger failures = new AtomicInteger();

    /** One that does not keep the program from ending. */
    private static Thread daemon(Runnable work) {
        Thread thread = new Thread(work);
        thread.setDaemon(true);
        return thread;
    }

    private Readers(String address, String link) {
        this.address = address;
        this.link = link;
    }

    public static void main(String[] arguments) throws Exception {
        Path folder = Files.createTempDirectory("keensparrow-bench");
        Path csv = folder.resolve("departures.csv");
        Path small = folder.resolve("more.csv");
        Departures.write(csv, LocalDate.of(2025, 1, 1), LocalDate.of(2026, 7, 1), 12);
        Departures.write(small, LocalDate.of(2025, 1, 1), LocalDate.of(2025, 7, 1), 4);
        try (BenchServer server = BenchServer.start(arguments[0], folder.resolve("data"), "4g")) {
            Client author = server.author();
            String address = server.address();
            String link = published(author, csv);
            Readers readers = new Readers(address, link);
            readers.measured("warm-up", WARM_UP_SECONDS, List.of());
            readers.measured("200 readers alone", SECONDS, List.of());
            List<Background> busy = List.of(() -> load(author, small), () -> load(author, small), readers::download);
            readers.measured("and two loads and a download running", SECONDS, busy);
            Background heavy = readers::heavy;
            readers.measured("and four callers of the heaviest", SECONDS, List.of(heavy, heavy, heavy, heavy));
            System.out.printf("%d calls were not answered%n", readers.failures.get());
        }
    }

    private static String published(Client author, Path csv) throws IOException, InterruptedException {
        JsonNode loaded = load(author, csv);
        JsonNode made = author.send(
                "POST",
                "/api/apps",
                Client.json()
                        .createObjectNode()
                        .put("datasetId", loaded.path("datasetId").asText()));
        JsonNode state = author.send(
                "POST",
                "/api/apps/" + made.path("id").asText() + "/editions",
                Client.json().createObjectNode().put("access", "ANYONE"));
        int rows = made.path("page").path("data").path("rowCount").asInt();
        System.out.printf("%,d rows; times from asking to the last answer of a page%n", rows);
        return "/api/links/" + state.path("slug").asText();
    }

    private static JsonNode load(Client author, Path csv) throws IOException, InterruptedException {
        var body = Client.json().createObjectNode();
        body.putArray("files").add(author.upload(csv));
        return author.finished(author.send("POST", "/api/datasets", body));
    }

    /** Something that goes on meanwhile, over and over. */
    private interface Background {
        void run() throws IOException, InterruptedException;
    }

    private void measured(String label, int seconds, List<Background> background) throws InterruptedException {
        AtomicBoolean over = new AtomicBoolean();
        List<Thread> busy = new ArrayList<>();
        for (Background one : background) {
            Thread thread = new Thread(() -> repeat(one, over));
            thread.start();
            busy.add(thread);
        }
        Queue<Double> times = new ConcurrentLinkedQueue<>();
        ScheduledExecutorService clock = Executors.newScheduledThreadPool(2);
        Random random = new Random(7);
        for (int reader = 0; reader < READERS; reader++) {
            Random own = new Random(reader);
            clock.scheduleAtFixedRate(
                    () -> ask(own, times), random.nextInt(THINKING_MILLIS), THINKING_MILLIS, TimeUnit.MILLISECONDS);
        }
        Thread.sleep(seconds * 1000L);
        clock.shutdownNow();
        over.set(true);
        for (Thread thread : busy) {
            thread.join();
        }
        double[] sorted =
                times.stream().mapToDouble(Double::doubleValue).sorted().toArray();
        System.out.printf(
                "%-42s %6d pages, middle %6.1f ms, 95th %6.1f ms, longest %7.1f ms%n",
                label, sorted.length, at(sorted, 0.5), at(sorted, 0.95), at(sorted, 1));
    }

    private static double at(double[] sorted, double share) {
        return sorted.length == 0 ? Double.NaN : sorted[(int) Math.min(sorted.length - 1, share * sorted.length)];
    }

    private void repeat(Background one, AtomicBoolean over) {
        while (!over.get()) {
            try {
                one.run();
            } catch (IOException e) {
                failures.incrementAndGet();
            } catch (InterruptedException e) {
                return;
            }
        }
    }

    /** A reader picks a class, or a span of days. */
    private void ask(Random random, Queue<Double> times) {
        LocalDate from = LocalDate.of(2025, 1, 1).plusDays(random.nextInt(300));
        String filter = random.nextBoolean()
                ? "{\"kind\":\"oneOf\",\"column\":\"coach_class\",\"values\":[\""
                        + CLASSES[random.nextInt(CLASSES.length)] + "\"],\"blank\":false,\"exclude\":false}"
                : "{\"kind\":\"during\",\"column\":\"date\",\"from\":\"" + from + "\",\"to\":\""
                        + from.plusDays(20 + random.nextInt(100)) + "\",\"blanks\":false}";
        long start = System.nanoTime();
        http.sendAsync(post("{\"filters\":[" + filter + "]}"), HttpResponse.BodyHandlers.discarding())
                .whenComplete((reply, failure) -> {
                    if (failure != null || reply.statusCode() != 200) {
                        failures.incrementAndGet();
                    }
                    times.add((System.nanoTime() - start) / 1e6);
                });
    }

    /** The most values and marks that are taken, another selection each time. */
    private void heavy() throws IOException, InterruptedException {
        Random random = new Random();
        StringBuilder values = new StringBuilder("\"0\"");
        for (int i = 0; i < 4990; i++) {
            values.append(",\"").append(random.nextInt(1_000_000)).append('"');
        }
        String text = "x" + random.nextInt(100_000);
        http.send(
                post("{\"filters\":[{\"kind\":\"oneOf\",\"column\":\"passengers\",\"values\":[" + values
                        + "],\"blank\":true,\"exclude\":true},{\"kind\":\"containing\",\"column\":\"route\",\"text\":\""
                        + text + "\"}]}"),
                HttpResponse.BodyHandlers.discarding());
    }

    private void download() throws IOException, InterruptedException {
        HttpRequest request =
                HttpRequest.newBuilder(URI.create(address + link + "/rows.csv")).build();
        http.send(request, HttpResponse.BodyHandlers.discarding());
    }

    private HttpRequest post(String body) {
        return HttpRequest.newBuilder(URI.create(address + link + "/answers"))
                .timeout(Duration.ofSeconds(60))
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString(body))
                .build();
    }
}
