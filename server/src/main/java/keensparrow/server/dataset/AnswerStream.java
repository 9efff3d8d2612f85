package keensparrow.server.dataset;

import io.javalin.http.Context;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import keensparrow.core.error.UserException;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Answered;
import keensparrow.server.http.Json;
import org.jspecify.annotations.Nullable;

/** Answers as lines of JSON, each sent as soon as it is there. */
public final class AnswerStream {
    private final OutputStream out;

    public AnswerStream(Context ctx) {
        ctx.contentType("application/x-ndjson");
        ctx.header("Cache-Control", "no-store");
        this.out = ctx.outputStream();
    }

    /** Sends one line. @throws UncheckedIOException when nobody listens any more */
    public void line(Object content) {
        try {
            out.write((Json.write(content) + "\n").getBytes(StandardCharsets.UTF_8));
            out.flush();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    void question(Answered answered) {
        line(content("question", answered.id(), answered));
    }

    /**
     * A line with an answer, or why there is none.
     *
     * @param line what it answers: a question, a view or a filter
     */
    public record Line(
            String line,
            String id,
            @Nullable Answer answer,
            @Nullable Failure failure) {}

    /** Why a question was not answered. */
    public record Failure(String code, String detail) {}

    /** The line for an answer or a failure, under its kind and id. */
    public static Line content(String kind, String id, Answered answered) {
        UserException failure = answered.failure();
        return new Line(
                kind,
                id,
                answered.answer(),
                failure == null ? null : new Failure(failure.code().name(), failure.text()));
    }
}
