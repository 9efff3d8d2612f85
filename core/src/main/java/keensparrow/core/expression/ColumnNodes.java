package keensparrow.core.expression;

import java.util.Arrays;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/** The values of a table's columns. */
record ColumnNodes(Table table) {
    Node of(ColumnInfo info) {
        Column column = table.column(info.name());
        if (column instanceof LongColumn longs) {
            return Node.of(Kind.of(info.type()), longs.scale(), (from, count) -> {
                long[] values = new long[count];
                longs.values().copy(from, count, values);
                return Vector.ofLongs(values, blanks(column, from, count));
            });
        }
        if (column instanceof DoubleColumn doubles) {
            return Node.of(
                    Kind.NUMBER,
                    Node.DOUBLES,
                    (from, count) -> Vector.ofDoubles(
                            Arrays.copyOfRange(doubles.values(), from, from + count), blanks(column, from, count)));
        }
        if (column instanceof YesNoColumn yesNo) {
            return Node.of(Kind.BOOLEAN, 0, (from, count) -> {
                long[] values = new long[count];
                for (int i = 0; i < count; i++) {
                    values[i] = Math.max(0, yesNo.code(from + i));
                }
                return Vector.ofLongs(values, blanks(column, from, count));
            });
        }
        return Node.of(Kind.TEXT, 0, (from, count) -> {
            @Nullable String[] texts = new String[count];
            for (int i = 0; i < count; i++) {
                texts[i] = column.plain(from + i);
            }
            return Vector.ofTexts(texts, blanks(column, from, count));
        });
    }

    private static boolean[] blanks(Column column, int from, int count) {
        boolean[] blank = new boolean[count];
        for (int i = 0; column.blankCount() > 0 && i < count; i++) {
            blank[i] = column.isBlank(from + i);
        }
        return blank;
    }
}
