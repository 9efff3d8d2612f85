package keensparrow.core.prepare;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import keensparrow.core.TextRows;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Steps and functions on a generated table with blanks and ties, and the same said in H2's SQL: one result. */
class StepsAgainstH2Test {
    private static final int ROWS = 600;

    private static Connection h2;
    private static Table table;
    private static Table lines;

    @BeforeAll
    static void generate() throws SQLException {
        Random random = new Random(20_261_127);
        h2 = DriverManager.getConnection("jdbc:h2:mem:steps", "sa", "");
        run("create table t(id int, line varchar, coach varchar, night date, fare decimal(12,2), late int)");
        StringBuilder csv = new StringBuilder("id,line,coach,night,fare,late\n");
        for (int id = 1; id <= ROWS; id++) {
            String line = blankOr(random, "Line " + random.nextInt(7));
            String coach = blankOr(random, random.nextBoolean() ? "Seat" : "Sleeper");
            String day = blankOr(random, "2026-0" + (1 + random.nextInt(9)) + "-1" + random.nextInt(10));
            String fare = blankOr(
                    random,
                    BigDecimal.valueOf(random.nextInt(900_000) - 90_000, 2).toString());
            String late = blankOr(random, String.valueOf(random.nextInt(40)));
            csv.append(String.join(",", String.valueOf(id), line, coach, day, fare, late))
                    .append('\n');
            run("insert into t values(" + id + "," + quoted(line) + "," + quoted(coach) + "," + quoted(day) + ","
                    + quoted(fare) + "," + quoted(late) + ")");
        }
        table = TextRows.table(csv.toString());
        run("create table lines(name varchar, km int)");
        StringBuilder kms = new StringBuilder("name,km\n");
        for (int i = 0; i < 5; i++) { // two lines are not known there
            kms.append("Line ").append(i).append(',').append(100 + 7 * i).append('\n');
            run("insert into lines values('Line " + i + "'," + (100 + 7 * i) + ")");
        }
        lines = TextRows.table(kms.toString());
    }

    @AfterAll
    static void close() throws SQLException {
        h2.close();
    }

    private static String blankOr(Random random, String value) {
        return random.nextInt(9) == 0 ? "" : value;
    }

    private static String quoted(String value) {
        return value.isEmpty() ? "null" : "'" + value + "'";
    }

    private static void run(String sql) throws SQLException {
        try (Statement statement = h2.createStatement()) {
            statement.execute(sql);
        }
    }

    /** The rows of a query as texts, numbers without zeros at their end. */
    private static List<String> asked(String sql) throws SQLException {
        List<String> rows = new ArrayList<>();
        try (Statement statement = h2.createStatement();
                ResultSet result = statement.executeQuery(sql)) {
            while (result.next()) {
                List<String> row = new ArrayList<>();
                for (int c = 1; c <= result.getMetaData().getColumnCount(); c++) {
                    row.add(plain(result.getString(c)));
                }
                rows.add(String.join("|", row));
            }
        }
        return rows;
    }

    private static String plain(String value) {
        if (value == null) {
            return "";
        }
        if (value.equals("TRUE") || value.equals("FALSE")) {
            return value.equals("TRUE") ? "yes" : "no";
        }
        return value.matches("-?\\d+(\\.\\d+)?(E-?\\d+)?")
                ? new BigDecimal(value)
                        .setScale(6, RoundingMode.HALF_UP)
                        .stripTrailingZeros()
                        .toPlainString()
                : value;
    }

    private static List<String> after(List<Step> steps, String... columns) {
        Table made = Steps.run(table, steps, 1, dataset -> lines, Set.of()).table();
        List<String> rows = new ArrayList<>();
        for (int row = 0; row < made.rowCount(); row++) {
            List<String> cells = new ArrayList<>();
            for (String column : columns) {
                cells.add(plain(made.column(column).plain(row)));
            }
            rows.add(String.join("|", cells));
        }
        return rows;
    }

    @Test
    void conditions() throws SQLException {
        for (String condition : List.of(
                "fare > 4000 and late < 20",
                "line in ('Line 1', 'Line 3') or late is null",
                "not (coach = 'Seat' and fare between 100 and 5000)",
                "line like '%3' or coach like 'S_at'",
                "fare > 4000.5 or 20 > late",
                "fare <= 100 and not late >= 3",
                "late = 2.5 or late = 3 or 4.00 = late",
                "night >= date '2026-03-01' and night < date '2026-07-01' and date '2026-04-01' <> night",
                "coach <> 'Seat' or coach is null",
                "upper(coach) = 'SEAT' and char_length(line) > 3 and late < fare",
                "fare > 100000000000000000000 or fare < -100000000000000000000",
                "fare < 100000000000000000000 and late is not null",
                "nullif(coach, 'Seat') is null and fare > 10",
                "year(night) = 2026 and month(night) > 6",
                "coalesce(late, 0) = 0",
                "case when late > 10 then fare > 0 else late = 3 end")) {
            assertThat(after(List.of(new KeepRows(KeepRows.Which.KEEP, condition)), "id"))
                    .as(condition)
                    .isEqualTo(asked("select id from t where " + condition + " order by id"));
        }
    }

