package keensparrow.server.dataset;

import io.javalin.http.Context;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import keensparrow.core.question.Answered;
import keensparrow.server.http.Json;

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

    /** The line for an answer or a failure, under its kind and id. */
    public static Map<String, Object> content(String kind, String id, Answered answered) {
        Map<String, Object> content = new LinkedHashMap<>();
        content.put("line", kind);
        content.put("id", id);
        if (answered.answer() != null) {
            content.put("answer", answered.answer());
        }
        if (answered.failure() != null) {
            content.put(
                    "failure",
                    Map.of(
                            "code", answered.failure().code().name(),
                            "detail", answered.failure().text()));
        }
        return content;
    }
}
