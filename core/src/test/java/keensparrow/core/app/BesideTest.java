package keensparrow.core.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.NamedMeasure;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.Place;
import keensparrow.core.app.view.TableSlice;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewSettings;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.OneOf;
import keensparrow.core.question.Answer;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Numbers beside a view's own: of what is marked elsewhere, of all rows; and apps that are about some rows alone. */
class BesideTest {
    private static final Table TABLE = TextRows.table("""
            Route,Class,Fare,Cancelled
            A,Seat,10,no
            A,Sleeper,30,no
            B,Seat,20,no
            B,Seat,40,yes
            C,Sleeper,50,no
            D,Seat,5,no
            """);
    private static final Place PLACE = new Place(0, 0, 6, 4);
    private static final Measure FARES = new Measure(Aggregate.SUM, "fare");

    private static View view(String id, View.Kind kind, String column) {
        GroupBy by = column.isEmpty() ? null : new GroupBy(column, null);
        return new View(id, "", kind, FARES, by, null, 2, List.of(), List.of(), PLACE);
    }

    private static final View ROUTES = view("routes", View.Kind.BARS, "route");
    private static final View CLASSES = view("classes", View.Kind.BARS, "class");
    private static final View RING = view("ring", View.Kind.SHARES, "route");
    private static final View FIGURE =
            view("figure", View.Kind.FIGURE, "").drawn(ViewSettings.comparing(ViewSettings.Comparison.ALL));
    private static final App APP = new App(App.FORMAT, "t", "runs", List.of(), List.of(ROUTES, CLASSES, RING, FIGURE));
    private static final Selection SLEEPERS = new Selection(
            List.of(), List.of(new Selection.Mark("classes", new OneOf("class", List.of("Sleeper"), false, false))));

    /** What each question is answered with: the groups and their numbers. */
    private static Map<String, String> answers(App app, boolean highlight) {
        Map<String, String> answers = new HashMap<>();
        PageRequest request = new PageRequest(SLEEPERS, null, Map.of(), Map.of(), Set.of(), false, highlight);
        new MemoryEngine(TABLE)
                .answer(
                        AppQuestions.of(app, request),
                        answered -> {
                            Answer.Groups groups = (Answer.Groups) answered.answer();
                            StringBuilder said = new StringBuilder();
                            for (int a = 0; a < groups.axis().size(); a++) {
                                String name = groups.axis().get(a).isOther()
                                        ? "Other"
                                        : groups.axis().get(a).value();
                                said.append(name)
                                        .append(' ')
                                        .append(groups.measures()
                                                .get(0)
                                                .values()
                                                .get(a))
                                        .append(' ');
                            }
                            answers.put(answered.id(), said.toString().strip());
                        },
                        () -> false);
        return answers;
    }

    @Test
    void marksNarrowTheOtherViews() {
        Map<String, String> answers = answers(APP, false);
        assertThat(answers).containsEntry("view:routes", "C 50 A 30").doesNotContainKey("beside:routes");
        assertThat(answers).containsEntry("view:classes", "Sleeper 80 Seat 75");
        assertThat(answers).containsEntry("view:ring", "C 50 A 30");
    }

    @Test
    void whereMarksHighlightAllRowsStayAndThePartIsBesideThem() {
        Map<String, String> answers = answers(APP, true);
        assertThat(answers).containsEntry("view:routes", "B 60 C 50 Other 45");
        assertThat(answers).containsEntry("beside:routes", "C 50 A 30");
        assertThat(answers).containsEntry("view:classes", "Sleeper 80 Seat 75").doesNotContainKey("beside:classes");
        assertThat(answers).containsEntry("view:ring", "C 50 A 30").doesNotContainKey("beside:ring");
        assertThat(answers.get("reading")).endsWith("2");
    }

    @Test
    void aFigureIsSeenAgainstAllRows() {
        Map<String, String> answers = answers(APP, false);
        assertThat(answers.get("view:figure")).endsWith("80");
        assertThat(answers.get("beside:figure")).endsWith("155");
        assertThat(AppSentences.view(FIGURE, APP, TABLE.schema()).text())
                .isEqualTo("Sum of Fare, compared with all rows, as a figure.");
    }

