package keensparrow.bench;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.DateRange;
import keensparrow.core.filter.OneOf;
import keensparrow.core.group.ByBins;
import keensparrow.core.group.ByTime;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.TimeStep;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import org.jspecify.annotations.Nullable;

/**
 * The page that is measured: six views and eight filters, three of them in use. Every result has a plain form, in which
 * engines are compared: group to value.
 */
final class Page {
    static final List<String> ROUTES = List.of(
            "Vienna–Hamburg",
            "Zürich–Gdańsk",
            "Lyon–Trieste",
            "Basel–Malmö",
            "Prague–Ostend",
            "Berlin–Venice",
            "Amsterdam–Vienna",
            "Marseille–Amsterdam",
            "Hamburg–Zürich",
            "Gdańsk–Vienna",
            "Kraków–Prague",
            "Lyon–Berlin");
    static final List<String> CATEGORIES = List.of("coach_class", "booking_channel", "country", "origin");
    static final int SHOWN = 50;

    private Page() {}

    /** What the three filters in use let through. */
    record State(List<String> routes, int delayFrom, int delayTo, LocalDate from, LocalDate to) {
        static State first(Random random) {
            return new State(ROUTES.subList(0, 6), 0, 40, day(random.nextInt(60)), day(400 + random.nextInt(90)));
        }

        /** One filter set to something else. */
        State next(Random random) {
            return switch (random.nextInt(3)) {
                case 0 -> new State(someRoutes(random), delayFrom, delayTo, from, to);
                case 1 -> {
                    int low = random.nextInt(4);
                    yield new State(routes, low, low + 4 + random.nextInt(60), from, to);
                }
                default -> {
                    int low = random.nextInt(200);
                    yield new State(routes, delayFrom, delayTo, day(low), day(low + 120 + random.nextInt(300)));
                }
            };
        }

        /** What a person does with one click or one drag: a value more or less, or one end of a range elsewhere. */
        State clicked(Random random) {
            switch (random.nextInt(3)) {
                case 0 -> {
                    List<String> toggled = new ArrayList<>(routes);
                    String route = ROUTES.get(random.nextInt(ROUTES.size()));
                    if (!toggled.remove(route) || toggled.isEmpty()) {
                        toggled.add(route);
                    }
                    return new State(List.copyOf(toggled), delayFrom, delayTo, from, to);
                }
                case 1 -> {
                    return new State(routes, delayFrom, 10 + random.nextInt(60), from, to);
                }
                default -> {
                    boolean start = random.nextBoolean();
                    return new State(
                            routes,
                            delayFrom,
                            delayTo,
                            start ? day(random.nextInt(200)) : from,
                            start ? to : day(350 + random.nextInt(250)));
                }
            }
        }

        /** The end of the date range one step further, as when it is dragged. */
        State dragged(int days) {
            return new State(routes, delayFrom, delayTo, from, to.plusDays(days));
        }

        private static List<String> someRoutes(Random random) {
            List<String> some = new ArrayList<>(ROUTES);
            java.util.Collections.shuffle(some, random);
            return List.copyOf(some.subList(0, 4 + random.nextInt(6)));
        }

        private static LocalDate day(int number) {
            return LocalDate.of(2025, 1, 1).plusDays(number);
        }
    }

    private static QuestionSet questions(State state) {
        List<QuestionSet.ActiveFilter> conditions = List.of(
                new QuestionSet.ActiveFilter("route", new OneOf("route", state.routes, false, false)),
                new QuestionSet.ActiveFilter(
                        "delay_in_minutes",
                        Between.of("delay_in_minutes", String.valueOf(state.delayFrom), String.valueOf(state.delayTo))),
                new QuestionSet.ActiveFilter("date", new DateRange("date", state.from, state.to, false)));
        List<QuestionSet.Asked> asked = new ArrayList<>();
        Measure revenue = new Measure(Aggregate.SUM, "revenue");
        Measure delay = new Measure(Aggregate.AVERAGE, "delay_in_minutes");
        asked.add(view("figures", groups(List.of(), List.of(Measure.ROWS, revenue, delay))));
        asked.add(view("bars", groups(List.of(by(new ByValue("route"), 5)), List.of(revenue))));
        asked.add(view(
                "lines",
                groups(
                        List.of(by(new ByTime("date", TimeStep.WEEK), 0), by(new ByValue("booking_channel"), 0)),
                        List.of(delay))));
        asked.add(view(
                "histogram",
                groups(List.of(by(new ByBins("passengers", BigDecimal.valueOf(5)), 0)), List.of(Measure.ROWS))));
        asked.add(view(
                "rows",
                new Question.Rows(
                        List.of("date", "route", "revenue", "departure_id"),
                        List.of(new Question.Sort("revenue", true), new Question.Sort("departure_id", false)),
                        0,
                        SHOWN)));
        asked.add(view(
                "twoWay",
                groups(
                        List.of(by(new ByValue("country"), 0), by(new ByValue("coach_class"), 0)),
                        List.of(Measure.ROWS))));
        for (String column : CATEGORIES) {
            asked.add(new QuestionSet.Asked(
                    "count:" + column, new Question.ValueCounts(column, null, 100, List.of()), Set.of()));
        }
        asked.add(new QuestionSet.Asked(
                "count:route", new Question.ValueCounts("route", null, 100, List.of()), Set.of("route")));
        asked.add(new QuestionSet.Asked(
                "count:berths", groups(List.of(by(new ByValue("berths"), 0)), List.of(Measure.ROWS)), Set.of()));
        asked.add(new QuestionSet.Asked(
                "count:delay",
                groups(List.of(by(new ByBins("delay_in_minutes", BigDecimal.valueOf(5)), 0)), List.of(Measure.ROWS)),
                Set.of("delay_in_minutes")));
        asked.add(new QuestionSet.Asked(
                "count:date",
                groups(List.of(by(new ByTime("date", TimeStep.MONTH), 0)), List.of(Measure.ROWS)),
                Set.of("date")));
        return new QuestionSet(conditions, asked);
    }

