package keensparrow.bench;

import java.math.BigDecimal;
import java.math.RoundingMode;
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
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.filter.DateRange;
import keensparrow.core.group.ByBins;
import keensparrow.core.group.ByValue;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.table.Table;
import keensparrow.demo.Departures;
import org.jspecify.annotations.Nullable;

/**
 * {@code ./sparrow bench kinds [ROWS]}: what single kinds of views ask, each under date ranges that were never asked
 * before, here and of DuckDB in the same run; every result is compared.
 */
public final class Kinds {
    private static final LocalDate FIRST_DAY = LocalDate.of(2025, 1, 1);
    private static final int ROWS_A_DAY = 135;
    private static final int DAYS = 669;
    private static final int ROUNDS = 25;
    private static final int WARM_UP = 600;

    private Kinds() {}

    /** @param keys columns of the statement that name a group; those behind are its numbers */
    private record Asked(String name, Question question, int keys, String sql) {}

    private static final String BOX = "select route, list_extract(q, 3), list_extract(q, 1), list_extract(q, 2),"
            + " list_extract(q, 4), list_extract(q, 5), low, high, n from (select route,"
            + " quantile_cont(cast(%1$s as double), [0.05, 0.25, 0.5, 0.75, 0.95]) q, min(%1$s) low, max(%1$s) high,"
            + " count(%1$s) n from departure where {0} group by route)";

    private static final List<Asked> ASKED = List.of(
            new Asked("boxes of whole numbers by 24 groups", box("delay_in_minutes"), 1, BOX.formatted("delay")),
            new Asked("boxes of decimals by 24 groups", box("revenue"), 1, BOX.formatted("revenue")),
            new Asked(
                    "density of two numbers",
                    groups(
                            false,
                            List.of(Measure.ROWS),
                            by(new ByBins("passengers", BigDecimal.valueOf(5))),
                            by(new ByBins("delay_in_minutes", BigDecimal.valueOf(5)))),
                    2,
                    "select passengers // 5 * 5, delay // 5 * 5, count(*) from departure where {0} group by 1, 2"),
            new Asked(
                    "three groupings with totals",
                    groups(
                            true,
                            List.of(new Measure(Aggregate.SUM, "revenue"), Measure.ROWS),
                            by(new ByValue("country")),
                            by(new ByValue("coach_class")),
                            by(new ByValue("booking_channel"))),
                    3,
                    "select country, coach_class, booking_channel, sum(revenue), count(*) from departure where {0}"
                            + " group by grouping sets ((country, coach_class, booking_channel), (country),"
                            + " (coach_class), (booking_channel), ())"),
            new Asked(
                    "different routes by country",
                    groups(false, List.of(new Measure(Aggregate.DISTINCT, "route")), by(new ByValue("country"))),
                    1,
                    "select country, count(distinct route) from departure where {0} group by 1"),
            new Asked(
                    "different identifiers by country",
                    groups(false, List.of(new Measure(Aggregate.DISTINCT, "departure_id")), by(new ByValue("country"))),
                    1,
                    "select country, count(distinct departure_id) from departure where {0} group by 1"));

    public static void main(String[] arguments) throws Exception {
        int rows = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 1_000_000;
        Path file = Files.createTempFile("keensparrow-bench", ".csv");
        try (ParallelRunner workers = ParallelRunner.ofMachine();
                Connection connection = DriverManager.getConnection("jdbc:duckdb:")) {
            int copies = (int) Math.ceil(rows / (double) (ROWS_A_DAY * DAYS));
            int days = (int) Math.ceil(rows / (double) (ROWS_A_DAY * copies));
            Departures.write(file, FIRST_DAY, FIRST_DAY.plusDays(days), copies);
            Table table = Interactions.load(file);
            new Sql(connection, true).load(file);
            MemoryEngine engine = new MemoryEngine(table, workers, 512L << 20);
            say("%,d rows, %d threads%n", table.rowCount(), workers.count());
            for (Asked asked : ASKED) {
                run(asked, engine, connection, days);
            }
        } finally {
            Files.delete(file);
        }
    }

