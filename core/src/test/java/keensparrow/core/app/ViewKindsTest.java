package keensparrow.core.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.Place;
import keensparrow.core.app.view.TableSlice;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.app.view.ViewSettings;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.group.GroupKey;
import keensparrow.core.group.TimeStep;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

/** What each kind of view asks, against numbers worked out by hand. */
class ViewKindsTest {
    /** Two towns, two kinds, numbers 1 to 8. */
    private static final Table TABLE = TextRows.table("""
            town,kind,n,m,day
            Oslo,a,1,10,2025-01-05
            Oslo,a,2,20,2025-02-05
            Oslo,b,3,30,2025-03-05
            Rome,a,4,40,2025-01-06
            Rome,b,5,50,2025-02-06
            Rome,b,6,60,2025-03-06
            Bari,a,7,70,2025-03-07
            Bari,b,8,80,2025-03-31
            """);

    private static final Place PLACE = new Place(0, 0, 6, 4);
    private static final Measure SUM = new Measure(Aggregate.SUM, "n");
    private static final Measure MEAN = new Measure(Aggregate.AVERAGE, "n");
    private static final GroupBy TOWN = new GroupBy("town", null);
    private static final GroupBy KIND = new GroupBy("kind", null);

    private static View view(View.Kind kind, Measure measure, GroupBy by) {
        return new View("v", "", kind, measure, by, null, 0, List.of(), List.of(), PLACE);
    }

    private static App app(View view) {
        return new App(App.FORMAT, "t", "rows", List.of(), List.of(view));
    }

    private static Answer.Groups answer(View view) {
        app(view).validate();
        List<Answer> answers = new ArrayList<>();
        new MemoryEngine(TABLE)
                .answer(
                        AppQuestions.of(app(view), new PageRequest(Selection.NONE, null, Map.of(), Map.of(), false)),
                        answered -> {
                            assertThat(answered.failure()).isNull();
                            if (answered.id().equals("view:v")) {
                                answers.add(answered.answer());
                            }
                        },
                        () -> false);
        return (Answer.Groups) answers.get(0);
    }

    /** Values of a measure by the names of their groups. */
    private static Map<String, String> values(Answer.Groups answer, int measure) {
        Map<String, String> values = new TreeMap<>();
        int cell = 0;
        for (GroupKey a : answer.axis()) {
            for (GroupKey s : answer.splits()) {
                for (GroupKey p : answer.panels()) {
                    BigDecimal value = answer.measures().get(measure).values().get(cell++);
                    if (value != null) {
                        values.put(name(a) + name(s) + name(p), plain(value));
                    }
                }
            }
        }
        return values;
    }

    private static String name(GroupKey key) {
        return key.isOther() ? " Other" : key.value() == null || key.value().isEmpty() ? "" : " " + key.value();
    }

    private static String plain(BigDecimal value) {
        return value.setScale(2, RoundingMode.HALF_UP).stripTrailingZeros().toPlainString();
    }

    private static List<String> plain(List<BigDecimal> values) {
        return values.stream().map(ViewKindsTest::plain).toList();
    }

    @Test
    void aSummaryHasARowForEachPairAndTotalsOfTheirRows() {
        Answer.Groups answer =
                answer(view(View.Kind.SUMMARY, SUM, TOWN).besides(List.of(MEAN)).grouped(KIND, null));
        assertThat(values(answer, 0))
                .isEqualTo(Map.of(
                        " Oslo a", "3", " Oslo b", "3", " Rome a", "4", " Rome b", "11", " Bari a", "7", " Bari b",
                        "8"));
        assertThat(values(answer, 1)).containsEntry(" Oslo a", "1.5").containsEntry(" Rome b", "5.5");
        Answer.Totals means = answer.measures().get(1).totals();
        assertThat(plain(means.all())).isEqualTo("4.5"); // of all rows, not of the groups' averages
        assertThat(plain(means.axis())).containsExactly("7.5", "5", "2"); // Bari 15, Rome 15, Oslo 6
    }

