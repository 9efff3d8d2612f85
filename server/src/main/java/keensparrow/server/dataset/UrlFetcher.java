package keensparrow.server.dataset;

import java.io.IOException;
import java.io.InputStream;
import java.net.Inet4Address;
import java.net.Inet6Address;
import java.net.InetAddress;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.UnknownHostException;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Locale;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Predicate;
import javax.net.ssl.SSLException;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.server.job.Job;
import keensparrow.server.store.DataFolder;

/**
 * Fetches files that authors name by a link. The server stands where an author does not, so it goes to public addresses
 * alone, at every redirect anew, and gives up on bodies that do not end.
 */
public final class UrlFetcher {
    private static final int MAX_REDIRECTS = 5;
    private static final int MAX_LINK = 2000;
    private static final int BUFFER = 1 << 16;

    private final Predicate<InetAddress> allowed;
    private final Duration patience;
    private final HttpClient client;
    private final ScheduledExecutorService watch = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "link-watch");
        thread.setDaemon(true);
        return thread;
    });

    /** To public addresses, waiting half a minute for anything to come. */
    public UrlFetcher() {
        this(UrlFetcher::isPublic, Duration.ofSeconds(30));
    }

    /** @param patience for the connection, the first byte and each further one */
    UrlFetcher(Predicate<InetAddress> allowed, Duration patience) {
        this.allowed = allowed;
        this.patience = patience;
        // names resolved for the check must be those connected to: the answer is kept for as long as that takes
        java.security.Security.setProperty("networkaddress.cache.ttl", "120");
        this.client = HttpClient.newBuilder()
                .followRedirects(HttpClient.Redirect.NEVER)
                .connectTimeout(patience)
                .build();
    }

    /** Where a link leads, and what the file there is called. */
    record Target(URI address, String fileName) {}

    /** @throws UserException INVALID_REQUEST when it is no link that could be fetched */
    Target target(String link) {
        try {
            if (link.length() > MAX_LINK) {
                throw refused(Text.of("server.dataset.theLinkIsLongerThan", "maxLink", MAX_LINK));
            }
            URI address = new URI(link.strip());
            String scheme = String.valueOf(address.getScheme()).toLowerCase(Locale.ROOT);
            if (!(scheme.equals("http") || scheme.equals("https")) || address.getHost() == null) {
                throw refused(Text.of("server.dataset.giveALinkThatStarts"));
            }
            if (address.getUserInfo() != null) {
                throw refused(Text.of("server.dataset.theLinkHoldsAName"));
            }
            String path = address.getPath() == null ? "" : address.getPath();
            String name = path.substring(path.lastIndexOf('/') + 1);
            return new Target(address, name.isBlank() ? address.getHost() : name);
        } catch (URISyntaxException e) {
            throw refused(Text.of("server.dataset.thisIsNoLink", "link", UserException.quote(link)));
        }
    }

    private static UserException refused(Text why) {
        return new UserException(ErrorCode.INVALID_REQUEST, why);
    }

    private static UserException failed(Target target, String why) {
        return new UserException(
                ErrorCode.FILE_NOT_READABLE,
                Text.of("server.dataset.couldNotBeFetched", "fileName", target.fileName, "why", why));
    }

    /**
     * Fetches and stores the file.
     *
     * @throws UserException FILE_NOT_READABLE saying why it could not be fetched; FILE_TOO_LARGE, DISK_FULL
     */
    Dataset.FileRef fetch(Job job, Target target, DataFolder folder) {
        URI address = target.address;
        for (int hop = 0; hop <= MAX_REDIRECTS; hop++) {
            requireAllowed(target, address);
            HttpResponse<InputStream> response = ask(target, address);
            int status = response.statusCode();
            if (status >= 300 && status < 400 && status != 304) {
                close(response);
                address = redirected(target, address, response);
                continue;
            }
            if (status != 200) {
                close(response);
                throw failed(target, Words.say("server.dataset.theOtherSideAnsweredCheck", "status", status));
            }
            return stored(job, target, response, folder);
        }
        throw failed(target, Words.say("server.dataset.itLeadsFromOneAddress", "maxRedirects", MAX_REDIRECTS));
    }

    private void requireAllowed(Target target, URI address) {
        try {
            String host = address.getHost();
            String bare = host.startsWith("[") ? host.substring(1, host.length() - 1) : host;
            for (InetAddress found : InetAddress.getAllByName(bare)) {
                if (!allowed.test(found)) {
                    throw failed(target, Words.say("server.dataset.itsAddressLiesInsideOf"));
                }
            }
        } catch (UnknownHostException e) {
            throw failed(
                    target,
                    Words.say(
                            "server.dataset.thereIsNoHostCheck",
                            "getHost",
                            UserException.quote(String.valueOf(address.getHost()))));
        }
    }

    /** Whether anyone on the internet could go there: not this machine, its network, or what is kept for such. */
    static boolean isPublic(InetAddress address) {
        if (address.isLoopbackAddress()
                || address.isAnyLocalAddress()
                || address.isLinkLocalAddress()
                || address.isSiteLocalAddress()
                || address.isMulticastAddress()) {
            return false;
        }
        byte[] bytes = address.getAddress();
        int first = bytes[0] & 0xFF;
        int second = bytes[1] & 0xFF;
        if (address instanceof Inet4Address) {
            boolean shared = first == 100 && second >= 64 && second < 128;
            boolean reserved = first == 0 || first >= 240 || (first == 192 && second == 0 && bytes[2] == 0);
            boolean testing = first == 198 && (second == 18 || second == 19);
            return !shared && !reserved && !testing;
        }
        boolean uniqueLocal = address instanceof Inet6Address && (first & 0xFE) == 0xFC;
        boolean translated = first == 0 && second == 0x64; // 64:ff9b::/96 leads to any IPv4 address
        boolean tunnelled = first == 0x20 && second == 0x02; // 2002::/16 holds one
        boolean mapped = first == 0 && second == 0;
        return !uniqueLocal && !translated && !tunnelled && !mapped;
    }

    private HttpResponse<InputStream> ask(Target target, URI address) {
        HttpRequest request = HttpRequest.newBuilder(address)
                .timeout(patience)
                .header("Accept", "*/*")
                .header("User-Agent", "KeenSparrow")
                .build();
        try {
            return client.send(request, HttpResponse.BodyHandlers.ofInputStream());
        } catch (HttpTimeoutException e) {
            throw failed(target, Words.say("server.dataset.theOtherSideDidNot", "toSeconds", patience.toSeconds()));
        } catch (SSLException e) {
            throw failed(target, Words.say("server.dataset.itsCertificateIsNotValid"));
        } catch (IOException e) {
            throw failed(target, Words.say("server.dataset.theConnectionFailedCheckThe", "e", shorter(e)));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw failed(target, Words.say("server.dataset.itWasInterrupted"));
        }
    }

    private static String shorter(IOException e) {
        String message = e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage();
        return message.length() > 200 ? message.substring(0, 200) : message;
    }

    private static void close(HttpResponse<InputStream> response) {
        try {
            response.body().close();
        } catch (IOException e) {
            // nothing of it is wanted
        }
    }

    private static URI redirected(Target target, URI from, HttpResponse<InputStream> response) {
        String location = response.headers().firstValue("Location").orElse("");
        try {
            URI to = from.resolve(new URI(location));
            String scheme = String.valueOf(to.getScheme()).toLowerCase(Locale.ROOT);
            boolean downgraded = "https".equalsIgnoreCase(from.getScheme()) && !scheme.equals("https");
            if (to.getHost() == null || !(scheme.equals("http") || scheme.equals("https")) || downgraded) {
                throw failed(target, Words.say("server.dataset.itLeadsOnToAn"));
            }
            return to;
        } catch (URISyntaxException e) {
            throw failed(target, Words.say("server.dataset.itLeadsOnToWhat"));
        }
    }

    private Dataset.FileRef stored(Job job, Target target, HttpResponse<InputStream> response, DataFolder folder) {
        long announced = response.headers().firstValueAsLong("Content-Length").orElse(-1);
        AtomicLong lastByte = new AtomicLong(System.nanoTime());
        AtomicBoolean stalled = new AtomicBoolean();
        InputStream body = response.body();
        ScheduledFuture<?> watching = watch.scheduleAtFixedRate(
                () -> {
                    if (System.nanoTime() - lastByte.get() > patience.toNanos() || job.isCancelled()) {
                        stalled.set(!job.isCancelled());
                        close(response);
                    }
                },
                200,
                200,
                TimeUnit.MILLISECONDS);
        try (body) {
            DataFolder.Stored stored = folder.store(new Watched(body, job, announced, lastByte), announced);
            return new Dataset.FileRef(name(target, response), stored.sha256(), stored.sizeBytes());
        } catch (UserException e) {
            job.stopIfCancelled();
            if (stalled.get()) {
                throw failed(
                        target, Words.say("server.dataset.nothingMoreCameForS", "toSeconds", patience.toSeconds()));
            }
            throw e.code() == ErrorCode.UPLOAD_INCOMPLETE
                    ? failed(target, Words.say("server.dataset.theConnectionBrokeOffTry"))
                    : e;
        } catch (IOException e) {
            throw failed(target, Words.say("server.dataset.theConnectionFailedTryAgain", "e", shorter(e)));
        } finally {
            watching.cancel(false);
        }
    }

    /** Bytes as they come, told to the job. */
    private static final class Watched extends java.io.FilterInputStream {
        private final Job job;
        private final long announced;
        private final AtomicLong lastByte;
        private long count;

        Watched(InputStream in, Job job, long announced, AtomicLong lastByte) {
            super(in);
            this.job = job;
            this.announced = announced;
            this.lastByte = lastByte;
        }

        @Override
        public int read(byte[] bytes, int offset, int length) throws IOException {
            int read = in.read(bytes, offset, Math.min(length, BUFFER));
            count += Math.max(0, read);
            lastByte.set(System.nanoTime());
            job.says(Words.say("server.dataset.fetchingTheFileInBytes"), count, Math.max(0, announced));
            return read;
        }
    }

    /** As the other side calls it, else as the link does. */
    private static String name(Target target, HttpResponse<InputStream> response) {
        String disposition =
                response.headers().firstValue("Content-Disposition").orElse("");
        int at = disposition.toLowerCase(Locale.ROOT).indexOf("filename=");
        if (at >= 0) {
            String name = disposition.substring(at + 9).split(";")[0].strip().replace("\"", "");
            String plain = new String(name.getBytes(StandardCharsets.ISO_8859_1), StandardCharsets.UTF_8)
                    .replaceAll("[\\p{Cntrl}/\\\\]", "_");
            if (!plain.isBlank() && plain.length() <= 200) {
                return plain;
            }
        }
        return target.fileName.length() <= 200 ? target.fileName : target.fileName.substring(0, 200);
    }
}
