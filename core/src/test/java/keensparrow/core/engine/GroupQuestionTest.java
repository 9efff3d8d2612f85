package keensparrow.core.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.List;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.OneOf;
import keensparrow.core.group.ByBins;
import keensparrow.core.group.ByTime;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.GroupKey;
import keensparrow.core.group.Grouping;
import keensparrow.core.group.TimeStep;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

class GroupQuestionTest {
    private static final Table TABLE = TextRows.table("""
            route,class,delay,date,tags
            A,Seat,10,2026-01-05,weather;crew
            A,Sleeper,20,2026-01-06,
            B,Seat,4,2026-03-30,crew
            C,Seat,,2026-03-31,weather
            D,Sleeper,6,2026-03-31,weather;crew;signal
            ,Seat,1,2026-04-02,
            A,Seat,30,2026-04-02,crew
            """);
    private static final Measure SUM = new Measure(Aggregate.SUM, "delay");
    private static final Measure AVERAGE = new Measure(Aggregate.AVERAGE, "delay");

    private static Question.Grouped by(String column, int largest) {
        return new Question.Grouped(new ByValue(column), largest);
    }

    private static Answer.Groups ask(List<Question.Grouped> by, Measure... measures) {
        return Asking.ask(TABLE, new Question.Groups(by, List.of(measures), Question.Order.LARGEST_FIRST));
    }

    @Test
    void withoutGroupsGivesOneNumberForEachMeasure() {
        Answer.Groups answer = ask(List.of(), Measure.ROWS, SUM, AVERAGE);
        assertThat(answer.rowCount()).isEqualTo(7);
        assertThat(Asking.lines(answer)).containsExactly(": 7 71 11.83333333333333");
    }

    @Test
    void blankIsAGroupAndAGroupWithoutValuesIsBlank() {
        assertThat(Asking.lines(ask(List.of(by("route", 0)), SUM)))
                .containsExactly("A: 60", "D: 6", "B: 4", "blank: 1", "C: –");
    }

    @Test
    void otherIsComputedAgainFromItsRows() {
        Answer.Groups answer = ask(List.of(by("route", 2)), AVERAGE);
        // A 20, D 6; Other holds B 4, C blank, blank 1: its average is 2.5, not the average of averages
        assertThat(Asking.lines(answer)).containsExactly("A: 20", "D: 6", "Other 3: 2.5");
    }

    @Test
    void otherOfOneGroupKeepsItsName() {
        assertThat(Asking.lines(ask(List.of(by("route", 4)), Measure.ROWS)))
                .containsExactly("A: 3", "B: 1", "C: 1", "D: 1", "blank: 1");
    }

    @Test
    void tiesBreakByLabelSoThatNothingFlickers() {
        assertThat(Asking.lines(ask(List.of(by("route", 2)), Measure.ROWS)))
                .containsExactly("A: 3", "B: 1", "Other 3: 3");
    }

    @Test
    void aRowWithSeveralTagsCountsForEach() {
        assertThat(Asking.lines(ask(List.of(by("tags", 0)), Measure.ROWS, SUM)))
                .containsExactly("crew: 4 50", "weather: 3 16", "blank: 2 21", "signal: 1 6");
    }

    @Test
    void splitsByASecondGroup() {
        Answer.Groups answer = ask(List.of(by("route", 0), by("class", 0)), SUM);
        assertThat(answer.splits()).extracting(GroupKey::value).containsExactly("Seat", "Sleeper");
        assertThat(Asking.lines(answer)).containsExactly("A: 40 20", "D: – 6", "B: 4 –", "blank: 1 –", "C: – –");
    }

    @Test
    void splitsTagsByTags() {
        Answer.Groups answer = ask(List.of(by("tags", 0), by("tags", 0)), Measure.ROWS);
        assertThat(answer.splits()).extracting(GroupKey::value).containsExactly("crew", "signal", "weather", null);
        assertThat(Asking.lines(answer))
                .containsExactlyInAnyOrder("crew: 4 1 2 0", "weather: 2 1 3 0", "signal: 1 1 1 0", "blank: 0 0 0 2");
    }

