package keensparrow.core.engine;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Derived;
import keensparrow.core.aggregate.Measure;
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
import keensparrow.core.group.Grouping;
import keensparrow.core.group.TimeStep;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;

/** Pages over the tables of {@link RandomTables}, and a person who changes one filter after another. */
final class RandomQuestions {
    private static final List<Grouping> GROUPINGS = List.of(
            new ByValue("few"),
            new ByValue("tags"),
            new ByValue("flag"),
            new ByValue("small"),
            new ByValue("many"),
            new ByTime("day", TimeStep.WEEK),
            new ByTime("day", TimeStep.QUARTER),
            new ByTime("moment", TimeStep.DAY),
            new ByPart("moment", DatePart.HOUR_OF_DAY),
            new ByPart("day", DatePart.WEEKDAY),
            new ByBins("money", null),
            new ByBins("ratio", null),
            new ByBins("small", BigDecimal.TEN),
            new ByExpression("case when small > 20 then 'late' when small is null then null else 'on time' end"));

    private static final List<Measure> MEASURES = List.of(
            Measure.ROWS,
            new Measure(Aggregate.SUM, "money"),
            new Measure(Aggregate.SUM, "huge"),
            new Measure(Aggregate.SUM, "ratio"),
            new Measure(Aggregate.AVERAGE, "small"),
            new Measure(Aggregate.AVERAGE, "ratio"),
            new Measure(Aggregate.MEDIAN, "money"),
            new Measure(Aggregate.MEDIAN, "ratio"),
            Measure.percentile("small", "95"),
            new Measure(Aggregate.MIN, "day"),
            new Measure(Aggregate.MAX, "ratio"),
            new Measure(Aggregate.STDDEV, "small"),
            new Measure(Aggregate.STDDEV, "ratio"),
            new Measure(Aggregate.SHARE, "flag"),
            new Measure(Aggregate.DISTINCT, "many"),
            new Measure(Aggregate.DISTINCT, "ratio"),
            new Measure(Aggregate.DISTINCT, "tags"),
            new Measure(Aggregate.COUNT, "few"),
            Measure.of(Aggregate.WEIGHTED_AVERAGE, "small", "money"),
            Measure.of(Aggregate.WEIGHTED_AVERAGE, "ratio", "small"),
            Measure.of(Aggregate.RATIO, "money", "small"),
            Measure.of(Aggregate.FIRST, "money", "day"),
            Measure.of(Aggregate.LAST, "small", "moment"),
            Measure.of(Aggregate.LEVEL, "money", "day"),
            Measure.of(Aggregate.LEVEL, "ratio", "day"),
            Measure.formula("sum(money) / count(*) - coalesce(min(small * 2), 0)"),
            new Measure(Aggregate.SUM, "money").derived(Derived.SHARE_OF_TOTAL),
            new Measure(Aggregate.SUM, "money").derived(Derived.RUNNING_TOTAL),
            Measure.ROWS.derived(Derived.RANK),
            Measure.ROWS.derived(Derived.CHANGE_SHARE));

    private final Random random;
    private final Map<String, Filter> inForce = new LinkedHashMap<>();

    RandomQuestions(long seed) {
        this.random = new Random(seed);
    }

    /** One filter set, changed or cleared. */
    void changeAFilter() {
        String id = List.of("few", "small", "day", "other").get(random.nextInt(4));
        if (random.nextInt(5) == 0) {
            inForce.remove(id);
        } else {
            inForce.put(id, filter(id));
        }
    }

    private Filter filter(String id) {
        int low = random.nextInt(30);
        return switch (id) {
            case "few" ->
                new OneOf(
                        "few",
                        List.of("v" + random.nextInt(7), "v" + random.nextInt(7)),
                        random.nextBoolean(),
                        random.nextInt(4) == 0);
            case "small" ->
                new Between(
                        "small",
                        BigDecimal.valueOf(low - 6),
                        BigDecimal.valueOf(low + random.nextInt(40)),
                        random.nextBoolean(),
                        random.nextBoolean());
            case "day" -> {
                LocalDate from = LocalDate.ofEpochDay(20_000 + random.nextInt(200));
                yield new DateRange("day", from, from.plusDays(100 + random.nextInt(200)), random.nextBoolean());
            }
            default -> other();
        };
    }

