package keensparrow.core.engine.filter;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeParseException;
import java.util.Optional;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;

/** Reads what {@link keensparrow.core.column.Column#plain} wrote. */
final class Plain {
    private Plain() {}

    /** The scaled value in that column, or empty if no value of the column is written so. */
    static Optional<Long> scaled(String text, LongColumn column) {
        try {
            if (column.type() == ColumnType.DATE) {
                return Optional.of(LocalDate.parse(text).toEpochDay());
            }
            if (column.type() == ColumnType.DATE_TIME) {
                LocalDateTime time = LocalDateTime.parse(text);
                return Optional.of(time.toEpochSecond(ZoneOffset.UTC) * 1_000_000 + time.getNano() / 1000);
            }
            return Optional.of(new BigDecimal(text)
                    .movePointRight(column.scale())
                    .toBigIntegerExact()
                    .longValueExact());
        } catch (DateTimeParseException | ArithmeticException | NumberFormatException e) {
            return Optional.empty();
        }
    }
}
