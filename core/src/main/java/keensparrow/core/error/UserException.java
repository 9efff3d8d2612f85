package keensparrow.core.error;

import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A failure the person can act on. The message is read as it is: what is wrong, where, and what would work, with
 * things called by the names the person knows.
 */
public final class UserException extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private static final int MAX_QUOTE = 100;

    private final ErrorCode code;
    private final transient @Nullable Span span;

    public UserException(ErrorCode code, String message) {
        this(code, message, null);
    }

    /** @param span where in an expression, when the failure lies in one */
    public UserException(ErrorCode code, String message, @Nullable Span span) {
        super(message);
        this.code = code;
        this.span = span;
    }

    public ErrorCode code() {
        return code;
    }

    public Optional<Span> span() {
        return Optional.ofNullable(span);
    }

    /** The message; never null here. */
    public String text() {
        return String.valueOf(getMessage());
    }

    /** What a person typed, in quotation marks and cut at 100 characters, for use inside a message. */
    public static String quote(String input) {
        String shown = input.length() <= MAX_QUOTE ? input : input.substring(0, MAX_QUOTE) + "…";
        return "“" + shown.replaceAll("\\p{Cntrl}", " ") + "”";
    }
}
