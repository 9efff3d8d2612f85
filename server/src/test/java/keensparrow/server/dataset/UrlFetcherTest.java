package keensparrow.server.dataset;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpServer;
import com.sun.net.httpserver.HttpsConfigurator;
import com.sun.net.httpserver.HttpsServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.server.job.Job;
import keensparrow.server.job.Jobs;
import keensparrow.server.store.DataFolder;
import keensparrow.server.store.Database;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Fetching from a server that behaves, and from those that do not. */
class UrlFetcherTest {
    @TempDir
    Path folder;

    private final CountDownLatch over = new CountDownLatch(1);
    private HttpServer other;
    private Database database;
    private Jobs jobs;
    private DataFolder data;

    @BeforeEach
    void start() throws IOException {
        other = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        other.setExecutor(Executors.newCachedThreadPool());
        other.start();
        data = new DataFolder(folder, 1 << 16, 0);
        database = Database.inFile(data.records());
        database.act(connection -> {
            Database.update(
                    connection,
                    "insert into account (name, name_folded, password_hash, role, created_at) values ('a', 'a', '', 'AUTHOR', current_timestamp)");
        });
        jobs = new Jobs(
                database,
                new keensparrow.server.memory.MemoryWatch(),
                (state, nanos) -> {},
                java.time.Clock.systemUTC());
    }

    @AfterEach
    void stop() {
        over.countDown();
        other.stop(0);
        jobs.close();
        database.close();
    }

    private void answers(String path, int status, String header, String value, byte[] body) {
        other.createContext(path, exchange -> {
            if (header != null) {
                exchange.getResponseHeaders().add(header, value);
            }
            exchange.sendResponseHeaders(status, body.length == 0 ? -1 : body.length);
            try (OutputStream out = exchange.getResponseBody()) {
                out.write(body);
            }
        });
    }

    private String link(String path) {
        return "http://127.0.0.1:" + other.getAddress().getPort() + path;
    }

    private Dataset.FileRef fetch(UrlFetcher links, String path) throws Exception {
        return fetchFrom(links, link(path));
    }

    private Dataset.FileRef fetchFrom(UrlFetcher links, String link) throws Exception {
        Dataset.FileRef[] file = new Dataset.FileRef[1];
        UserException[] told = new UserException[1];
        CountDownLatch done = new CountDownLatch(1);
        Job job = jobs.start(1, "fetch", running -> {
            try {
                file[0] = links.fetch(running, links.target(link), data);
            } catch (UserException e) {
                told[0] = e;
            } finally {
                done.countDown();
            }
        });
        assertThat(done.await(30, TimeUnit.SECONDS)).as(job.id()).isTrue();
        if (told[0] != null) {
            throw told[0];
        }
        return file[0];
    }

    private UrlFetcher open() {
        return new UrlFetcher(address -> true, Duration.ofSeconds(2));
    }

    @Test
    void aFileIsFetchedThroughRedirectsAndNamed() throws Exception {
        byte[] csv = "a,b\n1,2\n".getBytes(StandardCharsets.UTF_8);
        answers("/start", 302, "Location", "/data/month.csv", new byte[0]);
        answers("/data/month.csv", 200, "Content-Disposition", "attachment; filename=\"June.csv\"", csv);
        Dataset.FileRef file = fetch(open(), "/start");
        assertThat(file.name()).isEqualTo("June.csv");
        assertThat(Files.readAllBytes(data.file(file.sha256()))).isEqualTo(csv);
    }

    private void refused(UrlFetcher links, String path, ErrorCode code, String says) {
        assertThatThrownBy(() -> fetch(links, path)).isInstanceOfSatisfying(UserException.class, e -> {
            assertThat(e.code()).isEqualTo(code);
            assertThat(e.text()).contains(says);
        });
    }

    @Test
    void whatIsNotThereOrGoesRoundIsSaid() {
        answers("/gone", 404, null, null, new byte[0]);
        answers("/round", 302, "Location", "/round", new byte[0]);
        answers("/away", 302, "Location", "ftp://example.org/x", new byte[0]);
        refused(open(), "/gone", ErrorCode.FILE_NOT_READABLE, "answered 404");
        refused(open(), "/round", ErrorCode.FILE_NOT_READABLE, "more than 5 times");
        refused(open(), "/away", ErrorCode.FILE_NOT_READABLE, "not taken");
    }

