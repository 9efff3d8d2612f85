package keensparrow.core.infer.load;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import keensparrow.core.column.Bits;
import keensparrow.core.column.ByteTable;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.PackedInts;
import keensparrow.core.column.TagsBuilder;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.text.CellChars;
import keensparrow.core.infer.text.YesNo;
import org.jspecify.annotations.Nullable;

/** Puts the parts that several workers made of one column together. */
final class JoinedParts {
    private final ColumnPlan plan;
    private final List<ColumnShare.Part> parts;
    private final int rows;
    private final Set<ColumnShare> shares; // in the order they first come
    private final Map<String, Long> marks = new LinkedHashMap<>();
    private @Nullable Dictionary dictionary;

    JoinedParts(ColumnPlan plan, List<ColumnShare.Part> parts, int rows) {
        this.plan = plan;
        this.parts = parts;
        this.rows = rows;
        shares = Collections.newSetFromMap(new IdentityHashMap<>());
        parts.forEach(part -> shares.add(part.from()));
        plan.blanks().forEach(mark -> marks.put(mark, 0L));
        shares.forEach(share -> share.marks().forEach((mark, count) -> marks.merge(mark, count, Long::sum)));
    }

    /** How often each mark of blanks was met; complete once the column is built. */
    Map<String, Long> marks() {
        return marks;
    }

    boolean sawOdd() {
        return shares.stream().anyMatch(ColumnShare::sawOdd);
    }

    boolean sawWritten() {
        return shares.stream().anyMatch(ColumnShare::sawWritten);
    }

    /** Numbers, dates and times. */
    Column values() {
        PackedInts values = joined(null);
        long[] present = presence();
        if (plan.type().isTime() || plan.scale() >= 0) {
            return new LongColumn(plan.type(), Math.max(0, plan.scale()), values, present);
        }
        double[] doubles = new double[rows];
        for (int row = 0; row < rows; row++) {
            doubles[row] = Double.longBitsToDouble(values.get(row));
        }
        return new DoubleColumn(doubles, present);
    }

    /** All values; where they are codes, changed to what their share's codes stand for. */
    private PackedInts joined(@Nullable Map<ColumnShare, int[]> meaning) {
        long low = 0;
        long high = 0;
        int width = 1;
        if (meaning != null) {
            low = -1;
            for (int[] codes : meaning.values()) {
                high = Math.max(high, Arrays.stream(codes).max().orElse(0));
            }
            width = PackedInts.widthFor(low, high);
        }
        for (ColumnShare.Part part : parts) {
            width = meaning == null ? Math.max(width, part.values().width()) : width;
        }
        PackedInts all = PackedInts.blank(rows, width);
        long[] scratch = new long[0];
        int at = 0;
        for (ColumnShare.Part part : parts) {
            int count = part.values().length();
            scratch = scratch.length < count ? new long[count * 2] : scratch;
            part.values().copy(0, count, scratch);
            if (meaning != null) {
                translate(scratch, count, of(meaning, part), part.present());
            }
            all.put(at, scratch, count);
            at += count;
        }
        return all;
    }

    private static int[] of(Map<ColumnShare, int[]> meaning, ColumnShare.Part part) {
        return Objects.requireNonNull(meaning.get(part.from()));
    }

    private static void translate(long[] codes, int count, int[] meaning, long @Nullable [] present) {
        for (int i = 0; i < count; i++) {
            codes[i] = Bits.present(present, i) ? meaning[(int) codes[i]] : -1;
        }
    }

    private long @Nullable [] presence() {
        if (parts.stream().allMatch(part -> part.present() == null)) {
            return null;
        }
        long[] words = new long[Bits.words(rows)];
        int at = 0;
        for (ColumnShare.Part part : parts) {
            int count = part.values().length();
            long[] present = part.present();
            Bits.append(words, at, present == null ? Bits.ones(count) : present, count);
            at += count;
        }
        return words;
    }

    /** The distinct texts, once {@link #texts} has been called. */
    Dictionary dictionary() {
        return Objects.requireNonNull(dictionary);
    }

