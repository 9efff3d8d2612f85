package keensparrow.core.error;

import java.util.Optional;
import keensparrow.core.words.Text;
import org.jspecify.annotations.Nullable;

/**
 * A failure the person can act on. It carries a key and arguments; put into words they say what is wrong, where, and what would work, with
 * things called by the names the person knows.
 */
public final class UserException extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private static final int MAX_QUOTE = 100;

    private final ErrorCode code;
    private final transient Text message;
    private final transient @Nullable Span span;

    public UserException(ErrorCode code, Text message) {
        this(code, message, null);
    }

    /** @param span where in an expression, when the failure lies in one */
    public UserException(ErrorCode code, Text message, @Nullable Span span) {
        this.message = message;
        this.code = code;
        this.span = span;
    }

    public ErrorCode code() {
        return code;
    }

    public Optional<Span> span() {
        return Optional.ofNullable(span);
    }

    /** The message in words, made only now. */
    public String text() {
        return message.toString();
    }

    @Override
    public String getMessage() {
        return text();
    }

    /** What a person typed, in quotation marks and cut at 100 characters, for use inside a message. */
    public static String quote(String input) {
        String shown = input.length() <= MAX_QUOTE ? input : input.substring(0, MAX_QUOTE) + "…";
        return "“" + shown.replaceAll("\\p{Cntrl}", " ") + "”";
    }
}
