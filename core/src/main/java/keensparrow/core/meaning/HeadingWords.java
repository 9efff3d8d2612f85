package keensparrow.core.meaning;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A heading taken apart: its words in small letters without accents, and what stands for a unit. */
final class HeadingWords {
    private static final Pattern BRACKETS = Pattern.compile("[(\\[{]([^)\\]}]*)[)\\]}]");
    private static final Pattern CAMEL = Pattern.compile("(?<=\\p{Ll})(?=\\p{Lu})|(?<=\\p{Lu})(?=\\p{Lu}\\p{Ll})");
    private static final Pattern PARTING = Pattern.compile("[^\\p{L}\\p{N}%€$£¥₹°#‰]+");
    private static final Pattern PER = Pattern.compile( // km/h, €/m², per 100
            "(?iu).*(\\b(per|pro|par|por|za|je)\\b\\s*\\S.*|\\b(km|k|m|mi|kg|g|mg|l|kwh|mwh|usd|eur|gb|mb)\\s*/\\s*\\p{L}.*"
                    + "|[€$£]\\s*/.*|/\\s*(h|hr|hour|s|sec|min|day|m2|m²|km2|km²|kg|l|100|1000|1,000|capita|person|head|unit|kwh|mwh)\\b.*)");
    private static final Set<String> UNCOUNTED = Set.of(
            "services",
            "activities",
            "goods",
            "utilities",
            "others",
            "news",
            "means",
            "series",
            "species",
            "basis",
            "sales");
    /** What begins as words do: no plural but letters for something are {@code ttlcons}, {@code rsafs}. */
    private static final Pattern WORD = Pattern.compile(
            "([bcdfghjklmnpqrstvwxyz]|[bcdfgkpt]l|[bcdfgkptv]r|[ckpstwrg]h|sch|shr|thr|phr|chr|s[ckmnpqtlwfv]|sc[lr]|sp[lr]|str"
                    + "|qu|squ|tw|dw|kn|gn|ps|pn|sz|cz|dz|ts|wr|kw|zw|bj|fj|ll)?[aeiouy].*");

    private static final Set<String> BETWEEN = Set.of("per", "pro", "par", "por", "je");
    private static final int MIN_PLURAL = 4;
    private static final int MIN_STEM = 5; // letters: shorter ones are part of too many words

    private final String label;
    private final List<String> words;
    private final List<String> units = new ArrayList<>();

    HeadingWords(String label) {
        this.label = label;
        Matcher brackets = BRACKETS.matcher(label);
        while (brackets.find()) {
            units.addAll(split(brackets.group(1)));
        }
        words = split(label);
    }

    private static List<String> split(String text) {
        List<String> words = new ArrayList<>();
        String plain = Normalizer.normalize(text, Normalizer.Form.NFD).replaceAll("\\p{M}+", "");
        for (String word : PARTING.split(CAMEL.matcher(plain).replaceAll(" "))) {
            if (!word.isEmpty()) {
                words.add(word.toLowerCase(Locale.ROOT).replace("ß", "ss"));
            }
        }
        return words;
    }

    String label() {
        return label;
    }

    List<String> all() {
        return words;
    }

    /** Whether nothing but the heading's number is known: it has no word of its own. */
    boolean isNameless() {
        return words.isEmpty() || label.matches("(?i)(column|unnamed:?|x|v|var|col)[ _.]?\\d*");
    }

    /** Whether one of the words is in the list, or a long one of them ends or begins a longer word. */
    boolean has(Set<String> list) {
        return words.stream().anyMatch(word -> isIn(list, word));
    }

    /** Whether the last word, which says what the others qualify, is in the list. */
    boolean endsWith(Set<String> list) {
        return !words.isEmpty() && isIn(list, lastOfName());
    }

    String last() {
        return words.isEmpty() ? "" : lastOfName();
    }

    /** The last word, or the last before a unit in brackets. */
    private String lastOfName() {
        int last = words.size() - 1 - units.size();
        return words.get(Math.max(0, last));
    }

    boolean hasUnit(Set<String> list) {
        return units.stream().anyMatch(list::contains);
    }

    /** Whether a last “min” is the unit of a time, as in “Journey time min”, and no minimum. */
    boolean isDurationInMinutes() {
        int last = words.size() - 1;
        return last > 0
                && words.get(last).equals("min")
                && words.subList(0, last).stream().anyMatch(word -> isIn(Vocabulary.DURATION, word))
                && words.subList(0, last).stream().noneMatch(word -> isIn(Vocabulary.MIDDLE, word));
    }

    /** The word that says what it is: the one before an {@code of}, else the last. */
    String head(Set<String> of) {
        for (int i = 1; i < words.size() - 1; i++) {
            if (of.contains(words.get(i))) {
                return words.get(i - 1);
            }
        }
        return last();
    }

    static boolean isIn(Set<String> list, String word) {
        if (list.contains(word)) {
            return true;
        }
        if (word.endsWith("s") && list.contains(word.substring(0, word.length() - 1))) {
            return true;
        }
        return word.length() > MIN_STEM
                && list.stream()
                        .anyMatch(stem ->
                                stem.length() >= MIN_STEM && stem.length() < word.length() && word.endsWith(stem));
    }

    /** Whether it is something for each of something else, such as {@code km/h} or {@code cost per head}. */
    boolean isPer() {
        String plain = Normalizer.normalize(label, Normalizer.Form.NFC);
        return isBetween(BETWEEN)
                || PER.matcher(plain).matches()
                || words.stream()
                        .anyMatch(word ->
                                word.matches("perc|percap\\w*|mpg|kmh|kph|mph|bpm|rpm|ppm|ppb|cpc|cpm|rpk|arpu"));
    }

    private boolean isBetween(Set<String> list) {
        return words.size() > 2 && words.subList(1, words.size() - 1).stream().anyMatch(list::contains);
    }

    /** The last word of the name where it looks like the plural of something that is counted; else empty. */
    String plural() {
        String last = last();
        boolean ends = last.length() > MIN_PLURAL
                && last.endsWith("s")
                && !last.endsWith("ss")
                && !last.endsWith("us")
                && !last.endsWith("is")
                && !last.endsWith("ous")
                && WORD.matcher(last).matches()
                && !UNCOUNTED.contains(last);
        return ends ? last : "";
    }
}
