package keensparrow.server.http;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import org.eclipse.jetty.http.HttpFields;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.io.Content;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.server.handler.ErrorHandler;
import org.eclipse.jetty.util.Callback;
import org.jspecify.annotations.Nullable;

/** The web server's own errors, for requests that never got to a route, as problem details like all others. */
final class ProblemErrors extends ErrorHandler {
    private static final String TYPE = "application/problem+json";

    @Override
    protected void generateResponse(
            Request request,
            Response response,
            int code,
            @Nullable String message,
            @Nullable Throwable cause,
            Callback callback) {
        response.getHeaders().put(HttpHeader.CONTENT_TYPE, TYPE);
        response.getHeaders().put(HttpHeader.CACHE_CONTROL, "no-store");
        Content.Sink.write(response, true, Errors.ofWebServer(code), callback);
    }

    @Override
    public ByteBuffer badMessageError(int status, @Nullable String reason, HttpFields.Mutable fields) {
        fields.put(HttpHeader.CONTENT_TYPE, TYPE);
        return ByteBuffer.wrap(Errors.ofWebServer(status).getBytes(StandardCharsets.UTF_8));
    }
}
