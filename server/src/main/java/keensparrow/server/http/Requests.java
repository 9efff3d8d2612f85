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
                throw new UserException(ErrorCode.INVALID_REQUEST, "The request has no content.");
            }
            return body;
        } catch (JsonProcessingException e) {
            throw unreadable(e);
        } catch (IOException e) {
            throw new UserException(ErrorCode.INVALID_REQUEST, "The request cannot be read: it is no text.");
        }
    }

    static UserException unreadable(JsonProcessingException e) {
        if (e instanceof UnrecognizedPropertyException unknown) {
            return new UserException(
                    ErrorCode.INVALID_REQUEST,
                    "The request has a field that is not known here: " + UserException.quote(unknown.getPropertyName())
                            + ".");
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
                            ? "The field " + UserException.quote(place) + " is missing from the request."
                            : "The request cannot be read at " + UserException.quote(place) + ".");
        }
        return new UserException(ErrorCode.INVALID_REQUEST, "The request is no valid JSON, or lacks a field.");
    }

    /** @throws UserException INVALID_REQUEST when it is missing or blank */
    public static String required(@Nullable String value, String what) {
        if (value == null || value.isBlank()) {
            throw new UserException(ErrorCode.INVALID_REQUEST, what + " is missing. Fill it in.");
        }
        return value.strip();
    }

    public static String name(@Nullable String value, String what, int longest) {
        String name = required(value, what);
        if (name.length() > longest) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST, what + " is longer than " + longest + " characters. Shorten it.");
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
                    ErrorCode.INVALID_REQUEST, UserException.quote(text) + " is no number, as an id here is.");
        }
    }

    /** An element of a list in a request, or the list itself, that must not be null. */
    public static <T> T present(@Nullable T value, String what) {
        if (value == null) {
            throw new UserException(ErrorCode.INVALID_REQUEST, what + " is missing.");
        }
        return value;
    }
}