    @Test
    void aConditionOfTheAppNarrowsEverything() {
        App app = APP.where("not cancelled");
        app.validate();
        Map<String, String> answers = answers(app, true);
        assertThat(answers).containsEntry("view:routes", "C 50 A 40 Other 25");
        assertThat(answers.get("beside:figure")).endsWith("115");
        assertThat(answers.get("reading")).endsWith("2");
        assertThat(AppSentences.selection(app, TABLE.schema(), Selection.NONE, 4, 4)
                        .text())
                .isEqualTo("Reading all 4 runs where not cancelled.");
        assertThat(AppQuestions.narrowing(app, ROUTES, Selection.NONE)).hasSize(1);
        assertThat(DatasetPart.of(app.reading(List.of(new AppDataset("d2", "x", "targets", "fare > 2"))))
                        .get(1)
                        .app()
                        .condition())
                .isEqualTo("fare > 2");
    }

    @Test
    void totalsOfATableAreOfAllRowsThatAreRead() {
        View table = new View("table", "", View.Kind.TABLE, null, null, null, 0, List.of("route"), List.of(), PLACE)
                .besides(List.of(FARES, Measure.ROWS));
        App app = new App(App.FORMAT, "t", "runs", List.of(), List.of(table, CLASSES));
        app.validate();
        List<Object> totals = new java.util.ArrayList<>();
        new MemoryEngine(TABLE)
                .answer(
                        AppQuestions.of(app, new PageRequest(SLEEPERS, List.of("table"), Map.of(), Map.of(), false)),
                        answered -> {
                            if (answered.id().equals("beside:table")) {
                                ((Answer.Groups) answered.answer())
                                        .measures()
                                        .forEach(measure -> totals.add(
                                                measure.values().get(0).intValue()));
                            }
                        },
                        () -> false);
        assertThat(totals).containsExactly(80, 2);
        assertThat(AppSentences.view(table, app, TABLE.schema()).text())
                .isEqualTo("Rows with Route, below them sum of Fare and number of runs, as a table.");
    }

    @Test
    void behindTheTotalsStandTheLeastAndTheLargestOfColumnsWhoseCellsShowHowLargeTheyAre() {
        View table = new View("t", "", View.Kind.TABLE, null, null, null, 0, List.of("route", "fare"), List.of(), PLACE)
                .besides(List.of(FARES))
                .drawn(ViewSettings.USUAL.withCells(
                        new ViewSettings.Cells(List.of("fare"), List.of("fare", "hidden"))));
        App app = new App(App.FORMAT, "t", "runs", List.of(), List.of(table))
                .with(List.of(new NamedMeasure("m1", "Takings", FARES, null, null, null)), List.of());
        List<Answer> beside = new ArrayList<>();
        PageRequest request = new PageRequest(Selection.NONE, null, Map.of(), Map.of(), false);
        new MemoryEngine(TABLE)
                .answer(
                        AppQuestions.of(app, request),
                        answered -> {
                            if (answered.id().equals(AppQuestions.besideId("t"))) {
                                beside.add(AnswerFormats.of(
                                        app, table, java.util.Objects.requireNonNull(answered.answer())));
                            }
                        },
                        () -> false);
        Answer.Groups groups = (Answer.Groups) beside.get(0);
        List<BigDecimal> fares =
                groups.measures().stream().map(each -> each.values().get(0)).toList();
        assertThat(fares).hasSize(3); // a column that the table does not show is not asked for
        assertThat(fares.get(1)).isEqualByComparingTo("5");
        assertThat(fares.get(2)).isEqualByComparingTo("50");
        assertThat(AppSentences.view(table, app, TABLE.schema()).text())
                .contains(", with bars in Fare, with colour in Fare, as a table.");
    }

    /** A dot a row by fare and size. */
    private static View dots(@Nullable String split) {
        GroupBy fare = new GroupBy("fare", null, null, true, null);
        GroupBy size = new GroupBy("size", null, null, true, null);
        return new View("dots", "", View.Kind.ROW_DOTS, null, fare, split, 0, List.of("route"), List.of(), PLACE)
                .grouped(size, null);
    }

