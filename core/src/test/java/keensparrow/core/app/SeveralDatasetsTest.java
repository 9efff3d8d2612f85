package keensparrow.core.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.choice.Choice;
import keensparrow.core.app.choice.Option;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.Place;
import keensparrow.core.app.view.View;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.error.UserException;
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
import keensparrow.core.question.Answer;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

/** Orders beside the targets of regions: columns that mean the same follow one filter. */
class SeveralDatasetsTest {
    private static final Table ORDERS = TextRows.table("""
            Region,Day,Amount
            North,2026-01-05,100
            North,2026-02-06,50
            South,2026-02-07,30
            West,2026-02-20,7
            """);
    private static final Table TARGETS = TextRows.table("""
            Area,Month,Target,Owner
            North,2026-01-01,90,Ada
            North,2026-02-01,80,Ada
            South,2026-02-01,40,Ben
            """);
    private static final Place PLACE = new Place(0, 0, 6, 4);
    private static final View SALES = figure("sales", "amount", null);
    private static final View BY_REGION = bars("regions", "amount", "region", null);
    private static final View TARGET = figure("target", "target", "plan");
    private static final View BY_OWNER = bars("owners", "target", "owner", "plan");
    private static final FilterSpec REGION =
            new FilterSpec("region", FilterSpec.Kind.VALUES, null, List.of(new FilterSpec.Also("plan", "area")));
    private static final FilterSpec DAY =
            new FilterSpec("day", FilterSpec.Kind.DATES, null, List.of(new FilterSpec.Also("plan", "month")));
    private static final FilterSpec OWNER = new FilterSpec("owner", FilterSpec.Kind.VALUES, "plan", List.of());
    private static final App APP = new App(
                    2, "Sales", "orders", List.of(REGION, DAY, OWNER), List.of(SALES, BY_REGION, TARGET, BY_OWNER))
            .reading(List.of(new AppDataset("plan", "d-1", "targets")));
    private static final List<QueryEngine> ENGINES = List.of(new MemoryEngine(ORDERS), new MemoryEngine(TARGETS));
    private static final List<DatasetPart> PARTS = DatasetPart.of(APP);

    private static View figure(String id, String column, String dataset) {
        return new View(
                        id,
                        "",
                        View.Kind.FIGURE,
                        new Measure(Aggregate.SUM, column),
                        null,
                        null,
                        0,
                        List.of(),
                        List.of(),
                        PLACE)
                .ofDataset(dataset);
    }

    private static View bars(String id, String column, String by, String dataset) {
        return new View(
                        id,
                        "",
                        View.Kind.BARS,
                        new Measure(Aggregate.SUM, column),
                        new GroupBy(by, null),
                        null,
                        0,
                        List.of(),
                        List.of(),
                        PLACE)
                .ofDataset(dataset);
    }

    private static PartSelections selected(List<Filter> filters, Selection.Mark... marks) {
        return PartSelections.of(APP, PARTS, ENGINES, new Selection(filters, List.of(marks)), LocalDate.of(2026, 6, 1));
    }

    /** Answers of all parts by their ids, numbers as texts. */
    private static Map<String, String> answers(PartSelections selections) {
        Map<String, String> answers = new TreeMap<>();
        for (int p = 0; p < PARTS.size(); p++) {
            PageRequest request = new PageRequest(selections.parts().get(p), null, Map.of(), Map.of(), true);
            String reading = p == 0 ? "orders" : "targets";
            ENGINES.get(p)
                    .answer(
                            AppQuestions.of(PARTS.get(p).app(), request),
                            one -> {
                                String id = one.id().equals(AppQuestions.READING) ? reading : one.id();
                                answers.put(id, text(one.answer()));
                            },
                            () -> false);
        }
        return answers;
    }

    private static String text(Answer answer) {
        if (answer instanceof Answer.Groups groups) {
            return String.valueOf(groups.measures().get(0).values());
        }
        return answer instanceof Answer.ValueCounts counts
                ? counts.values().stream()
                        .map(value -> value.value() + " " + value.count())
                        .toList()
                        .toString()
                : "histogram";
    }

    @Test
    void aFilterNarrowsTheColumnsThatMeanTheSame() {
        assertThat(answers(selected(List.of(OneOf.of("region", "North")))))
                .containsEntry("orders", "[2]")
                .containsEntry("targets", "[2]")
                .containsEntry("view:sales", "[150]")
                .containsEntry("view:target", "[170]")
                .containsEntry("filter:region", "[North 2, South 1, West 1]") // all but its own
                .containsEntry("filter:owner", "[Ada 2, Ben 0]");
    }