    private static QuestionSet.Asked view(String id, Question question) {
        return new QuestionSet.Asked(id, question, Set.of());
    }

    private static Question.Grouped by(keensparrow.core.group.Grouping grouping, int largest) {
        return new Question.Grouped(grouping, largest);
    }

    private static Question groups(List<Question.Grouped> by, List<Measure> measures) {
        return new Question.Groups(by, measures, Question.Order.LARGEST_FIRST);
    }

    /** Asks for the whole page; answers are looked at only as they come. @return nanoseconds to the headline figures */
    static long ask(MemoryEngine engine, State state) {
        long start = System.nanoTime();
        long[] first = {0};
        engine.answer(
                questions(state),
                answered -> {
                    if (answered.id().equals("figures")) {
                        first[0] = System.nanoTime() - start;
                    }
                    if (answered.failure() != null) {
                        throw answered.failure();
                    }
                },
                () -> false);
        return first[0];
    }

    /** The same page with seven filters more on it, none of them in use: their counts are asked too. */
    static void askWithMoreFilters(MemoryEngine engine, State state) {
        QuestionSet page = questions(state);
        List<QuestionSet.Asked> asked = new ArrayList<>(page.asked());
        for (String column : List.of("train", "destination", "cancelled", "incident_tags")) {
            asked.add(view("more:" + column, new Question.ValueCounts(column, null, 100, List.of())));
        }
        for (String column : List.of("scheduled_departure", "revenue", "passengers")) {
            asked.add(view("more:" + column, new Question.Histogram(column)));
        }
        engine.answer(
                new QuestionSet(page.conditions(), asked),
                answered -> {
                    if (answered.failure() != null) {
                        throw answered.failure();
                    }
                },
                () -> false);
    }

    /** All results of the page in their plain form. */
    static Map<String, Map<String, String>> results(MemoryEngine engine, State state) {
        Map<String, Map<String, String>> results = new TreeMap<>();
        engine.answer(
                questions(state),
                answered -> results.put(answered.id(), plain(answered.id(), answered.answer())),
                () -> false);
        return results;
    }

    private static Map<String, String> plain(String id, @Nullable Answer answer) {
        Map<String, String> plain = new TreeMap<>();
        if (answer instanceof Answer.Groups groups) {
            for (int a = 0; a < groups.axis().size(); a++) {
                for (int s = 0; s < groups.splits().size(); s++) {
                    StringBuilder values = new StringBuilder();
                    for (Answer.MeasureValues measure : groups.measures()) {
                        values.append(number(
                                        measure.values().get(a * groups.splits().size() + s)))
                                .append(' ');
                    }
                    if (!values.toString().matches("(0|–) ")) { // SQL has no groups without rows
                        plain.put(
                                key(groups.axis().get(a)) + "|"
                                        + key(groups.splits().get(s)),
                                values.toString());
                    }
                }
            }
        } else if (answer instanceof Answer.Rows rows) {
            for (int i = 0; i < rows.rows().size(); i++) {
                plain.put(String.format("%03d", i), String.join(";", rows.rows().get(i)));
            }
        } else if (answer instanceof Answer.ValueCounts counts) {
            for (Answer.ValueCount value : counts.values()) {
                if (value.count() > 0) {
                    plain.put(value.value() + "|", value.count() + " ");
                }
            }
        } else {
            throw new IllegalStateException(id + " has no answer");
        }
        return plain;
    }

    private static String key(keensparrow.core.group.GroupKey key) {
        return key.isOther() ? "Other" : key.value() == null ? "blank" : key.value();
    }

    /** Nine digits after the point at most: averages of doubles differ beyond. */
    static String number(@Nullable BigDecimal value) {
        return value == null
                ? "–"
                : value.setScale(9, RoundingMode.HALF_UP).stripTrailingZeros().toPlainString();
    }
}
