package keensparrow.core.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import keensparrow.core.words.Words;
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

    /**
     * A sentence from a template.
     *
     * @param key of the template
     * @param filled what its arguments are, by their names
     */
    public static Sentence of(String key, Filled... filled) {
        return builder().phrase(key, filled).build();
    }

    /** An argument of a template, with the part that it becomes. */
    public record Filled(String name, Part part) {}

    /** An argument that a press edits; its control is called like it. */
    public static Filled control(String name, String text) {
        return new Filled(name, new Part(text, name, true));
    }

    /** An argument that is emphasised. */
    public static Filled stress(String name, String text) {
        return new Filled(name, new Part(text, null, true));
    }

    /** An argument that stands like the words around it. */
    public static Filled plain(String name, String text) {
        return new Filled(name, new Part(text, null, false));
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

        /** The words of a template, in the order of the language. */
        public Builder phrase(String key, Filled... filled) {
            Object[] arguments = new Object[2 * filled.length];
            for (int i = 0; i < filled.length; i++) {
                arguments[2 * i] = filled[i].name();
                arguments[2 * i + 1] = filled[i].part().text();
            }
            for (Words.Piece piece : Words.pieces(key, arguments)) {
                parts.add(Stream.of(filled)
                        .filter(one -> one.name().equals(piece.argument()))
                        .map(Filled::part)
                        .findFirst()
                        .orElseGet(() -> new Part(piece.text(), null, false)));
            }
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
