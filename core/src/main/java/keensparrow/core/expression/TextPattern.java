package keensparrow.core.expression;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.Span;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import org.jspecify.annotations.Nullable;

/**
 * A regular expression, matched in a time that grows with the length of the text alone, whatever the pattern is. Letters
 * are told apart by case unless it begins with {@code (?i)}.
 */
public final class TextPattern {
    private static final int MAX_PATTERN = 500;
    private static final long MAX_SIZE = 100_000;
    private static final int MAX_TEXT = 1_000_000;

    private final Pattern pattern;

    private TextPattern(Pattern pattern) {
        this.pattern = pattern;
    }

    /**
     * @param span where an expression has it; null elsewhere
     * @throws UserException EXPRESSION_SYNTAX for a pattern that is none or too large
     */
    public static TextPattern of(String written, @Nullable Span span) {
        if (written.length() > MAX_PATTERN || repeats(written) * written.length() > MAX_SIZE) {
            throw new UserException(
                    ErrorCode.EXPRESSION_SYNTAX,
                    Text.of("expression.patternTooLarge", "most", MAX_PATTERN, "size", MAX_SIZE),
                    span);
        }
        try {
            return new TextPattern(Pattern.compile(written));
        } catch (PatternSyntaxException e) {
            throw new UserException(
                    ErrorCode.EXPRESSION_SYNTAX,
                    Text.of(
                            "expression.noPattern",
                            "pattern",
                            UserException.quote(written),
                            "why",
                            String.valueOf(e.getDescription())),
                    span);
        }
    }

    /** All counts in braces multiplied: how much larger than it is written a pattern may become. */
    private static long repeats(String written) {
        long repeats = 1;
        java.util.regex.Matcher counts = java.util.regex.Pattern.compile("\\{(\\d{1,9})(?:,(\\d{1,9})?)?\\}")
                .matcher(written);
        while (counts.find() && repeats <= MAX_SIZE) {
            String most = counts.group(2) == null ? counts.group(1) : counts.group(2);
            repeats *= Math.max(1, Long.parseLong(most));
        }
        return repeats;
    }

    /** Whether it fits somewhere in a text. */
    public boolean isIn(String text) {
        return pattern.matcher(text).find();
    }

    /** Where it fits first: what its first group holds, of a pattern without groups all of it; null where it does not fit. */
    public @Nullable String found(String text) {
        Matcher matcher = pattern.matcher(text);
        return matcher.find() ? matcher.group(matcher.groupCount() == 0 ? 0 : 1) : null;
    }

    /**
     * What takes the place of all that fits.
     *
     * @param written {@code \\1} stands for the first group, {@code \\\\} for a backslash
     * @return gives null for a text that would grow beyond a million characters
     * @throws UserException EXPRESSION_SYNTAX for a group that the pattern has not
     */
    UnaryOperator<@Nullable String> replacing(String written, Span span) {
        List<Object> parts = new ArrayList<>(); // a text, or the number of a group
        for (int i = 0; i < written.length(); i++) {
            char c = written.charAt(i);
            char next = i + 1 < written.length() ? written.charAt(i + 1) : 0;
            boolean group = c == '\\' && next >= '0' && next <= '9';
            if (group && next - '0' > pattern.groupCount()) {
                throw new UserException(
                        ErrorCode.EXPRESSION_SYNTAX,
                        Text.of("expression.noGroup", "group", next - '0', "groups", pattern.groupCount()),
                        span);
            }
            parts.add(group ? (Object) (next - '0') : String.valueOf(c));
            i += group || c == '\\' && next == '\\' ? 1 : 0;
        }
        return text -> replaced(String.valueOf(text), parts);
    }

    private @Nullable String replaced(String text, List<Object> parts) {
        Matcher matcher = pattern.matcher(text);
        StringBuilder made = new StringBuilder();
        int from = 0;
        while (matcher.find()) {
            made.append(text, from, matcher.start());
            for (Object part : parts) {
                String group = part instanceof Integer number ? matcher.group(number) : (String) part;
                made.append(group == null ? "" : group);
            }
            from = matcher.end();
            if (made.length() > MAX_TEXT) {
                return null;
            }
        }
        return made.append(text, from, text.length()).toString();
    }
}