    @Test
    void aTwoWayTableHasTotalsOfRowsAndColumns() {
        Answer.Groups answer = answer(view(View.Kind.TWO_WAY, MEAN, TOWN).grouped(KIND, null));
        Answer.Totals totals = answer.measures().get(0).totals();
        Map<String, String> columns = new TreeMap<>();
        for (int s = 0; s < answer.splits().size(); s++) {
            columns.put(answer.splits().get(s).value(), plain(totals.splits().get(s)));
        }
        assertThat(columns).isEqualTo(Map.of("a", "3.5", "b", "5.5")); // 14/4 and 22/4
        assertThat(values(answer, 0)).containsEntry(" Bari b", "8").containsEntry(" Oslo a", "1.5");
    }

    @Test
    void boxesAreQuartilesOfTheValuesThemselves() {
        View boxes = view(View.Kind.BOX, new Measure(Aggregate.MEDIAN, "m"), KIND);
        Answer.Groups answer = answer(boxes);
        // a: 10 20 40 70; b: 30 50 60 80; interpolated linearly between neighbours
        assertThat(values(answer, 0)).isEqualTo(Map.of(" a", "30", " b", "55"));
        assertThat(values(answer, 2)).isEqualTo(Map.of(" a", "17.5", " b", "45"));
        assertThat(values(answer, 3)).isEqualTo(Map.of(" a", "47.5", " b", "65"));
        assertThat(values(answer, 1)).isEqualTo(Map.of(" a", "11.5", " b", "33"));
        assertThat(values(answer, 4)).isEqualTo(Map.of(" a", "65.5", " b", "77"));
        assertThat(values(answer, 5)).isEqualTo(Map.of(" a", "10", " b", "30"));
        assertThat(values(answer, 6)).isEqualTo(Map.of(" a", "70", " b", "80"));
        assertThat(values(answer, 7)).isEqualTo(Map.of(" a", "4", " b", "4"));
    }

    @Test
    void panelsOfBarsAreAThirdGrouping() {
        View split =
                view(View.Kind.BARS, SUM, TOWN).withSplit("kind").grouped(null, new GroupBy("day", TimeStep.MONTH));
        assertThat(values(answer(split), 0))
                .containsEntry(" Oslo a 2025-01-01", "1")
                .containsEntry(" Rome b 2025-02-01", "5")
                .containsEntry(" Bari b 2025-03-01", "8");
        assertThat(AppSentences.view(split, app(split), TABLE.schema()).text())
                .isEqualTo("Sum of n by town, split by kind, a panel for each month, as bars.");
        View plain =
                view(View.Kind.LINES, SUM, new GroupBy("day", TimeStep.MONTH)).grouped(null, KIND);
        assertThat(values(answer(plain), 0))
                .isEqualTo(Map.of(
                        " 2025-01-01 a",
                        "5",
                        " 2025-02-01 a",
                        "2",
                        " 2025-03-01 a",
                        "7",
                        " 2025-01-01 b",
                        "0",
                        " 2025-02-01 b",
                        "5",
                        " 2025-03-01 b",
                        "17"));
    }

    @Test
    void aFigureWithACourseCountsAllRowsAndEachPeriod() {
        View figure = view(View.Kind.FIGURE, MEAN, new GroupBy("day", TimeStep.MONTH))
                .drawn(ViewSettings.comparing(ViewSettings.Comparison.BEFORE));
        Answer.Groups answer = answer(figure);
        assertThat(plain(answer.measures().get(0).totals().all())).isEqualTo("4.5");
        assertThat(values(answer, 0)).isEqualTo(Map.of(" 2025-01-01", "2.5", " 2025-02-01", "3.5", " 2025-03-01", "6"));
        assertThat(AppSentences.view(figure, app(figure), TABLE.schema()).text())
                .isEqualTo("Average of n, with its course by month and the latest compared with the one before,"
                        + " as a figure.");
    }

