package keensparrow.core.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Derived;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.engine.aggregation.GroupedAggregation;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
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
import keensparrow.core.question.Answered;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

/** Cases worked out by hand: groupings by parts, bins and expressions, three groups, totals, derived values. */
class GroupsAndTotalsTest {
    private static final Table TABLE = TextRows.table("""
            route,class,delay,revenue,date,left_at,tags
            A,Seat,10,100.00,2025-01-06,2025-01-06T06:15,weather;crew
            A,Sleeper,20,50.50,2026-01-05,2026-01-05T22:45,
            B,Seat,4,30.00,2026-01-07,2026-01-07T22:05,crew
            C,Seat,,10.25,2026-03-02,2026-03-02T06:59,weather
            ,Sleeper,7,,2026-03-08,2026-03-08T07:00,weather;crew;signal
            """);
    private static final Measure DELAY = new Measure(Aggregate.SUM, "delay");
    private static final Measure REVENUE = new Measure(Aggregate.SUM, "revenue");

    private static Answer.Groups ask(Question.Order order, List<Measure> measures, Grouping... by) {
        List<Question.Grouped> groupings = java.util.Arrays.stream(by)
                .map(each -> new Question.Grouped(each, 0))
                .toList();
        return Asking.ask(TABLE, new Question.Groups(groupings, measures, order));
    }

    private static List<String> lines(Measure measure, Grouping... by) {
        return Asking.lines(ask(Question.Order.LABEL, List.of(measure), by));
    }

    @Test
    void partsOfDatesAreInTheirOrder() {
        assertThat(lines(DELAY, new ByPart("date", DatePart.WEEKDAY)))
                .containsExactly("1: 30", "3: 4", "7: 7"); // two Mondays, and one without a delay
        assertThat(lines(Measure.ROWS, new ByPart("date", DatePart.MONTH_OF_YEAR)))
                .containsExactly("1: 3", "3: 2");
        assertThat(lines(Measure.ROWS, new ByPart("left_at", DatePart.HOUR_OF_DAY)))
                .containsExactly("6: 2", "7: 1", "22: 2");
        assertThatThrownBy(() -> lines(DELAY, new ByPart("date", DatePart.HOUR_OF_DAY)))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("dates with times");
    }

    @Test
    void fewGroupsAreRightBesideManyThatAreKeptInAnotherWay() {
        StringBuilder csv = new StringBuilder("a,b,n,c\n");
        for (int row = 0; row < 4000; row++) { // of a alone numbers are counted, of both together listed
            csv.append("%d,b%d,%d,c%d%n".formatted(row % 20, row % 300, row, row % 700));
        }
        Table table = TextRows.table(csv.toString());
        // of 0, 20 … 3980 the middle is 1990, and each further group lies one higher
        assertThat(besideMany(table, new Measure(Aggregate.MEDIAN, "n")))
                .startsWith("0: 1990", "1: 1991")
                .hasSize(20);
        // 0, 20 … 680, and then the same again
        assertThat(besideMany(table, new Measure(Aggregate.DISTINCT, "c")))
                .startsWith("0: 35", "1: 35")
                .hasSize(20);
    }

    private static List<String> besideMany(Table table, Measure measure) {
        Question.Grouped a = new Question.Grouped(new ByValue("a"), 0);
        Question.Grouped b = new Question.Grouped(new ByValue("b"), 0);
        Question few = new Question.Groups(List.of(a), List.of(measure), Question.Order.LABEL);
        Question many = new Question.Groups(List.of(a, b), List.of(measure), Question.Order.LABEL);
        List<Answered> answers = new ArrayList<>();
        EngineFactory.TESTED
                .of(table)
                .answer(
                        new QuestionSet(
                                List.of(),
                                List.of(
                                        new QuestionSet.Asked("few", few, Set.of()),
                                        new QuestionSet.Asked("many", many, Set.of()))),
                        answers::add,
                        () -> false);
        return Asking.lines((Answer.Groups) answers.stream()
                .filter(answered -> answered.id().equals("few"))
                .findFirst()
                .orElseThrow()
                .answer());
    }

