package keensparrow.core.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

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
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
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
                ? app.filter(id.substring(7)).orElseThrow().kind().definition().shown(given)
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
