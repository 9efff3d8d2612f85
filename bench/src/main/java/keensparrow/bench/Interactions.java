package keensparrow.bench;

import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.During;
import keensparrow.core.filter.OneOf;
import keensparrow.core.group.ByTime;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.TimeStep;
import keensparrow.core.infer.LoadWatch;
import keensparrow.core.infer.LoadedTable;
import keensparrow.core.infer.TableLoader;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.demo.Departures;
import keensparrow.formats.csv.CsvSource;
import keensparrow.formats.snapshot.SnapshotFile;

/**
 * {@code ./sparrow bench [ROWS]}: loads the demo's departures here and into H2, then runs the same page (5 views, 6
 * filters, 3 of them in use) under 20 selections on both, checks that the sums agree, and prints times and ratios.
 */
public final class Interactions {
    private static final int ROWS_A_DAY = 135;
    private static final int DAYS = 669;
    private static final LocalDate FIRST_DAY = LocalDate.of(2025, 1, 1);
    private static final int SELECTIONS = 20;

    private Interactions() {}

    public static void main(String[] arguments) throws Exception {
        int rows = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 1_000_000;
        Path file = Files.createTempFile("departures", ".csv");
        Path snapshot = Files.createTempFile("departures", ".snapshot");
        try {
            int copies = (int) Math.ceil(rows / (double) (ROWS_A_DAY * DAYS));
            int days = (int) Math.ceil(rows / (double) (ROWS_A_DAY * copies));
            Departures.write(file, FIRST_DAY, FIRST_DAY.plusDays(days), copies);
            run(file, snapshot);
        } finally {
            Files.deleteIfExists(file);
            Files.deleteIfExists(snapshot);
        }
    }

    private static void run(Path file, Path snapshot) throws IOException, SQLException {
        LoadedTable[] loaded = {null};
        double load = seconds(() -> loaded[0] = new TableLoader(
                        List.of(CsvSource.open(file, "departures.csv")), Map.of(), List.of(), LoadWatch.NONE)
                .load());
        double reload = seconds(() -> {
            SnapshotFile.write(loaded[0].table(), snapshot);
            long start = System.nanoTime();
            SnapshotFile.read(snapshot);
            say("  snapshot read          %8.2f s%n", (System.nanoTime() - start) / 1e9);
        });
        int rowCount = loaded[0].table().rowCount();
        say(
                "%,d rows, %,d MB of CSV, %,d MB in columns%n",
                rowCount, Files.size(file) >> 20, loaded[0].table().sizeBytes() >> 20);
        try (Connection h2 = DriverManager.getConnection("jdbc:h2:mem:bench", "sa", "");
                Statement statement = h2.createStatement()) {
            double h2Load = seconds(() -> statement.execute(createTable(file)));
            say("  load                   %8.2f s   H2 %8.2f s   ratio 1/%.1f%n", load, h2Load, h2Load / load);
            say("  snapshot write and read%8.2f s%n", reload);
            interactions(new MemoryEngine(loaded[0].table()), statement);
        }
    }

    private static void interactions(MemoryEngine engine, Statement statement) throws SQLException, IOException {
        double[] ours = new double[SELECTIONS];
        double[] theirs = new double[SELECTIONS];
        for (int warm = 0; warm < SELECTIONS; warm++) {
            ask(engine, warm + SELECTIONS, true);
        }
        long cpuBefore = cpu();
        for (int i = 0; i < SELECTIONS; i++) {
            int selection = i;
            ours[i] = seconds(() -> ask(engine, selection, true)) * 1000;
        }
        double cpu = (cpu() - cpuBefore) / 1e6 / SELECTIONS;
        for (int i = 0; i < SELECTIONS; i++) {
            int selection = i;
            BigDecimal[] sum = {null};
            theirs[i] = seconds(() -> sum[0] = askH2(statement, selection)) * 1000;
            BigDecimal own = ask(engine, selection, false);
            if (own == null ? sum[0] != null : own.compareTo(sum[0]) != 0) {
                throw new IllegalStateException("selection " + i + ": " + own + " here, " + sum[0] + " in H2");
            }
        }
        Arrays.sort(ours);
        Arrays.sort(theirs);
        say(
                "  one interaction, median%8.1f ms  H2 %8.1f ms  ratio 1/%.0f%n",
                ours[10], theirs[10], theirs[10] / ours[10]);
        say("  one interaction, 95th  %8.1f ms  H2 %8.1f ms%n", ours[18], theirs[18]);
        say("  CPU an interaction     %8.1f ms%n", cpu);
    }

