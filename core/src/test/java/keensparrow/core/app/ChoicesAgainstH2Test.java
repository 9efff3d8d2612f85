package keensparrow.core.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.choice.Choice;
import keensparrow.core.app.choice.Option;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.Place;
import keensparrow.core.app.view.View;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.group.DatePart;
import keensparrow.core.group.GroupKey;
import keensparrow.core.group.TimeStep;
import keensparrow.core.question.Answer;
import keensparrow.core.table.Table;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Random picks of a measure, a grouping and a split that two views follow: their answers and H2's SQL say the same. */
class ChoicesAgainstH2Test {
    private static final Place PLACE = new Place(0, 0, 6, 4);
    private static final List<String> ROUTES = List.of("Ostend–Basel", "Lyon–Trieste", "Vienna–Hamburg");
    private static final List<String> CLASSES = List.of("Seat", "Couchette", "Sleeper");

    /** What can be picked, and the same in SQL. */
    private record Pick(Option option, String sql) {}

    private static final List<Pick> MEASURES = List.of(
            new Pick(Option.of("rows", Measure.ROWS), "count(*)"),
            new Pick(Option.of("sum", new Measure(Aggregate.SUM, "fare")), "sum(fare)"),
            new Pick(Option.of("mean", new Measure(Aggregate.AVERAGE, "delay")), "avg(cast(delay as decimal(30, 12)))"),
            new Pick(
                    Option.of("middle", new Measure(Aggregate.MEDIAN, "delay")),
                    "median(cast(delay as decimal(30, 12)))"),
            new Pick(
                    Option.of("ratio", Measure.of(Aggregate.RATIO, "fare", "people")),
                    "cast(sum(fare) as decimal(30, 12)) / nullif(sum(people), 0)"),
            new Pick(Option.ofNamed("named", "m1"), "max(delay)"));
    private static final List<Pick> GROUPINGS = List.of(
            new Pick(Option.of("route", new GroupBy("route", null)), "route"),
            new Pick(Option.of("class", new GroupBy("coach", null)), "coach"),
            new Pick(
                    Option.of("quarter", new GroupBy("night", TimeStep.QUARTER)),
                    "cast(date_trunc('quarter', night) as date)"),
            new Pick(
                    Option.of("weekday", new GroupBy("night", null, DatePart.WEEKDAY, false, null)),
                    "iso_day_of_week(night)"));
    private static final List<Pick> SPLITS =
            List.of(new Pick(Option.ofSplit("none", null), "''"), new Pick(Option.ofSplit("class", "coach"), "coach"));

    private static App app() {
        View bars = new View(
                "bars",
                "",
                View.Kind.BARS,
                Measure.ROWS,
                new GroupBy("route", null),
                null,
                0,
                List.of(),
                List.of(),
                PLACE);
        View lines = new View(
                "lines",
                "",
                View.Kind.LINES,
                Measure.ROWS,
                new GroupBy("night", TimeStep.QUARTER),
                null,
                0,
                List.of(),
                List.of(),
                PLACE);
        NamedMeasure worst = new NamedMeasure("m1", "Worst", new Measure(Aggregate.MAX, "delay"), null, null, null);
        return new App(App.FORMAT, "t", "runs", List.of(), List.of(bars, lines))
                .with(
                        List.of(worst),
                        List.of(
                                choice("what", Choice.Kind.MEASURE, MEASURES, "bars", "lines"),
                                choice("by", Choice.Kind.GROUPING, GROUPINGS, "bars"),
                                choice("split", Choice.Kind.SPLIT, SPLITS, "bars", "lines")));
    }