    @Test
    void hoursFollowEachOther() {
        Table table = TextRows.table("at\n2026-01-05T22:45\n2026-01-06T01:05\n");
        Answer.Groups answer = Asking.ask(
                table,
                new Question.Groups(
                        List.of(new Question.Grouped(new ByTime("at", TimeStep.HOUR), 0)),
                        List.of(Measure.ROWS),
                        Question.Order.LABEL));
        assertThat(Asking.lines(answer))
                .containsExactly(
                        "2026-01-05T22:00: 1", "2026-01-05T23:00: 0", "2026-01-06T00:00: 0", "2026-01-06T01:00: 1");
    }

    @Test
    void binsIncludeTheirLowerEdgeAndTheLastItsUpper() {
        Answer.Groups answer =
                ask(Question.Order.LARGEST_FIRST, List.of(Measure.ROWS), new ByBins("delay", BigDecimal.TEN));
        assertThat(Asking.lines(answer)).containsExactly("0: 2", "10: 2", "blank: 1");
        assertThat(answer.axis().get(1).to()).isEqualTo("20"); // 20 is in it, the largest value there is
        assertThatThrownBy(() -> lines(DELAY, new ByBins("delay", BigDecimal.ZERO)))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("above 0");
        assertThatThrownBy(() -> lines(DELAY, new ByBins("revenue", new BigDecimal("0.0001"))))
                .isInstanceOfSatisfying(
                        UserException.class, e -> assertThat(e.code()).isEqualTo(ErrorCode.TOO_MANY_GROUPS));
    }

    @Test
    void numbersAndExpressionsGroup() {
        assertThat(lines(REVENUE, new ByValue("delay")))
                .containsExactly("4: 30", "7: –", "10: 100", "20: 50.5", "blank: 10.25");
        assertThat(lines(
                        REVENUE, new ByExpression("case when delay >= 10 then 'late' when delay < 10 then 'fine' end")))
                .containsExactly("fine: 30", "late: 150.5", "blank: 10.25");
    }

    @Test
    void aThirdGroupMakesPanels() {
        Answer.Groups answer = ask(
                Question.Order.LABEL,
                List.of(Measure.ROWS),
                new ByValue("class"),
                new ByValue("route"),
                new ByPart("date", DatePart.QUARTER_OF_YEAR));
        assertThat(answer.splits()).extracting(GroupKey::value).containsExactly("A", "B", "C", null);
        assertThat(answer.panels()).extracting(GroupKey::value).containsExactly("1");
        assertThat(answer.measures().get(0).values())
                .extracting(value -> value == null ? null : value.intValue())
                .containsExactly(1, 1, 1, 0, 1, 0, 0, 1);
    }

    @Test
    void aRowWithTwoTagsInOtherCountsOnceInIt() {
        Answer.Groups answer = Asking.ask(
                TABLE,
                new Question.Groups(
                        List.of(new Question.Grouped(new ByValue("tags"), 1)),
                        List.of(Measure.ROWS),
                        Question.Order.LARGEST_FIRST));
        // crew 3 and weather 3 tie, crew comes first; Other: weather 3, blank 1, signal within a row of weather
        assertThat(Asking.lines(answer)).containsExactly("crew: 3", "Other 3: 4");
    }

    @Test
    void totalsAreComputedFromRowsNotAddedUp() {
        Answer.Groups answer = Asking.ask(
                TABLE,
                new Question.Groups(
                        List.of(
                                new Question.Grouped(new ByValue("tags"), 0),
                                new Question.Grouped(new ByValue("class"), 0)),
                        List.of(new Measure(Aggregate.AVERAGE, "delay")),
                        Question.Order.LABEL,
                        0,
                        true));
        Answer.Totals totals = answer.measures().get(0).totals();
        assertThat(totals.all()).isEqualByComparingTo("10.25"); // 41 over 4, each row once
        assertThat(totals.axis()).extracting(BigDecimal::doubleValue).containsExactly(7.0, 7.0, 8.5, 20.0);
        assertThat(totals.splits()).extracting(BigDecimal::doubleValue).containsExactly(7.0, 13.5);
        assertThat(totals.panels()).isEmpty();
    }

