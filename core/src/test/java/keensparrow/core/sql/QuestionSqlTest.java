package keensparrow.core.sql;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.MathContext;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.Both;
import keensparrow.core.filter.Containing;
import keensparrow.core.filter.DateRange;
import keensparrow.core.filter.ExpressionFilter;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.HasAll;
import keensparrow.core.filter.OneOf;
import keensparrow.core.filter.RelativePeriod;
import keensparrow.core.filter.TextSearch;
import keensparrow.core.group.ByBins;
import keensparrow.core.group.ByExpression;
import keensparrow.core.group.ByPart;
import keensparrow.core.group.ByTime;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.DatePart;
import keensparrow.core.group.GroupKey;
import keensparrow.core.group.Grouping;
import keensparrow.core.group.TimeStep;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** The SQL that people are shown gives the numbers that they see: run by another database on the same rows. */
class QuestionSqlTest {
    private static final int ROWS = 240;
    private static final Table TABLE = TextRows.table(rows());
    private static final MathContext NINE = new MathContext(9);
    private static Connection h2;

    private static String rows() {
        StringBuilder text = new StringBuilder("Route,Class,Delay,Weight,Day,Late,Remark\n");
        for (int i = 0; i < ROWS; i++) {
            text.append((i % 11 == 0 ? "" : "R" + i * 7 % 5))
                    .append(i % 3 == 0 ? ",Seat," : ",Sleeper,")
                    .append(i % 13 == 0 ? "" : String.valueOf(i * 37 % 61 - 20))
                    .append("," + (i * 29 % 17 + 1) + ".5,")
                    .append(LocalDate.of(2025, 11, 3).plusDays(i))
                    .append(i % 17 == 0 ? "," : i % 4 == 0 ? ",yes" : ",no")
                    .append(i % 7 == 0 ? ",50% off_it" : ",it's fine")
                    .append("\n");
        }
        return text.toString();
    }

    @BeforeAll
    static void load() throws SQLException {
        h2 = DriverManager.getConnection("jdbc:h2:mem:sql;CASE_INSENSITIVE_IDENTIFIERS=TRUE", "sa", "");
        try (Statement statement = h2.createStatement()) {
            statement.execute("create table \"Runs\" (\"route\" varchar, \"class\" varchar, \"delay\" int,"
                    + " \"weight\" decimal(10, 1), \"day\" date, \"late\" boolean, \"remark\" varchar)");
            String[] lines = rows().split("\n");
            for (int i = 1; i < lines.length; i++) {
                String[] cells = lines[i].split(",", -1);
                statement.execute("insert into \"Runs\" values ("
                        + text(cells[0]) + "," + text(cells[1]) + "," + (cells[2].isEmpty() ? "null" : cells[2]) + ","
                        + cells[3] + ", date '" + cells[4] + "',"
                        + (cells[5].isEmpty() ? "null" : String.valueOf(cells[5].equals("yes"))) + "," + text(cells[6])
                        + ")");
            }
        }
    }

    private static String text(String cell) {
        return cell.isEmpty() ? "null" : "'" + cell.replace("'", "''") + "'";
    }

    @AfterAll
    static void close() throws SQLException {
        h2.close();
    }

    private static QuestionSql sql() {
        return new QuestionSql(
                TABLE.schema(),
                "Runs",
                column -> Optional.of(LocalDate.of(2026, 6, 30)),
                Map.of("delay", new QuestionSql.Bins(BigDecimal.TEN, new BigDecimal(-20), new BigDecimal(30))));
    }

    /** Groups with their values, from the other database. */
    private static Map<String, String> theirs(String statement, int groups) throws SQLException {
        Map<String, String> found = new TreeMap<>();
        try (Statement run = h2.createStatement();
                ResultSet rows = run.executeQuery(statement)) {
            int columns = rows.getMetaData().getColumnCount();
            while (rows.next()) {
                List<String> key = new ArrayList<>();
                for (int c = 1; c <= groups; c++) {
                    key.add(plain(rows.getString(c)));
                }
                for (int c = groups + 1; c <= columns; c++) {
                    BigDecimal value = rows.getBigDecimal(c);
                    if (value != null) {
                        found.put(key + " " + (c - groups), rounded(value));
                    }
                }
            }
        }
        return found;
    }

