package keensparrow.bench;

import java.math.BigDecimal;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** The same page asked of a database: one statement a result, or as few as its grouping sets allow. */
final class Sql {
    private static final List<String> TEXTS =
            List.of("route", "train", "origin", "destination", "country", "coach_class", "booking_channel");

    private final Connection connection;
    private final boolean duck;

    Sql(Connection connection, boolean duck) {
        this.connection = connection;
        this.duck = duck;
    }

    /** Reads the file into a table {@code departure}. DuckDB's text columns become enumerations, its quickest form. */
    void load(Path file) throws SQLException {
        String columns =
                "\"Departure id\" departure_id, cast(\"Date\" as date) on_day, \"Route\" route, \"Train\" train,"
                        + " \"Origin\" origin, \"Destination\" destination, \"Country\" country, \"Coach class\" coach_class,"
                        + " \"Booking channel\" booking_channel, cast(\"Passengers\" as int) passengers,"
                        + " cast(\"Berths\" as int) berths, cast(\"Revenue\" as decimal(12, 2)) revenue,"
                        + " cast(\"Delay in minutes\" as int) delay";
        try (Statement statement = connection.createStatement()) {
            if (!duck) {
                statement.execute("create table departure as select "
                        + columns.replaceAll("cast\\((\"[^\"]+\") as", "cast(nullif($1, '') as") + " from csvread('"
                        + file + "', null, 'caseSensitiveColumnNames=true')");
                for (String column : List.of("route", "delay", "on_day")) {
                    statement.execute("create index on departure (" + column + ")");
                }
                return;
            }
            statement.execute("create table loaded as select " + columns + " from read_csv('" + file
                    + "', header = true, delim = ',', quote = '\"', all_varchar = true, parallel = false)");
            for (String text : TEXTS) {
                statement.execute("create type " + text + "_e as enum (select distinct " + text + " from loaded where "
                        + text + " is not null order by 1)");
            }
            String typed = TEXTS.stream()
                    .map(text -> "cast(" + text + " as " + text + "_e) as " + text)
                    .collect(Collectors.joining(", "));
            statement.execute("create table departure as select * replace (" + typed + ") from loaded");
            statement.execute("drop table loaded");
        }
    }

    /** The whole file into a table of an engine of its own, as that engine does it by itself. */
    static void loadPlainly(Path file, boolean duck) throws SQLException {
        String source = duck ? "read_csv('" + file + "')" : "csvread('" + file + "')";
        try (Connection own = DriverManager.getConnection(duck ? "jdbc:duckdb:" : "jdbc:h2:mem:");
                Statement statement = own.createStatement()) {
            statement.execute("create table departure as select * from " + source);
        }
    }

    private String week() {
        return duck ? "date_trunc('week', on_day)" : "dateadd(day, 1 - iso_day_of_week(on_day), on_day)";
    }

    private String month() {
        return duck ? "date_trunc('month', on_day)" : "date_trunc(month, on_day)";
    }

    private String bin(String column) {
        return duck ? "(" + column + " // 5 * 5)" : "(" + column + " / 5 * 5)";
    }

    private static String where(Page.State state, String without) {
        String route = "route in ('" + String.join("','", state.routes()) + "')";
        String delay = "delay between " + state.delayFrom() + " and " + state.delayTo();
        String date = "on_day between date '" + state.from() + "' and date '" + state.to() + "'";
        return Map.of("route", route, "delay", delay, "date", date).entrySet().stream()
                .filter(each -> !each.getKey().equals(without))
                .map(Map.Entry::getValue)
                .sorted()
                .collect(Collectors.joining(" and ", " from departure where ", " "));
    }

