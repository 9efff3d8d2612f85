package keensparrow.core.infer.source;

import java.util.Arrays;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import org.jspecify.annotations.Nullable;

/**
 * Reads a source on a thread of its own, some thousands of cells ahead of the handler: cutting a file into cells and
 * making values of them then run at once. What either side throws, the caller gets.
 */
public final class ReadAhead {
    private static final int BATCHES = 4;
    private static final int CHARS = 1 << 17;
    private static final int CELLS = 1 << 14;

    private final BlockingQueue<Batch> full = new ArrayBlockingQueue<>(BATCHES + 1);
    private final BlockingQueue<Batch> free = new ArrayBlockingQueue<>(BATCHES + 1);
    private volatile boolean stopped;

    private ReadAhead() {
        for (int i = 0; i < BATCHES; i++) {
            free.add(new Batch());
        }
    }

    /** As {@code source.read(handler)}; the handler is called on the calling thread. */
    public static void read(RowSource source, RowSource.CellHandler handler) {
        new ReadAhead().run(source, handler);
    }

    /** The handler wants no more. */
    private static final class Stopped extends RuntimeException {
        private static final long serialVersionUID = 1;

        Stopped() {
            super("stopped", null, false, false);
        }
    }

    /** Cells and ends of rows in their order. */
    private static final class Batch {
        char[] chars = new char[CHARS];
        int[] ends = new int[CELLS]; // of cells in chars; an end of a row is written as −1
        byte[] kinds = new byte[CELLS];
        int entries;
        int size;
        long[] lines = new long[64]; // of the rows that end here
        int rows;

        @Nullable
        RuntimeException failure; // what ended the reading

        @Nullable
        Error error;

        boolean isLast;

        boolean hasRoom(int length) {
            return entries < ends.length && size + length <= chars.length;
        }

        void cell(CellKind kind, char[] from, int offset, int length) {
            if (size + length > chars.length) {
                chars = Arrays.copyOf(chars, size + length); // one cell larger than a batch
            }
            System.arraycopy(from, offset, chars, size, length);
            size += length;
            kinds[entries] = (byte) kind.ordinal();
            ends[entries++] = size;
        }

        void endRow(long line) {
            if (rows == lines.length) {
                lines = Arrays.copyOf(lines, rows * 2);
            }
            lines[rows++] = line;
            ends[entries++] = -1;
        }

        void handTo(RowSource.CellHandler handler) {
            int from = 0;
            int row = 0;
            for (int i = 0; i < entries; i++) {
                if (ends[i] < 0) {
                    handler.endRow(lines[row++]);
                } else {
                    if (kinds[i] == 0) {
                        handler.cell(chars, from, ends[i] - from);
                    } else {
                        handler.typed(CellKind.of(kinds[i]), chars, from, ends[i] - from);
                    }
                    from = ends[i];
                }
            }
        }

        void clear() {
            entries = 0;
            size = 0;
            rows = 0;
            if (chars.length > CHARS) {
                chars = new char[CHARS];
            }
        }
    }

    private void run(RowSource source, RowSource.CellHandler handler) {
        Thread reader = new Thread(() -> read(source), "reads ahead");
        reader.setDaemon(true);
        reader.start();
        try {
            while (true) {
                Batch batch = full.take();
                batch.handTo(handler);
                if (batch.isLast) {
                    rethrow(batch);
                    return;
                }
                batch.clear();
                free.add(batch);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("interrupted while reading", e);
        } finally {
            stopped = true;
            reader.interrupt();
        }
    }

    private static void rethrow(Batch last) {
        if (last.error != null) {
            throw last.error;
        }
        if (last.failure != null) {
            throw last.failure;
        }
    }

    private void read(RowSource source) {
        Filler filler = new Filler();
        try {
            source.read(filler);
        } catch (RuntimeException e) {
            filler.batch.failure = e;
        } catch (Error e) {
            filler.batch.error = e;
        }
        filler.batch.isLast = true;
        full.add(filler.batch); // there is room for every batch there is
    }

    private Batch fresh() {
        try {
            Batch batch = free.take();
            if (stopped) {
                throw new Stopped();
            }
            return batch;
        } catch (InterruptedException e) {
            throw new Stopped();
        }
    }

    private final class Filler implements RowSource.CellHandler {
        private Batch batch = fresh();

        @Override
        public void cell(char[] chars, int offset, int length) {
            typed(CellKind.TEXT, chars, offset, length);
        }

        @Override
        public void typed(CellKind kind, char[] chars, int offset, int length) {
            if (!batch.hasRoom(length) && batch.entries > 0) {
                next();
            }
            batch.cell(kind, chars, offset, length);
        }

        @Override
        public void endRow(long line) {
            if (!batch.hasRoom(0)) {
                next();
            }
            batch.endRow(line);
        }

        private void next() {
            Batch done = batch;
            batch = fresh();
            full.add(done);
        }
    }
}
