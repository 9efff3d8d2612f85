package keensparrow.core.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.view.Place;
import keensparrow.core.app.view.View;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Containing;
import keensparrow.core.filter.DateRange;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
import keensparrow.core.filter.RelativePeriod;
import keensparrow.core.question.Answer;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

/** Filters of all kinds, what they leave alone, and conditions of single views. */
class FilterKindsTest {
    private static final Table TABLE = TextRows.table("""
            Route,Class,Delay,Remark
            A,Seat,10,late again
            A,Sleeper,20,fine
            B,Seat,4,fine
            C,Seat,,no word of late
            C,Sleeper,16,LATE
            """);
    private static final FilterSpec LATE = FilterSpec.ofCondition("late", "late departures", "delay > 9");
    private static final FilterSpec SEARCH = FilterSpec.ofSearch("find", List.of("route", "remark"));
    private static final FilterSpec ROUTE = new FilterSpec(
            "route", FilterSpec.Kind.VALUES, null, null, "Line", FilterSpec.Order.LABEL, null, null, List.of("all"));
    private static final FilterSpec ONE = new FilterSpec("class", FilterSpec.Kind.ONE);
    private static final View SUM = figure("sum");
    private static final View ALL = figure("all");
    private static final View LONG = figure("long").where("delay > 15");
    private static final App APP =
            new App(2, "t", "departures", List.of(LATE, SEARCH, ROUTE, ONE), List.of(SUM, ALL, LONG));

    private static View figure(String id) {
        return new View(
                id,
                "",
                View.Kind.FIGURE,
                new Measure(Aggregate.SUM, "delay"),
                null,
                null,
                0,
                List.of(),
                List.of(),
                new Place(0, 0, 6, 4));
    }

    private static ValidatedSelection checked(Filter... filters) {
        return ValidatedSelection.of(APP, new MemoryEngine(TABLE), new Selection(List.of(filters), List.of()));
    }

    private static Map<String, String> answers(App app, Selection selection) {
        Map<String, String> answers = new TreeMap<>();
        new MemoryEngine(TABLE)
                .answer(
                        AppQuestions.of(app, new PageRequest(selection, null, Map.of(), Map.of(), true)),
                        one -> answers.put(
                                one.id(),
                                one.failure() != null ? one.failure().text() : text(app, one.id(), one.answer())),
                        () -> false);
        return answers;
    }

    private static Map<String, String> answers(Filter... filters) {
        return answers(APP, checked(filters).selection());
    }

    private static String text(App app, String id, Answer given) {
        Answer answer = id.startsWith("filter:")
                ? app.filter(id.substring(7))
                        .map(spec -> spec.kind().definition().shown(spec, given))
                        .orElseThrow()
                : given;
        return answer instanceof Answer.ValueCounts counts
                ? counts.values().stream()
                        .map(value -> value.value() + " " + value.count())
                        .toList()
                        .toString()
                : ((Answer.Groups) answer).measures().get(0).values().toString();
    }

    @Test
    void aConditionCountsWhatMeetsItAndWhatDoesNot() {
        assertThat(answers()).containsEntry("filter:late", "[yes 3, no 1]"); // unknown is neither
        assertThat(answers(OneOf.of("late", "yes")))
                .containsEntry("reading", "[3]")
                .containsEntry("view:sum", "[46]")
                .containsEntry("filter:late", "[yes 3, no 1]")
                .containsEntry("filter:class", "[Seat 1, Sleeper 2]");
        assertThat(answers(OneOf.of("late", "no"))).containsEntry("view:sum", "[4]");
        assertThat(answers(new OneOf("late", List.of("yes", "no"), false, false)))
                .containsEntry("reading", "[4]");
        assertThat(answers(new OneOf("late", List.of("yes"), false, true))).containsEntry("view:sum", "[4]");
    }

    @Test
    void aSearchLooksThroughItsColumns() {
        assertThat(answers(new Containing("find", "late")))
                .containsEntry("reading", "[3]")
                .containsEntry("view:sum", "[26]");
        assertThat(answers(new Containing("find", "B"))).containsEntry("view:sum", "[4]");
        assertThat(answers(new Containing("find", "Seat"))).containsEntry("reading", "[0]"); // not among them
    }