    @Test
    void innerAddressesAreRefusedAtEveryHop() {
        refused(new UrlFetcher(), "/any", ErrorCode.FILE_NOT_READABLE, "not public");
        answers(
                "/hop",
                302,
                "Location",
                "http://localhost:" + other.getAddress().getPort() + "/inner",
                new byte[0]);
        UrlFetcher onlyFirst = new UrlFetcher(
                address -> !"localhost".equals(address.getHostName()) && hops++ == 0, Duration.ofSeconds(2));
        refused(onlyFirst, "/hop", ErrorCode.FILE_NOT_READABLE, "not public");
    }

    private int hops;

    @Test
    void bodiesWithoutEndAreCutOff() {
        other.createContext("/endless", exchange -> {
            exchange.sendResponseHeaders(200, 0);
            try (OutputStream out = exchange.getResponseBody()) {
                byte[] block = new byte[8192];
                while (over.getCount() > 0) {
                    out.write(block);
                }
            }
        });
        refused(open(), "/endless", ErrorCode.FILE_TOO_LARGE, "larger");
    }

    @Test
    void silenceIsNotWaitedForLong() {
        other.createContext("/silent", exchange -> {
            exchange.sendResponseHeaders(200, 0);
            exchange.getResponseBody().write('a');
            exchange.getResponseBody().flush();
            waitUntilOver();
        });
        refused(open(), "/silent", ErrorCode.FILE_NOT_READABLE, "nothing more came for 2 s");
        other.createContext("/mute", exchange -> waitUntilOver());
        refused(open(), "/mute", ErrorCode.FILE_NOT_READABLE, "did not answer within 2 s");
    }

    private void waitUntilOver() {
        try {
            over.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @ParameterizedTest
    @CsvSource({
        "8.8.8.8, true", "127.0.0.1, false", "10.1.2.3, false", "172.20.0.1, false", "192.168.1.1, false",
        "169.254.169.254, false", "100.64.0.1, false", "0.0.0.0, false", "224.0.0.1, false", "255.255.255.255, false",
        "::1, false", "fe80::1, false", "fd00::1, false", "::ffff:10.0.0.1, false", "64:ff9b::a00:1, false",
        "2001:4860:4860::8888, true", "2002:7f00:1::, false"
    })
    void publicAddresses(String address, boolean isPublic) throws Exception {
        assertThat(UrlFetcher.isPublic(InetAddress.getByName(address))).isEqualTo(isPublic);
    }

    @Test
    void aCertificateThatNobodyVouchesForIsRefused() throws Exception {
        Path keys = folder.resolve("keys.p12");
        List<String> command = new ArrayList<>();
        command.add(Path.of(System.getProperty("java.home"), "bin", "keytool").toString());
        command.addAll(List.of("-genkeypair", "-keyalg", "EC", "-dname", "CN=127.0.0.1", "-ext", "SAN=IP:127.0.0.1"));
        command.addAll(List.of("-storetype", "PKCS12", "-storepass", "secret", "-keystore", keys.toString()));
        assertThat(new ProcessBuilder(command).inheritIO().start().waitFor()).isZero();
        HttpsServer secure = HttpsServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        try {
            secure.setHttpsConfigurator(new HttpsConfigurator(context(keys)));
            secure.createContext("/", exchange -> {
                exchange.sendResponseHeaders(200, -1);
                exchange.close();
            });
            secure.start();
            String link = "https://127.0.0.1:" + secure.getAddress().getPort() + "/month.csv";
            assertThatThrownBy(() -> fetchFrom(open(), link)).isInstanceOfSatisfying(UserException.class, e -> {
                assertThat(e.code()).isEqualTo(ErrorCode.FILE_NOT_READABLE);
                assertThat(e.text()).contains("certificate is not valid").contains("Upload the file instead");
            });
        } finally {
            secure.stop(0);
        }
    }

    private static SSLContext context(Path keys) throws Exception {
        KeyStore store = KeyStore.getInstance(keys.toFile(), "secret".toCharArray());
        KeyManagerFactory managers = KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
        managers.init(store, "secret".toCharArray());
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(managers.getKeyManagers(), null, null);
        return context;
    }
}
