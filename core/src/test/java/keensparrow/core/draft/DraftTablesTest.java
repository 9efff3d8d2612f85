package keensparrow.core.draft;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.app.App;
import keensparrow.core.app.AppQuestions;
import keensparrow.core.app.AppSentences;
import keensparrow.core.app.PageRequest;
import keensparrow.core.app.Selection;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.view.View;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.profile.Profile;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** First apps of tables of twenty shapes, each as a careful analyst would sign it. */
class DraftTablesTest {
    private static final String[] COUNTRIES = {"France", "Ghana", "Japan", "Brazil", "Norway"};

    private static String rows(String headings, int count, IntFunction<String> row) {
        return IntStream.range(0, count).mapToObj(row).collect(Collectors.joining("\n", headings + "\n", "\n"));
    }

    private static final String PANEL = rows(
            "country,year,population,life expectancy",
            60,
            i -> COUNTRIES[i % 5] + "," + (2000 + i / 5) + "," + (1000 + i * 10) + "," + (60.5 + i % 9));

    static Stream<Arguments> tables() {
        return Stream.of(
                Arguments.of(
                        "panel",
                        PANEL,
                        List.of(
                                "Distinct values of country",
                                "Sum of population at the last year",
                                "Average of life expectancy"),
                        List.of(
                                "Sum of population at the last year by year, split by country, as lines.",
                                "Sum of population at the last year by country, ten largest and Other, as bars."),
                        "country"),
                Arguments.of(
                        "yearly series",
                        rows("Year,Price index", 40, i -> (1980 + i) + "," + (90.5 + i)),
                        List.of("Number of rows", "Average of Price index"),
                        List.of(
                                "Average of Price index by year, as lines.",
                                "Average of Price index, change from the period before by year, as lines."),
                        null),
                Arguments.of(
                        "monthly series",
                        rows(
                                "Month,Sales",
                                36,
                                i -> (2022 + i / 12) + "-" + (101 + i % 12 + "").substring(1) + "," + i * 7),
                        List.of("Number of rows", "Sum of Sales"),
                        List.of("Sum of Sales by month, as lines.", "Sum of Sales by year, as bars."),
                        null),
                Arguments.of(
                        "one moment, named rows",
                        rows(
                                "Station,Region,Passengers",
                                30,
                                i -> "S" + (char) ('a' + i % 26) + i + "x y,r" + i % 4 + "," + i * i),
                        List.of("Number of rows", "Sum of Passengers"),
                        List.of(
                                "Sum of Passengers by Region, six largest and Other, as bars.",
                                "Number of rows by Region, six largest and Other, as bars."),
                        "Station"),
                Arguments.of(
                        "named rows without a category",
                        rows(
                                "Film,Rating",
                                25,
                                i -> "The " + "abcdefghijklmnopqrstuvwxyz".charAt(i) + " film," + (3.5 + i % 5)),
                        List.of("Number of rows", "Average of Rating"),
                        List.of("Average of Rating by Film, ten largest and Other, as bars."),
                        "Film"),
                Arguments.of(
                        "survey with codes",
                        rows("Class,Rating,Age", 200, i -> 1 + i % 3 + "," + (1 + i % 5) + "," + (20 + i * 7 % 50)),
                        List.of("Number of rows", "Average of Rating", "Average of Age"),
                        List.of(
                                "Average of Rating by Class, in their own order, as bars.",
                                "Average of Age by Class, in their own order, as bars."),
                        null),
                Arguments.of(
                        "no numbers",
                        rows("Topic,Status", 50, i -> "topic " + i % 9 + "," + (i % 2 == 0 ? "open" : "closed")),
                        List.of("Number of rows", "Distinct values of Topic", "Distinct values of Status"),
                        List.of(
                                "Number of rows by Topic, six largest and Other, as bars.",
                                "Number of rows by Status, six largest and Other, as bars."),
                        null),
                Arguments.of("one row", "Name,Amount\nx,5\n", List.of("Number of rows"), List.of(), null),
                Arguments.of(
                        "one column", "Amount\n5\n7\n", List.of("Number of rows", "Sum of Amount"), List.of(), null),
                Arguments.of(
                        "all blank",
                        "a,b\n,\n,\n,\n".replace(",\n", "-,\n"),
                        List.of("Number of rows"),
                        List.of(),
                        null));
    }

    private static App draft(Table table) {
        Profile profile = Profile.of(table);
        App app =
                FirstDraft.of(table.schema(), profile, "Title", FirstDraft.nounFor(table.schema(), profile, "things"));
        app.validate();
        return app;
    }

