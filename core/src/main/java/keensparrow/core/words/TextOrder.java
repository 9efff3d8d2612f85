package keensparrow.core.words;

import com.ibm.icu.text.Collator;
import com.ibm.icu.text.RuleBasedCollator;
import com.ibm.icu.util.ULocale;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.IntFunction;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

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
    private static final TextOrder COMMON =
            new TextOrder(CollationWeights.common(), () -> collator(ULocale.ROOT)); // ICU is loaded when it is asked

    /** That of the server: of all that is kept, and of what is the same for all readers. */
    public static final TextOrder INSTANCE = of(Formats.OWN.reader());

    private static final int LONG_NUMBER = 200; // digits; ICU cuts longer ones
    private static final int UNDECIDED = Integer.MIN_VALUE;

    private final CollationWeights weights;
    private final ThreadLocal<RuleBasedCollator> collators; // each is for one thread
    private volatile boolean @Nullable [] alike;

    private TextOrder(CollationWeights weights, Supplier<RuleBasedCollator> collators) {
        this.weights = weights;
        this.collators = ThreadLocal.withInitial(collators);
    }

    /** @param language its tag, such as {@code sv} or {@code zh-TW}; one without an order of its own has the common one */
    public static TextOrder of(String language) {
        ULocale locale = ULocale.forLanguageTag(language);
        if (locale.getLanguage().equals("en")) {
            return COMMON;
        }
        String name = Collator.getFunctionalEquivalent("collation", locale).getName();
        return name.isEmpty()
                ? COMMON
                : KNOWN.computeIfAbsent(
                        name, each -> new TextOrder(CollationWeights.of(collator(locale)), () -> collator(locale)));
    }

    static RuleBasedCollator collator(ULocale locale) {
        RuleBasedCollator collator = ((RuleBasedCollator) Collator.getInstance(locale)).cloneAsThawed();
        collator.setStrength(Collator.PRIMARY);
        collator.setNumericCollation(true);
        collator.setAlternateHandlingShifted(false); // spaces and marks count, in all languages
        return collator;
    }

    /** That of whoever is answered on this thread. */
    public static TextOrder ofReader() {
        Formats formats = Formats.now();
        return formats == Formats.OWN ? INSTANCE : of(formats.reader());
    }

    /** By their codes, characters of which texts alone follow each other as in the order of the server. */
    public boolean[] alike() {
        boolean[] known = alike;
        if (known == null) {
            known = weights.alike(INSTANCE.weights);
            alike = known;
        }
        return known;
    }

    /**
     * The place in this order of each text that is kept in the order of the server. Texts of characters that are alike
     * in both stay one behind the other; only the others are sorted, and put between them.
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
        boolean[] isAlike = alike();
        int[] staying = new int[count];
        List<Integer> moving = new ArrayList<>();
        int stay = 0;
        for (int i = 0; i < count; i++) {
            if (all[i].chars().allMatch(c -> c < isAlike.length && isAlike[c])) {
                staying[stay++] = i;
            } else {
                moving.add(i);
            }
        }
        Integer[] sorted = moving.toArray(Integer[]::new);
        Arrays.parallelSort(sorted, (a, b) -> compare(all[a], all[b]));
        int[] ranks = new int[count];
        int before = 0; // of those that stay
        for (int moved = 0; moved <= sorted.length; moved++) {
            int to = moved == sorted.length ? stay : placeOf(all[sorted[moved]], all, staying, before, stay);
            for (; before < to; before++) {
                ranks[staying[before]] = before + moved;
            }
            if (moved < sorted.length) {
                ranks[sorted[moved]] = before + moved;
            }
        }
        return IntStream.range(0, count).allMatch(i -> ranks[i] == i) ? new int[0] : ranks;
    }

    /** How many of the texts that stay come before this one, from {@code from} on. */
    private int placeOf(String text, String[] all, int[] staying, int from, int to) {
        int low = from;
        int high = to;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (compare(all[staying[middle]], text) < 0) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }

    private boolean isSpecialAt(String text, int at) {
        return at < text.length() && weights.of(text.charAt(at)) == CollationWeights.SPECIAL;
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
            int weightX = weights.of(x);
            int weightY = weights.of(y);
            if (weightX == CollationWeights.SPECIAL || weightY == CollationWeights.SPECIAL) {
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
        CollationWeights weights = INSTANCE.weights;
        if (!weights.joinsAscii() && fromA + same < toA && fromB + same < toB) {
            byte x = a[fromA + same];
            byte y = b[fromB + same];
            boolean inNumber = same > 0 && isDigit((char) a[fromA + same - 1]);
            boolean numbers = isDigit((char) x) && isDigit((char) y);
            if (numbers && digits(a, fromA + same, toA) == digits(b, fromB + same, toB)) {
                return x - y;
            }
            int weightX = weights.of((char) x);
            int weightY = weights.of((char) y);
            boolean special = weightX == CollationWeights.SPECIAL || weightY == CollationWeights.SPECIAL;
            if (!numbers && !inNumber && weightX != weightY && !special) {
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