    /** A day or a number as the answers write it. */
    private static String plain(String value) {
        if (value == null) {
            return "blank";
        }
        String day = value.replaceFirst(" 00:00:00(\\.0)?$", "");
        return day.matches("-?[0-9.]+(E-?[0-9]+)?")
                ? new BigDecimal(day).stripTrailingZeros().toPlainString()
                : day.equalsIgnoreCase("true") ? "yes" : day.equalsIgnoreCase("false") ? "no" : day;
    }

    private static String rounded(BigDecimal value) {
        return value.round(NINE).stripTrailingZeros().toPlainString();
    }

    private static Map<String, String> ours(Question.Groups question, Set<Filter> filters) {
        List<Answer> answers = new ArrayList<>();
        List<QuestionSet.ActiveFilter> conditions = filters.stream()
                .map(filter -> new QuestionSet.ActiveFilter(filter.toString(), filter))
                .toList();
        new MemoryEngine(TABLE)
                .answer(
                        new QuestionSet(conditions, List.of(new QuestionSet.Asked("q", question, Set.of()))),
                        answered -> {
                            assertThat(answered.failure()).isNull();
                            answers.add(answered.answer());
                        },
                        () -> false);
        Answer.Groups groups = (Answer.Groups) answers.get(0);
        Map<String, String> found = new TreeMap<>();
        for (int m = 0; m < groups.measures().size(); m++) {
            int cell = 0;
            for (GroupKey a : groups.axis()) {
                for (GroupKey s : groups.splits()) {
                    BigDecimal value = groups.measures().get(m).values().get(cell++);
                    List<String> key = new ArrayList<>();
                    if (!question.by().isEmpty()) {
                        key.add(a.value() == null ? "blank" : plain(a.value()));
                    }
                    if (question.by().size() > 1) {
                        key.add(s.value() == null ? "blank" : plain(s.value()));
                    }
                    if (value != null && !(value.signum() == 0 && isEmptyWhereThereIsNoRow(question, m))) {
                        found.put(key + " " + (m + 1), rounded(value));
                    }
                }
            }
        }
        return found;
    }

    /** Periods and pairs without a row are 0 here, and no row there. */
    private static boolean isEmptyWhereThereIsNoRow(Question.Groups question, int measure) {
        return !question.by().isEmpty()
                && question.measures().get(measure).aggregate().isZeroWhenEmpty();
    }

    private static void requireSame(Question.Groups question, Filter... filters) throws SQLException {
        Set<Filter> narrowing = Set.of(filters);
        String statement = sql().of(question, narrowing);
        Map<String, String> theirs = theirs(statement, question.by().size());
        theirs.values().removeIf(value -> value.equals("0") && isEmptyWhereThereIsNoRow(question, 0));
        Map<String, String> ours = ours(question, narrowing);
        ours.values().removeIf(value -> value.equals("0") && isEmptyWhereThereIsNoRow(question, 0));
        assertThat(ours).as(statement).isNotEmpty().isEqualTo(theirs);
    }

    private static Question.Groups question(List<Measure> measures, Grouping... by) {
        List<Question.Grouped> groups = new ArrayList<>();
        for (Grouping grouping : by) {
            groups.add(new Question.Grouped(grouping, 0));
        }
        return new Question.Groups(groups, measures, Question.Order.LARGEST_FIRST);
    }

    private static final List<Measure> MEASURES = List.of(
            Measure.ROWS,
            new Measure(Aggregate.SUM, "weight"),
            new Measure(Aggregate.COUNT, "delay"),
            new Measure(Aggregate.AVERAGE, "delay"),
            new Measure(Aggregate.MIN, "delay"),
            new Measure(Aggregate.MAX, "delay"),
            new Measure(Aggregate.STDDEV, "delay"),
            new Measure(Aggregate.DISTINCT, "class"),
            new Measure(Aggregate.MEDIAN, "delay"),
            Measure.percentile("delay", "90"),
            Measure.of(Aggregate.WEIGHTED_AVERAGE, "delay", "weight"),
            Measure.of(Aggregate.RATIO, "delay", "weight"),
            new Measure(Aggregate.SHARE, "late"),
            Measure.of(Aggregate.FIRST, "weight", "day"),
            Measure.of(Aggregate.LAST, "weight", "day"),
            Measure.formula("sum(weight) / count(*)"));

    @Test
    void everyMeasureIsTheSame() throws SQLException {
        for (Measure measure : MEASURES) {
            requireSame(question(List.of(measure)));
            requireSame(question(List.of(measure), new ByValue("route")));
        }
    }

