package keensparrow.server.source;

import java.io.IOException;
import java.io.Reader;
import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.ResultSetMetaData;
import java.sql.SQLException;
import java.sql.Types;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import org.jspecify.annotations.Nullable;

/** Values of a result written plainly, as files have them: ISO dates, points in decimals, yes and no. */
final class ResultText {
    private static final int MAX_TEXT = 1_000_000;

    private final ResultSetMetaData columns;
    private final int count;

    ResultText(ResultSetMetaData columns) throws SQLException {
        this.columns = columns;
        this.count = columns.getColumnCount();
    }

    List<String> names() throws SQLException {
        List<String> names = new ArrayList<>();
        for (int i = 1; i <= count; i++) {
            String label = columns.getColumnLabel(i);
            // databases that fold names to capitals did not mean them
            names.add(label.equals(label.toUpperCase(Locale.ROOT)) ? label.toLowerCase(Locale.ROOT) : label);
        }
        return names;
    }

    List<@Nullable String> row(ResultSet result) throws SQLException {
        List<@Nullable String> values = new ArrayList<>(count);
        for (int i = 1; i <= count; i++) {
            values.add(value(result, i));
        }
        return values;
    }

    private @Nullable String value(ResultSet result, int i) throws SQLException {
        String type = columns.getColumnTypeName(i).toLowerCase(Locale.ROOT);
        switch (columns.getColumnType(i)) {
            case Types.DATE -> {
                LocalDate date = result.getObject(i, LocalDate.class);
                return date == null ? null : date.toString();
            }
            case Types.TIMESTAMP_WITH_TIMEZONE -> {
                return utc(result, i);
            }
            case Types.TIMESTAMP -> {
                if (type.equals("timestamptz")) {
                    return utc(result, i);
                }
                LocalDateTime time = result.getObject(i, LocalDateTime.class);
                return time == null ? null : time.toString();
            }
            case Types.BIT, Types.BOOLEAN -> {
                boolean yes = result.getBoolean(i);
                return result.wasNull() ? null : yes ? "yes" : "no";
            }
            case Types.NUMERIC, Types.DECIMAL -> {
                BigDecimal number = result.getBigDecimal(i);
                return number == null ? null : number.toPlainString();
            }
            case Types.DOUBLE, Types.FLOAT, Types.REAL -> {
                double number = result.getDouble(i);
                boolean blank = result.wasNull() || !Double.isFinite(number);
                return blank ? null : new BigDecimal(Double.toString(number)).toPlainString();
            }
            default -> {
                return text(result, i);
            }
        }
    }

    /** @throws UserException QUERY_FAILED for a text of more than {@link #MAX_TEXT} characters, read no further */
    private static @Nullable String text(ResultSet result, int i) throws SQLException {
        Reader characters = result.getCharacterStream(i);
        if (characters == null) {
            return null;
        }
        try (characters) {
            StringBuilder text = new StringBuilder();
            char[] buffer = new char[1 << 13];
            for (int count = characters.read(buffer); count >= 0; count = characters.read(buffer)) {
                text.append(buffer, 0, count);
                if (text.length() > MAX_TEXT) {
                    throw new UserException(
                            ErrorCode.QUERY_FAILED, Text.of("server.source.columnOfTheResultHolds", "i", i));
                }
            }
            return text.toString();
        } catch (IOException e) {
            throw new SQLException("a text could not be read", e);
        }
    }

    private static @Nullable String utc(ResultSet result, int i) throws SQLException {
        OffsetDateTime time = result.getObject(i, OffsetDateTime.class);
        return time == null
                ? null
                : time.withOffsetSameInstant(ZoneOffset.UTC).toLocalDateTime().toString();
    }
}
