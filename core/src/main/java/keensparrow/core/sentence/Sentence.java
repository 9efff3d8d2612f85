package keensparrow.core.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** A plain sentence built from a definition: read as a whole, edited by its parts. */
public record Sentence(List<Part> parts) {
    public Sentence {
        parts = List.copyOf(parts);
    }

    /**
     * @param control what a press on this part edits, such as {@code measure}; null for words that stand firm
     * @param strong whether it is emphasised
     */
    public record Part(String text, @Nullable String control, boolean strong) {}

    /** The whole sentence as text. */
    public String text() {
        return parts.stream().map(Part::text).collect(Collectors.joining());
    }

    public static Builder builder() {
        return new Builder();
    }

    /** Puts a sentence together. */
    public static final class Builder {
        private final List<Part> parts = new ArrayList<>();

        public Builder say(String text) {
            parts.add(new Part(text, null, false));
            return this;
        }

        public Builder stress(String text) {
            parts.add(new Part(text, null, true));
            return this;
        }

        public Builder control(String control, String text) {
            parts.add(new Part(text, control, true));
            return this;
        }

        public Sentence build() {
            return new Sentence(parts);
        }
    }
}
