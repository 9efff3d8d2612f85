package keensparrow.server.http;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonMappingException;
import com.fasterxml.jackson.databind.exc.InvalidNullException;
import com.fasterxml.jackson.databind.exc.UnrecognizedPropertyException;
import io.javalin.http.Context;
import java.io.IOException;
import java.util.stream.Collectors;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import org.jspecify.annotations.Nullable;

/** Reads requests. */
public final class Requests {
    private Requests() {}

    /** @throws UserException INVALID_REQUEST naming the place in the document */
    public static <T> T body(Context ctx, Class<T> type) {
        byte[] body = ctx.bodyAsBytes(); // JSON says itself how it is encoded, whatever its header claims
        return parsed(() -> Json.strict().readValue(body, type));
    }

    /** @throws UserException INVALID_REQUEST naming the place in the document */
    public static <T> T parse(String json, Class<T> type) {
        return parsed(() -> Json.strict().readValue(json, type));
    }

    private interface Reading<T> {
        @Nullable
        T read() throws IOException;
    }

    private static <T> T parsed(Reading<T> reading) {
        try {
            T body = reading.read();
            if (body == null) {
                throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("server.http.theRequestHasNoContent"));
            }
            return body;
        } catch (JsonProcessingException e) {
            throw unreadable(e);
        } catch (IOException e) {
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("server.http.theRequestCannotBeRead"));
        }
    }

    static UserException unreadable(JsonProcessingException e) {
        if (e instanceof UnrecognizedPropertyException unknown) {
            return new UserException(
                    ErrorCode.INVALID_REQUEST,
                    Text.of(
                            "server.http.theRequestHasAField",
                            "getPropertyName",
                            UserException.quote(unknown.getPropertyName())));
        }
        if (e instanceof JsonMappingException mapping && !mapping.getPath().isEmpty()) {
            String place = mapping.getPath().stream()
                    .map(step -> step.getFieldName() == null ? "[" + step.getIndex() + "]" : step.getFieldName())
                    .collect(Collectors.joining("."));
            boolean missing = e instanceof InvalidNullException
                    || String.valueOf(e.getOriginalMessage()).startsWith("Missing required");
            return new UserException(
                    ErrorCode.INVALID_REQUEST,
                    missing
                            ? Text.of("server.http.theFieldIsMissingFrom", "place", UserException.quote(place))
                            : Text.of("server.http.theRequestCannotBeRead2", "place", UserException.quote(place)));
        }
        return new UserException(ErrorCode.INVALID_REQUEST, Text.of("server.http.theRequestIsNoValid"));
    }

    /** @throws UserException INVALID_REQUEST when it is missing or blank */
    public static String required(@Nullable String value, String what) {
        if (value == null || value.isBlank()) {
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("server.http.isMissingFillItIn", "what", what));
        }
        return value.strip();
    }

    public static String name(@Nullable String value, String what, int longest) {
        String name = required(value, what);
        if (name.length() > longest) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST,
                    Text.of("server.http.isLongerThanCharactersShorten", "what", what, "longest", longest));
        }
        return name;
    }

    /** The number in the address under {@code id}. @throws UserException INVALID_REQUEST */
    public static long id(Context ctx) {
        return number(ctx.pathParam("id"));
    }

    /** @throws UserException INVALID_REQUEST when it is no whole number */
    public static long number(String text) {
        try {
            return Long.parseLong(text);
        } catch (NumberFormatException e) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST,
                    Text.of("server.http.isNoNumberAsAn", "text", UserException.quote(text)));
        }
    }

    /** An element of a list in a request, or the list itself, that must not be null. */
    public static <T> T present(@Nullable T value, String what) {
        if (value == null) {
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("server.http.isMissing", "what", what));
        }
        return value;
    }
}
