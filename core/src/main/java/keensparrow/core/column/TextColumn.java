package keensparrow.core.column;

import java.util.Arrays;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import keensparrow.core.words.TextOrder;
import org.jspecify.annotations.Nullable;

/** Text by a dictionary of its distinct values, sorted by {@link TextOrder}: codes sort as their texts do. */
public final class TextColumn implements Column {
    private static final int REPEATED = 4; // times that a text comes on average

    private final Texts dictionary;
    private final PackedInts codes;
    private final int blanks;

    /**
     * Takes over the array.
     *
     * @param dictionary distinct, sorted by {@link TextOrder}
     * @param codes place in the dictionary for each row, −1 where blank
     */
    public TextColumn(Texts dictionary, PackedInts codes) {
        this.dictionary = dictionary;
        int count = 0;
        for (int row = 0; row < codes.length(); row++) {
            count += codes.get(row) < 0 ? 1 : 0;
        }
        this.blanks = count;
        this.codes = codes;
    }

    /** Takes over the arrays, see {@link Texts#of}. */
    public TextColumn(String[] dictionary, PackedInts codes) {
        this(Texts.of(dictionary), codes);
    }

    /** Of texts that were sorted in some order, perhaps another one. */
    public static TextColumn sorted(Texts texts, PackedInts codes) {
        TextColumn column = new TextColumn(texts, codes);
        return texts.isInOrder() ? column : column.mapped(text -> text);
    }

    /** From one text for each row; null is blank. */
    public static TextColumn of(@Nullable String... texts) {
        TextBuilder builder = new TextBuilder();
        for (String text : texts) {
            builder.add(text);
        }
        return builder.build();
    }

    @Override
    public ColumnType type() {
        return ColumnType.TEXT;
    }

    @Override
    public int rowCount() {
        return codes.length();
    }

    @Override
    public boolean isBlank(int row) {
        return codes.get(row) < 0;
    }

    @Override
    public int blankCount() {
        return blanks;
    }

    public PackedInts codes() {
        return codes;
    }

    public int dictionarySize() {
        return dictionary.size();
    }

    public String text(int code) {
        return dictionary.get(code);
    }

    /** Whether its texts are made of these characters alone; not known of many beyond ASCII. @param characters by their codes */
    public boolean isOf(boolean[] characters) {
        return dictionary.areOf(characters);
    }

    /**
     * Copies a text as UTF-8 where that is quicker than having it as a string, and fits from {@code at} on.
     *
     * @return how many bytes, −1 where nothing was copied
     */
    public int copyUtf8(int code, byte[] to, int at) {
        return dictionary.copyUtf8(code, to, at);
    }

    /** The code of a text, if some row may have it. */
    public Optional<Integer> codeOf(String text) {
        return dictionary.find(text);
    }

    /** For each text of another column its code here; −1 for one that is not here. */
    public int[] codesOf(TextColumn other) {
        if (dictionary == other.dictionary) {
            return IntStream.range(0, dictionary.size()).toArray();
        }
        return dictionary.placesOf(other.dictionary);
    }

    @Override
    public long sizeBytes() {
        return codes.sizeBytes() + dictionary.sizeBytes();
    }

    @Override
    public @Nullable String plain(int row) {
        int code = codes.code(row);
        return code < 0 ? null : dictionary.get(code);
    }

    /**
     * Each text turned into another, once for each different one.
     *
     * @param turn gives null for blank
     */
    public TextColumn mapped(UnaryOperator<@Nullable String> turn) {
        CodeTable table = new CodeTable();
        int[] turned = new int[dictionary.size()];
        for (int code = 0; code < turned.length; code++) {
            String text = turn.apply(dictionary.get(code));
            turned[code] = text == null ? -1 : table.add(text);
        }
        int[] rank = new int[table.size()];
        String[] texts = table.sorted(rank);
        for (int code = 0; code < turned.length; code++) {
            turned[code] = turned[code] < 0 ? -1 : rank[turned[code]];
        }
        return new TextColumn(texts, codes.mapped(turned));
    }

    /** Whether texts come again so often that what is made of them is better made once of each, see {@link #each}. */
    public boolean isRepeating() {
        return dictionary.size() < rowCount() / REPEATED;
    }

    /** Of each row its place in {@link #each}. */
    public int[] placesInEach() {
        int[] places = new int[rowCount()];
        for (int row = 0; row < places.length; row++) {
            int code = codes.code(row);
            places[row] = code < 0 ? dictionary.size() : code;
        }
        return places;
    }

    /** Each of its texts once, in their order, and a blank behind them. */
    public TextColumn each() {
        int[] all = new int[dictionary.size() + 1];
        Arrays.setAll(all, i -> i < dictionary.size() ? i : -1);
        return new TextColumn(dictionary, PackedInts.packed(all));
    }

    /** Keeps only the texts that still occur, so that counts of distinct values stay true. */
    @Override
    public TextColumn pick(int[] rows, int count) {
        int[] picked = new int[count];
        codes.read(rows, count, picked);
        return compacted(dictionary, picked);
    }

    static TextColumn compacted(Texts dictionary, int[] codes) {
        long[] used = new long[Bits.words(dictionary.size())];
        for (int code : codes) {
            if (code >= 0) {
                Bits.set(used, code);
            }
        }
        int[] before = new int[used.length]; // how many are used in the words before
        int count = 0;
        for (int w = 0; w < used.length; w++) {
            before[w] = count;
            count += Long.bitCount(used[w]);
        }
        if (count == dictionary.size()) {
            return new TextColumn(dictionary, PackedInts.packed(codes));
        }
        int[] kept = new int[count];
        int next = 0;
        for (int w = 0; w < used.length; w++) {
            for (long left = used[w]; left != 0; left &= left - 1) {
                kept[next++] = (w << 6) + Long.numberOfTrailingZeros(left);
            }
        }
        for (int i = 0; i < codes.length; i++) {
            int code = codes[i];
            codes[i] = code < 0 ? -1 : before[code >> 6] + Long.bitCount(used[code >> 6] & ((1L << code) - 1));
        }
        return new TextColumn(dictionary.keep(kept), PackedInts.packed(codes));
    }
}