    @Test
    void everyGroupingIsTheSame() throws SQLException {
        for (Grouping grouping : List.of(
                new ByValue("class"),
                new ByTime("day", TimeStep.MONTH),
                new ByTime("day", TimeStep.DAY), // weeks begin there by the language
                new ByTime("day", TimeStep.QUARTER),
                new ByPart("day", DatePart.WEEKDAY),
                new ByPart("day", DatePart.MONTH_OF_YEAR),
                new ByPart("day", DatePart.DAY_OF_MONTH),
                new ByBins("delay", BigDecimal.TEN),
                new ByExpression("delay > 5"))) {
            requireSame(question(List.of(new Measure(Aggregate.SUM, "weight")), grouping));
        }
        requireSame(question(List.of(Measure.ROWS), new ByValue("route"), new ByValue("class")));
    }

    @Test
    void everyFilterIsTheSame() throws SQLException {
        Between delay = Between.of("delay", "-3", "20");
        List<Filter> filters = List.of(
                OneOf.of("route", "R1"),
                new OneOf("route", List.of("R1", "R2"), true, false),
                new OneOf("route", List.of("R1", "R2"), false, true),
                new OneOf("route", List.of("R1", "R2"), true, true),
                new OneOf("route", List.of(), true, false),
                new OneOf("route", List.of(), true, true),
                OneOf.of("late", "yes"),
                OneOf.of("delay", "5"),
                delay,
                new Between("delay", BigDecimal.ONE, BigDecimal.TEN, true, true),
                new Between("delay", null, BigDecimal.TEN, false, false),
                new DateRange("day", LocalDate.of(2026, 1, 1), LocalDate.of(2026, 1, 31), false),
                new DateRange("day", null, LocalDate.of(2026, 1, 31), true),
                new RelativePeriod("day", RelativePeriod.Name.LAST_90_DAYS, false),
                new Containing("remark", "50% OFF_"),
                new Containing("remark", "it's"),
                new TextSearch(List.of("route", "remark"), "r1"),
                new Both(delay, Between.of("weight", "2", "9")),
                new ExpressionFilter("delay > 5 or class = 'Seat'"));
        for (Filter filter : filters) {
            requireSame(question(List.of(Measure.ROWS, new Measure(Aggregate.SUM, "weight"))), filter);
            requireSame(question(List.of(Measure.ROWS), new ByValue("class")), filter, OneOf.of("class", "Seat"));
        }
    }

    @Test
    void rowsAreTheSameInTheirOrder() throws SQLException {
        Question.Rows question =
                new Question.Rows(List.of("route", "delay"), List.of(new Question.Sort("delay", true)), 0, 5);
        String statement = sql().of(question, List.of(OneOf.of("class", "Seat")));
        assertThat(statement).isEqualTo("""
                select "route",
                       "delay"
                from "Runs"
                where "class" = 'Seat'
                order by "delay" desc nulls last""");
        try (Statement run = h2.createStatement();
                ResultSet rows = run.executeQuery(statement)) {
            assertThat(rows.next()).isTrue();
            assertThat(rows.getInt(2)).isEqualTo(40);
        }
    }

    @Test
    void whatSqlHasNoWordForStandsAsARemark() {
        Question.Groups question = new Question.Groups(
                List.of(new Question.Grouped(new ByValue("route"), 3)),
                List.of(new Measure(Aggregate.SUM, "weight")
                        .derived(keensparrow.core.aggregate.Derived.SHARE_OF_TOTAL)),
                Question.Order.LARGEST_FIRST);
        assertThat(sql().of(question, List.of())).isEqualTo("""
                select "route",
                       sum("weight")
                from "Runs"
                group by "route"
                order by 2 desc
                -- the 3 largest stand by themselves, the rest together as Other, computed anew from its rows
                -- shown as share of total of these values""");
    }

    @Test
    void listsOfTagsAreArrays() {
        Table tags = TextRows.table("Id,Marks\n1,a;b\n2,b;c\n3,a;c\n4,b\n");
        QuestionSql sql = new QuestionSql(tags.schema(), "T", column -> Optional.empty(), Map.of());
        Question.Groups rows = question(List.of(Measure.ROWS));
        assertThat(sql.of(rows, List.of(new HasAll("marks", List.of("a", "b")))))
                .contains("@> array['a', 'b']");
    }
}
