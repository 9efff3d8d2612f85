package keensparrow.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The demo data are the same on every machine, and there is something to find in them. Looked at through H2. */
class DemoDataTest {
    @TempDir
    static Path folder;

    private static Path file;

    @BeforeAll
    static void write() throws IOException {
        file = folder.resolve("departures.csv");
        Departures.write(file, LocalDate.of(2025, 1, 1), LocalDate.of(2026, 11, 1));
    }

    private static BigDecimal number(String sql) throws SQLException {
        String from = "csvread('" + file + "', null, 'caseSensitiveColumnNames=true')";
        try (Connection h2 = DriverManager.getConnection("jdbc:h2:mem:", "sa", "");
                Statement statement = h2.createStatement();
                ResultSet result = statement.executeQuery(sql.replace("FILE", from))) {
            result.next();
            return result.getBigDecimal(1);
        }
    }

    @Test
    void areTheSameBytesEveryTime() throws IOException {
        Path again = folder.resolve("again.csv");
        Departures.write(again, LocalDate.of(2025, 1, 1), LocalDate.of(2026, 11, 1));
        assertThat(Files.mismatch(file, again)).isEqualTo(-1);
    }

    @Test
    void haveARowForEachDepartureAndClass() throws SQLException {
        assertThat(number("select count(*) from FILE")).isEqualByComparingTo("90315");
        assertThat(number("select count(distinct \"Departure id\") from FILE")).isEqualByComparingTo("90315");
        assertThat(number("select count(distinct \"Route\") from FILE")).isEqualByComparingTo("24");
        assertThat(number("select count(distinct \"Coach class\") from FILE")).isEqualByComparingTo("3");
        assertThat(number("select count(distinct \"Date\") from FILE")).isEqualByComparingTo("669");
    }

    @Test
    void cancelledDeparturesHaveNoDelay() throws SQLException {
        assertThat(
                        number(
                                "select count(*) from FILE where \"Cancelled\" = 'yes' and nullif(\"Delay in minutes\", '') is not null"))
                .isEqualByComparingTo("0");
        assertThat(number("select count(*) from FILE where \"Cancelled\" = 'yes'"))
                .isBetween(BigDecimal.valueOf(400), BigDecimal.valueOf(2000));
    }

    @Test
    void oneRouteIsLateAndOneWeekIsBad() throws SQLException {
        String average = "select avg(cast(nullif(\"Delay in minutes\", '') as double precision)) from FILE";
        double all = number(average).doubleValue();
        double route = number(average + " where \"Route\" = 'Vienna–Hamburg'").doubleValue();
        double week = number(average + " where \"Date\" between '2026-03-09' and '2026-03-15'")
                .doubleValue();
        assertThat(route).isGreaterThan(1.5 * all);
        assertThat(week).isGreaterThan(2 * all);
    }

    @Test
    void moreCopiesKeepEveryIdOnce() throws IOException {
        Path copies = folder.resolve("copies.csv");
        Departures.write(copies, LocalDate.of(2025, 1, 1), LocalDate.of(2025, 1, 11), 3);
        List<String> lines = Files.readAllLines(copies);
        Set<String> ids = new HashSet<>();
        lines.forEach(line -> ids.add(line.substring(0, line.indexOf(','))));
        assertThat(lines).hasSize(1 + 10 * 135 * 3);
        assertThat(ids).hasSize(lines.size());
    }

    @Test
    void theWarehouseCanOnlyBeReadByItsReader() throws Exception {
        Path warehouse = folder.resolve("warehouse");
        DemoFiles.writeWarehouse(warehouse);
        DemoFiles.writeWarehouse(warehouse); // what is there stays
        String url = "jdbc:h2:file:" + warehouse.resolve("bookings");
        try (Connection reader = DriverManager.getConnection(url, "READER", "reads only");
                Statement statement = reader.createStatement()) {
            ResultSet count = statement.executeQuery("select count(*), sum(paid) from booking");
            count.next();
            assertThat(count.getInt(1)).isEqualTo(200_000);
            assertThat(count.getBigDecimal(2)).isPositive();
            org.assertj.core.api.Assertions.assertThatThrownBy(() -> statement.execute("delete from booking"))
                    .isInstanceOf(SQLException.class);
        }
    }
}
