package keensparrow.core.words;

import com.ibm.icu.text.CollationElementIterator;
import com.ibm.icu.text.Collator;
import com.ibm.icu.text.RuleBasedCollator;
import com.ibm.icu.text.UnicodeSet;
import com.ibm.icu.util.ULocale;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.IntFunction;
import java.util.stream.IntStream;

/**
 * The order in which people expect names: letters without regard to case or accents, numbers inside text by their
 * value ({@code Coach 2} before {@code Coach 10}). Letters that a language counts as letters of their own stand where its
 * dictionaries have them: {@code å} after {@code z} in Swedish, {@code ch} after {@code h} in Czech. Texts that tie so are
 * ordered by their characters, so that only equal texts compare as 0.
 *
 * <p>It is the primary order of the Unicode collation algorithm as ICU has it for each language, with its numeric option.
 * Where characters stand for themselves, which is nearly always, weights made of it once say the same sooner.
 */
public final class TextOrder implements Comparator<String> {
    private static final Map<String, TextOrder> KNOWN = new ConcurrentHashMap<>(); // by ICU's name of the order

    /** That of the server: of all that is kept, and of what is the same for all readers. */
    public static final TextOrder INSTANCE = of(Formats.OWN.reader());

    private static final int LETTERS = 0x600; // Latin, Greek, Cyrillic, Hebrew
    private static final int SPECIAL = 0; // the weight of what does not stand for itself
    private static final int ASCII = 0x80;
    private static final int LONG_NUMBER = 200; // digits; ICU cuts longer ones
    private static final int UNDECIDED = Integer.MIN_VALUE;

    private final ThreadLocal<RuleBasedCollator> collators; // each is for one thread
    private final int[] weights = new int[LETTERS];
    private final boolean joinsAscii; // whether some letters of ASCII are one together