    /** All results, one statement each; a value behind the group or groups. */
    Map<String, Map<String, String>> results(Page.State state) throws SQLException {
        String all = where(state, "");
        Map<String, Map<String, String>> results = new TreeMap<>();
        try (Statement statement = connection.createStatement()) {
            results.put("figures", groups(statement, 0, "select count(*), sum(revenue), avg(delay)" + all));
            results.put("bars", groups(statement, 1, bars(all)));
            results.put("lines", groups(statement, 2, by("avg(delay)", all, week(), "booking_channel")));
            results.put("histogram", groups(statement, 1, by("count(*)", all, bin("passengers"))));
            results.put("rows", rows(statement, all));
            results.put("twoWay", groups(statement, 2, by("count(*)", all, "country", "coach_class")));
            for (String column : Page.CATEGORIES) {
                results.put("count:" + column, groups(statement, 1, by("count(*)", all, column)));
            }
            results.put("count:berths", groups(statement, 1, by("count(*)", all, "berths")));
            results.put("count:route", groups(statement, 1, by("count(*)", where(state, "route"), "route")));
            results.put("count:delay", groups(statement, 1, by("count(*)", where(state, "delay"), bin("delay"))));
            results.put("count:date", groups(statement, 1, by("count(*)", where(state, "date"), month())));
        }
        return results;
    }

    private static String by(String measure, String where, String... groups) {
        String keys = String.join(", ", groups);
        return "select " + keys + ", " + measure + where + "group by " + keys;
    }

    private static String bars(String all) {
        return "with s as (select route, sum(revenue) r" + all + "group by route), n as (select route, r,"
                + " row_number() over (order by r desc) p, count(*) over () c from s), g as (select"
                + " case when p <= 5 or c <= 6 then cast(route as varchar) else 'Other' end g, r from n)"
                + " select g, sum(r) from g group by g";
    }

    /** The results that share their rows in one statement with grouping sets. */
    void groupingSets(Page.State state) throws SQLException {
        String all = where(state, "");
        try (Statement statement = connection.createStatement()) {
            drain(
                    statement,
                    "select grouping_id(route, w, booking_channel, b, country, coach_class, origin, berths), route, w,"
                            + " booking_channel, b, country, coach_class, origin, berths, count(*), sum(revenue), avg(delay) from (select *, "
                            + week() + " w, " + bin("passengers") + " b" + all
                            + ") t group by grouping sets ((), (route),"
                            + " (w, booking_channel), (b), (country, coach_class), (coach_class), (booking_channel), (country),"
                            + " (origin), (berths))");
            rows(statement, all);
            drain(statement, by("count(*)", where(state, "route"), "route"));
            drain(statement, by("count(*)", where(state, "delay"), bin("delay")));
            drain(statement, by("count(*)", where(state, "date"), month()));
        }
    }

    private static void drain(Statement statement, String sql) throws SQLException {
        try (ResultSet result = statement.executeQuery(sql)) {
            int columns = result.getMetaData().getColumnCount();
            while (result.next()) {
                for (int i = 1; i <= columns; i++) {
                    result.getObject(i);
                }
            }
        }
    }

    private static Map<String, String> groups(Statement statement, int groups, String sql) throws SQLException {
        Map<String, String> plain = new TreeMap<>();
        try (ResultSet result = statement.executeQuery(sql)) {
            int columns = result.getMetaData().getColumnCount();
            while (result.next()) {
                StringBuilder values = new StringBuilder();
                for (int i = groups + 1; i <= columns; i++) {
                    String value = result.getString(i);
                    values.append(Page.number(value == null ? null : new BigDecimal(value)))
                            .append(' ');
                }
                String first = groups > 0 ? key(result.getString(1)) : "";
                plain.put(first + "|" + (groups > 1 ? key(result.getString(2)) : ""), values.toString());
            }
        }
        return plain;
    }

    private static String key(String value) {
        return value == null
                ? "blank"
                : value.length() > 10 && value.endsWith(" 00:00:00") ? value.substring(0, 10) : value;
    }

    private static Map<String, String> rows(Statement statement, String all) throws SQLException {
        Map<String, String> plain = new TreeMap<>();
        String sql = "select on_day, route, revenue, departure_id" + all
                + "order by revenue desc nulls last, departure_id limit " + Page.SHOWN;
        try (ResultSet result = statement.executeQuery(sql)) {
            for (int i = 0; result.next(); i++) {
                plain.put(
                        String.format("%03d", i),
                        result.getString(1) + ";" + result.getString(2) + ";"
                                + result.getBigDecimal(3).toPlainString() + ";" + result.getString(4));
            }
        }
        return plain;
    }
}
