package keensparrow.core.words;

import com.ibm.icu.text.ListFormatter;
import com.ibm.icu.text.MessageFormat;
import com.ibm.icu.text.MessagePattern;
import com.ibm.icu.text.SimpleFormatter;
import com.ibm.icu.util.ULocale;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.text.AttributedCharacterIterator;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Properties;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/**
 * Puts keys and arguments into words. The templates are ICU messages in {@code keensparrow/words/*.properties}, one
 * file a module; those of another language bear its tag, such as {@code core_de.properties}, and what one of them
 * lacks is said in English. The language is that of the system property {@code sparrow.language}.
 */
public final class Words {
    private static final int MAX_LISTED = 200;

    /** The language of the system property, English without one. */
    public static final String LANGUAGE = System.getProperty("sparrow.language", "en");

    /** For large and small letters; an invented language has those of English. */
    public static final Locale LETTERS = LANGUAGE.equals("en") || LANGUAGE.equals(PseudoLanguage.TAG)
            ? Locale.ENGLISH
            : Locale.forLanguageTag(LANGUAGE);

    private static final List<String> MODULES = List.of("core", "formats", "server");
    private static final Map<String, String> TEMPLATES = load(LANGUAGE);
    private static final Map<String, Template> READY = new ConcurrentHashMap<>();
    private static final Map<String, Map<String, Template>> OF_READERS = new ConcurrentHashMap<>(); // by formats, key

    private Words() {}

    /**
     * A text with its arguments put in.
     *
     * @param arguments names and values in turn; a number that chooses a plural stays a number, all else stands as its
     *     own text, and an argument that is missing shows as its name in braces
     * @throws IllegalArgumentException where there is no such key
     */
    public static String say(String key, @Nullable Object... arguments) {
        Template template = template(key);
        return template.format == null ? template.text : template.format(arguments);
    }

    /** A piece of a text: what an argument gave, or the words between. */
    public record Piece(String text, @Nullable String argument) {}

    /** The text in pieces, each argument one of its own, in the order of the language. */
    public static List<Piece> pieces(String key, @Nullable Object... arguments) {
        Template template = template(key);
        return template.format == null ? List.of(new Piece(template.text, null)) : template.pieces(arguments);
    }

    /** Several things in a row: {@code crew, signalling and weather}. */
    public static String list(List<String> things) {
        if (things.size() < 2) {
            return String.join("", things);
        }
        ListFormatter lists = ListFormatter.getInstance(Formats.OWN.locale());
        if (things.size() > MAX_LISTED) { // the formatter takes no more: the first ones go as one
            String three = lists.getPatternForNumItems(3);
            String between = three.substring(three.indexOf("{0}") + 3, three.indexOf("{1}"));
            int first = things.size() - MAX_LISTED + 1;
            List<String> fewer = new ArrayList<>(List.of(String.join(between, things.subList(0, first))));
            fewer.addAll(things.subList(first, things.size()));
            return list(fewer);
        }
        String pattern = lists.getPatternForNumItems(things.size());
        return SimpleFormatter.compile(LANGUAGE.equals(PseudoLanguage.TAG) ? PseudoLanguage.of(pattern) : pattern)
                .format(things.toArray(CharSequence[]::new));
    }

    /** All keys, for tests of the files. */
    static Set<String> keys() {
        return TEMPLATES.keySet();
    }

    private static Template template(String key) {
        Template own = READY.computeIfAbsent(key, k -> {
            String text = TEMPLATES.get(k);
            if (text == null) {
                throw new IllegalArgumentException("no text has the key " + k);
            }
            return Template.of(text, Formats.OWN.locale());
        });
        Formats readers = Formats.now();
        return own.typed.isEmpty() || readers == Formats.OWN
                ? own
                : OF_READERS
                        .computeIfAbsent(readers.tag(), tag -> new ConcurrentHashMap<>())
                        .computeIfAbsent(key, k -> Template.of(own.text, readers.locale()));
    }

    static Map<String, String> load(String language) {
        Map<String, String> all = new HashMap<>();
        for (String module : MODULES) {
            all.putAll(file(module));
            if (language.equals(PseudoLanguage.TAG)) {
                all.replaceAll((key, text) -> PseudoLanguage.of(text));
            } else if (!language.equals("en")) {
                all.putAll(file(module + "_" + language));
            }
        }
        return Map.copyOf(all);
    }

    private static Map<String, String> file(String name) {
        Properties read = new Properties();
        try (InputStream in = Words.class.getResourceAsStream("/keensparrow/words/" + name + ".properties")) {
            if (in != null) {
                read.load(new InputStreamReader(in, StandardCharsets.UTF_8));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        Map<String, String> texts = new HashMap<>();
        read.stringPropertyNames().forEach(key -> texts.put(key, read.getProperty(key)));
        return texts;
    }

    /**
     * @param format null where the text has no argument
     * @param typed arguments that choose a plural or a number's form
     */
    private record Template(String text, @Nullable MessageFormat format, Set<String> typed) {
        static Template of(String text, ULocale locale) {
            if (text.indexOf('{') < 0) {
                return new Template(new MessageFormat(text, locale).format(Map.of()), null, Set.of());
            }
            MessagePattern pattern = new MessagePattern(text);
            Set<String> typed = new HashSet<>();
            for (int i = 0; i < pattern.countParts(); i++) {
                MessagePattern.Part part = pattern.getPart(i);
                if (part.getType() == MessagePattern.Part.Type.ARG_START
                        && part.getArgType() != MessagePattern.ArgType.NONE) {
                    typed.add(pattern.getSubstring(pattern.getPart(i + 1)));
                }
            }
            return new Template(text, new MessageFormat(text, locale), Set.copyOf(typed));
        }

        String format(@Nullable Object... arguments) {
            MessageFormat known = Objects.requireNonNull(format);
            synchronized (known) {
                return known.format(named(arguments));
            }
        }

        List<Piece> pieces(@Nullable Object... arguments) {
            MessageFormat known = Objects.requireNonNull(format);
            AttributedCharacterIterator read;
            synchronized (known) {
                read = known.formatToCharacterIterator(named(arguments));
            }
            List<Piece> pieces = new ArrayList<>();
            while (read.getIndex() < read.getEndIndex()) {
                int end = read.getRunLimit(MessageFormat.Field.ARGUMENT);
                Object argument = read.getAttribute(MessageFormat.Field.ARGUMENT);
                StringBuilder text = new StringBuilder();
                for (int at = read.getIndex(); at < end; at++) {
                    text.append(read.setIndex(at));
                }
                read.setIndex(end);
                pieces.add(new Piece(text.toString(), argument == null ? null : argument.toString()));
            }
            return pieces;
        }

        private Map<String, Object> named(@Nullable Object... arguments) {
            Map<String, Object> named = new HashMap<>();
            for (int i = 0; i + 1 < arguments.length; i += 2) {
                String name = String.valueOf(arguments[i]);
                Object value = arguments[i + 1];
                named.put(name, value instanceof Number && typed.contains(name) ? value : String.valueOf(value));
            }
            return named;
        }
    }
}
