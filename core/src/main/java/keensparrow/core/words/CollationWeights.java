package keensparrow.core.words;

import com.ibm.icu.text.CollationElementIterator;
import com.ibm.icu.text.RuleBasedCollator;
import com.ibm.icu.text.UnicodeSet;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * Where single characters stand in an order of texts, for those that stand for themselves: equal ones weigh the same, as
 * {@code a}, {@code A} and {@code á} mostly do.
 */
final class CollationWeights {
    /** The weight of what does not stand for itself, or is not looked after here: it is for ICU. */
    static final int SPECIAL = 0;

    private static final String COMMON = "/keensparrow/words/common-order.txt";
    private static final int LETTERS = 0x600; // Latin, Greek, Cyrillic, Hebrew
    private static final int MARKS = 0x2000; // dashes, quotation marks, signs of currencies
    private static final int MARKS_END = 0x20d0;
    private static final int ASCII = 0x80;
    private static final int HEX = 16;

    private final int[] weights;
    private final boolean joinsAscii;

    private CollationWeights(int[] weights, boolean joinsAscii) {
        this.weights = weights;
        this.joinsAscii = joinsAscii;
    }

    /** Of the order that languages have which ask for no other; written down, so that nothing has to be worked out for it. */
    static CollationWeights common() {
        int[] weights = new int[LETTERS + MARKS_END - MARKS];
        try (BufferedReader lines = new BufferedReader(new InputStreamReader(
                Objects.requireNonNull(CollationWeights.class.getResourceAsStream(COMMON)),
                StandardCharsets.US_ASCII))) {
            int weight = SPECIAL;
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                weight++;
                for (String code : line.split(" ")) {
                    weights[place(Integer.parseInt(code, HEX))] = weight;
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return new CollationWeights(weights, false);
    }

    /** @param collator by primary differences, with its numeric option */
    static CollationWeights of(RuleBasedCollator collator) {
        List<String> plain = IntStream.range(0, MARKS_END)
                .filter(c -> place(c) >= 0 && isPlain((char) c, collator))
                .mapToObj(Character::toString)
                .sorted(collator::compare)
                .toList();
        int[] weights = new int[LETTERS + MARKS_END - MARKS];
        int weight = SPECIAL;
        for (int i = 0; i < plain.size(); i++) {
            weight += i == 0 || collator.compare(plain.get(i - 1), plain.get(i)) != 0 ? 1 : 0;
            weights[place(plain.get(i).charAt(0))] = weight;
        }
        return new CollationWeights(weights, leaveOutJoined(collator, weights));
    }

    /** Whether a character has one place in the order, and is no digit of another script. */
    private static boolean isPlain(char c, RuleBasedCollator collator) {
        CollationElementIterator elements = collator.getCollationElementIterator(String.valueOf(c));
        int places = 0;
        for (int each = elements.next(); each != CollationElementIterator.NULLORDER; each = elements.next()) {
            places += CollationElementIterator.primaryOrder(each) == 0 ? 0 : 1;
        }
        int type = Character.getType(c);
        boolean isNumber = type == Character.DECIMAL_DIGIT_NUMBER
                || type == Character.OTHER_NUMBER
                || type == Character.LETTER_NUMBER;
        return places == 1 && (c < ASCII || !isNumber);
    }

    /** Takes the weight from characters that are one letter together with others. @return whether two of ASCII are */
    private static boolean leaveOutJoined(RuleBasedCollator collator, int[] weights) {
        UnicodeSet joined = new UnicodeSet();
        try {
            collator.getContractionsAndExpansions(joined, null, true);
        } catch (Exception e) { // no narrower one is declared
            throw new IllegalStateException(e);
        }
        boolean ofAscii = false;
        for (String letter : joined.strings()) {
            int[] later = letter.chars().skip(1).filter(c -> c >= ASCII).toArray();
            for (int c : later) {
                leaveOut(c, weights);
            }
            if (later.length == 0) { // such as "ch": in few languages
                leaveOut(letter.charAt(0), weights);
                ofAscii |= letter.charAt(0) < ASCII;
            }
        }
        return ofAscii;
    }

    private static void leaveOut(int c, int[] weights) {
        int place = place(c);
        if (place >= 0) {
            weights[place] = SPECIAL;
        }
    }

    /** Where the weight of a character is; −1 for one that has none. */
    private static int place(int c) {
        return c < LETTERS ? c : c >= MARKS && c < MARKS_END ? c - MARKS + LETTERS : -1;
    }

    int of(char c) {
        int place = place(c);
        return place < 0 ? SPECIAL : weights[place];
    }

    /** Whether some letters of ASCII are one together, so that one alone may not be looked at. */
    boolean joinsAscii() {
        return joinsAscii;
    }

    /** By their codes, characters that stand for themselves in both orders, and to each other alike. */
    boolean[] alike(CollationWeights other) {
        boolean[] alike = new boolean[LETTERS];
        TreeMap<Integer, Integer> there = new TreeMap<>(); // the weight in the other order by the one in this
        for (char c = 0; c < LETTERS; c++) {
            int here = of(c);
            int weight = other.of(c);
            Map.Entry<Integer, Integer> low = there.floorEntry(here);
            Map.Entry<Integer, Integer> high = there.higherEntry(here);
            boolean isSame = low != null && low.getKey() == here;
            boolean follows = low == null || (isSame ? low.getValue() == weight : low.getValue() < weight);
            if (here != SPECIAL && weight != SPECIAL && follows && (high == null || weight < high.getValue())) {
                there.put(here, weight);
                alike[c] = true;
            }
        }
        return alike;
    }

    /** A line for each weight, the codes of its characters in it. */
    List<String> lines() {
        Map<Integer, List<String>> lines = new TreeMap<>();
        for (int c = 0; c < MARKS_END; c++) {
            if (of((char) c) != SPECIAL) {
                lines.computeIfAbsent((int) of((char) c), weight -> new ArrayList<>())
                        .add(Integer.toHexString(c));
            }
        }
        return lines.values().stream().map(codes -> String.join(" ", codes)).collect(Collectors.toList());
    }
}