    @Test
    void aRingHasAtMostSevenPartsOfWhatAddsUp() {
        String rows = "name,n\n";
        for (int i = 0; i < 12; i++) {
            rows += "part " + "abcdefghijkl".charAt(i) + "," + (i + 1) + "\n" + "part " + "abcdefghijkl".charAt(i)
                    + ",0\n";
        }
        Table many = TextRows.table(rows);
        View ring = view(View.Kind.SHARES, SUM, new GroupBy("name", null));
        Answer.Groups[] found = new Answer.Groups[1];
        new MemoryEngine(many)
                .answer(
                        AppQuestions.of(app(ring), new PageRequest(Selection.NONE, null, Map.of(), Map.of(), false)),
                        answered -> found[0] = answered.answer() instanceof Answer.Groups groups
                                        && answered.id().equals("view:v")
                                ? groups
                                : found[0],
                        () -> false);
        assertThat(found[0].axis()).hasSize(7);
        assertThat(found[0].axis().get(6).merged()).isEqualTo(6);
        assertThat(plain(found[0].measures().get(0).values().get(6))).isEqualTo("21"); // 1 to 6
        assertThat(view(View.Kind.SHARES, MEAN, TOWN).kind().definition().fault(view(View.Kind.SHARES, MEAN, TOWN)))
                .contains("does not add up");
    }

    @Test
    void anAverageToSeeNumbersAgainstIsOfAllRowsWhereNumbersDoNotAddUp() {
        ViewSettings average = ViewSettings.USUAL.against(new ViewSettings.Reference(null, null));
        Answer.Groups mean = answer(view(View.Kind.BARS, MEAN, TOWN).drawn(average));
        assertThat(plain(mean.measures().get(0).totals().all()))
                .isEqualTo(plain(answer(view(View.Kind.FIGURE, MEAN, null))
                        .measures()
                        .get(0)
                        .values()
                        .get(0)));
        assertThat(answer(view(View.Kind.BARS, SUM, TOWN).drawn(average))
                        .measures()
                        .get(0)
                        .totals())
                .isNull(); // the mean of the bars, which the page makes of them
    }

    @Test
    void aPictureIsOneThatWasUploadedWithFewWords() {
        ViewKind kind = View.Kind.PICTURE.definition();
        View blank = view(View.Kind.PICTURE, null, null);
        assertThat(kind.fault(blank)).isNull();
        assertThat(kind.fault(blank.drawn(ViewSettings.USUAL.picturing(new ViewSettings.Picture("../x", null, null)))))
                .contains("none that was uploaded");
        View wordy = blank.drawn(ViewSettings.USUAL.picturing(new ViewSettings.Picture("x", "a".repeat(2001), null)));
        assertThat(kind.fault(wordy)).contains("at most 2000 characters");
    }

    @Test
    void boxesTellTheirOutermostRowsByName() {
        View boxes = view(View.Kind.BOX, new Measure(Aggregate.MEDIAN, "n"), TOWN);
        assertThat(boxes.kind().definition().showsRows(boxes)).isFalse();
        View named = boxes.withColumns(List.of("kind"));
        assertThat(named.kind().definition().showsRows(named)).isTrue();
        assertThat(AppSentences.view(named, app(named), TABLE.schema()).text())
                .contains("the three outermost on either side, named by kind");
        Question.Extremes asked = (Question.Extremes) named.kind().definition().beside(named);
        assertThat(asked.columns()).containsExactly("n", "kind");
        assertThat(asked.of()).isEqualTo(named.kind().definition().ask(named, TableSlice.FIRST));
    }

    @Test
    void aTextQuotesFormulasInTheirOrder() {
        View text = view(View.Kind.TEXT, null, null)
                .drawn(ViewSettings.ofText("All {{count(*)}}: {{sum(m) / sum(n)}} each, {{ max(n) }} at most {{}}."));
        Answer.Groups answer = answer(text);
        assertThat(answer.measures().stream().map(each -> plain(each.values().get(0))))
                .containsExactly("8", "8", "10", "8");
    }

