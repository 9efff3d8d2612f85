package keensparrow.core.column;

import java.util.Arrays;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** Text by a dictionary of its distinct values, sorted by {@link TextOrder}: codes sort as their texts do. */
public final class TextColumn implements Column {
    private static final int FEW = 8;

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

    /** The code of a text, if some row may have it. */
    public Optional<Integer> codeOf(String text) {
        return dictionary.find(text);
    }

    /** For each text of another column its code here; −1 for one that is not here. */
    public int[] codesOf(TextColumn other) {
        if (dictionary == other.dictionary) {
            return IntStream.range(0, dictionary.size()).toArray();
        }
        int[] codes = new int[other.dictionarySize()];
        int next = 0; // both are in order, and mostly one is a part of the other
        for (int code = 0; code < codes.length; code++) {
            int most = Math.min(next + FEW, dictionary.size());
            int at = next;
            while (at < most && !dictionary.isSame(at, other.dictionary, code)) {
                at++;
            }
            codes[code] = at < most ? at : codeOf(other.text(code)).orElse(-1);
            next = codes[code] < 0 ? next : codes[code] + 1;
        }
        return codes;
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
        int[] renumbered = new int[dictionary.size()];
        for (int code : codes) {
            if (code >= 0) {
                renumbered[code] = 1;
            }
        }
        int count = Arrays.stream(renumbered).sum();
        if (count == dictionary.size()) {
            return new TextColumn(dictionary, PackedInts.packed(codes));
        }
        int[] kept = new int[count];
        int next = 0;
        for (int code = 0; code < dictionary.size(); code++) {
            if (renumbered[code] == 1) {
                kept[next] = code;
                renumbered[code] = next++;
            }
        }
        for (int i = 0; i < codes.length; i++) {
            codes[i] = codes[i] < 0 ? -1 : renumbered[codes[i]];
        }
        return new TextColumn(dictionary.keep(kept), PackedInts.packed(codes));
    }
}
