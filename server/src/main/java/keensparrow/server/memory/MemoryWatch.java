package keensparrow.server.memory;

import com.sun.management.GarbageCollectionNotificationInfo;
import java.lang.management.GarbageCollectorMXBean;
import java.lang.management.ManagementFactory;
import java.lang.management.MemoryType;
import java.lang.management.MemoryUsage;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import javax.management.ListenerNotFoundException;
import javax.management.Notification;
import javax.management.NotificationEmitter;
import javax.management.NotificationListener;
import javax.management.openmbean.CompositeData;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Knows how much of the heap is left after the last collection. While hardly any is, new work is refused and loads that
 * run are given up: that is told and changes nothing, whereas out of memory ends the process.
 */
public final class MemoryWatch implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(MemoryWatch.class);
    private static final double TIGHT = 0.92; // of the heap, after a collection
    private static final int EXIT_CODE = 3; // as the virtual machine's own

    private final NotificationListener listener = this::collected;
    private final Set<String> heapPools = new HashSet<>();
    private volatile long usedBytes;

    public MemoryWatch() {
        ManagementFactory.getMemoryPoolMXBeans().stream()
                .filter(pool -> pool.getType() == MemoryType.HEAP)
                .forEach(pool -> heapPools.add(pool.getName()));
        for (GarbageCollectorMXBean collector : ManagementFactory.getGarbageCollectorMXBeans()) {
            if (collector instanceof NotificationEmitter emitter) {
                emitter.addNotificationListener(listener, null, null);
            }
        }
    }

    private void collected(Notification notification, Object handback) {
        if (notification.getType().equals(GarbageCollectionNotificationInfo.GARBAGE_COLLECTION_NOTIFICATION)) {
            Map<String, MemoryUsage> after = GarbageCollectionNotificationInfo.from(
                            (CompositeData) notification.getUserData())
                    .getGcInfo()
                    .getMemoryUsageAfterGc();
            usedBytes = after.entrySet().stream()
                    .filter(pool -> heapPools.contains(pool.getKey()))
                    .mapToLong(pool -> pool.getValue().getUsed())
                    .sum();
        }
    }

    /** Whether hardly any of the heap was left after the last collection. */
    public boolean isTight() {
        return usedBytes > Runtime.getRuntime().maxMemory() * TIGHT;
    }

    /** Bytes in use after the last collection. */
    public long usedBytes() {
        return usedBytes;
    }

    /** @throws UserException MEMORY_FULL while hardly any is left */
    public void requireRoom() {
        if (isTight()) {
            throw full();
        }
    }

    /**
     * Before work that will hold so many bytes at least.
     *
     * @throws UserException MEMORY_FULL when hardly any would be left
     */
    public void requireRoom(long bytes) {
        long most = (long) (Runtime.getRuntime().maxMemory() * TIGHT);
        if (usedBytes + bytes > most) { // what was used last may be gone by now
            System.gc();
            usedBytes = ManagementFactory.getMemoryMXBean().getHeapMemoryUsage().getUsed();
            if (usedBytes + bytes > most) {
                throw full();
            }
        }
    }

    private static UserException full() {
        return new UserException(ErrorCode.MEMORY_FULL, Text.of("server.memory.theServerHasHardlyAny"));
    }

    /**
     * Ends the process at once: after out of memory nothing can be relied on, and a process that answers nothing is worse
     * than one that a supervisor starts anew. The virtual machine does the same by itself when it is started with
     * {@code -XX:+ExitOnOutOfMemoryError}, as {@code ./sparrow} does.
     */
    public static void exit(OutOfMemoryError error) {
        try {
            LOG.error("out of memory: the process ends with exit code {}", EXIT_CODE, error);
        } finally {
            Runtime.getRuntime().halt(EXIT_CODE);
        }
    }

    /** Out of memory on any thread ends the process. */
    public static void exitWhenOutOfMemory() {
        Thread.UncaughtExceptionHandler before = Thread.getDefaultUncaughtExceptionHandler();
        Thread.setDefaultUncaughtExceptionHandler((thread, thrown) -> {
            if (thrown instanceof OutOfMemoryError error) {
                exit(error);
            } else if (before != null) {
                before.uncaughtException(thread, thrown);
            } else {
                LOG.error("thread {} failed", thread.getName(), thrown);
            }
        });
    }

    @Override
    public void close() {
        for (GarbageCollectorMXBean collector : ManagementFactory.getGarbageCollectorMXBeans()) {
            if (collector instanceof NotificationEmitter emitter) {
                try {
                    emitter.removeNotificationListener(listener);
                } catch (ListenerNotFoundException e) {
                    LOG.debug("was not listening to {}", collector.getName(), e);
                }
            }
        }
    }
}