    @Test
    void functions() throws SQLException {
        for (String expression : List.of(
                "upper(line)",
                "left(coach, 3)",
                "right(coach, 2)",
                "substring(line, 2, 3)",
                "replace(line, 'Line', 'L')",
                "position('e', coach)",
                "char_length(line)",
                "lpad(line, 9, '.')",
                "line || '/' || coach",
                "regexp_replace(line, '[0-9]+', '#')",
                "regexp_substr(line, '[0-9]+')",
                "cast(late as varchar)",
                "cast(fare / 8.0 as integer)",
                "cast(cast(late as varchar) as integer) + 1",
                "cast(cast(night as varchar) as date)",
                "floor(fare)",
                "ceiling(fare / 7)",
                "mod(late, 7)",
                "sign(fare)",
                "power(late, 2)",
                "sqrt(late)",
                "extract(year from night)",
                "quarter(night)",
                "month(night)",
                "round(fare / 3, 2)",
                "nullif(late, 3)")) {
            String label = "Made";
            assertThat(after(List.of(new Compute("made", label, expression)), "id", "made"))
                    .as(expression)
                    .isEqualTo(asked("select id, " + expression + " from t order by id"));
        }
    }

    @Test
    void groups() throws SQLException {
        String order = " group by line, coach order by min(id)";
        List<String> by = List.of("line", "coach");
        assertThat(after(
                        List.of(new GroupRows(by, GroupRows.How.SUM, List.of("fare", "late"))),
                        "line",
                        "coach",
                        "fare",
                        "late",
                        "number_of_rows"))
                .isEqualTo(asked("select line, coach, sum(fare), sum(late), count(*) from t" + order));
        assertThat(after(List.of(new GroupRows(by, GroupRows.How.AVERAGE, List.of("fare"))), "line", "average_of_fare"))
                .isEqualTo(asked("select line, avg(cast(fare as decimal(30, 12))) from t" + order));
        assertThat(after(
                        List.of(new GroupRows(by, GroupRows.How.SMALLEST, List.of("night"))),
                        "coach",
                        "smallest_of_night"))
                .isEqualTo(asked("select coach, min(night) from t" + order));
        assertThat(after(
                        List.of(new GroupRows(by, GroupRows.How.FILLED, List.of("late"))),
                        "line",
                        "number_of_values_of_late"))
                .isEqualTo(asked("select line, count(late) from t" + order));
    }

    @Test
    void repeatedRowsAndTheLargestOfEach() throws SQLException {
        assertThat(after(List.of(new DropRepeated(List.of("line", "coach"), DropRepeated.Kept.FIRST)), "id"))
                .isEqualTo(asked("select min(id) from t group by line, coach order by 1"));
        assertThat(after(List.of(new DropRepeated(List.of("night"), DropRepeated.Kept.LAST)), "id"))
                .isEqualTo(asked("select max(id) from t group by night order by 1"));
        assertThat(after(List.of(new KeepLargest(2, KeepLargest.Which.LARGEST, "late", "line")), "id"))
                .isEqualTo(asked("select id from (select id, late, row_number() over"
                        + " (partition by line order by late desc nulls last, id) n from t) x"
                        + " where n <= 2 and late is not null order by id"));
    }

    @Test
    void whatComesFromTheRowsBefore() throws SQLException {
        Step total = new FromRowsBefore(FromRowsBefore.What.RUNNING_TOTAL, "late", "id", "line", "Made");
        assertThat(after(List.of(total), "id", "made"))
                .isEqualTo(asked("select id, case when late is not null then sum(late) over"
                        + " (partition by line order by id rows unbounded preceding) end from t order by id"));
        Step before = new FromRowsBefore(FromRowsBefore.What.BEFORE, "coach", "id", "line", "Made");
        assertThat(after(List.of(before), "id", "made"))
                .isEqualTo(asked("select id, lag(coach) over (partition by line order by id) from t order by id"));
        Step share = new FromRowsBefore(FromRowsBefore.What.SHARE, "late", "id", "line", "Made");
        assertThat(after(List.of(share), "id", "made"))
                .isEqualTo(asked("select id, cast(late as decimal(30, 12)) / nullif(sum(late) over"
                        + " (partition by line), 0) from t order by id"));
    }

    @Test
    void lookUpsAndColumnsAsRows() throws SQLException {
        Step look = new LookUp("line", "lines", "Lines", "name", List.of("km"), LookUp.Several.REFUSE);
        assertThat(after(List.of(look), "id", "km"))
                .isEqualTo(asked("select id, km from t left join lines on name = line order by id"));
        Step turn = new ColumnsToRows(List.of("fare", "late"), "What", "Value");
        assertThat(after(List.of(turn), "id", "what", "value"))
                .isEqualTo(asked("select id, what, \"VALUE\" from (select id, 1 n, 'fare' what, fare \"VALUE\" from t"
                        + " union all select id, 2, 'late', late from t) x order by id, n"));
        assertThat(after(List.of(new SortRows("fare", SortRows.Direction.LARGEST_FIRST)), "id"))
                .isEqualTo(asked("select id from t order by fare desc nulls last, id"));
    }
}