    @Test
    void splitsTagsByACategoryAndTheOtherWayRound() {
        Answer.Groups tagsFirst = ask(List.of(by("tags", 0), by("class", 0)), Measure.ROWS);
        Answer.Groups classFirst = ask(List.of(by("class", 0), by("tags", 0)), Measure.ROWS);
        assertThat(Asking.lines(tagsFirst)).contains("crew: 3 1", "weather: 2 1", "signal: 0 1", "blank: 1 1");
        assertThat(Asking.lines(classFirst)).contains("Seat: 3 0 2 1", "Sleeper: 1 1 1 1");
    }

    private static Answer.Groups byTime(TimeStep step, Measure... measures) {
        Grouping time = new ByTime("date", step);
        return ask(List.of(new Question.Grouped(time, 0)), measures);
    }

    @Test
    void emptyPeriodsAreZeroForSumsAndAGapForAverages() {
        assertThat(Asking.lines(byTime(TimeStep.MONTH, Measure.ROWS, SUM, AVERAGE)))
                .containsExactly(
                        "2026-01-01: 2 30 15", "2026-02-01: 0 0 –", "2026-03-01: 3 10 5", "2026-04-01: 2 31 15.5");
    }

    @Test
    void theLastPeriodIsMarkedWhenTheDataDoNotReachItsEnd() {
        assertThat(byTime(TimeStep.MONTH, SUM).axis())
                .extracting(GroupKey::partial)
                .containsExactly(false, false, false, true);
        assertThat(byTime(TimeStep.DAY, SUM).axis())
                .extracting(GroupKey::partial)
                .doesNotContain(true);
    }

    private static boolean isLastPartial(TimeStep step, String... days) {
        return isLastPartialOf("day", step, days);
    }

    private static boolean isLastPartialOf(String name, TimeStep step, String... days) {
        Table table = TextRows.table(name + ",n\n" + String.join(",1\n", days) + ",1\n");
        Question question = new Question.Groups(
                List.of(new Question.Grouped(new ByTime(name, step), 0)), List.of(Measure.ROWS), Question.Order.LABEL);
        List<GroupKey> axis = ((Answer.Groups) Asking.ask(table, question)).axis();
        return axis.get(axis.size() - 1).partial();
    }

    @Test
    void aTimeOfThePastIsNotUnfinishedOnceItsPeriodIsOver() {
        String today = LocalDate.now().toString();
        assertThat(isLastPartialOf("opened", TimeStep.YEAR, "1987-05-02", "2011-03-14"))
                .isFalse();
        assertThat(isLastPartialOf("seen", TimeStep.YEAR, "1987-05-02", "2011-03-14"))
                .isTrue();
        assertThat(isLastPartialOf("opened", TimeStep.YEAR, "1987-05-02", today))
                .isEqualTo(!today.endsWith("-12-31"));
    }

    @Test
    void aFirstOfAMonthStandsForAsMuchAsAllOfThemDo() {
        String[] months = {"2026-01-01", "2026-02-01", "2026-03-01", "2026-04-01"};
        assertThat(isLastPartial(TimeStep.MONTH, months)).isFalse();
        assertThat(isLastPartial(TimeStep.QUARTER, months)).isTrue(); // April alone
        assertThat(isLastPartial(TimeStep.YEAR, months)).isTrue();
        String[] quarter = {"2026-01-01", "2026-02-01", "2026-03-01"};
        assertThat(isLastPartial(TimeStep.QUARTER, quarter)).isFalse();
        String[] quarters = {"2025-10-01", "2026-01-01", "2026-04-01"};
        assertThat(isLastPartial(TimeStep.QUARTER, quarters)).isFalse();
        assertThat(isLastPartial(TimeStep.YEAR, quarters)).isTrue();
        assertThat(isLastPartial(TimeStep.YEAR, "2024-01-01", "2025-01-01", "2026-01-01"))
                .isFalse();
        String[] days = {"2026-01-01", "2026-01-02", "2026-02-01"}; // begins and ends with firsts, by chance
        assertThat(isLastPartial(TimeStep.MONTH, days)).isTrue();
    }