    /** The texts of the cells as they are, marks of blanks left out. */
    TextColumn texts() {
        Map<ColumnShare, int[]> meaning = new IdentityHashMap<>();
        List<ByteTable> tables = new ArrayList<>();
        List<int[]> meanings = new ArrayList<>();
        for (ColumnShare share : shares) {
            ByteTable table = ((ColumnShare.Coded) share).table();
            int[] codes = new int[table.size()];
            tables.add(table);
            meanings.add(codes);
            meaning.put(share, codes);
        }
        dictionary = Dictionary.of(tables, meanings, plan.blanks());
        countMarks(meaning);
        return dictionary.column(joined(meaning));
    }

    private void countMarks(Map<ColumnShare, int[]> meaning) {
        if (plan.blanks().isEmpty()) {
            return;
        }
        long[] counts = new long[plan.blanks().size()];
        for (ColumnShare.Part part : parts) {
            int[] codes = of(meaning, part);
            for (int i = 0; i < part.values().length(); i++) {
                int code = Bits.present(part.present(), i) ? codes[part.values().code(i)] : -1;
                if (code <= Dictionary.FIRST_MARK) {
                    counts[Dictionary.FIRST_MARK - code]++;
                }
            }
        }
        for (int i = 0; i < counts.length; i++) {
            marks.put(plan.blanks().get(i), counts[i]);
        }
        for (int[] codes : meaning.values()) {
            Arrays.setAll(codes, code -> Math.max(-1, codes[code]));
        }
    }

    /** The tags that texts name. */
    static TagsColumn tags(TextColumn texts, char separator) {
        TagsBuilder builder = new TagsBuilder();
        for (int code = 0; code < texts.dictionarySize(); code++) {
            for (String tag : split(texts.text(code), separator)) {
                builder.addTag(tag);
            }
            builder.endRow();
        }
        TagsColumn each = builder.build();
        int[] setOf = new int[texts.rowCount()];
        for (int row = 0; row < setOf.length; row++) {
            int code = texts.codes().code(row);
            setOf[row] = code < 0 ? -1 : each.setOfRow().code(code);
        }
        return each.withRows(PackedInts.packed(setOf));
    }

    /** What stands between separators, nothing left out but what is empty. */
    static List<String> split(String text, char separator) {
        List<String> tags = new ArrayList<>();
        int start = 0;
        for (int at = 0; at <= text.length(); at++) {
            if (at == text.length() || text.charAt(at) == separator) {
                String tag = text.substring(start, at).trim();
                if (!tag.isEmpty()) {
                    tags.add(tag);
                }
                start = at + 1;
            }
        }
        return tags;
    }

    /** Yes and no from their words; null when some text is neither, or they do not keep to one pair of words. */
    static @Nullable YesNoColumn yesNo(TextColumn texts) {
        YesNo.Reader reader = new YesNo.Reader();
        long[] value = new long[texts.dictionarySize()];
        for (int code = 0; code < value.length; code++) {
            char[] word = texts.text(code).toCharArray();
            value[code] = reader.read(CellKind.TEXT, word, 0, word.length);
            if (value[code] == CellChars.INVALID || reader.isMixed()) {
                return null;
            }
        }
        int rows = texts.rowCount();
        long[] yes = new long[Bits.words(rows)];
        long[] present = new long[Bits.words(rows)];
        for (int row = 0; row < rows; row++) {
            int code = texts.codes().code(row);
            if (code >= 0) {
                Bits.set(present, row);
                if (value[code] == 1) {
                    Bits.set(yes, row);
                }
            }
        }
        return new YesNoColumn(rows, yes, texts.blankCount() == 0 ? null : present);
    }

    /** Whether the column is built from texts. */
    static boolean isOfTexts(ColumnPlan plan) {
        return plan.type() == ColumnType.TEXT || plan.type() == ColumnType.TAGS || plan.type() == ColumnType.YES_NO;
    }
}