    @Test
    void aValueThatAnotherDatasetLacksLeavesNothingOfIt() {
        PartSelections selections = selected(List.of(OneOf.of("region", "West")));
        assertThat(selections.notices()).isEmpty();
        assertThat(answers(selections))
                .containsEntry("view:sales", "[7]")
                .containsEntry("targets", "[0]")
                .containsEntry("view:target", "[null]");
    }

    @Test
    void aValueThatOnlyAnotherDatasetHasCanBePicked() {
        QueryEngine targets = new MemoryEngine(TextRows.table("""
                Area,Month,Target,Owner
                North,2026-01-01,90,Ada
                East,2026-02-01,15,Ben
                """));
        List<QueryEngine> engines = List.of(new MemoryEngine(ORDERS), targets);
        FollowingValues following = new FollowingValues(APP, PARTS, engines);
        Answer own = new Answer.ValueCounts(List.of(new Answer.ValueCount("North", 2, 2)), 3, null);
        assertThat(text(following.withOthers(PARTS.get(0), "region", null, own)))
                .isEqualTo("[North 2, East 0]");
        assertThat(text(following.withOthers(PARTS.get(0), "region", "nor", own)))
                .isEqualTo("[North 2]");
        assertThat(text(following.withOthers(PARTS.get(1), "owner", null, own))).isEqualTo("[North 2]");
        PartSelections east = selected(engines, OneOf.of("region", "East"));
        assertThat(east.notices()).isEmpty();
        assertThat(east.whole().filters()).containsExactly(OneOf.of("region", "East"));
        int[] rows = {-1, -1};
        for (int p = 0; p < 2; p++) {
            int part = p;
            engines.get(p)
                    .answer(
                            AppQuestions.reading(
                                    PARTS.get(p).app(), east.parts().get(p)),
                            one -> rows[part] =
                                    Integer.parseInt(text(one.answer()).replaceAll("\\D", "")),
                            () -> false);
        }
        assertThat(rows).containsExactly(0, 1);
        assertThat(selected(engines, OneOf.of("region", "Nowhere")).notices()).hasSize(1);
    }

    private static PartSelections selected(List<QueryEngine> engines, Filter filter) {
        Selection asked = new Selection(List.of(filter), List.of());
        return PartSelections.of(APP, PARTS, engines, asked, LocalDate.of(2026, 6, 1));
    }

    @Test
    void aFilterOfAFurtherDatasetLeavesTheFirstAlone() {
        PartSelections selections = selected(List.of(OneOf.of("plan:owner", "Ben")));
        assertThat(selections.whole().filters()).containsExactly(OneOf.of("plan:owner", "Ben"));
        assertThat(answers(selections))
                .containsEntry("orders", "[4]")
                .containsEntry("targets", "[1]")
                .containsEntry("view:target", "[40]")
                .containsEntry("filter:owner", "[Ada 2, Ben 1]")
                .containsEntry("filter:region", "[North 2, South 1, West 1]");
    }

    @Test
    void aNamedPeriodMeansTheDaysOfItsOwnDataset() {
        // the latest month of the orders is February, up to the 20th: no target of January
        assertThat(answers(selected(List.of(new RelativePeriod("day", RelativePeriod.Name.THIS_MONTH, false)))))
                .containsEntry("view:sales", "[87]")
                .containsEntry("view:target", "[120]");
    }

    @Test
    void aMarkNarrowsOtherDatasetsWhereItsColumnMeansTheSame() {
        Selection.Mark north = new Selection.Mark("regions", OneOf.of("region", "North"));
        assertThat(answers(selected(List.of(), north)))
                .containsEntry("view:regions", "[150, 30, 7]") // never its own view
                .containsEntry("view:sales", "[150]")
                .containsEntry("view:target", "[170]");
        Selection.Mark ben = new Selection.Mark("owners", OneOf.of("owner", "Ben"));
        assertThat(answers(selected(List.of(), ben)))
                .containsEntry("view:sales", "[187]")
                .containsEntry("view:target", "[40]")
                .containsEntry("view:owners", "[170, 40]");
    }

    @Test
    void whatBelongsToNoDatasetIsTold() {
        PartSelections selections = selected(
                List.of(OneOf.of("owner", "Ada"), OneOf.of("region", "North"), OneOf.of("amount", "1")),
                new Selection.Mark("gone", OneOf.of("region", "North")),
                new Selection.Mark("owners", OneOf.of("month", "2026-01-01")));
        assertThat(selections.notices()).hasSize(4);
        assertThat(selections.whole().filters()).containsExactly(OneOf.of("region", "North"));
        assertThat(selections.whole().marks()).isEmpty();
    }