    @Test
    void rowsAsDotsAreAskedWithTheFieldsThatTheyLieIn() {
        View dots = dots("class");
        Table sized = TextRows.table("""
                Route,Class,Fare,Size
                A,Seat,10,3
                B,Sleeper,30,4
                C,Seat,,5
                """);
        App app = new App(App.FORMAT, "t", "runs", List.of(), List.of(dots));
        app.validate();
        Map<String, Object> answers = new HashMap<>();
        new MemoryEngine(sized)
                .answer(
                        AppQuestions.of(app, new PageRequest(Selection.NONE, null, Map.of(), Map.of(), false)),
                        answered -> answers.put(answered.id(), answered.answer()),
                        () -> false);
        assertThat(((Answer.Rows) answers.get("beside:dots")).rows())
                .containsExactly(
                        List.of("3", "10", "Seat", "A"),
                        List.of("4", "30", "Sleeper", "B"),
                        java.util.Arrays.asList("5", null, "Seat", "C"));
        assertThat(((Answer.Groups) answers.get("view:dots")).rowCount()).isEqualTo(3);
        assertThat(AppSentences.view(dots, app, sized.schema()).text())
                .isEqualTo("Fare against Size, coloured by Class, named by Route, as a dot for each row.");
        assertThat(AppSentences.access(app, sized.schema())).contains("“Fare against Size”");
    }

    @Test
    void aPartOfTheDotsLookedAtCloserHasItsRowsAndFinerFields() {
        StringBuilder rows = new StringBuilder("Route,Fare,Size\n");
        for (int i = 0; i < 1000; i++) {
            rows.append("R")
                    .append(i)
                    .append(',')
                    .append(i)
                    .append(',')
                    .append(999 - i)
                    .append('\n');
        }
        Table sized = TextRows.table(rows.toString());
        View dots = dots(null);
        App app = new App(App.FORMAT, "t", "runs", List.of(), List.of(dots, ROUTES));
        TableSlice closer = new TableSlice(
                0, 50, null, null, List.of(Between.of("fare", "100", "119"), Between.of("size", "884", "2000")));
        Map<String, Object> answers = new HashMap<>();
        new MemoryEngine(sized)
                .answer(
                        AppQuestions.of(
                                app, new PageRequest(Selection.NONE, null, Map.of("dots", closer), Map.of(), false)),
                        answered -> answers.put(answered.id(), answered.answer()),
                        () -> false);
        assertThat(((Answer.Rows) answers.get("beside:dots")).rowCount()).isEqualTo(16); // fares 100 to 115
        Answer.Groups fields = (Answer.Groups) answers.get("view:dots");
        assertThat(fields.rowCount()).isEqualTo(16);
        assertThat(fields.axis())
                .extracting(key -> key.value() + " to " + key.to())
                .startsWith("100 to 101");
        assertThat(((Answer.Groups) answers.get("view:routes")).rowCount()).isEqualTo(1000);
    }

    @Test
    void onlyColumnsOfAViewNarrowItAlone() {
        App app = new App(App.FORMAT, "t", "runs", List.of(), List.of(ROUTES));
        TableSlice slice = new TableSlice(0, 50, null, null, List.of(Between.of("fare", "1", "2")));
        PageRequest request = new PageRequest(Selection.NONE, null, Map.of("routes", slice), Map.of(), false);
        assertThatThrownBy(() -> AppQuestions.of(app, request)).isInstanceOf(UserException.class);
    }

    @Test
    void whatStandsBesideIsNotAskedAgainForFurtherRowsNorGivenOfTooMany() {
        View table = new View("table", "", View.Kind.TABLE, null, null, null, 0, List.of("route"), List.of(), PLACE)
                .besides(List.of(FARES));
        App app = new App(App.FORMAT, "t", "runs", List.of(), List.of(table));
        PageRequest further =
                new PageRequest(Selection.NONE, null, Map.of("table", new TableSlice(200, 50, null)), Map.of(), false);
        assertThat(AppQuestions.of(app, further).asked())
                .extracting(asked -> asked.id())
                .containsExactly("reading", "view:table");
        Answer all = new Answer.Rows(2, 0, List.of("fare"), List.of(List.of("1"), List.of("2")));
        assertThat(View.Kind.ROW_DOTS.definition().besideGiven(all)).isSameAs(all);
        Answer some = new Answer.Rows(3000, 0, List.of("fare"), List.of(List.of("1"), List.of("2")));
        assertThat(((Answer.Rows) View.Kind.ROW_DOTS.definition().besideGiven(some)).rows())
                .isEmpty();
    }
}
