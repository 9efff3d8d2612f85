package keensparrow.core.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.Both;
import keensparrow.core.filter.Containing;
import keensparrow.core.filter.DateRange;
import keensparrow.core.filter.ExpressionFilter;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
import keensparrow.core.group.ByBins;
import keensparrow.core.group.ByExpression;
import keensparrow.core.group.ByPart;
import keensparrow.core.group.ByTime;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.DatePart;
import keensparrow.core.group.Grouping;
import keensparrow.core.group.TimeStep;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Random tables and random questions: the engine and H2's SQL say the same. A failure prints the seed. */
class EngineAgainstH2Test {
    private static final LocalDate START = LocalDate.of(2025, 11, 20);
    private static final List<String> NAMES = List.of("ash", "Birch", "cedar 2", "cedar 10", "elm", "Föhre", "yew");

    /** A filter and the same in SQL. */
    private record Paired(Filter filter, String sql) {}

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20})
    void agrees(long seed) throws SQLException {
        Random random = new Random(seed);
        int rows = seed == 1 ? 1 : 50 + random.nextInt(9000);
        try (Connection h2 = DriverManager.getConnection("jdbc:h2:mem:seed" + seed, "sa", "")) {
            Table table = fill(h2, random, rows);
            for (int i = 0; i < 60; i++) {
                List<Paired> filters = filters(random);
                String where = filters.isEmpty()
                        ? ""
                        : " where "
                                + String.join(
                                        " and ",
                                        filters.stream().map(Paired::sql).toList());
                Filter[] ours = filters.stream().map(Paired::filter).toArray(Filter[]::new);
                String context = "seed " + seed + ", question " + i + where;
                groups(table, h2, random, ours, where, context);
                rows(table, h2, random, ours, where, context);
                extremes(table, h2, random, ours, where, context);
            }
        }
    }

    private static Table fill(Connection h2, Random random, int rows) throws SQLException {
        StringBuilder csv = new StringBuilder("row_number,name,kind,n,money,day,flag\n");
        try (Statement statement = h2.createStatement()) {
            statement.execute("create table t (row_number int, name varchar, kind varchar, n bigint,"
                    + " money decimal(18, 2), day_ date, flag varchar)");
        }
        try (PreparedStatement insert = h2.prepareStatement("insert into t values (?, ?, ?, ?, ?, ?, ?)")) {
            for (int row = 0; row < rows; row++) {
                Object[] values = {
                    row,
                    random.nextInt(6) == 0 ? null : NAMES.get(random.nextInt(NAMES.size())),
                    "k" + random.nextInt(300),
                    random.nextInt(5) == 0 ? null : random.nextInt(40) - 10,
                    random.nextInt(9) == 0 ? null : BigDecimal.valueOf(random.nextInt(100_000) - 20_000, 2),
                    random.nextInt(11) == 0 ? null : START.plusDays(random.nextInt(400)),
                    random.nextInt(7) == 0 ? null : random.nextBoolean() ? "yes" : "no"
                };
                for (int i = 0; i < values.length; i++) {
                    insert.setObject(i + 1, values[i]);
                    csv.append(values[i] == null ? "" : values[i]).append(i == values.length - 1 ? "\n" : ",");
                }
                insert.addBatch();
            }
            insert.executeBatch();
        }
        return TextRows.table(csv.toString());
    }

    private static List<Paired> filters(Random random) {
        List<Paired> filters = new ArrayList<>();
        if (random.nextInt(2) == 0) {
            List<String> picked = NAMES.subList(0, 1 + random.nextInt(4));
            String in = "name in ('" + String.join("','", picked) + "')";
            boolean blank = random.nextBoolean();
            boolean exclude = random.nextBoolean();
            String sql = blank ? "(" + in + " or name is null)" : "(" + in + " and name is not null)";
            filters.add(new Paired(
                    new OneOf("name", picked, blank, exclude),
                    exclude ? "not coalesce(" + sql + ", false)" : "coalesce(" + sql + ", false)"));
        }
        if (random.nextInt(2) == 0) {
            int from = random.nextInt(20) - 10;
            int to = from + random.nextInt(25) - 3;
            boolean below = random.nextBoolean();
            String range = "(n >= " + from + " and n " + (below ? "<" : "<=") + " " + to + ")";
            boolean blanks = random.nextBoolean();
            filters.add(new Paired(
                    new Between("n", BigDecimal.valueOf(from), BigDecimal.valueOf(to), below, blanks),
                    blanks ? "(" + range + " or n is null)" : range));
        }
        if (random.nextInt(2) == 0) {
            LocalDate from = START.plusDays(random.nextInt(300));
            LocalDate to = from.plusDays(random.nextInt(200));
            filters.add(new Paired(
                    new DateRange("day", from, to, false), "day_ between date '" + from + "' and date '" + to + "'"));
        }
        if (random.nextInt(4) == 0) {
            String digit = String.valueOf(random.nextInt(10));
            filters.add(new Paired(new Containing("kind", "K" + digit), "kind like 'k" + digit + "%'"));
        }
        if (random.nextInt(4) == 0) {
            String condition = "money / 2 > n * 3 - 1 or (name <> 'elm' and n not in (1, 2, 5)) or day is null";
            filters.add(new Paired(new ExpressionFilter(condition), "(" + condition.replace("day", "day_") + ")"));
        }
        if (random.nextInt(5) == 0) {
            filters.add(new Paired(
                    new Both(Between.of("n", "-2", "20"), Between.of("money", "-50.5", null)),
                    "n between -2 and 20 and money >= -50.5"));
        }
        if (random.nextInt(5) == 0) {
            filters.add(new Paired(
                    new ExpressionFilter("not (flag and coalesce(n, 0) >= 0) and abs(money) < 500.5"),
                    "not (cast(flag as boolean) and coalesce(n, 0) >= 0) and abs(money) < 500.5"));
        }
        return filters;
    }

    private static void groups(
            Table table, Connection h2, Random random, Filter[] filters, String where, String context)
            throws SQLException {
        Map<Grouping, String> groupings = new java.util.HashMap<>(Map.of(
                new ByValue("name"), "name",
                new ByValue("kind"), "kind",
                new ByValue("flag"), "flag",
                new ByTime("day", TimeStep.MONTH), "cast(date_trunc('month', day_) as date)",
                new ByTime("day", TimeStep.WEEK), "dateadd(day, 1 - extract(iso_day_of_week from day_), day_)",
                new ByTime("day", TimeStep.QUARTER), "cast(date_trunc('quarter', day_) as date)",
                new ByPart("day", DatePart.WEEKDAY), "extract(iso_day_of_week from day_)",
                new ByPart("day", DatePart.MONTH_OF_YEAR), "extract(month from day_)",
                new ByValue("n"), "n",
                new ByBins("n", BigDecimal.valueOf(7)), "cast(floor(n / 7.0) * 7 as int)"));
        String cases = "case when money < 0 then 'owed' when n between 3 and 9 then name end";
        groupings.put(new ByExpression(cases), cases);
        List<Grouping> order = new ArrayList<>(groupings.keySet());
        order.sort(java.util.Comparator.comparing(Object::toString));
        Grouping first = order.get(random.nextInt(order.size()));
        List<String> across = List.of("flag", "name").subList(0, random.nextInt(3));
        List<Measure> measures = List.of(
                Measure.ROWS,
                new Measure(Aggregate.COUNT, "n"),
                new Measure(Aggregate.SUM, "money"),
                new Measure(Aggregate.AVERAGE, "n"),
                new Measure(Aggregate.MIN, "money"),
                new Measure(Aggregate.MAX, "n"),
                new Measure(Aggregate.DISTINCT, "kind"),
                new Measure(Aggregate.MEDIAN, "money"),
                Measure.percentile("n", "90"),
                Measure.percentile("n", "25"),
                new Measure(Aggregate.STDDEV, "money"),
                Measure.of(Aggregate.RATIO, "money", "n"),
                Measure.of(Aggregate.WEIGHTED_AVERAGE, "money", "n"),
                Measure.formula("sum(case when flag then money end) / nullif(count(n), 0) + 1"),
                Measure.of(Aggregate.LEVEL, "n", "day"));
        List<Question.Grouped> by = new ArrayList<>(List.of(new Question.Grouped(first, 0)));
        across.forEach(column -> by.add(new Question.Grouped(new ByValue(column), 0)));
        Answer.Groups answer = Asking.ask(table, new Question.Groups(by, measures, Question.Order.LABEL), filters);
        Map<String, String> ours = new TreeMap<>();
        for (int a = 0; a < answer.axis().size(); a++) {
            for (int s = 0; s < answer.splits().size(); s++) {
                for (int p = 0; p < answer.panels().size(); p++) {
                    int cell =
                            (a * answer.splits().size() + s) * answer.panels().size() + p;
                    assertThat(answer.counts().get(cell))
                            .isEqualTo(
                                    answer.measures().get(0).values().get(cell).longValueExact());
                    if (answer.counts().get(cell) > 0) {
                        List<String> key = new ArrayList<>(
                                List.of(String.valueOf(answer.axis().get(a).value())));
                        if (!across.isEmpty()) {
                            key.add(String.valueOf(answer.splits().get(s).value()));
                        }
                        if (across.size() > 1) {
                            key.add(String.valueOf(answer.panels().get(p).value()));
                        }
                        List<String> numbers = new ArrayList<>();
                        answer.measures()
                                .forEach(measure ->
                                        numbers.add(text(measure.values().get(cell))));
                        ours.put(String.join("|", key), numbers.toString());
                    }
                }
            }
        }
        String keys = groupings.get(first) + (across.isEmpty() ? "" : ", " + String.join(", ", across));
        String sql = "select " + keys + ", count(*), count(n), sum(money), avg(cast(n as decimal(30, 18))), min(money),"
                + " max(n), count(distinct kind), median(money), percentile_cont(0.9) within group (order by n),"
                + " percentile_cont(0.25) within group (order by n),"
                + " stddev_samp(cast(money as double precision)), cast(sum(money) as decimal(40, 20)) / nullif(sum(n), 0),"
                + " sum(cast(money as decimal(40, 20)) * n) / nullif(sum(case when money is not null then n end), 0),"
                + " cast(sum(case when flag = 'yes' then money end) as decimal(40, 20)) / nullif(count(n), 0) + 1,"
                + " sum(case when day_ = last_ then n end)"
                + " from (select t.*, max(case when n is not null then day_ end) over (partition by " + keys
                + ") last_ from t" + where + ") group by " + keys;
        Map<String, String> theirs = new TreeMap<>();
        try (Statement statement = h2.createStatement();
                ResultSet result = statement.executeQuery(sql)) {
            int offset = 1 + across.size();
            while (result.next()) {
                List<String> numbers = new ArrayList<>();
                for (int i = 1; i <= measures.size(); i++) {
                    numbers.add(text(result.getBigDecimal(offset + i)));
                }
                List<String> key = new ArrayList<>();
                for (int i = 1; i <= offset; i++) {
                    key.add(String.valueOf(result.getString(i)));
                }
                theirs.put(String.join("|", key), numbers.toString());
            }
        }
        assertThat(ours.entrySet()).as(context + " by " + keys).containsExactlyElementsOf(theirs.entrySet());
    }

    private static void extremes(
            Table table, Connection h2, Random random, Filter[] filters, String where, String context)
            throws SQLException {
        int each = 1 + random.nextInt(4);
        Question.Groups of = new Question.Groups(
                List.of(new Question.Grouped(new ByValue("name"), 0)), List.of(Measure.ROWS), Question.Order.LABEL);
        Answer.Groups groups = Asking.ask(table, of, filters);
        Answer.Extremes answer =
                Asking.ask(table, new Question.Extremes(of, "money", each, List.of("row_number", "money")), filters);
        Map<String, String> ours = new TreeMap<>();
        for (int a = 0; a < groups.axis().size(); a++) {
            Answer.Ends ends = answer.groups().get(a);
            ours.put(
                    String.valueOf(groups.axis().get(a).value()),
                    ends.smallest().stream().map(row -> row.get(0)).toList() + " "
                            + ends.largest().stream().map(row -> row.get(0)).toList());
        }
        Map<String, List<List<String>>> theirs = new TreeMap<>();
        String filled = "select name, row_number, up, down from (select t.*,"
                + " row_number() over (partition by name order by money nulls last, row_number) up,"
                + " row_number() over (partition by name order by money desc nulls last, row_number) down from t"
                + where + ") where money is not null and (up <= " + each + " or down <= " + each
                + ") order by name, up";
        try (Statement statement = h2.createStatement()) {
            try (ResultSet result = statement.executeQuery("select distinct name from t" + where)) {
                while (result.next()) {
                    theirs.put(String.valueOf(result.getString(1)), List.of(new ArrayList<>(), new ArrayList<>()));
                }
            }
            Map<String, TreeMap<Integer, String>> largest = new TreeMap<>();
            try (ResultSet result = statement.executeQuery(filled)) {
                while (result.next()) {
                    String name = String.valueOf(result.getString(1));
                    if (result.getInt(3) <= each) {
                        theirs.get(name).get(0).add(result.getString(2));
                    } else {
                        largest.computeIfAbsent(name, any -> new TreeMap<>())
                                .put(result.getInt(4), result.getString(2));
                    }
                }
            }
            largest.forEach((name, rows) -> theirs.get(name).get(1).addAll(rows.values()));
        }
        Map<String, String> said = new TreeMap<>();
        theirs.forEach((name, ends) -> said.put(name, ends.get(0) + " " + ends.get(1)));
        assertThat(ours).as(context + ", " + each + " at the ends").isEqualTo(said);
    }

    /** Averages have sixteen digits here and more there: compared to six places. */
    private static String text(@Nullable BigDecimal value) {
        return value == null
                ? "blank"
                : value.setScale(6, java.math.RoundingMode.HALF_EVEN)
                        .stripTrailingZeros()
                        .toPlainString();
    }

    private static void rows(Table table, Connection h2, Random random, Filter[] filters, String where, String context)
            throws SQLException {
        boolean descending = random.nextBoolean();
        String column = List.of("n", "money", "day").get(random.nextInt(3));
        int offset = random.nextInt(30);
        Answer.Rows answer = Asking.ask(
                table,
                new Question.Rows(
                        List.of("row_number", column), List.of(new Question.Sort(column, descending)), offset, 40),
                filters);
        String sql = "select row_number from t" + where + " order by " + (column.equals("day") ? "day_" : column)
                + (descending ? " desc" : "") + " nulls last, row_number offset " + offset
                + " rows fetch next 40 rows only";
        List<String> theirs = new ArrayList<>();
        try (Statement statement = h2.createStatement();
                ResultSet result = statement.executeQuery(sql)) {
            while (result.next()) {
                theirs.add(result.getString(1));
            }
        }
        assertThat(answer.rows())
                .as(context + " sorted by " + column)
                .extracting(row -> row.get(0))
                .isEqualTo(theirs);
    }
}