    private static Choice choice(String id, Choice.Kind kind, List<Pick> picks, String... views) {
        return new Choice(id, "", kind, picks.stream().map(Pick::option).toList(), null, List.of(views));
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void agree(long seed) throws SQLException {
        Random random = new Random(seed);
        App app = app();
        app.validate();
        try (Connection h2 = DriverManager.getConnection("jdbc:h2:mem:choices" + seed, "sa", "")) {
            Table table = fill(h2, random);
            for (int i = 0; i < 25; i++) {
                Pick what = MEASURES.get(random.nextInt(MEASURES.size()));
                Pick by = GROUPINGS.get(random.nextInt(GROUPINGS.size()));
                Pick split = SPLITS.get(random.nextInt(SPLITS.size()));
                Map<String, String> picked =
                        Map.of("what", what.option.id(), "by", by.option.id(), "split", split.option.id());
                App shown = app.shown(picked);
                Map<String, Answer.Groups> answers = answers(table, shown);
                assertThat(cells(answers.get("bars")))
                        .as(picked.toString())
                        .isEqualTo(sql(h2, what.sql, by.sql, split.sql));
                assertThat(cells(answers.get("lines")))
                        .as(picked.toString())
                        .isEqualTo(sql(h2, what.sql, GROUPINGS.get(2).sql, split.sql));
            }
        }
    }

    private static Table fill(Connection h2, Random random) throws SQLException {
        StringBuilder csv = new StringBuilder("route,coach,delay,fare,people,night\n");
        try (Statement statement = h2.createStatement()) {
            statement.execute(
                    "create table t (route varchar, coach varchar, delay int, fare decimal(12, 2), people int,"
                            + " night date)");
            for (int row = 0; row < 2000; row++) {
                String route = ROUTES.get(random.nextInt(ROUTES.size()));
                String coach = CLASSES.get(random.nextInt(CLASSES.size()));
                String delay = random.nextInt(7) == 0 ? "" : String.valueOf(random.nextInt(90));
                BigDecimal fare = BigDecimal.valueOf(2000 + random.nextInt(20_000), 2);
                int people = 1 + random.nextInt(60);
                String night = java.time.LocalDate.of(2025, 1, 1)
                        .plusDays(random.nextInt(700))
                        .toString();
                csv.append(String.join(",", route, coach, delay, fare.toPlainString(), String.valueOf(people), night))
                        .append('\n');
                statement.execute("insert into t values ('" + route + "', '" + coach + "', "
                        + (delay.isEmpty() ? "null" : delay) + ", " + fare + ", " + people + ", date '" + night + "')");
            }
        }
        return TextRows.table(csv.toString());
    }

    private static Map<String, Answer.Groups> answers(Table table, App shown) {
        Map<String, Answer.Groups> answers = new TreeMap<>();
        new MemoryEngine(table)
                .answer(
                        AppQuestions.of(shown, new PageRequest(Selection.NONE, null, Map.of(), Map.of(), false)),
                        answered -> {
                            if (answered.answer() instanceof Answer.Groups groups) {
                                answers.put(answered.id().replace("view:", ""), groups);
                            }
                        },
                        () -> false);
        return answers;
    }

    /** By the names of their groups; groups without a value and rows are left out, as SQL does. */
    private static Map<String, String> cells(Answer.Groups answer) {
        Map<String, String> cells = new TreeMap<>();
        int cell = 0;
        for (GroupKey axis : answer.axis()) {
            for (GroupKey split : answer.splits()) {
                BigDecimal value = answer.measures().get(0).values().get(cell++);
                if (value != null && value.signum() != 0) {
                    cells.put(axis.value() + "|" + split.value(), rounded(value));
                }
            }
        }
        return cells;
    }

    private static Map<String, String> sql(Connection h2, String measure, String by, String split) throws SQLException {
        Map<String, String> cells = new TreeMap<>();
        String text = "select a, b, " + measure + " from (select t.*, " + by + " as a, " + split
                + " as b from t) group by a, b";
        try (Statement statement = h2.createStatement();
                ResultSet rows = statement.executeQuery(text)) {
            while (rows.next()) {
                BigDecimal value = rows.getBigDecimal(3);
                if (value != null && value.signum() != 0) {
                    cells.put(rows.getString(1) + "|" + rows.getString(2), rounded(value));
                }
            }
        }
        return cells;
    }

    private static String rounded(BigDecimal value) {
        return value.setScale(6, RoundingMode.HALF_UP).stripTrailingZeros().toPlainString();
    }
}
