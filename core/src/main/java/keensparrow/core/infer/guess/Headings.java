package keensparrow.core.infer.guess;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import keensparrow.core.words.Words;

/** Headings of a file, and the names that expressions and addresses use for them. */
public final class Headings {
    private Headings() {}

    /** A name for each heading: lower case, words joined by an underscore, each once; {@code column_3} for none. */
    static List<String> names(List<String> headings) {
        List<String> names = new ArrayList<>();
        Set<String> used = new HashSet<>();
        for (int i = 0; i < headings.size(); i++) {
            String plain = name(headings.get(i));
            String base = plain.isEmpty() ? "column_" + (i + 1) : plain;
            String name = base;
            for (int n = 2; !used.add(name); n++) {
                name = base + "_" + n;
            }
            names.add(name);
        }
        return names;
    }

    public static String name(String heading) {
        String plain =
                Normalizer.normalize(heading.strip(), Normalizer.Form.NFKD).replaceAll("\\p{M}+", "");
        String name = plain.toLowerCase(Locale.ROOT)
                .replaceAll("[^\\p{L}\\p{N}]+", "_")
                .replaceAll("^_+|_+$", "");
        return !name.isEmpty() && Character.isDigit(name.charAt(0)) ? "c_" + name : name;
    }

    /** What people read for a heading: itself with line breaks as spaces, or {@code Column 3} for none. */
    public static String label(String heading, int index) {
        String label = heading.strip().replaceAll("\\s+", " ");
        return label.isEmpty() ? Words.say("guess.column", "index", index + 1) : label;
    }

    /** A label for each heading; the second and later ones of the same are told apart by a number in brackets. */
    public static List<String> labels(List<String> headings) {
        List<String> labels = new ArrayList<>();
        Set<String> used = new HashSet<>();
        for (int i = 0; i < headings.size(); i++) {
            String base = label(headings.get(i), i);
            String label = base;
            for (int n = 2; !used.add(key(label)); n++) {
                label = base + " (" + n + ")";
            }
            labels.add(label);
        }
        return labels;
    }

    /** Headings that differ only in case or spaces are the same column. */
    static String key(String heading) {
        return heading.strip().replaceAll("\\s+", " ").toLowerCase(Locale.ROOT);
    }

    /** Headings that also differ in underscores or hyphens may be the same column, where no other can be meant. */
    public static String loosely(String heading) {
        return key(heading.replace('_', ' ').replace('-', ' '));
    }

    /** As {@link #keys(List)}; a heading that the other ones, which were there before, have in a looser sense has theirs. */
    static List<String> keys(List<String> headings, List<String> before) {
        List<String> keys = new ArrayList<>(keys(headings));
        List<String> known = keys(before);
        Set<String> here = Set.copyOf(keys);
        Set<String> there = Set.copyOf(known);
        Map<String, Integer> loose =
                new HashMap<>(); // places of those that are missing here; −1 where there are several
        for (int i = 0; i < known.size(); i++) {
            if (!here.contains(known.get(i))) {
                loose.merge(loosely(before.get(i)), i, (one, other) -> -1);
            }
        }
        Map<String, Integer> meant = new HashMap<>();
        for (int i = 0; i < keys.size(); i++) {
            if (!there.contains(keys.get(i))) {
                meant.merge(loosely(headings.get(i)), i, (one, other) -> -1);
            }
        }
        meant.forEach((key, at) -> {
            int place = loose.getOrDefault(key, -1);
            if (at >= 0 && place >= 0) {
                keys.set(at, known.get(place));
            }
        });
        return keys;
    }

    /** The key of each heading; the second and later ones of the same heading are told apart by their number. */
    static List<String> keys(List<String> headings) {
        Map<String, Integer> times = new HashMap<>();
        List<String> keys = new ArrayList<>();
        for (String heading : headings) {
            String key = key(heading);
            int time = times.merge(key, 1, Integer::sum);
            keys.add(time == 1 ? key : key + "\n" + time); // no heading's key has a line break
        }
        return keys;
    }
}
