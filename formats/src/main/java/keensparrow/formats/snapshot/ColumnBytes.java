package keensparrow.formats.snapshot;

import java.io.IOException;
import keensparrow.core.column.Bits;
import keensparrow.core.column.Codes;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;
import org.jspecify.annotations.Nullable;

/** One column as bytes: a byte for its form, then its arrays. */
final class ColumnBytes {
    private static final int INTS = 1;
    private static final int LONGS = 2;
    private static final int DOUBLES = 3;
    private static final int TEXT = 4;
    private static final int YES_NO = 5;
    private static final int TAGS = 6;

    private ColumnBytes() {}

    static void write(Column column, Output out) throws IOException {
        if (column instanceof LongColumn longs) {
            writeLongs(longs, out);
        } else if (column instanceof DoubleColumn doubles) {
            out.putByte(DOUBLES);
            writeBits(doubles.present(), out);
            for (double value : doubles.values()) {
                out.putLong(Double.doubleToRawLongBits(value));
            }
        } else if (column instanceof TextColumn text) {
            writeText(text, out);
        } else if (column instanceof YesNoColumn yesNo) {
            out.putByte(YES_NO);
            writeBits(yesNo.present(), out);
            writeBits(yesNo.yes(), out);
        } else {
            writeTags((TagsColumn) column, out);
        }
    }

    private static void writeLongs(LongColumn column, Output out) throws IOException {
        int[] ints = column.ints();
        out.putByte(ints != null ? INTS : LONGS);
        out.putByte(column.scale());
        writeBits(column.present(), out);
        if (ints != null) {
            for (int value : ints) {
                out.putInt(value);
            }
        } else {
            for (long value : column.longs()) {
                out.putLong(value);
            }
        }
    }

    private static void writeText(TextColumn column, Output out) throws IOException {
        out.putByte(TEXT);
        int size = column.dictionarySize();
        out.putInt(size);
        for (int code = 0; code < size; code++) {
            out.putText(column.text(code));
        }
        Codes codes = column.codes();
        int rows = codes.length();
        for (int row = 0; row < rows; row++) {
            int code = codes.get(row);
            if (size <= Byte.MAX_VALUE) {
                out.putByte(code);
            } else if (size <= Short.MAX_VALUE) {
                out.putShort(code);
            } else {
                out.putInt(code);
            }
        }
    }

    private static void writeTags(TagsColumn column, Output out) throws IOException {
        out.putByte(TAGS);
        out.putInt(column.dictionarySize());
        for (int code = 0; code < column.dictionarySize(); code++) {
            out.putText(column.tag(code));
        }
        for (int offset : column.offsets()) {
            out.putInt(offset);
        }
        for (int code : column.codes()) {
            out.putInt(code);
        }
    }

    private static void writeBits(long @Nullable [] words, Output out) throws IOException {
        out.putInt(words == null ? 0 : words.length);
        if (words != null) {
            for (long word : words) {
                out.putLong(word);
            }
        }
    }

    static Column read(ColumnType type, int rows, Input in) throws IOException {
        int form = in.getByte();
        return switch (form) {
            case INTS, LONGS -> readLongs(type, rows, form == INTS, in);
            case DOUBLES -> readDoubles(rows, in);
            case TEXT -> readText(rows, in);
            case YES_NO -> readYesNo(rows, in);
            case TAGS -> readTags(rows, in);
            default -> throw new DamagedSnapshotException("a column of form " + form);
        };
    }

    private static Column readLongs(ColumnType type, int rows, boolean ints, Input in) throws IOException {
        int scale = in.getByte();
        long[] present = readBits(in);
        check(rows, ints ? 4 : 8, in);
        long[] values = new long[rows];
        for (int row = 0; row < rows; row++) {
            values[row] = ints ? in.getInt() : in.getLong();
        }
        return new LongColumn(type, scale, values, present);
    }

    private static Column readDoubles(int rows, Input in) throws IOException {
        long[] present = readBits(in);
        check(rows, 8, in);
        double[] values = new double[rows];
        for (int row = 0; row < rows; row++) {
            values[row] = Double.longBitsToDouble(in.getLong());
        }
        return new DoubleColumn(values, present);
    }

    private static Column readText(int rows, Input in) throws IOException {
        String[] dictionary = readDictionary(in);
        int size = dictionary.length;
        check(rows, 1, in);
        int[] codes = new int[rows];
        for (int row = 0; row < rows; row++) {
            int code = size <= Byte.MAX_VALUE ? in.getByte() : size <= Short.MAX_VALUE ? in.getShort() : in.getInt();
            if (code < -1 || code >= size) {
                throw new DamagedSnapshotException("a code beyond the dictionary");
            }
            codes[row] = code;
        }
        return new TextColumn(dictionary, codes);
    }

    private static String[] readDictionary(Input in) throws IOException {
        int size = in.getInt();
        check(size, 4, in);
        String[] dictionary = new String[size];
        for (int i = 0; i < size; i++) {
            dictionary[i] = in.getText();
        }
        return dictionary;
    }

    private static Column readYesNo(int rows, Input in) throws IOException {
        long[] present = readBits(in);
        long[] yes = readBits(in);
        return new YesNoColumn(rows, yes == null ? new long[Bits.words(rows)] : yes, present);
    }

    private static Column readTags(int rows, Input in) throws IOException {
        String[] dictionary = readDictionary(in);
        check(rows, 4, in);
        int[] offsets = new int[rows + 1];
        for (int i = 0; i <= rows; i++) {
            offsets[i] = in.getInt();
        }
        check(offsets[rows], 4, in);
        int[] codes = new int[offsets[rows]];
        for (int i = 0; i < codes.length; i++) {
            codes[i] = in.getInt();
        }
        return new TagsColumn(dictionary, offsets, codes);
    }

    private static long @Nullable [] readBits(Input in) throws IOException {
        int words = in.getInt();
        if (words == 0) {
            return null;
        }
        check(words, 8, in);
        long[] bits = new long[words];
        for (int i = 0; i < words; i++) {
            bits[i] = in.getLong();
        }
        return bits;
    }

    /** A flipped bit in a length must not ask for more memory than the file could fill. */
    private static void check(int count, int bytesEach, Input in) throws IOException {
        if (count < 0 || (long) count * bytesEach > in.remaining()) {
            throw new DamagedSnapshotException("an array of " + count + " values");
        }
    }
}