    private Filter other() {
        return switch (random.nextInt(9)) {
            case 0 -> new HasAll("tags", List.of("crew", "track"));
            case 1 -> OneOf.of("tags", "signal");
            case 2 -> OneOf.of("flag", "yes");
            case 3 -> new Containing("many", String.valueOf(random.nextInt(10)));
            case 4 -> new RelativePeriod("day", RelativePeriod.Name.LAST_90_DAYS, true);
            case 5 -> new ExpressionFilter("money > small * 100 or flag");
            case 6 -> new TextSearch(List.of("few", "small", "day"), "1");
            case 7 -> Between.of("ratio", "-20.5", "1000");
            default -> new Both(Between.of("small", "0", "30"), Between.of("money", "100", "20000"));
        };
    }

    /** Some questions under the filters in force; some leave their own out. */
    QuestionSet page() {
        List<QuestionSet.ActiveFilter> conditions = new ArrayList<>();
        inForce.forEach((id, filter) -> conditions.add(new QuestionSet.ActiveFilter(id, filter)));
        List<QuestionSet.Asked> asked = new ArrayList<>();
        asked.add(ask(new Question.Groups(List.of(), measures(3), Question.Order.LABEL)));
        for (int i = 0; i < 3; i++) {
            asked.add(ask(groups()));
        }
        asked.add(ask(rows()));
        asked.add(ask(
                new Question.Histogram(List.of("small", "money", "day", "ratio").get(random.nextInt(4)))));
        asked.add(new QuestionSet.Asked(
                "counts", new Question.ValueCounts("few", null, 5, List.of("v6")), Set.of("few")));
        asked.add(ask(new Question.ValueCounts("tags", "r", 50, List.of())));
        List<QuestionSet.Asked> numbered = new ArrayList<>();
        for (int i = 0; i < asked.size(); i++) {
            numbered.add(new QuestionSet.Asked(
                    "q" + i, asked.get(i).question(), asked.get(i).without()));
        }
        return new QuestionSet(conditions, numbered);
    }

    private QuestionSet.Asked ask(Question question) {
        boolean leaveOneOut = random.nextInt(3) == 0;
        Set<String> without =
                leaveOneOut ? Set.of(List.of("few", "small", "day").get(random.nextInt(3))) : Set.of();
        return new QuestionSet.Asked("q", question, without);
    }

    private List<Measure> measures(int most) {
        List<Measure> measures = new ArrayList<>();
        for (int i = 1 + random.nextInt(most); i > 0; i--) {
            measures.add(MEASURES.get(random.nextInt(MEASURES.size())));
        }
        return measures;
    }

    private Question groups() {
        List<Question.Grouped> by = new ArrayList<>();
        for (int i = 1 + random.nextInt(3); i > 0; i--) {
            Grouping grouping = GROUPINGS.get(random.nextInt(GROUPINGS.size()));
            by.add(new Question.Grouped(grouping, by.isEmpty() && random.nextBoolean() ? 3 : 4));
        }
        Question.Order order = Question.Order.values()[random.nextInt(3)];
        return new Question.Groups(by, measures(2), order, 0, random.nextBoolean());
    }

    private Question rows() {
        List<Question.Sort> sort = new ArrayList<>();
        for (int i = random.nextInt(3); i > 0; i--) {
            String column = List.of("few", "small", "money", "day", "ratio", "tags", "flag")
                    .get(random.nextInt(7));
            sort.add(new Question.Sort(column, random.nextBoolean()));
        }
        int offset = random.nextInt(4) == 0 ? random.nextInt(5000) : random.nextInt(20);
        String find = random.nextInt(4) == 0 ? String.valueOf(random.nextInt(100)) : null;
        return new Question.Rows(List.of("many", "small", "day"), sort, offset, 30, find);
    }
}