    @Test
    void theSentenceSaysWhatIsReadOfEach() {
        Selection selection = new Selection(
                List.of(OneOf.of("region", "North"), OneOf.of("plan:owner", "Ada")),
                List.of(new Selection.Mark("owners", OneOf.of("owner", "Ada"))));
        List<AppSentences.Reading> readings = List.of(
                new AppSentences.Reading(PARTS.get(0), ORDERS.schema(), 2, 4, true),
                new AppSentences.Reading(PARTS.get(1), TARGETS.schema(), 3, 3, true));
        var sentence = AppSentences.selection(readings, selection);
        assertThat(sentence.text())
                .isEqualTo("Reading 2 of 4 orders, all 3 targets: Region is North, Owner is Ada, Owner is Ada.");
        assertThat(sentence.parts().stream().map(part -> part.control()).filter(each -> each != null))
                .containsExactly("filter:region", "filter:plan:owner", "mark:owners");
        assertThat(AppSentences.selection(readings, Selection.NONE).text())
                .isEqualTo("Reading 2 of 4 orders, all 3 targets.");
        assertThat(AppSentences.selection(
                                List.of(
                                        new AppSentences.Reading(PARTS.get(0), ORDERS.schema(), 4, 4, false),
                                        readings.get(1)),
                                Selection.NONE)
                        .text())
                .isEqualTo("Reading all 3 targets.");
    }

    @Test
    void everyFilterSaysTheSameOfOtherColumns() {
        Between between = Between.of("a", "1", "2");
        Map<Filter, Filter> moved = Map.of(
                OneOf.of("a", "x"),
                OneOf.of("a2", "x"),
                between,
                Between.of("a2", "1", "2"),
                new DateRange("a", null, null, true),
                new DateRange("a2", null, null, true),
                new Containing("a", "x"),
                new Containing("a2", "x"),
                new HasAll("a", List.of("x")),
                new HasAll("a2", List.of("x")),
                new Both(between, Between.of("b", "3", "4")),
                new Both(Between.of("a2", "1", "2"), Between.of("b2", "3", "4")),
                new TextSearch(List.of("a", "b"), "x"),
                new TextSearch(List.of("a2", "b2"), "x"),
                new ExpressionFilter("a > 1"),
                new ExpressionFilter("a > 1"));
        moved.forEach(
                (from, to) -> assertThat(from.over(column -> column + "2")).isEqualTo(to));
    }

    private static void refused(App app, String why) {
        assertThatThrownBy(app::validate).isInstanceOf(UserException.class).hasMessageContaining(why);
    }

    @Test
    void whatDoesNotHoldTogetherIsRefused() {
        APP.validate();
        refused(APP.reading(List.of()), "no dataset named “plan”");
        AppDataset plan = APP.furtherDatasets().get(0);
        refused(APP.reading(List.of(plan, plan)), "same name");
        refused(APP.reading(List.of(plan, new AppDataset("x y", "d", ""))), "name");
        refused(
                APP.withFilters(List.of(REGION, new FilterSpec("area", FilterSpec.Kind.VALUES, "plan", null))),
                "“area”");
        refused(
                APP.withFilters(List.of(new FilterSpec(
                        "region", FilterSpec.Kind.VALUES, null, List.of(new FilterSpec.Also(null, "day"))))),
                "two columns of one dataset");
        NamedMeasure sum = new NamedMeasure("m", "Sold", new Measure(Aggregate.SUM, "amount"), null, null, null);
        List<View> views = new ArrayList<>(APP.views());
        views.set(2, TARGET.withMeasure("m", sum.measure()));
        refused(APP.with(List.of(sum), List.of()).withViews(views), "“Sold” is made of another dataset");
        Choice choice = new Choice(
                "c",
                "Which",
                Choice.Kind.MEASURE,
                List.of(Option.of("o1", Measure.ROWS), Option.of("o2", new Measure(Aggregate.SUM, "amount"))),
                null,
                List.of("sales", "target"));
        refused(APP.with(List.of(), List.of(choice)), "different datasets");
    }

    @Test
    void anAppOfOneDatasetIsItsOwnPart() {
        App single = new App(
                2, "Sales", "orders", List.of(new FilterSpec("region", FilterSpec.Kind.VALUES)), List.of(SALES));
        assertThat(DatasetPart.of(single))
                .singleElement()
                .satisfies(part -> assertThat(part.app()).isSameAs(single));
    }
}
