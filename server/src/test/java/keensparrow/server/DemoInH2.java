package keensparrow.server;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** Departures as {@code d} and seats offered as {@code p}, as H2 reads the same files with no code of ours. */
final class DemoInH2 implements AutoCloseable {
    private final Connection h2;

    DemoInH2(Path folder, String departures, String seats) throws Exception {
        Path one = Files.writeString(folder.resolve("departures.csv"), departures);
        Path two = Files.writeString(folder.resolve("seats.csv"), seats);
        h2 = DriverManager.getConnection("jdbc:h2:mem:selections", "sa", "");
        try (Statement statement = h2.createStatement()) {
            statement.execute("create table d as select \"Departure id\" id, cast(\"DATE\" as date) day_, route,"
                    + " origin, destination, country, \"Coach class\" class_, \"Booking channel\" channel,"
                    + " cast(passengers as int) passengers, cast(revenue as decimal(14, 2)) revenue,"
                    + " cast(nullif(\"Delay in minutes\", '') as int) delay, cancelled,"
                    + " nullif(\"Incident tags\", '') tags, nullif(\"Incident note\", '') note from csvread('" + one
                    + "', null, 'charset=UTF-8')");
            statement.execute("create table p as select parsedatetime(\"Month begins\", 'dd.MM.yyyy') day_, route,"
                    + " cast(replace(\"Seats offered\", '.', '') as int) seats from csvread('" + two
                    + "', null, 'charset=UTF-8 fieldSeparator=;')");
            statement.execute("alter table p alter column day_ date");
        }
    }

    @Override
    public void close() throws SQLException {
        h2.close();
    }

    static String text(@Nullable String number) {
        return number == null || number.equals("null")
                ? "null"
                : new BigDecimal(number)
                        .setScale(4, RoundingMode.HALF_EVEN)
                        .stripTrailingZeros()
                        .toPlainString();
    }

    Map<String, String> sql(String sql) throws SQLException {
        Map<String, String> numbers = new TreeMap<>();
        ask(sql).forEach(row -> numbers.put(row.get(0), text(row.get(1))));
        return numbers;
    }

    String single(String sql) throws SQLException {
        return ask(sql).get(0).get(0);
    }

    List<List<String>> ask(String sql) throws SQLException {
        List<List<String>> rows = new ArrayList<>();
        try (Statement statement = h2.createStatement();
                ResultSet result = statement.executeQuery(sql)) {
            while (result.next()) {
                List<String> row = new ArrayList<>();
                for (int i = 1; i <= result.getMetaData().getColumnCount(); i++) {
                    row.add(String.valueOf(result.getString(i)));
                }
                rows.add(row);
            }
        }
        return rows;
    }
}