    /** The selection's sum of revenue. */
    private static BigDecimal ask(MemoryEngine engine, int selection, boolean all) {
        List<QuestionSet.Condition> conditions = List.of(
                new QuestionSet.Condition("route", new OneOf("route", routes(selection), false, false)),
                new QuestionSet.Condition("delay", Between.of("delay_in_minutes", "0", String.valueOf(10 + selection))),
                new QuestionSet.Condition(
                        "date",
                        new During("date", FIRST_DAY.plusDays(selection * 5L), FIRST_DAY.plusDays(400), false)));
        List<QuestionSet.Asked> asked = new ArrayList<>();
        Measure revenue = new Measure(Aggregate.SUM, "revenue");
        Measure delay = new Measure(Aggregate.AVERAGE, "delay_in_minutes");
        asked.add(ask("sum", new Question.Groups(List.of(), List.of(revenue), Question.Order.LABEL), Set.of()));
        if (all) {
            Question.Grouped route = new Question.Grouped(new ByValue("route"), 5);
            Question.Grouped week = new Question.Grouped(new ByTime("date", TimeStep.WEEK), 0);
            Question.Grouped coach = new Question.Grouped(new ByValue("coach_class"), 8);
            asked.add(ask(
                    "bars",
                    new Question.Groups(List.of(route), List.of(revenue), Question.Order.LARGEST_FIRST),
                    Set.of()));
            asked.add(ask(
                    "lines",
                    new Question.Groups(List.of(week, coach), List.of(delay), Question.Order.LABEL),
                    Set.of()));
            asked.add(ask("spread", new Question.Spread("passengers"), Set.of()));
            asked.add(ask(
                    "rows",
                    new Question.Rows(
                            List.of("date", "route", "revenue"), List.of(new Question.Sort("revenue", true)), 0, 50),
                    Set.of()));
            for (String filter : List.of("route", "coach_class", "incident_tags", "country")) {
                asked.add(ask(filter, new Question.ValueCounts(filter, null, 100, List.of()), Set.of(filter)));
            }
            asked.add(ask("delay", new Question.Spread("delay_in_minutes"), Set.of("delay")));
            asked.add(ask("date", new Question.Spread("date"), Set.of("date")));
        }
        BigDecimal[] sum = {null};
        engine.answer(
                new QuestionSet(conditions, asked),
                answered -> {
                    if (answered.id().equals("sum") && answered.answer() instanceof Answer.Groups groups) {
                        sum[0] = groups.measures().get(0).values().get(0);
                    }
                },
                () -> false);
        return sum[0];
    }

    private static QuestionSet.Asked ask(String id, Question question, Set<String> without) {
        return new QuestionSet.Asked(id, question, without);
    }

    private static List<String> routes(int selection) {
        List<String> all = List.of(
                "Vienna–Hamburg", "Zürich–Gdańsk", "Lyon–Trieste", "Basel–Malmö", "Prague–Ostend", "Berlin–Venice");
        return all.subList(selection % 3, selection % 3 + 3);
    }

    private static BigDecimal askH2(Statement statement, int selection) throws SQLException {
        String route = "route in ('" + String.join("','", routes(selection)) + "')";
        String delay = "delay between 0 and " + (10 + selection);
        String date = "on_day between date '" + FIRST_DAY.plusDays(selection * 5L) + "' and date '"
                + FIRST_DAY.plusDays(400) + "'";
        String all = " from departure where " + route + " and " + delay + " and " + date;
        BigDecimal sum = null;
        try (ResultSet result = statement.executeQuery("select sum(revenue)" + all)) {
            result.next();
            sum = result.getBigDecimal(1);
        }
        for (String sql : List.of(
                "select route, sum(revenue) s" + all + " group by route order by s desc",
                "select date_trunc('week', on_day) w, coach, avg(delay)" + all + " group by w, coach",
                "select passengers / 5 b, count(*)" + all + " group by b",
                "select on_day, route, revenue" + all + " order by revenue desc fetch first 50 rows only",
                "select route, count(*) from departure where " + delay + " and " + date + " group by route",
                "select coach, count(*)" + all + " group by coach",
                "select tags, count(*)" + all + " group by tags",
                "select country, count(*)" + all + " group by country",
                "select delay / 5 b, count(*) from departure where " + route + " and " + date + " group by b",
                "select date_trunc('month', on_day) m, count(*) from departure where " + route + " and " + delay
                        + " group by m")) {
            drain(statement, sql);
        }
        return sum;
    }

    private static void drain(Statement statement, String sql) throws SQLException {
        try (ResultSet result = statement.executeQuery(sql)) {
            while (result.next()) {
                result.getString(1);
            }
        }
    }

    private static String createTable(Path file) {
        String source = "csvread('" + file + "', null, 'charset=UTF-8')";
        return "create table departure as select cast(\"DATE\" as date) on_day, \"ROUTE\" route, \"Coach class\" coach,"
                + " \"COUNTRY\" country, cast(\"PASSENGERS\" as int) passengers, cast(\"BERTHS\" as int) berths,"
                + " cast(\"REVENUE\" as decimal(12, 2)) revenue, cast(nullif(\"Delay in minutes\", '') as int) delay,"
                + " \"CANCELLED\" cancelled, \"Incident tags\" tags, \"Incident note\" note, \"Departure id\" id,"
                + " \"Scheduled departure\" scheduled, \"ORIGIN\" origin, \"DESTINATION\" destination, \"TRAIN\" train,"
                + " \"Booking channel\" channel from " + source;
    }

    /** Work that may fail. */
    private interface Work {
        void run() throws IOException, SQLException;
    }

    private static double seconds(Work work) throws IOException, SQLException {
        long start = System.nanoTime();
        work.run();
        return (System.nanoTime() - start) / 1e9;
    }

    private static long cpu() {
        return ((com.sun.management.OperatingSystemMXBean) ManagementFactory.getOperatingSystemMXBean())
                .getProcessCpuTime();
    }

    private static void say(String format, Object... values) {
        System.out.printf(Locale.ENGLISH, format, values);
    }
}
