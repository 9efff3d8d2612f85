package keensparrow.core.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.Place;
import keensparrow.core.app.view.TableSlice;
import keensparrow.core.app.view.View;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.DateRange;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
import keensparrow.core.group.TimeStep;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

class AppTest {
    private static final Table TABLE = TextRows.table("""
            Route,Class,Delay,Date,Secret
            A,Seat,10,2026-01-05,s1
            A,Sleeper,20,2026-02-06,s2
            B,Seat,4,2026-02-07,s3
            C,Seat,6,2026-03-01,s4
            """);
    private static final Place PLACE = new Place(0, 0, 6, 4);
    private static final View FIGURE =
            new View("f", "", View.Kind.FIGURE, Measure.ROWS, null, null, 0, List.of(), List.of(), PLACE);
    private static final View BARS = new View(
            "b",
            "",
            View.Kind.BARS,
            new Measure(Aggregate.AVERAGE, "delay"),
            new GroupBy("route", null),
            null,
            5,
            List.of(),
            List.of(),
            PLACE);
    private static final View LINES = new View(
            "l",
            "My lines",
            View.Kind.LINES,
            new Measure(Aggregate.SUM, "delay"),
            new GroupBy("date", TimeStep.MONTH),
            "class",
            0,
            List.of(),
            List.of(),
            PLACE);
    private static final View ROWS = new View(
            "t",
            "",
            View.Kind.TABLE,
            null,
            null,
            null,
            0,
            List.of("route", "delay", "date"),
            List.of(new Question.Sort("delay", true)),
            PLACE);
    private static final App APP = new App(
            1,
            "Trains",
            "departures",
            List.of(
                    new FilterSpec("route", FilterSpec.Kind.VALUES),
                    new FilterSpec("delay", FilterSpec.Kind.RANGE),
                    new FilterSpec("date", FilterSpec.Kind.DATES)),
            List.of(FIGURE, BARS, LINES, ROWS));

    private static Map<String, Answer> answers(Selection selection) {
        Map<String, Answer> answers = new TreeMap<>();
        QuestionSet set = AppQuestions.of(APP, new PageRequest(selection, null, Map.of(), Map.of(), true));
        new MemoryEngine(TABLE).answer(set, answered -> answers.put(answered.id(), answered.answer()), () -> false);
        return answers;
    }

    private static List<Long> counts(Answer answer) {
        return ((Answer.ValueCounts) answer)
                .values().stream().map(Answer.ValueCount::count).toList();
    }

    @Test
    void onePageIsOneQuestionSet() {
        assertThat(answers(Selection.NONE).keySet())
                .containsExactlyInAnyOrder(
                        "reading",
                        "view:f",
                        "view:b",
                        "view:l",
                        "view:t",
                        "filter:route",
                        "filter:delay",
                        "filter:date");
    }

    @Test
    void aFilterNarrowsEveryViewButNotItsOwnCounts() {
        Map<String, Answer> answers = answers(new Selection(List.of(OneOf.of("route", "A")), List.of()));
        assertThat(((Answer.Rows) answers.get("view:t")).rowCount()).isEqualTo(2);
        assertThat(((Answer.Groups) answers.get("view:b")).axis()).hasSize(1);
        assertThat(counts(answers.get("filter:route"))).containsExactly(2L, 1L, 1L);
        Answer.Histogram delay = (Answer.Histogram) answers.get("filter:delay");
        assertThat(delay.bins().stream().mapToLong(Answer.Bin::count).sum()).isEqualTo(2);
    }

    @Test
    void aMarkNarrowsEveryViewButItsOwn() {
        Selection.Mark mark = new Selection.Mark("b", OneOf.of("route", "A"));
        Map<String, Answer> answers = answers(new Selection(List.of(Between.of("delay", "5", null)), List.of(mark)));
        assertThat(((Answer.Groups) answers.get("view:b")).axis())
                .extracting("value")
                .containsExactly("A", "C");
        assertThat(((Answer.Rows) answers.get("view:t")).rowCount()).isEqualTo(2);
        assertThat(counts(answers.get("filter:route"))).containsExactly(2L, 0L, 0L);
    }

