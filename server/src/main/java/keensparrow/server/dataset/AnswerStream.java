package keensparrow.server.dataset;

import io.javalin.http.Context;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.zip.GZIPOutputStream;
import keensparrow.core.question.Answered;
import keensparrow.server.http.Json;
import keensparrow.server.http.SteadyOutput;
import org.jspecify.annotations.Nullable;

/**
 * Answers as lines of JSON, each sent as soon as it is there. The framework's own stream keeps back what is flushed, so
 * lines go past it, packed here where the caller takes that. Nothing is sent before the first line, so that a failure
 * until then has an answer of its own.
 */
public final class AnswerStream implements AutoCloseable {
    private static final int BUFFER = 8192;

    private final Context ctx;
    private @Nullable OutputStream out; // once there is a line

    public AnswerStream(Context ctx) {
        this.ctx = ctx;
    }

    /** Sends one line. @throws UncheckedIOException when nobody listens any more */
    public void line(AnswerLine content) {
        try {
            OutputStream to = opened();
            to.write((Json.write(content) + "\n").getBytes(StandardCharsets.UTF_8));
            to.flush();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private OutputStream opened() throws IOException {
        OutputStream known = out;
        if (known != null) {
            return known;
        }
        ctx.contentType("application/x-ndjson");
        ctx.header("Cache-Control", "no-store");
        ctx.header("Vary", "Accept-Encoding");
        OutputStream plain = new SteadyOutput(ctx.res().getOutputStream());
        String accepted = ctx.header("Accept-Encoding");
        boolean packed = accepted != null && accepted.contains("gzip");
        if (packed) {
            ctx.header("Content-Encoding", "gzip");
        }
        OutputStream made = packed ? new GZIPOutputStream(plain, BUFFER, true) : plain;
        out = made;
        return made;
    }

    /** Ends the packing, and with it the response. @throws UncheckedIOException when nobody listens any more */
    @Override
    public void close() {
        try {
            if (out instanceof GZIPOutputStream packed) {
                packed.close(); // gives back the memory of the packing, which lies outside the heap
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    void question(Answered answered) {
        line(AnswerLine.result("question", answered.id(), answered, null));
    }
}
