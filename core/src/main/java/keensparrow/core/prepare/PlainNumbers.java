package keensparrow.core.prepare;

import java.util.Optional;
import keensparrow.core.column.Bits;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TextColumn;

/** Texts that all are numbers as programs write them, {@code -12.50}: read without asking how people write numbers. */
final class PlainNumbers {
    private static final int MAX_DIGITS = 18;
    private static final int THOUSANDS = 3; // places behind a point that may be one between thousands

    private PlainNumbers() {}

    /** Nothing where a text is none, is longer than what is kept exactly, or may be meant otherwise. */
    static Optional<LongColumn> read(TextColumn texts, ColumnType type) {
        int count = texts.dictionarySize();
        long[] values = new long[count];
        byte[] scales = new byte[count];
        int scale = 0;
        boolean otherPlaces = false;
        for (int code = 0; code < count; code++) {
            String text = texts.text(code);
            int places = places(text);
            if (places < 0 || places > LongColumn.LARGEST_SCALE) {
                return Optional.empty();
            }
            values[code] = value(text);
            scales[code] = (byte) places;
            scale = Math.max(scale, places);
            otherPlaces |= places > 0 && places != THOUSANDS;
        }
        if (scale > 0 && (type == ColumnType.WHOLE || !otherPlaces)) {
            return Optional.empty();
        }
        for (int code = 0; code < count; code++) {
            long factor = LongColumn.powerOfTen(scale - scales[code]);
            if (Math.abs(values[code]) > Long.MAX_VALUE / factor) {
                return Optional.empty();
            }
            values[code] *= factor;
        }
        long[] rows = new long[texts.rowCount()];
        long[] valid = new long[Bits.words(rows.length)];
        for (int row = 0; row < rows.length; row++) {
            int code = texts.codes().code(row);
            if (code >= 0) {
                rows[row] = values[code];
                Bits.set(valid, row);
            }
        }
        return Optional.of(new LongColumn(type, scale, rows, texts.blankCount() == 0 ? null : valid));
    }

    /** How many digits stand behind the point; −1 for what is no such number. */
    private static int places(String text) {
        int from = text.startsWith("-") ? 1 : 0;
        int point = -1;
        for (int i = from; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == '.' && point < 0 && i > from) {
                point = i;
            } else if (c < '0' || c > '9') {
                return -1;
            }
        }
        int digits = text.length() - from - (point < 0 ? 0 : 1);
        boolean none = digits < 1 || digits > MAX_DIGITS || point == text.length() - 1;
        return none ? -1 : point < 0 ? 0 : text.length() - point - 1;
    }

    private static long value(String text) {
        long value = 0;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            value = c == '-' || c == '.' ? value : value * 10 + c - '0';
        }
        return text.startsWith("-") ? -value : value;
    }
}