    @Test
    void tablesSortByTheirOwnColumnsAlone() {
        PageRequest request = new PageRequest(
                Selection.NONE,
                List.of("t"),
                Map.of("t", new TableSlice(0, 2, List.of(new Question.Sort("secret", false)))),
                Map.of(),
                false);
        assertThatThrownBy(() -> AppQuestions.of(APP, request)).isInstanceOf(UserException.class);
        PageRequest tooMany =
                new PageRequest(Selection.NONE, null, Map.of("t", new TableSlice(0, 5000, null)), Map.of(), false);
        assertThatThrownBy(() -> AppQuestions.of(APP, tooMany)).isInstanceOf(UserException.class);
    }

    @Test
    void theSelectionReadsAsASentence() {
        Selection selection = new Selection(
                List.of(
                        OneOf.of("route", "A", "B", "C"),
                        new DateRange("date", LocalDate.of(2026, 1, 1), LocalDate.of(2026, 2, 28), false)),
                List.of(new Selection.Mark("b", OneOf.of("route", "A"))));
        var sentence = AppSentences.selection(APP, TABLE.schema(), selection, 1234, 5678);
        assertThat(sentence.text())
                .isEqualTo(
                        "Reading 1,234 of 5,678 departures: Route is A or 2 more, Date Jan to Feb 2026, Route is A.");
        assertThat(sentence.parts()).extracting("control").contains("filter:route", "filter:date", "mark:b");
        assertThat(AppSentences.selection(APP, TABLE.schema(), Selection.NONE, 4, 4)
                        .text())
                .isEqualTo("Reading all 4 departures.");
        assertThat(AppSentences.selection(APP, TABLE.schema(), Selection.NONE, 1, 1)
                        .text())
                .isEqualTo("Reading 1 of 1 departures.");
    }

    @Test
    void viewsReadAsSentencesAndHaveTitles() {
        assertThat(AppSentences.view(BARS, APP, TABLE.schema()).text())
                .isEqualTo("Average of Delay by Route, five largest and Other, as bars.");
        assertThat(AppSentences.view(LINES, APP, TABLE.schema()).text())
                .isEqualTo("Sum of Delay by month, split by Class, as lines.");
        assertThat(AppSentences.view(FIGURE, APP, TABLE.schema()).text())
                .isEqualTo("Number of departures, as a figure.");
        assertThat(AppSentences.view(ROWS, APP, TABLE.schema()).text())
                .isEqualTo("Rows with Route and two more columns, by Delay, largest first, as a table.");
        assertThat(AppSentences.title(BARS, APP, TABLE.schema())).isEqualTo("Average of Delay by Route");
        assertThat(AppSentences.title(LINES, APP, TABLE.schema())).isEqualTo("My lines");
        assertThat(AppSentences.title(FIGURE, APP, TABLE.schema())).isEqualTo("Departures");
    }

    @Test
    void aColumnThatIsGoneIsSaidInItsPlace() {
        View gone = new View(
                "g",
                "",
                View.Kind.BARS,
                new Measure(Aggregate.SUM, "fuel"),
                new GroupBy("depot", null),
                null,
                0,
                List.of(),
                List.of(),
                PLACE);
        assertThat(AppSentences.view(gone, APP, TABLE.schema()).text())
                .isEqualTo("Sum of fuel (this column is gone) by depot (this column is gone), as bars.");
    }

    @Test
    void whatAnAddressAsksForIsCheckedAndSaid() {
        Selection asked = new Selection(
                List.of(OneOf.of("route", "A", "Z"), OneOf.of("secret", "s1"), Between.of("date", "1", "2")),
                List.of(
                        new Selection.Mark("b", OneOf.of("route", "B")),
                        new Selection.Mark("b", OneOf.of("route", "C")),
                        new Selection.Mark("b2", OneOf.of("route", "B")),
                        new Selection.Mark("l", OneOf.of("secret", "s1"))));
        ValidatedSelection checked = ValidatedSelection.of(APP, new MemoryEngine(TABLE), asked);
        assertThat(checked.selection().filters()).containsExactly(OneOf.of("route", "A"));
        assertThat(checked.selection().marks()).containsExactly(new Selection.Mark("b", OneOf.of("route", "B")));
        assertThat(checked.notices()).hasSize(6);
        assertThat(checked.notices().get(0)).contains("“Z”").contains("“Route”");
        assertThat(checked.notices().get(1)).contains("no filter on “secret”");
    }

    @Test
    void aFilterOfValuesThatAreAllGoneIsLeftOut() {
        ValidatedSelection checked = ValidatedSelection.of(
                APP, new MemoryEngine(TABLE), new Selection(List.of(OneOf.of("route", "Z")), List.of()));
        assertThat(checked.selection().filters()).isEmpty();
        assertThat(checked.notices()).hasSize(1);
    }