    @Test
    void valuesStandInTheOrderOfTheirLabels() {
        assertThat(answers()).containsEntry("filter:route", "[A 2, B 1, C 2]");
        assertThat(answers(OneOf.of("class", "Seat"))).containsEntry("filter:class", "[Seat 3, Sleeper 2]");
    }

    @Test
    void aViewThatAFilterSkipsSaysSo() {
        ValidatedSelection a = checked(OneOf.of("route", "A"));
        assertThat(answers(APP, a.selection()))
                .containsEntry("view:sum", "[30]")
                .containsEntry("view:all", "[50]");
        assertThat(AppSentences.skipped(ALL, APP, TABLE.schema(), a.selection()))
                .containsExactly("Line");
        assertThat(AppSentences.skipped(SUM, APP, TABLE.schema(), a.selection()))
                .isEmpty();
        assertThat(AppSentences.skipped(ALL, APP, TABLE.schema(), Selection.NONE))
                .isEmpty();
    }

    @Test
    void aConditionOfAViewNarrowsItAlone() {
        assertThat(answers()).containsEntry("view:long", "[36]").containsEntry("reading", "[5]");
        assertThat(answers(OneOf.of("route", "A"))).containsEntry("view:long", "[20]");
        assertThat(AppSentences.view(LONG, APP, TABLE.schema()).text())
                .isEqualTo("Sum of Delay where delay > 15, as a figure.");
        assertThat(AppSentences.title(LONG, APP, TABLE.schema())).isEqualTo("Delay where delay > 15");
        assertThat(AppQuestions.narrowing(
                        APP, LONG, checked(OneOf.of("route", "A")).selection()))
                .hasSize(2);
        assertThat(AppQuestions.narrowing(
                        APP, ALL, checked(OneOf.of("route", "A")).selection()))
                .isEmpty();
    }

    @Test
    void aWrongConditionFailsInItsPlaceAlone() {
        App app = APP.withViews(List.of(SUM, LONG.where("dely > 15")));
        assertThat(answers(app, Selection.NONE))
                .containsEntry("view:sum", "[50]")
                .hasEntrySatisfying("view:long", text -> assertThat(text).contains("Did you mean “delay”"));
    }

    @Test
    void phrasesSayWhatIsPickedInTheAuthorsWords() {
        var sentence = AppSentences.selection(
                APP,
                TABLE.schema(),
                new Selection(
                        List.of(OneOf.of("late", "no"), new Containing("find", "x"), OneOf.of("route", "A")),
                        List.of()),
                1,
                5);
        assertThat(sentence.text())
                .isEqualTo("Reading 1 of 5 departures: not late departures, Route or Remark contains “x”, Line is A.");
    }

    @Test
    void whatAFilterDoesNotOfferIsToldAndLeftOut() {
        ValidatedSelection odd = checked(
                OneOf.of("late", "maybe"),
                new Containing("late", "x"),
                OneOf.of("find", "x"),
                OneOf.of("class", "Seat"));
        assertThat(odd.selection().filters()).containsExactly(OneOf.of("class", "Seat"));
        assertThat(odd.notices()).hasSize(3);
        ValidatedSelection two = checked(new OneOf("class", List.of("Seat", "Sleeper"), false, false));
        assertThat(two.selection().filters()).isEmpty(); // its list shows one
        assertThat(two.notices()).hasSize(1);
        App gone = APP.withFilters(List.of(FilterSpec.ofCondition("late", "Late", "dely > 1")));
        assertThat(ValidatedSelection.of(
                                gone,
                                new MemoryEngine(TABLE),
                                new Selection(List.of(OneOf.of("late", "yes")), List.of()))
                        .notices())
                .singleElement()
                .asString()
                .contains("“Late” does not fit the data");
    }

    @Test
    void valuesStandInTheOrderThatTheAuthorSays() {
        App app = APP.withFilters(List.of(
                new FilterSpec(
                        "route",
                        FilterSpec.Kind.VALUES,
                        null,
                        null,
                        null,
                        FilterSpec.Order.LAST_LABEL,
                        null,
                        null,
                        null),
                ONE.beginningWith(List.of("Sleeper", "gone"))));
        assertThat(answers(app, Selection.NONE))
                .containsEntry("filter:route", "[C 2, B 1, A 2]")
                .containsEntry("filter:class", "[Sleeper 2, Seat 3]");
    }

