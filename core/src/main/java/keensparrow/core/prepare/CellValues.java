package keensparrow.core.prepare;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.function.Supplier;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.LongList;
import keensparrow.core.column.TagsBuilder;
import keensparrow.core.column.TextBuilder;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.error.UserException;

/** Columns with another value in some rows. */
final class CellValues {
    private static final long MICROS = 1_000_000;

    private CellValues() {}

    /**
     * @param hit whether a row gets the value
     * @param value written plainly, blank for none
     * @param misfit of a value that the column cannot hold
     */
    static Column set(Column column, boolean[] hit, String value, Supplier<UserException> misfit) {
        String plain = value.strip();
        if (column instanceof TextColumn || column.type() == ColumnType.TAGS) {
            return texts(column, hit, plain);
        }
        try {
            if (column instanceof LongColumn longs) {
                return longs(longs, hit, plain);
            }
            if (column instanceof DoubleColumn doubles) {
                return doubles(doubles, hit, plain);
            }
            if (!plain.isEmpty() && !plain.equals(YesNoColumn.YES) && !plain.equals(YesNoColumn.NO)) {
                throw misfit.get();
            }
            return yesNo(column, hit, plain);
        } catch (ArithmeticException | NumberFormatException | DateTimeException e) {
            throw misfit.get();
        }
    }

    private static Column texts(Column column, boolean[] hit, String plain) {
        if (column instanceof TextColumn texts) {
            TextBuilder made = new TextBuilder();
            for (int row = 0; row < hit.length; row++) {
                made.add(!hit[row] ? texts.plain(row) : plain.isEmpty() ? null : plain);
            }
            return made.build();
        }
        TagsBuilder made = new TagsBuilder();
        for (int row = 0; row < hit.length; row++) {
            String all = hit[row] ? plain : column.plain(row);
            for (String tag : all == null || all.isEmpty() ? new String[0] : all.split(";")) {
                made.addTag(tag.strip());
            }
            made.endRow();
        }
        return made.build();
    }

    private static Column longs(LongColumn column, boolean[] hit, String plain) {
        long value = plain.isEmpty() ? 0 : read(column, plain);
        LongList made = new LongList();
        for (int row = 0; row < hit.length; row++) {
            if (hit[row] ? plain.isEmpty() : column.isBlank(row)) {
                made.addBlank();
            } else {
                made.add(hit[row] ? value : column.value(row));
            }
        }
        long[] valid = made.validity();
        return new LongColumn(column.type(), column.scale(), made.drain(), valid);
    }

    private static long read(LongColumn column, String plain) {
        return switch (column.type()) {
            case DATE -> LocalDate.parse(plain).toEpochDay();
            case DATE_TIME -> {
                LocalDateTime time = LocalDateTime.parse(plain.replace(' ', 'T'));
                yield Math.addExact(
                        Math.multiplyExact(time.toEpochSecond(ZoneOffset.UTC), MICROS), time.getNano() / 1000);
            }
            default ->
                new BigDecimal(plain)
                        .setScale(column.scale(), RoundingMode.UNNECESSARY)
                        .unscaledValue()
                        .longValueExact();
        };
    }

    private static Column doubles(DoubleColumn column, boolean[] hit, String plain) {
        double value = plain.isEmpty() ? 0 : Double.parseDouble(plain);
        double[] made = new double[hit.length];
        long[] valid = new long[(hit.length + 63) / 64];
        for (int row = 0; row < hit.length; row++) {
            boolean filled = hit[row] ? !plain.isEmpty() : !column.isBlank(row);
            made[row] = !filled ? 0 : hit[row] ? value : column.value(row);
            valid[row >> 6] |= filled ? 1L << row : 0;
        }
        return new DoubleColumn(made, valid);
    }

    private static Column yesNo(Column column, boolean[] hit, String plain) {
        long[] yes = new long[(hit.length + 63) / 64];
        long[] valid = new long[yes.length];
        for (int row = 0; row < hit.length; row++) {
            String now = hit[row] ? plain : column.plain(row);
            yes[row >> 6] |= YesNoColumn.YES.equals(now) ? 1L << row : 0;
            valid[row >> 6] |= now != null && !now.isEmpty() ? 1L << row : 0;
        }
        return new YesNoColumn(hit.length, yes, valid);
    }
}