    @Test
    void sharesOfTotalAndOfGroup() {
        assertThat(lines(DELAY.derived(Derived.SHARE_OF_TOTAL), new ByValue("class")))
                .containsExactly("Seat: 0.3414634146341463", "Sleeper: 0.6585365853658537");
        assertThat(lines(Measure.ROWS.derived(Derived.SHARE_OF_GROUP), new ByValue("route"), new ByValue("class")))
                .containsExactly("A: 0.5 0.5", "B: 1 0", "C: 1 0", "blank: 0 1");
    }

    @Test
    void runningTotalsAndRanks() {
        assertThat(lines(REVENUE.derived(Derived.RUNNING_TOTAL), new ByTime("date", TimeStep.QUARTER)))
                .containsExactly(
                        "2025-01-01: 100",
                        "2025-04-01: 100",
                        "2025-07-01: 100",
                        "2025-10-01: 100",
                        "2026-01-01: 190.75");
        assertThat(lines(Measure.ROWS.derived(Derived.RANK), new ByValue("route")))
                .containsExactly("A: 1", "B: 2", "C: 2", "blank: 2");
        assertThat(lines(REVENUE.derived(Derived.RANK), new ByValue("route")))
                .containsExactly("A: 1", "B: 2", "C: 3", "blank: –");
    }

    /** By hand: delays a month of 20, 10, 10 and blanks, then 24, none, 7 that is not over yet. */
    @Test
    void averagesOfPeriodsAreBlankBeforeThereAreEnoughAndWhereOneIsNotOver() {
        Table table = TextRows.table("""
                day,line,people
                2026-01-31,A,4
                2026-01-31,B,1
                2026-02-28,A,6
                2026-03-31,A,11
                2026-04-30,A,
                2026-05-31,A,2
                2026-06-30,A,7
                2026-07-12,A,100
                """);
        Answer.Groups answer = Asking.ask(
                table,
                new Question.Groups(
                        List.of(new Question.Grouped(new ByTime("day", TimeStep.MONTH), 0)),
                        List.of(new Measure(Aggregate.SUM, "people").derived(Derived.AVERAGE_3)),
                        Question.Order.LABEL));
        assertThat(answer.axis().get(6).partial()).isTrue();
        assertThat(answer.measures().get(0).values())
                .extracting(value -> value == null ? null : value.doubleValue())
                .containsExactly(null, null, 22 / 3.0, null, 6.5, 4.5, null);
        List<String> byClass = lines(REVENUE.derived(Derived.AVERAGE_3), new ByValue("class"));
        assertThat(byClass).containsExactly("Seat: –", "Sleeper: –");
    }

    @Test
    void changesFromThePeriodBeforeAndFromAYearBefore() {
        List<String> months = lines(DELAY.derived(Derived.CHANGE), new ByTime("date", TimeStep.MONTH));
        assertThat(months).hasSize(15).startsWith("2025-01-01: –", "2025-02-01: -10", "2025-03-01: 0");
        assertThat(months).endsWith("2026-01-01: 24", "2026-02-01: -24", "2026-03-01: 7");
        assertThat(lines(DELAY.derived(Derived.CHANGE_YEAR), new ByTime("date", TimeStep.MONTH)))
                .contains("2025-12-01: –", "2026-01-01: 14", "2026-02-01: 0");
        assertThat(lines(DELAY.derived(Derived.CHANGE_YEAR_SHARE), new ByTime("date", TimeStep.YEAR)))
                .containsExactly("2025-01-01: –", "2026-01-01: 2.1");
        // 52 weeks before the week of 5 January 2026 is that of 6 January 2025
        assertThat(lines(DELAY.derived(Derived.CHANGE_YEAR), new ByTime("date", TimeStep.WEEK)))
                .contains("2026-01-05: 14");
        assertThat(lines(DELAY.derived(Derived.CHANGE), new ByValue("class"))).containsExactly("Seat: –", "Sleeper: –");
    }

    @Test
    void orderedByAnyMeasure() {
        Answer.Groups answer = Asking.ask(
                TABLE,
                new Question.Groups(
                        List.of(new Question.Grouped(new ByValue("route"), 0)),
                        List.of(Measure.ROWS, DELAY),
                        Question.Order.SMALLEST_FIRST,
                        1,
                        null));
        assertThat(Asking.lines(answer)).containsExactly("B: 1 4", "blank: 1 7", "A: 2 30", "C: 1 –");
    }

