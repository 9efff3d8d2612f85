package keensparrow.formats.snapshot;

import java.io.IOException;
import keensparrow.core.column.Bits;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.PackedInts;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.Texts;
import keensparrow.core.column.YesNoColumn;
import org.jspecify.annotations.Nullable;

/** One column as bytes: a byte for its form, then its arrays, written whole so that reading runs at the disk's speed. */
final class ColumnBytes {
    private static final int LONGS = 1;
    private static final int DOUBLES = 2;
    private static final int TEXT = 3;
    private static final int YES_NO = 4;
    private static final int TAGS = 5;

    private ColumnBytes() {}

    static void write(Column column, Output out) throws IOException {
        if (column instanceof LongColumn longs) {
            out.putByte(LONGS);
            out.putByte(longs.scale());
            writeBits(longs.present(), out);
            out.putNarrow(longs.values());
        } else if (column instanceof DoubleColumn doubles) {
            out.putByte(DOUBLES);
            writeBits(doubles.present(), out);
            out.putDoubles(doubles.values());
        } else if (column instanceof TextColumn text) {
            out.putByte(TEXT);
            out.putTexts(text.dictionarySize(), text::text);
            out.putNarrow(text.codes());
        } else if (column instanceof YesNoColumn yesNo) {
            out.putByte(YES_NO);
            writeBits(yesNo.present(), out);
            writeBits(yesNo.yes(), out);
        } else {
            writeTags((TagsColumn) column, out);
        }
    }

    private static void writeTags(TagsColumn column, Output out) throws IOException {
        out.putByte(TAGS);
        out.putInt(column.dictionarySize());
        for (int code = 0; code < column.dictionarySize(); code++) {
            out.putText(column.tag(code));
        }
        out.putInt(column.setCount());
        for (int number = 0; number < column.setCount(); number++) {
            int[] set = column.set(number);
            out.putInt(set.length);
            for (int code : set) {
                out.putInt(code);
            }
        }
        out.putNarrow(column.setOfRow());
    }

    private static void writeBits(long @Nullable [] words, Output out) throws IOException {
        out.putInt(words == null ? 0 : words.length);
        if (words != null) {
            out.putNarrow(PackedInts.of(words));
        }
    }

    static Column read(ColumnType type, int rows, Input in) throws IOException {
        int form = in.getByte();
        return switch (form) {
            case LONGS -> readLongs(type, rows, in);
            case DOUBLES -> readDoubles(rows, in);
            case TEXT -> readText(rows, in);
            case YES_NO -> readYesNo(rows, in);
            case TAGS -> readTags(rows, in);
            default -> throw new DamagedSnapshotException("a column of form " + form);
        };
    }

    private static Column readLongs(ColumnType type, int rows, Input in) throws IOException {
        int scale = in.getByte();
        long[] present = readBits(rows, in);
        return new LongColumn(type, scale, in.getNarrow(rows), present);
    }

    private static Column readDoubles(int rows, Input in) throws IOException {
        long[] present = readBits(rows, in);
        return new DoubleColumn(in.getDoubles(rows), present);
    }

    private static Column readText(int rows, Input in) throws IOException {
        Texts dictionary = in.getTexts();
        return TextColumn.sorted(dictionary, readCodes(rows, dictionary.size(), in));
    }

    private static PackedInts readCodes(int rows, int limit, Input in) throws IOException {
        PackedInts codes = in.getNarrow(rows);
        for (int row = 0; row < rows; row++) {
            long code = codes.get(row);
            if (code < -1 || code >= limit) {
                throw new DamagedSnapshotException("a code beyond the dictionary");
            }
        }
        return codes;
    }

    private static String[] readDictionary(Input in) throws IOException {
        int size = in.getInt();
        in.check(size, Integer.BYTES);
        String[] dictionary = new String[size];
        for (int i = 0; i < size; i++) {
            dictionary[i] = in.getText();
        }
        return dictionary;
    }

    private static Column readYesNo(int rows, Input in) throws IOException {
        long[] present = readBits(rows, in);
        long[] yes = readBits(rows, in);
        return new YesNoColumn(rows, yes == null ? new long[Bits.words(rows)] : yes, present);
    }

    private static Column readTags(int rows, Input in) throws IOException {
        String[] dictionary = readDictionary(in);
        int count = in.getInt();
        in.check(count, Integer.BYTES);
        int[][] sets = new int[count][];
        for (int number = 0; number < count; number++) {
            int size = in.getInt();
            in.check(size, Integer.BYTES);
            sets[number] = new int[size];
            for (int i = 0; i < size; i++) {
                sets[number][i] = in.getInt();
                if (sets[number][i] < 0 || sets[number][i] >= dictionary.length) {
                    throw new DamagedSnapshotException("a tag beyond the dictionary");
                }
            }
        }
        return TagsColumn.sorted(dictionary, sets, readCodes(rows, count, in));
    }

    private static long @Nullable [] readBits(int rows, Input in) throws IOException {
        int words = in.getInt();
        if (words == 0) {
            return null;
        }
        if (words != Bits.words(rows) || in.getByte() != Long.BYTES) {
            throw new DamagedSnapshotException("bits for another number of rows");
        }
        return in.getLongs(words);
    }
}
