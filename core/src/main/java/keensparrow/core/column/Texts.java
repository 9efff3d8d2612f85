package keensparrow.core.column;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;
import keensparrow.core.words.TextOrder;
import org.jspecify.annotations.Nullable;

/**
 * Distinct texts in the order of {@link TextOrder}, each found by its place. Few are kept as strings; many, such as the
 * numbers of orders, as their bytes one behind the other, which takes a quarter of the memory. Immutable.
 */
public final class Texts {
    /** So many are kept as bytes. */
    public static final int MANY = 1 << 16;

    private static final long FEW = 20; // steps that finding one takes

    private final String @Nullable [] strings;
    private final byte[] bytes; // UTF-8
    private final int[] ends; // of each text in the bytes

    private Texts(String @Nullable [] strings, byte[] bytes, int[] ends) {
        this.strings = strings;
        this.bytes = bytes;
        this.ends = ends;
    }

    /** Takes over the array, which is sorted and has no text twice. */
    public static Texts of(String[] sorted) {
        if (sorted.length < MANY) {
            return new Texts(sorted, new byte[0], new int[0]);
        }
        long length = 0;
        for (String text : sorted) {
            length += text.length() * 3L;
        }
        if (length > Integer.MAX_VALUE - 16) {
            return new Texts(sorted, new byte[0], new int[0]);
        }
        byte[] all = new byte[1 << 16];
        int[] ends = new int[sorted.length];
        int size = 0;
        for (int i = 0; i < sorted.length; i++) {
            byte[] text = sorted[i].getBytes(StandardCharsets.UTF_8);
            if (size + text.length > all.length) {
                all = Arrays.copyOf(
                        all, (int) Math.min(Integer.MAX_VALUE - 16, Math.max(all.length * 2L, size + text.length)));
            }
            System.arraycopy(text, 0, all, size, text.length);
            size += text.length;
            ends[i] = size;
        }
        return new Texts(null, Arrays.copyOf(all, size), ends);
    }

    /** Takes over the arrays: the texts as UTF-8 one behind the other, and where each ends. */
    public static Texts of(byte[] bytes, int[] ends) {
        Texts many = new Texts(null, bytes, ends);
        if (ends.length >= MANY) {
            return many;
        }
        String[] strings = new String[ends.length];
        Arrays.setAll(strings, many::get);
        return new Texts(strings, new byte[0], new int[0]);
    }

    public int size() {
        return strings != null ? strings.length : ends.length;
    }

    public String get(int place) {
        if (strings != null) {
            return strings[place];
        }
        int from = start(place);
        return new String(bytes, from, ends[place] - from, StandardCharsets.UTF_8);
    }

    /**
     * Copies a text as UTF-8, where it is kept so and there is room.
     *
     * @return how many bytes, −1 where nothing was copied
     */
    int copyUtf8(int place, byte[] to, int at) {
        int length = strings != null ? -1 : ends[place] - start(place);
        if (length < 0 || length > to.length - at) {
            return -1;
        }
        System.arraycopy(bytes, start(place), to, at, length);
        return length;
    }

    /** Some of them. @param places rising */
    Texts keep(int[] places) {
        if (strings != null) {
            return of(Arrays.stream(places).mapToObj(place -> strings[place]).toArray(String[]::new));
        }
        int size = 0;
        int[] keptEnds = new int[places.length];
        for (int i = 0; i < places.length; i++) {
            size += ends[places[i]] - start(places[i]);
            keptEnds[i] = size;
        }
        byte[] kept = new byte[size];
        for (int i = 0; i < places.length; i++) { // never written as strings
            int from = start(places[i]);
            System.arraycopy(bytes, from, kept, i == 0 ? 0 : keptEnds[i - 1], ends[places[i]] - from);
        }
        return of(kept, keptEnds);
    }

    private int start(int place) {
        return place == 0 ? 0 : ends[place - 1];
    }

    /** The place here of each of others; −1 for one that is not here. O(both sizes), less where others are few. */
    int[] placesOf(Texts others) {
        int[] places = new int[others.size()];
        if (others.size() * FEW < size()) {
            Arrays.setAll(places, other -> find(others.get(other)).orElse(-1));
            return places;
        }
        boolean ascii = isAscii() && others.isAscii();
        int at = 0;
        for (int other = 0; other < places.length; other++) { // both are in order
            int compared = -1;
            while (at < size() && compared < 0) {
                compared = ascii
                        ? TextOrder.compareAscii(
                                bytes, start(at), ends[at], others.bytes, others.start(other), others.ends[other])
                        : TextOrder.INSTANCE.compare(get(at), others.get(other));
                at += compared < 0 ? 1 : 0;
            }
            places[other] = compared == 0 ? at++ : -1;
        }
        return places;
    }

    /** Whether all are made of these characters alone, and of ASCII where they are many. @param characters by their codes */
    boolean areOf(boolean[] characters) {
        for (byte one : bytes) {
            if (one < 0 || !characters[one]) {
                return false;
            }
        }
        return strings == null
                || Arrays.stream(strings)
                        .allMatch(text -> text.chars().allMatch(c -> c < characters.length && characters[c]));
    }

    /** Whether they are kept as bytes that are all ASCII. */
    private boolean isAscii() {
        for (byte one : bytes) {
            if (one < 0) {
                return false;
            }
        }
        return strings == null;
    }

    /** Whether they stand in the order of texts, which another language of the server, or an older program, may have had otherwise. */
    boolean isInOrder() {
        boolean ascii = isAscii();
        for (int i = 1; i < size(); i++) {
            int compared = ascii
                    ? TextOrder.compareAscii(bytes, start(i - 1), ends[i - 1], bytes, start(i), ends[i])
                    : TextOrder.INSTANCE.compare(get(i - 1), get(i));
            if (compared >= 0) {
                return false;
            }
        }
        return true;
    }

    /** The place of a text; O(log size). */
    public Optional<Integer> find(String text) {
        int low = 0;
        int high = size() - 1;
        while (low <= high) {
            int middle = (low + high) >>> 1;
            int compared = TextOrder.INSTANCE.compare(get(middle), text);
            if (compared == 0) {
                return Optional.of(middle);
            }
            if (compared < 0) {
                low = middle + 1;
            } else {
                high = middle - 1;
            }
        }
        return Optional.empty();
    }

    public long sizeBytes() {
        long size = bytes.length + 4L * ends.length;
        for (int i = 0; strings != null && i < strings.length; i++) {
            size += 48L + strings[i].length();
        }
        return size;
    }
}