    private TextOrder(RuleBasedCollator collator) {
        collator.setStrength(Collator.PRIMARY);
        collator.setNumericCollation(true);
        collator.setAlternateHandlingShifted(false); // spaces and marks count, in all languages
        RuleBasedCollator frozen = (RuleBasedCollator) collator.freeze();
        this.collators = ThreadLocal.withInitial(frozen::cloneAsThawed);
        List<String> plain = new ArrayList<>();
        for (char c = 0; c < LETTERS; c++) {
            if (isPlain(c, frozen)) {
                plain.add(String.valueOf(c));
            }
        }
        plain.sort(frozen::compare);
        int weight = SPECIAL;
        for (int i = 0; i < plain.size(); i++) {
            weight += i == 0 || frozen.compare(plain.get(i - 1), plain.get(i)) != 0 ? 1 : 0;
            weights[plain.get(i).charAt(0)] = weight;
        }
        this.joinsAscii = leaveOutJoined(frozen);
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
    private boolean leaveOutJoined(RuleBasedCollator collator) {
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
                leaveOut(c);
            }
            if (later.length == 0) { // such as "ch": in few languages
                leaveOut(letter.charAt(0));
                ofAscii |= letter.charAt(0) < ASCII;
            }
        }
        return ofAscii;
    }

    private void leaveOut(int c) {
        if (c < LETTERS) {
            weights[c] = SPECIAL;
        }
    }

    /** @param language its tag, such as {@code sv} or {@code zh-TW}; one without an order of its own has the common one */
    public static TextOrder of(String language) {
        ULocale locale = ULocale.forLanguageTag(language);
        String name = Collator.getFunctionalEquivalent("collation", locale).getName();
        return KNOWN.computeIfAbsent(
                name, each -> new TextOrder(((RuleBasedCollator) Collator.getInstance(locale)).cloneAsThawed()));
    }

    /** That of whoever is answered on this thread. */
    public static TextOrder ofReader() {
        Formats formats = Formats.now();
        return formats == Formats.OWN ? INSTANCE : of(formats.reader());
    }

    /**
     * The place in this order of each text that is kept in the order of the server.
     *
     * @param texts by their number, from 0 to before {@code count}, none twice
     * @return empty where they stand in this order already
     */
    public int[] ranks(int count, IntFunction<String> texts) {
        if (this == INSTANCE) {
            return new int[0];
        }
        String[] all = new String[count];
        Arrays.setAll(all, texts);
        if (IntStream.range(1, count).allMatch(i -> compare(all[i - 1], all[i]) < 0)) {
            return new int[0];
        }
        int[] ranks = new int[count];
        int[] next = {0};
        IntStream.range(0, count)
                .boxed()
                .sorted((a, b) -> compare(all[a], all[b]))
                .forEachOrdered(number -> ranks[number] = next[0]++);
        return ranks;
    }

    private int weight(char c) {
        return c < LETTERS ? weights[c] : SPECIAL;
    }

    private boolean isSpecialAt(String text, int at) {
        return at < text.length() && weight(text.charAt(at)) == SPECIAL;
    }

    private static boolean isDigit(char c) {
        return c >= '0' && c <= '9';
    }

    @Override
    public int compare(String a, String b) {
        int plain = comparePlain(a, b);
        int compared = plain == UNDECIDED ? collators.get().compare(a, b) : plain;
        return compared != 0 ? compared : a.compareTo(b);
    }

    /** By the weights of single characters; {@link #UNDECIDED} where one without a weight is met. */
    private int comparePlain(String a, String b) {
        int i = 0;
        int j = 0;
        while (i < a.length() && j < b.length()) {
            char x = a.charAt(i);
            char y = b.charAt(j);
            int weightX = weight(x);
            int weightY = weight(y);
            if (weightX == SPECIAL || weightY == SPECIAL) {
                return UNDECIDED;
            }
            int compared = weightX - weightY;
            int endX = i + 1;
            int endY = j + 1;
            if (isDigit(x) && isDigit(y)) {
                endX = endOfDigits(a, i);
                endY = endOfDigits(b, j);
                if (Math.max(endX - i, endY - j) > LONG_NUMBER) {
                    return UNDECIDED;
                }
                compared = compareDigits(a, i, endX, b, j, endY);
            }
            i = endX;
            j = endY;
            if (compared != 0) { // unless what follows belongs to it
                return isSpecialAt(a, i) || isSpecialAt(b, j) ? UNDECIDED : compared;
            }
        }
        return isSpecialAt(a, i) || isSpecialAt(b, j) ? UNDECIDED : Integer.compare(a.length() - i, b.length() - j);
    }

    /** The same of two texts of ASCII alone, each in its array, in the order of the server. */
    public static int compareAscii(byte[] a, int fromA, int toA, byte[] b, int fromB, int toB) {
        int same = Arrays.mismatch(a, fromA, toA, b, fromB, toB);
        if (same < 0) {
            return 0;
        }
        if (!INSTANCE.joinsAscii && fromA + same < toA && fromB + same < toB) {
            byte x = a[fromA + same];
            byte y = b[fromB + same];
            boolean inNumber = same > 0 && isDigit((char) a[fromA + same - 1]);
            boolean numbers = isDigit((char) x) && isDigit((char) y);
            if (numbers && digits(a, fromA + same, toA) == digits(b, fromB + same, toB)) {
                return x - y;
            }
            int weightX = INSTANCE.weights[x];
            int weightY = INSTANCE.weights[y];
            if (!numbers && !inNumber && weightX != weightY && weightX != SPECIAL && weightY != SPECIAL) {
                return weightX - weightY;
            }
        }
        return INSTANCE.compare(ascii(a, fromA, toA), ascii(b, fromB, toB)); // numbers of other lengths, other cases
    }

    private static String ascii(byte[] bytes, int from, int to) {
        return new String(bytes, from, to - from, StandardCharsets.US_ASCII);
    }

    private static int digits(byte[] bytes, int from, int to) {
        int at = from;
        while (at < to && isDigit((char) bytes[at])) {
            at++;
        }
        return at - from;
    }

    private static int endOfDigits(String text, int from) {
        int end = from;
        while (end < text.length() && isDigit(text.charAt(end))) {
            end++;
        }
        return end;
    }

    private static int compareDigits(String a, int fromA, int endA, String b, int fromB, int endB) {
        int i = skipZeros(a, fromA, endA);
        int j = skipZeros(b, fromB, endB);
        if (endA - i != endB - j) {
            return Integer.compare(endA - i, endB - j);
        }
        for (; i < endA; i++, j++) {
            if (a.charAt(i) != b.charAt(j)) {
                return Character.compare(a.charAt(i), b.charAt(j));
            }
        }
        return 0;
    }

    private static int skipZeros(String text, int from, int end) {
        int i = from;
        while (i < end && text.charAt(i) == '0') {
            i++;
        }
        return i;
    }
}
