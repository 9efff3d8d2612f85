package keensparrow.server.dataset;

import java.io.EOFException;
import java.io.UncheckedIOException;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.engine.Statistics;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Filter;
import keensparrow.core.question.Answered;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Text;
import org.jspecify.annotations.Nullable;

/**
 * Downloads that are being written, by names that their pages made up: how far they are, and whether they are still
 * wanted. Whoever knows the name may ask and stop; nobody can guess it.
 */
public final class RunningDownloads {
    private static final int MAX_KNOWN = 1000;
    private static final int MAX_NAME = 64;
    private static final int EVERY = 1 << 10; // rows

    private final Map<String, Download> known = new LinkedHashMap<>() {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Download> eldest) {
            return size() > MAX_KNOWN;
        }
    };

    /** How far a download is. */
    public enum State {
        RUNNING,
        DONE,
        STOPPED
    }

    /** @param rows that are written */
    public record Progress(State state, long rows) {}

    private static final class Download {
        volatile long rows;
        volatile State state = State.RUNNING;
    }

    /** @throws UserException NOT_FOUND for a name that no download has, or had lately */
    public Progress progress(String name) {
        Download download = of(name);
        return new Progress(download.state, download.rows);
    }

    /** It is broken off at its next rows; one that is over stays as it is. */
    public void stop(String name) {
        Download download = of(name);
        synchronized (download) {
            if (download.state == State.RUNNING) {
                download.state = State.STOPPED;
            }
        }
    }

    private Download of(String name) {
        synchronized (known) {
            Download download = known.get(name);
            if (download == null) {
                throw new UserException(ErrorCode.NOT_FOUND, Text.of("server.dataset.noSuchDownload"));
            }
            return download;
        }
    }

    /** The same engine, whose rows are counted as they leave. @param name null for a download that nobody asks about */
    public QueryEngine watched(@Nullable String name, QueryEngine engine) {
        if (name == null || name.isEmpty() || name.length() > MAX_NAME) {
            return engine;
        }
        Download download = new Download();
        synchronized (known) {
            known.put(name, download);
        }
        return new Watched(engine, download);
    }

    private record Watched(QueryEngine engine, Download download) implements QueryEngine {
        @Override
        public Schema schema() {
            return engine.schema();
        }

        @Override
        public Statistics statistics() {
            return engine.statistics();
        }

        @Override
        public void check(Filter filter) {
            engine.check(filter);
        }

        @Override
        public void answer(QuestionSet questions, Consumer<Answered> sink, BooleanSupplier cancelled) {
            engine.answer(questions, sink, cancelled);
        }

        @Override
        public void scan(RowScan scan, RowSink sink, BooleanSupplier cancelled) {
            long[] done = {0};
            try {
                engine.scan(
                        scan,
                        (columns, rows, from, to) -> {
                            for (int next = from; next < to; next += EVERY) {
                                int end = Math.min(to, next + EVERY);
                                sink.batch(columns, rows, next, end);
                                done[0] += end - next;
                                download.rows = done[0];
                                requireWanted();
                            }
                        },
                        cancelled);
                requireWanted();
                end(State.DONE, done[0]);
            } finally {
                end(State.STOPPED, done[0]);
            }
        }

        /** As an output does whose other end has left. */
        private void requireWanted() {
            if (download.state == State.STOPPED) {
                throw new UncheckedIOException(new EOFException());
            }
        }

        private void end(State state, long rows) {
            synchronized (download) {
                download.rows = rows;
                if (download.state == State.RUNNING) {
                    download.state = state;
                }
            }
        }
    }
}
