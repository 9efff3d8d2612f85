package keensparrow.server.http;

import io.javalin.http.Context;
import java.io.IOException;
import java.nio.channels.SelectionKey;
import java.nio.channels.Selector;
import java.nio.channels.SocketChannel;
import java.util.function.BooleanSupplier;
import org.eclipse.jetty.ee10.servlet.ServletContextRequest;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Notices that the caller has left while their request is being worked on and nothing is being sent. The body has been
 * read by then, so a connection that can be read without there being a byte has ended at the other side. What a client
 * sends ahead (the next request) counts as being there.
 */
public final class CallerWatch implements BooleanSupplier, AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(CallerWatch.class);
    private static final long EVERY_NANOS = 100_000_000L;

    private final @Nullable SocketChannel channel;
    private final @Nullable Selector selector;
    private final long end;
    private long next = System.nanoTime();
    private boolean gone;

    /** @param limitNanos after which nobody waits any more, whoever is there */
    public CallerWatch(Context ctx, long limitNanos) {
        this.end = System.nanoTime() + limitNanos;
        this.channel = channel(ctx);
        Selector opened = null;
        try {
            if (channel != null) {
                opened = Selector.open();
                channel.register(opened, SelectionKey.OP_READ);
            }
        } catch (IOException e) {
            gone = true; // closed already
        }
        this.selector = opened;
    }

    private static @Nullable SocketChannel channel(Context ctx) {
        Object transport = ServletContextRequest.getServletContextRequest(ctx.req())
                .getConnectionMetaData()
                .getConnection()
                .getEndPoint()
                .getTransport();
        return transport instanceof SocketChannel socket ? socket : null;
    }

    /** Whether nobody waits for the answer any more. */
    @Override
    public boolean getAsBoolean() {
        long now = System.nanoTime();
        if (!gone && now - next >= 0) {
            next = now + EVERY_NANOS;
            gone = now - end > 0 || hasLeft();
        }
        return gone;
    }

    private boolean hasLeft() {
        if (channel == null || selector == null) {
            return false;
        }
        try {
            return selector.selectNow() > 0
                    && !selector.selectedKeys().isEmpty()
                    && channel.socket().getInputStream().available() == 0;
        } catch (IOException e) {
            return true;
        } finally {
            selector.selectedKeys().clear();
        }
    }

    @Override
    public void close() {
        try {
            if (selector != null) {
                selector.close();
            }
        } catch (IOException e) {
            LOG.debug("a selector did not close", e);
        }
    }
}
