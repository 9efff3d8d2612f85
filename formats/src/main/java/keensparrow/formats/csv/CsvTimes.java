package keensparrow.formats.csv;

import java.time.LocalDate;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;

/** Dates, and dates with times, as {@link LongColumn#plainOf} writes them. */
final class CsvTimes implements CsvColumn {
    private static final long MICROS = 1_000_000;
    private static final long A_DAY = 86_400 * MICROS;
    private static final int MAX_YEAR = 9999;
    private static final int KEPT = 1 << 12; // days, a power of two

    private final LongColumn column;
    private final boolean timed;
    private final long[] days = new long[KEPT];
    private final int[] dates = new int[KEPT]; // year, month and day of these, two digits each for the last; 0 = none

    CsvTimes(LongColumn column) {
        this.column = column;
        this.timed = column.type() == ColumnType.DATE_TIME;
    }

    @Override
    public void put(int row, CsvLines lines) {
        if (column.isBlank(row)) {
            return;
        }
        long value = column.value(row);
        long day = timed ? Math.floorDiv(value, A_DAY) : value;
        int date = date(day);
        if (date < 0) {
            lines.putAscii(column.plainOf(value));
            return;
        }
        lines.putDay(date / 10_000, date / 100 % 100, date % 100);
        if (timed) {
            putTime(Math.floorMod(value, A_DAY), lines);
        }
    }

    /** Seconds stand where they are not zero, and as many thirds of their decimals. */
    private static void putTime(long micros, CsvLines lines) {
        int seconds = (int) (micros / MICROS);
        int rest = (int) (micros % MICROS);
        lines.putTwo((byte) 'T', seconds / 3600);
        lines.putTwo((byte) ':', seconds / 60 % 60);
        if (seconds % 60 > 0 || rest > 0) {
            lines.putTwo((byte) ':', seconds % 60);
        }
        if (rest > 0) {
            lines.putTwo((byte) '.', rest / 10_000);
            if (rest % 1000 == 0) {
                lines.put((byte) ('0' + rest / 1000 % 10));
            } else {
                lines.putTwo((byte) 0, rest / 100 % 100);
                lines.putTwo((byte) 0, rest % 100);
            }
        }
    }

    /** Year, month and day as one number such as 20260131; less than 0 where the year has not four digits. */
    private int date(long day) {
        int slot = (int) day & KEPT - 1;
        if (dates[slot] == 0 || days[slot] != day) {
            LocalDate date = LocalDate.ofEpochDay(day);
            boolean usual = date.getYear() >= 0 && date.getYear() <= MAX_YEAR;
            days[slot] = day;
            dates[slot] = usual ? date.getYear() * 10_000 + date.getMonthValue() * 100 + date.getDayOfMonth() : -1;
        }
        return dates[slot];
    }
}