    @Test
    void tablesOfSeveralMeasuresListWhatTheyShow() {
        View summary = view(View.Kind.SUMMARY, SUM, TOWN).besides(List.of(MEAN)).grouped(KIND, null);
        ViewTable table = ViewTable.of(summary, answer(summary), app(summary), TABLE.schema());
        assertThat(table.headings()).containsExactly("town", "kind", "n", "Average of n");
        assertThat(table.rows()).hasSize(6).contains(List.of("Rome", "b", "11", "5.5"));
        View grid = view(View.Kind.GRID, SUM, TOWN).grouped(KIND, null);
        ViewTable wide = ViewTable.of(grid, answer(grid), app(grid), TABLE.schema());
        assertThat(wide.headings()).containsExactly("town", "a", "b");
        assertThat(wide.rows()).contains(List.of("Oslo", "3", "3"));
        View panels =
                view(View.Kind.BARS, SUM, TOWN).withSplit("kind").grouped(null, new GroupBy("day", TimeStep.MONTH));
        ViewTable listed = ViewTable.of(panels, answer(panels), app(panels), TABLE.schema());
        assertThat(listed.headings()).containsExactly("town", "kind", "day", "n by town, kind and month");
        assertThat(listed.rows()).contains(List.of("Bari", "b", "2025-03", "8"));
    }

    @Test
    void aMapPutsEachGroupInTheMiddleOfItsRows() {
        Answer.Groups answer = answer(view(View.Kind.MAP, SUM, KIND).drawn(ViewSettings.at("n", "m")));
        assertThat(values(answer, 0)).isEqualTo(Map.of(" a", "14", " b", "22"));
        assertThat(values(answer, 1)).isEqualTo(Map.of(" a", "3.5", " b", "5.5"));
        assertThat(values(answer, 2)).isEqualTo(Map.of(" a", "35", " b", "55"));
        assertThat(fault(view(View.Kind.MAP, SUM, KIND))).contains("latitude and longitude");
    }

    @Test
    void whatAKindNeedsIsSaidWhereItIsMissing() {
        assertThat(fault(view(View.Kind.GRID, SUM, TOWN))).contains("second grouping");
        assertThat(fault(view(View.Kind.TWO_WAY, SUM, TOWN))).contains("second grouping");
        assertThat(fault(view(View.Kind.DOTS, SUM, TOWN))).contains("second measure");
        assertThat(fault(view(View.Kind.BOX, SUM, TOWN))).contains("median of a number");
        assertThat(fault(view(View.Kind.SUMMARY, SUM, null))).contains("needs something to group by");
        assertThat(fault(view(View.Kind.FIGURE, SUM, null))).isNull();
    }

    private static String fault(View view) {
        return view.kind().definition().fault(view);
    }

    @Test
    void whatIsMarkedInAViewIsOfItsOwnColumns() {
        assertThat(markable(view(View.Kind.BARS, SUM, TOWN).withSplit("kind")))
                .containsExactlyInAnyOrder("town", "kind");
        assertThat(markable(view(View.Kind.TWO_WAY, SUM, TOWN).grouped(KIND, null)))
                .containsExactlyInAnyOrder("town", "kind");
        assertThat(markable(view(View.Kind.TABLE, SUM, null).withColumns(List.of("town", "n"))))
                .containsExactly("town", "n");
        assertThat(markable(view(View.Kind.MAP, SUM, TOWN).drawn(ViewSettings.at("n", "m"))))
                .containsExactlyInAnyOrder("town", "n", "m");
        GroupBy up = new GroupBy("n", null, null, true, null);
        assertThat(markable(view(View.Kind.ROW_DOTS, SUM, up)
                        .grouped(new GroupBy("m", null, null, true, null), null)
                        .withSplit("kind")))
                .containsExactlyInAnyOrder("n", "m", "kind");
        assertThat(markable(view(View.Kind.FIGURE, SUM, null))).isEmpty();
    }

    private static List<String> markable(View view) {
        return view.kind().definition().markable(view);
    }
}
