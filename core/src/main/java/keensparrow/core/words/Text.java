package keensparrow.core.words;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A text that is not said yet: a key and arguments, put into words where it is read.
 *
 * @param key in the resource files; empty where the only argument is the text, put into words before
 * @param arguments names and values in turn
 */
public record Text(String key, List<@Nullable Object> arguments) {
    public Text {
        arguments = Collections.unmodifiableList(new ArrayList<>(arguments));
    }

    /** @param arguments names and values in turn */
    public static Text of(String key, @Nullable Object... arguments) {
        return new Text(key, Arrays.asList(arguments));
    }

    /** What is in words already. */
    public static Text said(String words) {
        return new Text("", List.of(words));
    }

    /** In the words of this server's language. */
    @Override
    public String toString() {
        return key.isEmpty() ? String.valueOf(arguments.get(0)) : Words.say(key, arguments.toArray());
    }
}