    @Test
    void aColumnIsPickedFirstThenItsValues() {
        App app = APP.withFilters(List.of(FilterSpec.ofColumns("pick", List.of("route", "class"))));
        app.validate();
        assertThat(answers(app, Selection.NONE)).containsEntry("filter:pick", "[5]");
        Selection column = picked(app, OneOf.of("pick", "class"));
        assertThat(answers(app, column))
                .containsEntry("reading", "[5]") // nothing of it is picked yet
                .containsEntry("filter:pick", "[Seat 3, Sleeper 2]");
        assertThat(AppSentences.selection(app, TABLE.schema(), column, 5, 5).text())
                .isEqualTo("Reading 5 of 5 departures: any Class.");
        Selection sleeper = picked(app, new OneOf("pick", List.of("class", "Sleeper"), false, false));
        assertThat(answers(app, sleeper))
                .containsEntry("reading", "[2]")
                .containsEntry("filter:pick", "[Seat 3, Sleeper 2]");
        assertThat(AppSentences.selection(app, TABLE.schema(), sleeper, 2, 5).text())
                .isEqualTo("Reading 2 of 5 departures: Class is Sleeper.");
        assertThat(answers(app, picked(app, new OneOf("pick", List.of("route", "A", "C"), false, true))))
                .containsEntry("reading", "[1]");
        assertThat(picked(app, OneOf.of("pick", "delay")).filters()).isEmpty(); // not among its columns
        assertThatThrownBy(APP.withFilters(List.of(FilterSpec.ofColumns("pick", List.of("route"))))::validate)
                .hasMessageContaining("at least two columns");
    }

    private static Selection picked(App app, Filter filter) {
        return ValidatedSelection.of(app, new MemoryEngine(TABLE), new Selection(List.of(filter), List.of()))
                .selection();
    }

    @Test
    void namedPeriodsEndTodayWhereTheAuthorSaysSo() {
        Table table = TextRows.table("""
                Day,Amount
                2026-01-05,1
                2026-02-20,2
                2026-03-01,4
                """);
        FilterSpec days = new FilterSpec("day", FilterSpec.Kind.DATES);
        Filter last = new RelativePeriod("day", RelativePeriod.Name.LAST_30_DAYS, false);
        Selection asked = new Selection(List.of(last), List.of());
        LocalDate today = LocalDate.of(2026, 4, 3);
        for (FilterSpec spec : List.of(days, days.countedFromToday())) {
            App app = new App(2, "t", "days", List.of(spec), List.of());
            PartSelections selections =
                    PartSelections.of(app, DatasetPart.of(app), List.of(new MemoryEngine(table)), asked, today);
            assertThat(selections.whole()).isEqualTo(asked);
            boolean fromToday = spec.isFromToday();
            assertThat(selections.parts().get(0).filters())
                    .containsExactly(
                            fromToday
                                    ? new DateRange("day", LocalDate.of(2026, 3, 5), today, false)
                                    : last); // 30 days that end today
            assertThat(AppSentences.selection(app, table.schema(), asked, 1, 3).text())
                    .endsWith(fromToday ? "the last 30 days, counted from today." : "the last 30 days.");
        }
    }

    @Test
    void faultsAreToldBeforeTheyAreStored() {
        APP.validate();
        Stream.of(
                        FilterSpec.ofCondition("c", "", " "),
                        FilterSpec.ofCondition("a b", "t", "delay > 1"),
                        FilterSpec.ofSearch("s", List.of()),
                        FilterSpec.ofCondition("c", "t".repeat(500), "delay > 1"))
                .forEach(spec -> assertThatThrownBy(APP.withFilters(List.of(spec))::validate)
                        .isInstanceOf(UserException.class));
        List<View> many = new ArrayList<>();
        for (int i = 0; i < 31; i++) {
            many.add(figure("v" + i).where("delay > " + i));
        }
        assertThatThrownBy(APP.withViews(many)::validate).hasMessageContaining("At most 30 views");
        APP.withViews(many.subList(0, 30)).validate();
        assertThat(answers(APP.withViews(many.subList(0, 30)), Selection.NONE))
                .containsEntry("view:v0", "[50]")
                .containsEntry("view:v19", "[20]");
        assertThatThrownBy(APP.withFilters(List.of(LATE, LATE))::validate).isInstanceOf(UserException.class);
    }
}
