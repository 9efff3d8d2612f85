package keensparrow.core.prepare;

import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.LongList;
import keensparrow.core.column.TagsBuilder;
import keensparrow.core.column.TextBuilder;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;

/** Columns of rows of which some are none. */
final class Blanks {
    private Blanks() {}

    /** @param from a row of the column for each new row, below 0 for a blank */
    static Column picked(Column column, int[] from) {
        int rows = from.length;
        if (column instanceof TextColumn texts) {
            TextBuilder made = new TextBuilder();
            for (int row : from) {
                made.add(
                        row < 0 || texts.isBlank(row)
                                ? null
                                : texts.text(texts.codes().code(row)));
            }
            return made.build();
        }
        if (column instanceof LongColumn longs) {
            LongList made = new LongList();
            for (int row : from) {
                if (row < 0 || longs.isBlank(row)) {
                    made.addBlank();
                } else {
                    made.add(longs.value(row));
                }
            }
            long[] valid = made.validity();
            return new LongColumn(longs.type(), longs.scale(), made.drain(), valid);
        }
        long[] valid = new long[(rows + 63) / 64];
        for (int i = 0; i < rows; i++) {
            valid[i >> 6] |= from[i] < 0 || column.isBlank(from[i]) ? 0 : 1L << i;
        }
        if (column instanceof DoubleColumn doubles) {
            double[] made = new double[rows];
            for (int i = 0; i < rows; i++) {
                made[i] = (valid[i >> 6] >> i & 1) == 0 ? 0 : doubles.value(from[i]);
            }
            return new DoubleColumn(made, valid);
        }
        if (column instanceof YesNoColumn) {
            long[] yes = new long[valid.length];
            for (int i = 0; i < rows; i++) {
                boolean isYes = from[i] >= 0 && YesNoColumn.YES.equals(column.plain(from[i]));
                yes[i >> 6] |= isYes ? 1L << i : 0;
            }
            return new YesNoColumn(rows, yes, valid);
        }
        TagsBuilder made = new TagsBuilder();
        for (int row : from) {
            String plain = row < 0 ? null : column.plain(row);
            if (plain != null) {
                for (String tag : plain.split(";")) {
                    made.addTag(tag);
                }
            }
            made.endRow();
        }
        return made.build();
    }
}
