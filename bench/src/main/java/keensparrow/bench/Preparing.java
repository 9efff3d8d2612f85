package keensparrow.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.stream.IntStream;
import keensparrow.core.column.Column;
import keensparrow.core.column.LongColumn;
import keensparrow.core.prepare.ColumnsToRows;
import keensparrow.core.prepare.Compute;
import keensparrow.core.prepare.DropRepeated;
import keensparrow.core.prepare.FromRowsBefore;
import keensparrow.core.prepare.GroupRows;
import keensparrow.core.prepare.KeepRows;
import keensparrow.core.prepare.LookUp;
import keensparrow.core.prepare.Recode;
import keensparrow.core.prepare.SortRows;
import keensparrow.core.prepare.Step;
import keensparrow.core.prepare.TidyText;
import keensparrow.core.table.Table;
import keensparrow.demo.Departures;

/**
 * {@code ./sparrow bench steps [ROWS]}: steps over the demo's departures, and the same said in DuckDB's SQL in the same
 * run, each into a new table in memory; one number of each result is compared.
 */
public final class Preparing {
    private static final LocalDate FIRST_DAY = LocalDate.of(2025, 1, 1);
    private static final int ROWS_A_DAY = 135;
    private static final int DAYS = 669;
    private static final int WARM = 5; // rounds before those that count, for both
    private static final int ROUNDS = 7;
    private static final int KEYS = 100_000;

    private Preparing() {}

    /**
     * @param here a number of what the step made
     * @param sql what makes the same table, @param there the same number of it
     */
    private record Asked(String name, Step step, Function<Table, Long> here, String sql, String there) {}

    private static final Function<Table, Long> ROWS = table -> (long) table.rowCount();

    private static final List<Asked> ASKED = List.of(
            new Asked(
                    "keep rows by a number and a text",
                    new KeepRows(KeepRows.Which.KEEP, "passengers > 60 and country = 'France'"),
                    ROWS,
                    "select * from departure where passengers > 60 and country = 'France'",
                    "select count(*) from made"),
            new Asked(
                    "compute a number from two",
                    new Compute(null, "Made", "passengers * 2 + berths"),
                    table -> sum(table, "made"),
                    "select *, passengers * 2 + berths as made from departure",
                    "select sum(made) from made"),
            new Asked(
                    "compute a text",
                    new Compute(null, "Made", "left(train, 3) || '-' || upper(train)"),
                    ROWS,
                    "select *, left(train::varchar, 3) || '-' || upper(train::varchar) as made from departure",
                    "select count(*) from made"),
            new Asked(
                    "values into groups",
                    new Recode(
                            "country",
                            "Made",
                            List.of(
                                    new Recode.Group("south", List.of("Italy", "Slovenia", "France")),
                                    new Recode.Group("north", List.of("Denmark", "Sweden", "Germany"))),
                            "other"),
                    ROWS,
                    "select *, case when country in ('Italy', 'Slovenia', 'France') then 'south' when country in"
                            + " ('Denmark', 'Sweden', 'Germany') then 'north' else 'other' end as made from departure",
                    "select count(*) from made"),
            new Asked(
                    "letters made large",
                    new TidyText("train", TidyText.Case.UPPER),
                    ROWS,
                    "select * replace (upper(trim(train::varchar)) as train) from departure",
                    "select count(*) from made"),
            new Asked(
                    "group to days by routes",
                    new GroupRows(List.of("date", "route"), GroupRows.How.SUM, List.of("passengers")),
                    table -> sum(table, "passengers") + table.rowCount(),
                    "select on_day, route, sum(passengers) as passengers from departure group by 1, 2",
                    "select sum(passengers) + count(*) from made"),
            new Asked(
                    "drop repeated days and routes",
                    new DropRepeated(List.of("date", "route"), DropRepeated.Kept.FIRST),
                    ROWS,
                    "select * from departure qualify row_number() over (partition by on_day, route order by rowid) = 1",
                    "select count(*) from made"),
            new Asked(
                    "sort by a number",
                    new SortRows("revenue", SortRows.Direction.LARGEST_FIRST),
                    ROWS,
                    "select * from departure order by revenue desc",
                    "select count(*) from made"),
            new Asked(
                    "running total within routes",
                    new FromRowsBefore(
                            FromRowsBefore.What.RUNNING_TOTAL, "passengers", "departure_id", "route", "Made"),
                    table -> sum(table, "made"),
                    "select *, sum(passengers) over (partition by route order by departure_id rows unbounded preceding)"
                            + " as made from departure",
                    "select sum(made) from made"),
            new Asked(
                    "look up 100,000 keys",
                    new LookUp(
                            "departure_id", "other", "Other", "departure_id", List.of("berths"), LookUp.Several.FIRST),
                    ROWS,
                    "select departure.*, other.berths as made from departure left join other using (departure_id)",
                    "select count(*) from made"),
            new Asked(
                    "three columns into rows",
                    new ColumnsToRows(List.of("passengers", "berths", "delay_in_minutes"), "Kind", "Made"),
                    ROWS,
                    "select * from departure unpivot include nulls (made for kind in (passengers, berths, delay))",
                    "select count(*) from made"));