    private static List<String> sentences(App app, Table table, boolean figures) {
        return app.views().stream()
                .filter(view -> view.kind() != View.Kind.TABLE && (view.kind() == View.Kind.FIGURE) == figures)
                .map(view -> AppSentences.view(view, app, table.schema()).text())
                .map(text -> text.replace(", as a figure.", "").replace("things", "rows"))
                .toList();
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("tables")
    void figuresAndChartsMeanSomething(
            String shape, String text, List<String> figures, List<String> charts, String named) {
        Table table = TextRows.table(text);
        App app = draft(table);
        assertThat(sentences(app, table, true)).as(shape).startsWith(figures.toArray(String[]::new));
        assertThat(sentences(app, table, false)).as(shape).startsWith(charts.toArray(String[]::new));
        View rows = app.views().get(app.views().size() - 1);
        assertThat(rows.kind()).isEqualTo(View.Kind.TABLE);
        assertThat(rows.columns()).isNotEmpty();
        if (named != null) {
            assertThat(table.schema().get(rows.columns().get(0)).label()).isEqualTo(named);
        }
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("tables")
    void nothingIsAddedUpThatDoesNotAddUpAndNoViewRepeatsAnother(
            String shape, String text, List<String> figures, List<String> charts, String named) {
        Table table = TextRows.table(text);
        App app = draft(table);
        for (View view : app.views()) {
            boolean sum = view.measure() != null && view.measure().aggregate() == Aggregate.SUM;
            assertThat(!sum || adds(table.schema().get(view.measure().column())))
                    .as(shape)
                    .isTrue();
        }
        assertThat(app.views().stream().map(view -> view.kind() + " " + view.measure() + view.by() + view.columns()))
                .doesNotHaveDuplicates();
        new MemoryEngine(table)
                .answer(
                        AppQuestions.of(
                                app,
                                new PageRequest(Selection.NONE, null, java.util.Map.of(), java.util.Map.of(), true)),
                        answered -> assertThat(answered.failure()).as(shape).isNull(),
                        () -> false);
    }

    private static boolean adds(ColumnInfo info) {
        return info.additivity() != null && info.additivity().kind() == Additivity.Kind.SUM;
    }

    @Test
    void filtersAreTimeCategoriesAndTheChiefMeasure() {
        App app = draft(TextRows.table(PANEL));
        assertThat(app.filters())
                .containsExactly(
                        new FilterSpec("country", FilterSpec.Kind.VALUES),
                        new FilterSpec("year", FilterSpec.Kind.DATES),
                        new FilterSpec("population", FilterSpec.Kind.RANGE),
                        new FilterSpec("life_expectancy", FilterSpec.Kind.RANGE));
    }

    /** Names that repeat, and notes: only the notes are better last. */
    @Test
    void columnsOfTheTableAreInTheOrderOfTheFileButForLongTexts() {
        Table table = TextRows.table(rows(
                "country,remark,fabric,height",
                900,
                i -> COUNTRIES[i % 5] + "," + "what somebody wrote about this at length ".repeat(2) + i + ",wool "
                        + i * 11 % 700 + "," + i * 13 % 701));
        List<View> views = draft(table).views();
        assertThat(views.get(views.size() - 1).columns()).containsExactly("country", "fabric", "height", "remark");
    }

    @Test
    void rowsAreCalledAfterTheFileOnlyWhereEachIsOneOfThose() {
        Table each = TextRows.table("id,amount\nA1,1\nA2,2\nA3,5\n");
        assertThat(FirstDraft.nounFor(each.schema(), Profile.of(each), "orders"))
                .isEqualTo("orders");
        Table lines = TextRows.table("order,amount\nA1,1\nA1,2\nA3,5\n");
        assertThat(FirstDraft.nounFor(lines.schema(), Profile.of(lines), "orders"))
                .isEqualTo("rows");
        Table cities = TextRows.table("city,amount\nOslo,1\nRome,2\nBari,5\n");
        assertThat(FirstDraft.nounFor(cities.schema(), Profile.of(cities), "totals"))
                .isEqualTo("rows");
        assertThat(FirstDraft.nounFor(cities.schema(), Profile.of(cities), "cities"))
                .isEqualTo("cities");
        Table tagged = TextRows.table("id,tags\nA1,x\nA2,y\nA3,x\n");
        assertThat(FirstDraft.nounFor(tagged.schema(), Profile.of(tagged), "tags"))
                .isEqualTo("rows");
        Table panel = TextRows.table(PANEL);
        assertThat(FirstDraft.nounFor(panel.schema(), Profile.of(panel), "countries"))
                .isEqualTo("rows");
    }

    @Test
    void aBirthIsNotTheAxisWhereThereIsABetterOne() {
        Table table = TextRows.table(
                rows("Born,Visit,Amount", 60, i -> (1950 + i % 40) + ",2026-01-" + (10 + i % 20) + "," + i));
        View lines = draft(table).views().stream()
                .filter(view -> view.kind() == View.Kind.LINES)
                .findFirst()
                .orElseThrow();
        assertThat(lines.by().column()).isEqualTo("visit");
    }

    @Test
    void noLinesAreSplitByWhatFollowsOneAnotherInTime() {
        Table months = TextRows.table(rows(
                "Date,Revenue,Phase,Line",
                60,
                i -> "2025-0" + (1 + i / 20) + "-" + (10 + i % 20) + "," + (100 + i) + ",part " + "abc".charAt(i / 20)
                        + ",line " + "xy".charAt(i % 2)));
        assertThat(Profile.of(months).spans()).containsExactly("phase");
        View lines = draft(months).views().stream()
                .filter(view -> view.kind() == View.Kind.LINES)
                .findFirst()
                .orElseThrow();
        assertThat(lines.split()).isEqualTo("line");
    }

    @Test
    void ofColumnsForEachYearTheLatestIsShown() {
        Table table = TextRows.table(rows(
                "Country,2019,2020,2021",
                8,
                i -> "land " + "abcdefgh".charAt(i) + "," + i + ".5," + i * 2 + ".5," + i * 3 + ".5"));
        assertThat(sentences(draft(table), table, true)).contains("Average of 2021");
    }

    @Test
    void threeHundredColumnsGiveAPageOfAFew() {
        String headings = IntStream.range(0, 300).mapToObj(i -> "n" + i).collect(Collectors.joining(","));
        String row = IntStream.range(0, 300).mapToObj(i -> i + ".5").collect(Collectors.joining(","));
        Table table = TextRows.table(headings + "\n" + row + "\n" + row.replace(".5", ".25") + "\n");
        App app = draft(table);
        assertThat(app.views()).hasSizeLessThanOrEqualTo(9);
        assertThat(app.filters()).hasSizeLessThanOrEqualTo(7);
    }
}