    @Test
    void anAppThatCannotBeShownIsRefused() {
        APP.validate();
        List<App> bad = new ArrayList<>();
        bad.add(new App(1, " ", "rows", List.of(), List.of()));
        bad.add(new App(1, "t", "rows", List.of(), List.of(FIGURE, FIGURE)));
        bad.add(new App(
                1, "t", "rows", List.of(APP.filters().get(0), APP.filters().get(0)), List.of()));
        View off =
                new View("o", "", View.Kind.FIGURE, null, null, null, 0, List.of(), List.of(), new Place(8, 0, 6, 2));
        bad.add(new App(1, "t", "rows", List.of(), List.of(off)));
        View oddId = new View("<b>", "", View.Kind.FIGURE, null, null, null, 0, List.of(), List.of(), PLACE);
        bad.add(new App(1, "t", "rows", List.of(), List.of(oddId)));
        bad.add(paged(List.of(new Page("p1", "One"), new Page("p1", "Two")), FIGURE));
        bad.add(paged(List.of(new Page("p1", " ")), FIGURE));
        bad.add(paged(List.of(new Page("<b>", "One")), FIGURE));
        bad.add(paged(List.of(new Page("p1", "One")), on("p2")));
        for (App app : bad) {
            assertThatThrownBy(app::validate).isInstanceOf(UserException.class);
        }
        assertThat(Set.of(FilterSpec.Kind.values())).hasSize(8);
    }

    @Test
    void anAppHasPages() {
        App app = paged(List.of(new Page("p1", "One"), new Page("p2", "Two")), FIGURE, on("p2"));
        app.validate();
        PageRequest request = new PageRequest(Selection.NONE, List.of("g"), Map.of(), Map.of(), false);
        assertThat(AppQuestions.of(app, request).asked())
                .extracting(QuestionSet.Asked::id)
                .containsExactly("reading", "view:g");
    }

    private static App paged(List<Page> pages, View... views) {
        return new App(App.FORMAT, "t", "rows", List.of(), List.of(views)).withPages(pages);
    }

    private static View on(String page) {
        return new View("g", "", View.Kind.FIGURE, Measure.ROWS, null, null, 0, List.of(), List.of(), PLACE)
                .onPage(page);
    }

    @Test
    void anAppBeginsWithFiltersThatItHas() {
        OneOf known = new OneOf("route", List.of("A"), false, false);
        OneOf gone = new OneOf("nowhere", List.of("A"), false, false);
        App app = new App(
                App.FORMAT,
                "t",
                "rows",
                List.of(new FilterSpec("route", FilterSpec.Kind.VALUES)),
                List.of(),
                null,
                null,
                null,
                null,
                List.of(known, gone),
                null,
                null,
                null,
                null);
        assertThat(app.startFilters()).containsExactly(known);
        assertThat(app.withViews(List.of()).startFilters()).containsExactly(known);
        app.validate();
    }

    @Test
    void aFilterUnderAHeadingNarrowsItsTableAlone() {
        Table table = TextRows.table("Route,Delay,Secret\nA,10,x\nA,20,y\nB,4,x\n");
        View rows =
                new View("t", "", View.Kind.TABLE, null, null, null, 0, List.of("route", "delay"), List.of(), PLACE);
        App app = new App(App.FORMAT, "t", "rows", List.of(), List.of(rows, on(null)));
        Map<String, String> answers = new TreeMap<>();
        new MemoryEngine(table)
                .answer(
                        AppQuestions.of(app, sliced(Between.of("delay", "5", null))),
                        one -> answers.put(one.id(), String.valueOf(one.answer())),
                        () -> false);
        assertThat(answers.get("view:t")).contains("rowCount=2");
        assertThat(answers.get("view:g")).contains("values=[3]");
        assertThat(answers.get("reading")).contains("values=[3]");
        assertThatThrownBy(() -> AppQuestions.of(app, sliced(OneOf.of("secret", "x"))))
                .isInstanceOf(UserException.class);
        assertThatThrownBy(() ->
                        AppQuestions.of(app, sliced(Between.of("delay", "5", null), Between.of("delay", "6", null))))
                .isInstanceOf(UserException.class);
    }

    private static PageRequest sliced(Filter... filters) {
        TableSlice slice = new TableSlice(0, 50, null, null, List.of(filters));
        return new PageRequest(Selection.NONE, null, Map.of("t", slice), Map.of(), false);
    }
}