    public static void main(String[] arguments) throws Exception {
        int rows = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 1_000_000;
        Path file = Files.createTempFile("keensparrow-bench", ".csv");
        try (Connection connection = DriverManager.getConnection("jdbc:duckdb:")) {
            int copies = (int) Math.ceil(rows / (double) (ROWS_A_DAY * DAYS));
            int days = (int) Math.ceil(rows / (double) (ROWS_A_DAY * copies));
            Departures.write(file, FIRST_DAY, FIRST_DAY.plusDays(days), copies);
            Table table = Interactions.load(file);
            new Sql(connection, true).load(file);
            Table other = keys(table);
            try (Statement statement = connection.createStatement()) {
                statement.execute("create table other as select any_value(berths) berths, departure_id from (select *"
                        + " from departure where rowid < " + KEYS + ") group by departure_id");
            }
            say("%,d rows × %d columns%n", table.rowCount(), table.columns().size());
            for (Asked asked : ASKED) {
                run(asked, table, other, connection);
            }
        } finally {
            Files.delete(file);
        }
    }

    private static Table keys(Table table) {
        int[] rows = IntStream.range(0, Math.min(KEYS, table.rowCount())).toArray();
        Table first = table.pick(rows, rows.length);
        return new DropRepeated(List.of("departure_id"), DropRepeated.Kept.FIRST).apply(first);
    }

    private static void run(Asked asked, Table table, Table other, Connection connection) throws SQLException {
        List<Double> ours = new ArrayList<>();
        List<Double> theirs = new ArrayList<>();
        for (int round = -WARM; round < ROUNDS; round++) {
            long start = System.nanoTime();
            Table made = asked.step().apply(table, dataset -> other);
            double here = (System.nanoTime() - start) / 1e6;
            try (Statement statement = connection.createStatement()) {
                start = System.nanoTime();
                statement.execute("create or replace temp table made as " + asked.sql());
                if (round >= 0) {
                    ours.add(here);
                    theirs.add((System.nanoTime() - start) / 1e6);
                }
                try (ResultSet result = statement.executeQuery(asked.there())) {
                    result.next();
                    long there = result.getLong(1);
                    long same = asked.here().apply(made);
                    if (same != there) {
                        throw new IllegalStateException(asked.name() + ": " + same + " here, " + there + " there");
                    }
                }
            }
        }
        double here = ours.stream().sorted().toList().get(ROUNDS / 2);
        double there = theirs.stream().sorted().toList().get(ROUNDS / 2);
        say("%-34s %8.1f ms   DuckDB %8.1f ms   %.2f of its time%n", asked.name(), here, there, here / there);
    }

    private static long sum(Table table, String column) {
        Column any = table.column(column);
        long sum = 0;
        for (int row = 0; row < any.rowCount(); row++) {
            sum += any.isBlank(row) ? 0 : ((LongColumn) any).value(row);
        }
        return sum;
    }

    private static void say(String format, Object... values) {
        System.out.printf(Locale.ROOT, format, values);
    }
}
