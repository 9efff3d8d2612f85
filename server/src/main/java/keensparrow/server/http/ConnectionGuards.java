package keensparrow.server.http;

import java.net.InetSocketAddress;
import java.net.SocketAddress;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.eclipse.jetty.io.Connection;
import org.eclipse.jetty.io.EndPoint;
import org.eclipse.jetty.server.Connector;
import org.eclipse.jetty.server.NetworkConnectionLimit;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.handler.EagerContentHandler;
import org.eclipse.jetty.server.handler.GracefulHandler;
import org.eclipse.jetty.server.handler.QoSHandler;

/**
 * Keeps those who send or read slowly, or come in great numbers, from standing in the way of the others. Bodies are read
 * before a thread takes the request, uploads excepted; most threads may be taken by questions, downloads and uploads, the
 * rest stay for signing in, health and administration.
 */
public final class ConnectionGuards {
    /** Threads of the server in all, and how many of them may do the usual work at once. */
    public static final int THREADS = 200;

    private static final int USUAL_REQUESTS = 150;
    private static final Duration MAX_QUEUE = Duration.ofSeconds(10);
    private static final Duration MAX_STOP = Duration.ofSeconds(20);
    private static final int MAX_QUEUED = 2000;
    private static final int MAX_CONNECTIONS = 8000;
    private static final long MAX_BODY = 4_000_000;
    private static final int FRAME_OVERHEAD = 64;
    private static final String[] UPLOADS = {"/api/files", "/api/pictures"};
    private static final String OPEN_FOR_LONG = "/api/changes/*"; // without a thread: open pages that wait for news
    private static final String[] ESSENTIAL = {
        "/",
        "/assets/*",
        "/favicon.svg",
        "/sign-in",
        "/api/session",
        "/api/health",
        "/api/ready",
        "/metrics",
        "/api/setup",
        "/api/account/*",
        "/api/accounts/*",
        "/api/audit",
        "/api/jobs/*"
    };

    private ConnectionGuards() {}

    /** @param perAddress connections that one address may have open */
    public static void install(Server server, int perAddress) {
        EagerContentHandler bodies = new EagerContentHandler(
                new EagerContentHandler.RetainedContentLoaderFactory(MAX_BODY, FRAME_OVERHEAD, true));
        bodies.excludePath(UPLOADS);
        QoSHandler queue = new QoSHandler(bodies);
        queue.setMaxRequestCount(USUAL_REQUESTS);
        queue.setMaxSuspendedRequestCount(MAX_QUEUED);
        queue.setMaxSuspend(MAX_QUEUE);
        queue.excludePath(ESSENTIAL);
        queue.excludePath(OPEN_FOR_LONG);
        server.setHandler(new GracefulHandler(queue));
        server.setStopTimeout(MAX_STOP.toMillis());
        server.setErrorHandler(new ProblemErrors());
        server.addBean(new NetworkConnectionLimit(MAX_CONNECTIONS, server));
        server.addEventListener(new org.eclipse.jetty.util.component.LifeCycle.Listener() {
            @Override
            public void lifeCycleStarting(org.eclipse.jetty.util.component.LifeCycle starting) {
                for (Connector connector : server.getConnectors()) {
                    connector.addEventListener(new PerAddress(perAddress));
                }
            }
        });
    }

    /** Closes what an address opens beyond its share. */
    private static final class PerAddress implements Connection.Listener {
        private final int most;
        private final Map<String, Integer> open = new ConcurrentHashMap<>();
        private final Map<Connection, String> addresses = new ConcurrentHashMap<>(); // a closed one has none any more

        PerAddress(int most) {
            this.most = most;
        }

        @Override
        public void onOpened(Connection connection) {
            String address = address(connection);
            addresses.put(connection, address);
            int now = open.merge(address, 1, Integer::sum);
            if (now > most) {
                connection.close();
            }
        }

        @Override
        public void onClosed(Connection connection) {
            String address = addresses.remove(connection);
            if (address != null) {
                open.computeIfPresent(address, (same, count) -> count > 1 ? count - 1 : null);
            }
        }

        private static String address(Connection connection) {
            EndPoint end = connection.getEndPoint();
            SocketAddress remote = end == null ? null : end.getRemoteSocketAddress();
            return remote instanceof InetSocketAddress inet && inet.getAddress() != null
                    ? inet.getAddress().getHostAddress()
                    : String.valueOf(remote);
        }
    }
}
