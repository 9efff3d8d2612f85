package keensparrow.core.prepare;

import java.math.BigDecimal;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.IntFunction;
import java.util.function.IntUnaryOperator;
import keensparrow.core.column.Bits;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.LongList;
import keensparrow.core.column.TagsBuilder;
import keensparrow.core.column.TextBuilder;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.WrittenTexts;
import keensparrow.core.column.YesNoColumn;
import org.jspecify.annotations.Nullable;

/**
 * Cells of several columns in one: numbers stay numbers, exactly where they fit, cells of one other type keep it, mixed
 * ones become texts.
 *
 * @param columns that cells come from
 * @param rows of the column that is made
 * @param columnAt the column that the cell of a row comes from; null for a blank
 * @param rowAt its row there
 */
record JoinedCells(List<Column> columns, int rows, IntFunction<@Nullable Column> columnAt, IntUnaryOperator rowAt) {
    Column column() {
        if (columns.stream().allMatch(column -> column.type().isNumber())) {
            return numbers();
        }
        ColumnType type = columns.get(0).type();
        if (columns.stream().anyMatch(column -> column.type() != type)) {
            return texts();
        }
        return switch (type) {
            case DATE, DATE_TIME -> longs(type);
            case YES_NO -> yesNo();
            case TAGS -> tags();
            default -> texts();
        };
    }

    private interface Cell {
        void at(Column column, int row);
    }

    private void each(Cell filled, Runnable blank) {
        for (int i = 0; i < rows; i++) {
            Column column = columnAt.apply(i);
            int row = rowAt.applyAsInt(i);
            if (column == null || column.isBlank(row)) {
                blank.run();
            } else {
                filled.at(column, row);
            }
        }
    }

    private Column longs(ColumnType type) {
        LongList all = new LongList();
        each((column, row) -> all.add(((LongColumn) column).value(row)), all::addBlank);
        long[] valid = all.validity();
        return new LongColumn(type, ((LongColumn) columns.get(0)).scale(), all.drain(), valid);
    }

    /** Each column written by itself, and then their texts in one. */
    private Column texts() {
        Map<Column, TextColumn> written = new IdentityHashMap<>();
        columns.forEach(column -> written.computeIfAbsent(column, WrittenTexts::of));
        TextBuilder all = new TextBuilder();
        Map<TextColumn, int[]> rowsOf = new IdentityHashMap<>(); // of each text of a column a row among all
        int next = 0;
        for (TextColumn texts : written.values()) {
            int[] rows = new int[texts.dictionarySize()];
            for (int code = 0; code < rows.length; code++) {
                all.add(texts.text(code));
                rows[code] = next++;
            }
            rowsOf.put(texts, rows);
        }
        all.add(null);
        TextColumn known = all.build();
        int[] picked = new int[rows];
        int blank = next;
        for (int i = 0; i < rows; i++) {
            Column column = columnAt.apply(i);
            TextColumn texts = column == null ? null : written.get(column);
            int code = texts == null ? -1 : texts.codes().code(rowAt.applyAsInt(i));
            picked[i] = code < 0 || texts == null ? blank : Objects.requireNonNull(rowsOf.get(texts))[code];
        }
        return known.pick(picked, rows);
    }

    private Column yesNo() {
        long[] yes = new long[Bits.words(rows)];
        long[] valid = new long[yes.length];
        int[] at = {0};
        each(
                (column, row) -> {
                    Bits.set(valid, at[0]);
                    if (YesNoColumn.YES.equals(column.plain(row))) {
                        Bits.set(yes, at[0]);
                    }
                    at[0]++;
                },
                () -> at[0]++);
        return new YesNoColumn(rows, yes, valid);
    }

    private Column tags() {
        TagsBuilder tags = new TagsBuilder();
        each(
                (column, row) -> {
                    for (String tag : String.valueOf(column.plain(row)).split(";")) {
                        tags.addTag(tag);
                    }
                    tags.endRow();
                },
                tags::endRow);
        return tags.build();
    }

    private Column numbers() {
        int scale = columns.stream()
                .mapToInt(column -> column instanceof LongColumn longs ? longs.scale() : LongColumn.LARGEST_SCALE + 1)
                .max()
                .orElse(0);
        if (scale <= LongColumn.LARGEST_SCALE) {
            try {
                return exactNumbers(scale);
            } catch (ArithmeticException beyond) {
                // values of very different size: as floating point below
            }
        }
        double[] all = new double[rows];
        long[] valid = new long[Bits.words(rows)];
        int[] at = {0};
        each(
                (column, row) -> {
                    Bits.set(valid, at[0]);
                    all[at[0]++] = column instanceof DoubleColumn doubles
                            ? doubles.value(row)
                            : new BigDecimal(String.valueOf(column.plain(row))).doubleValue();
                },
                () -> at[0]++);
        return new DoubleColumn(all, valid);
    }

    private Column exactNumbers(int scale) {
        LongList all = new LongList();
        each(
                (column, row) -> {
                    LongColumn longs = (LongColumn) column;
                    long factor = LongColumn.powerOfTen(scale - longs.scale());
                    all.add(Math.multiplyExact(longs.value(row), factor));
                },
                all::addBlank);
        long[] valid = all.validity();
        return new LongColumn(scale == 0 ? ColumnType.WHOLE : ColumnType.DECIMAL, scale, all.drain(), valid);
    }
}