    private static void run(Asked asked, MemoryEngine engine, Connection connection, int days) throws SQLException {
        Random random = new Random(asked.name().hashCode());
        List<Double> ours = new ArrayList<>();
        List<Double> theirs = new ArrayList<>();
        for (int round = -WARM_UP; round < ROUNDS; round++) {
            LocalDate from = FIRST_DAY.plusDays(random.nextInt(days / 3));
            LocalDate to = from.plusDays(days / 2L + random.nextInt(days / 6));
            long start = System.nanoTime();
            Answer.Groups answer = ask(engine, asked.question(), new DateRange("date", from, to, false));
            double here = (System.nanoTime() - start) / 1e6;
            if (round < -3) {
                continue;
            }
            String where = "on_day between date '" + from + "' and date '" + to + "'";
            Map<String, String> found = new TreeMap<>();
            start = System.nanoTime();
            try (Statement statement = connection.createStatement();
                    ResultSet result = statement.executeQuery(asked.sql().replace("{0}", where))) {
                read(result, asked.keys(), found);
            }
            double there = (System.nanoTime() - start) / 1e6;
            Map<String, String> plain = plain(answer, asked.keys());
            found.keySet().retainAll(plain.keySet()); // subtotals have blanks for keys
            if (!plain.equals(found)) {
                throw new IllegalStateException(asked.name() + "\n  here  " + plain + "\n  there " + found);
            }
            if (round >= 0) {
                ours.add(here);
                theirs.add(there);
            }
        }
        say(
                "%-40s %8.1f ms, 95th %8.1f ms   DuckDB %8.1f ms   1/%.1f%n",
                asked.name(), at(ours, 0.5), at(ours, 0.95), at(theirs, 0.5), at(theirs, 0.5) / at(ours, 0.5));
    }

    private static Question box(String column) {
        List<Measure> measures = new ArrayList<>(List.of(new Measure(Aggregate.MEDIAN, column)));
        for (String percent : List.of("5", "25", "75", "95")) {
            measures.add(Measure.percentile(column, percent));
        }
        measures.add(new Measure(Aggregate.MIN, column));
        measures.add(new Measure(Aggregate.MAX, column));
        measures.add(new Measure(Aggregate.COUNT, column));
        return groups(false, measures, by(new ByValue("route")));
    }

    private static Question.Grouped by(keensparrow.core.group.Grouping grouping) {
        return new Question.Grouped(grouping, 0);
    }

    private static Question groups(boolean totals, List<Measure> measures, Question.Grouped... by) {
        return new Question.Groups(List.of(by), measures, Question.Order.LABEL, 0, totals);
    }

    private static Answer.Groups ask(MemoryEngine engine, Question question, DateRange range) {
        Answer[] answer = new Answer[1];
        engine.answer(
                new QuestionSet(
                        List.of(new QuestionSet.ActiveFilter("date", range)),
                        List.of(new QuestionSet.Asked("q", question, Set.of()))),
                answered -> {
                    if (answered.failure() != null) {
                        throw answered.failure();
                    }
                    answer[0] = answered.answer();
                },
                () -> false);
        return (Answer.Groups) answer[0];
    }

    private static void read(ResultSet result, int keys, Map<String, String> into) throws SQLException {
        int columns = result.getMetaData().getColumnCount();
        while (result.next()) {
            List<String> key = new ArrayList<>();
            for (int i = 1; i <= keys; i++) {
                key.add(String.valueOf(result.getString(i)));
            }
            List<String> values = new ArrayList<>();
            for (int i = keys + 1; i <= columns; i++) {
                String value = result.getString(i);
                values.add(number(value == null ? null : new BigDecimal(value)));
            }
            into.put(String.join("|", key), String.join(" ", values));
        }
    }

    private static Map<String, String> plain(Answer.Groups answer, int keys) {
        Map<String, String> plain = new TreeMap<>();
        for (int a = 0; a < answer.axis().size(); a++) {
            for (int s = 0; s < answer.splits().size(); s++) {
                for (int p = 0; p < answer.panels().size(); p++) {
                    int cell =
                            (a * answer.splits().size() + s) * answer.panels().size() + p;
                    if (answer.counts().get(cell) == 0) {
                        continue; // SQL has no groups without rows
                    }
                    String[] all = {
                        String.valueOf(answer.axis().get(a).value()),
                        String.valueOf(answer.splits().get(s).value()),
                        String.valueOf(answer.panels().get(p).value())
                    };
                    List<String> values = answer.measures().stream()
                            .map(measure -> number(measure.values().get(cell)))
                            .toList();
                    plain.put(String.join("|", Arrays.copyOf(all, keys)), String.join(" ", values));
                }
            }
        }
        return plain;
    }

    private static String number(@Nullable BigDecimal value) {
        return value == null
                ? "–"
                : value.setScale(6, RoundingMode.HALF_UP).stripTrailingZeros().toPlainString();
    }

    private static double at(List<Double> millis, double share) {
        List<Double> sorted = millis.stream().sorted().toList();
        return sorted.get(Math.min(sorted.size() - 1, (int) (sorted.size() * share)));
    }

    private static void say(String format, Object... values) {
        System.out.printf(Locale.ROOT, format, values);
    }
}