    @Test
    void periodsRunFromTheFirstToTheLastThatPasses() {
        Question question = new Question.Groups(
                List.of(new Question.Grouped(new ByTime("date", TimeStep.WEEK), 0)),
                List.of(Measure.ROWS),
                Question.Order.LABEL);
        Answer.Groups answer = Asking.ask(TABLE, question, OneOf.of("route", "B", "C", "D"));
        assertThat(Asking.lines(answer)).containsExactly("2026-03-30: 3");
        assertThat(answer.time()).isTrue();
    }

    @Test
    void groupsWithoutRowsAreNotShown() {
        Question question =
                new Question.Groups(List.of(by("route", 2)), List.of(Measure.ROWS), Question.Order.LARGEST_FIRST);
        Answer.Groups answer = Asking.ask(TABLE, question, OneOf.of("class", "Sleeper"));
        assertThat(Asking.lines(answer)).containsExactly("A: 1", "D: 1");
        Answer.Groups none = Asking.ask(TABLE, question, OneOf.of("class", "First"));
        assertThat(none.axis()).isEmpty();
        assertThat(none.rowCount()).isZero();
    }

    @Test
    void canBeOrderedBySmallestOrLabel() {
        Question smallest = new Question.Groups(List.of(by("route", 0)), List.of(SUM), Question.Order.SMALLEST_FIRST);
        Question label = new Question.Groups(List.of(by("route", 0)), List.of(SUM), Question.Order.LABEL);
        assertThat(Asking.lines(Asking.ask(TABLE, smallest)))
                .containsExactly("blank: 1", "B: 4", "D: 6", "A: 60", "C: –");
        assertThat(Asking.lines(Asking.ask(TABLE, label))).containsExactly("A: 60", "B: 4", "C: –", "D: 6", "blank: 1");
    }

    @Test
    void aColumnThatCannotBeGroupedByIsSaid() {
        assertThatThrownBy(() -> ask(List.of(new Question.Grouped(new ByBins("route", null), 0)), SUM))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("numbers");
        assertThatThrownBy(() -> ask(List.of(new Question.Grouped(new ByTime("route", TimeStep.DAY), 0)), SUM))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("dates");
    }

    @Test
    void farOffDatesAreRefusedWithTheReason() {
        Table table = TextRows.table("date\n0001-01-01\n9999-12-31\n");
        Question question = new Question.Groups(
                List.of(new Question.Grouped(new ByTime("date", TimeStep.DAY), 0)),
                List.of(Measure.ROWS),
                Question.Order.LABEL);
        assertThatThrownBy(() -> Asking.ask(table, question))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("Pick a longer period");
    }

    @Test
    void yearsThatATableSkipsRegularlyAreNoGaps() {
        assertThat(yearsOf("year,n\n1980,1\n1990,2\n2000,3\n2020,4\n"))
                .containsExactly("1980-01-01", "1990-01-01", "2000-01-01", "2010-01-01", "2020-01-01");
        assertThat(yearsOf("year,n\n1980,1\n1990,2\n1993,3\n")).hasSize(14);
        assertThat(yearsOf("day,n\n1980-01-01,1\n1990-01-02,2\n")).hasSize(11);
    }

    private static List<String> yearsOf(String rows) {
        Table table = TextRows.table(rows);
        String time = table.schema().columns().get(0).name();
        Question.Groups question = new Question.Groups(
                List.of(new Question.Grouped(new ByTime(time, TimeStep.YEAR), 0)),
                List.of(Measure.ROWS),
                Question.Order.LABEL);
        Answer.Groups groups = Asking.ask(table, question);
        return groups.axis().stream().map(GroupKey::value).toList();
    }
}