    @Test
    void aFormulaIsARatioOfAggregatesNotAnAverageOfRatios() {
        assertThat(lines(Measure.formula("sum(revenue) / sum(delay)"), new ByValue("class")))
                .containsExactly("Seat: 10.01785714285714", "Sleeper: 1.87037037037037");
        assertThatThrownBy(() -> lines(Measure.formula("revenue / sum(delay)"), new ByValue("class")))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("sum(revenue)");
        assertThatThrownBy(() -> lines(Measure.formula("sum(distinct revenue)"), new ByValue("class")))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("count alone");
        assertThatThrownBy(() -> lines(Measure.formula("sum(a, b)"), new ByValue("class")))
                .isInstanceOf(UserException.class);
    }

    @Test
    void whatCannotBeAskedIsSaid() {
        Question none = new Question.Groups(List.of(), List.of(), Question.Order.LABEL);
        assertThatThrownBy(() -> Asking.ask(TABLE, none)).hasMessageContaining("at least one measure");
        Question four = new Question.Groups(
                java.util.Collections.nCopies(4, new Question.Grouped(new ByValue("route"), 0)),
                List.of(Measure.ROWS),
                Question.Order.LABEL);
        assertThatThrownBy(() -> Asking.ask(TABLE, four)).hasMessageContaining("at most 3");
    }

    @Test
    void moreGroupsThanAllowedAreRefused() {
        StringBuilder csv = new StringBuilder("a,b\n");
        for (int i = 0; i < 3000; i++) {
            csv.append("a").append(i).append(",b").append(i).append('\n');
        }
        Table table = TextRows.table(csv.toString());
        Question crossed = new Question.Groups(
                List.of(new Question.Grouped(new ByValue("a"), 0), new Question.Grouped(new ByValue("b"), 0)),
                List.of(Measure.ROWS),
                Question.Order.LABEL);
        assertThatThrownBy(() -> Asking.ask(table, crossed))
                .isInstanceOfSatisfying(
                        UserException.class, e -> assertThat(e.code()).isEqualTo(ErrorCode.TOO_MANY_GROUPS));
    }

    @Test
    void aQuestionWithTooManyGroupsDoesNotTakeTheOthersOfItsPageAlong() {
        int rows = GroupedAggregation.MAX_CELLS + 100_000;
        long[] left = new long[rows];
        long[] right = new long[rows];
        for (int row = 0; row < rows; row++) {
            left[row] = row / 2;
            right[row] = row * 7L % 1_000_003;
        }
        Table large = new Table(
                new Schema(List.of(
                        new ColumnInfo("left", "left", ColumnType.WHOLE, Role.IDENTIFIER),
                        new ColumnInfo("right", "right", ColumnType.WHOLE, Role.IDENTIFIER))),
                List.of(
                        new LongColumn(ColumnType.WHOLE, 0, left, null),
                        new LongColumn(ColumnType.WHOLE, 0, right, null)),
                rows);
        Question crossed = new Question.Groups(
                List.of(new Question.Grouped(new ByValue("left"), 5), new Question.Grouped(new ByValue("right"), 5)),
                List.of(Measure.ROWS),
                Question.Order.LABEL);
        Question one = new Question.Groups(
                List.of(new Question.Grouped(new ByValue("left"), 1)), List.of(Measure.ROWS), Question.Order.LABEL);
        List<Answered> answers = new ArrayList<>();
        EngineFactory.TESTED
                .of(large)
                .answer(
                        new QuestionSet(
                                List.of(),
                                List.of(
                                        new QuestionSet.Asked("crossed", crossed, Set.of()),
                                        new QuestionSet.Asked("one", one, Set.of()))),
                        answers::add,
                        () -> false);
        assertThat(answers).extracting(Answered::id).containsExactly("crossed", "one");
        assertThat(answers.get(0).failure().code()).isEqualTo(ErrorCode.TOO_MANY_GROUPS);
        assertThat(Asking.lines((Answer.Groups) answers.get(1).answer()))
                .containsExactly("0: 2", "Other 1049999: " + (rows - 2));
    }
}
