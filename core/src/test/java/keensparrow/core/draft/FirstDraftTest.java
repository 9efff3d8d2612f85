package keensparrow.core.draft;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.App;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.view.View;
import keensparrow.core.group.TimeStep;
import keensparrow.core.profile.Profile;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FirstDraftTest {
    private static App draft(Table table) {
        App app = FirstDraft.of(table.schema(), Profile.of(table), "Title", "rows");
        app.validate();
        return app;
    }

    private static Table departures() {
        StringBuilder text = new StringBuilder("id,date,route,class,passengers,delay,cancelled,note\n");
        for (int i = 0; i < 400; i++) {
            text.append("D")
                    .append(i)
                    .append(",2026-0")
                    .append(1 + i % 6)
                    .append("-1")
                    .append(i % 9)
                    .append(",route ")
                    .append(i % 24)
                    .append(i % 3 == 0 ? ",Seat" : ",Sleeper")
                    .append(",")
                    .append(20 + i % 70)
                    .append(",")
                    .append(i % 17)
                    .append(i % 50 == 0 ? ",yes" : ",no")
                    .append(",a note that is long enough to be read as text and never the same ")
                    .append(i)
                    .append("\n");
        }
        return TextRows.table(text.toString());
    }

    @Test
    void picksFiguresChartsTableAndFilters() {
        App app = draft(departures());
        assertThat(app.views().stream().map(view -> view.kind().name()).toList())
                .containsExactly("FIGURE", "FIGURE", "FIGURE", "FIGURE", "LINES", "BARS", "BARS", "BARS", "TABLE");
        assertThat(app.views())
                .extracting(View::measure)
                .startsWith(
                        Measure.ROWS,
                        new Measure(Aggregate.SUM, "passengers"),
                        new Measure(Aggregate.AVERAGE, "delay"),
                        new Measure(Aggregate.SHARE, "cancelled"));
        View lines = app.views().get(4);
        assertThat(lines.by().column()).isEqualTo("date");
        assertThat(lines.by().step()).isEqualTo(TimeStep.WEEK);
        assertThat(lines.split()).isEqualTo("class");
        View bars = app.views().get(5);
        assertThat(bars.by().column()).isEqualTo("route");
        assertThat(bars.measure()).isEqualTo(new Measure(Aggregate.SUM, "passengers"));
        assertThat(app.views().get(6).measure()).isEqualTo(new Measure(Aggregate.AVERAGE, "delay"));
        assertThat(app.filters())
                .contains(
                        new FilterSpec("route", FilterSpec.Kind.VALUES),
                        new FilterSpec("date", FilterSpec.Kind.DATES),
                        new FilterSpec("passengers", FilterSpec.Kind.RANGE),
                        new FilterSpec("class", FilterSpec.Kind.VALUES));
        assertThat(app.filters()).hasSizeLessThanOrEqualTo(7);
        assertThat(app.views().get(8).columns()).contains("id", "note").hasSize(8);
    }

    /** On each day there is one day of the week: lines of all seven would lie at zero on six days. */
    @Test
    void linesByDayAreNotSplitByDaysOfTheWeek() {
        StringBuilder days = new StringBuilder("date,day_of_week,births\n");
        for (int i = 0; i < 14; i++) {
            days.append("2014-12-")
                    .append(10 + i)
                    .append(',')
                    .append(1 + (i + 2) % 7)
                    .append(',')
                    .append(9000 + i * 311 % 1000)
                    .append('\n');
        }
        View lines = draft(TextRows.table(days.toString())).views().stream()
                .filter(view -> view.kind() == View.Kind.LINES)
                .findFirst()
                .orElseThrow();
        assertThat(lines.by().step()).isEqualTo(TimeStep.DAY);
        assertThat(lines.split()).isNull();
    }

    private static Optional<View> map(String text) {
        return draft(TextRows.table(text)).views().stream()
                .filter(view -> view.kind() == View.Kind.MAP)
                .findFirst();
    }

    /** A name lies at one place: in a table of towns, and in one of stations by year. */
    @Test
    void placesAreOnAMapWhereEachNameLiesAtOneOfThem() {
        String towns = """
                town,lat,lon,visitors
                Graz,47.07,15.44,100
                Linz,48.31,14.29,200
                Wels,48.16,14.03,300
                Enns,48.21,14.48,150
                """;
        View map = map(towns).orElseThrow();
        assertThat(map.by().column()).isEqualTo("town");
        assertThat(map.measure()).isEqualTo(new Measure(Aggregate.SUM, "visitors"));
        assertThat(List.of(map.drawing().latitude(), map.drawing().longitude())).containsExactly("lat", "lon");
        assertThat(map(towns + "Graz,51.20,10.10,50\n"))
                .as("two towns of one name")
                .isEmpty();
        View warm = map(towns.replace("visitors", "temperature")).orElseThrow();
        assertThat(warm.measure()).isEqualTo(Measure.ROWS); // what is averaged makes no dot larger
        assertThat(warm.others()).containsExactly(new Measure(Aggregate.AVERAGE, "temperature"));
        String stations = IntStream.range(0, 12)
                .mapToObj(i -> "S" + "abc".charAt(i % 3) + "tal," + (40 + i % 3) + ".5," + (10 + i % 3) + ".25,"
                        + (2020 + i / 3) + "," + i)
                .collect(Collectors.joining("\n", "station,latitude,longitude,year,rain\n", "\n"));
        assertThat(map(stations)).isPresent();
        assertThat(map(stations.replace("Satal,40.5,10.25,2021", "Satal,60.5,10.25,2021")))
                .as("a station that moved")
                .isEmpty();
    }

    @Test
    void aRowIsNamedByWhatComesOnceBeforeNamesOfOtherThings() {
        Table table = TextRows.table(IntStream.range(0, 40)
                .mapToObj(i -> "Land " + (char) ('a' + i / 26) + (char) ('a' + i % 26) + ",coin "
                        + "abcdefghijklmnop".charAt(i % 16))
                .collect(Collectors.joining("\n", "country,currency_name\n", "\n")));
        assertThat(RowName.of(table.schema(), Profile.of(table)).map(ColumnInfo::name))
                .contains("country");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '>', textBlock = """
            a\\n1\\n2                                > FIGURE FIGURE TABLE
            name\\nx\\ny\\nz                         > FIGURE TABLE
            kind\\na\\nb\\na\\nb                     > FIGURE FIGURE BARS TABLE
            day\\n2026-01-01\\n2026-01-02            > FIGURE LINES TABLE
            only\\n1\\n1                             > FIGURE TABLE
            x,y\\n,1\\n,2                            > FIGURE FIGURE TABLE
            name,size\\nx,1\\ny,5\\nz,2              > FIGURE FIGURE BARS TABLE
            year,co2\\n1990,3\\n1991,4\\n1992,4       > FIGURE FIGURE LINES LINES TABLE
            day,kind\\n2026-01-01,a\\n2026-01-01,b\\n2026-01-02,b > FIGURE FIGURE LINES BARS TABLE
            """)
    void everyShapeGivesAnAppThatCanBeShown(String text, String kinds) {
        App app = draft(TextRows.table(text.replace("\\n", "\n") + "\n"));
        assertThat(app.views().stream().map(view -> view.kind().name()).toList())
                .containsExactly(kinds.split(" "));
    }

    @ParameterizedTest
    @CsvSource({
        "departures-2025.csv, Departures 2025, departures",
        "Q3 sales_final.csv, Q3 sales final, rows",
        "orders.tsv, Orders, orders",
        "data.csv, Data, rows",
        "energy by month.csv, Energy by month, rows",
        ".csv, Untitled, rows"
    })
    void titlesAndNounsComeFromTheFileName(String file, String title, String noun) {
        assertThat(FirstDraft.titleFrom(file)).isEqualTo(title);
        assertThat(FirstDraft.nounFrom(file)).isEqualTo(noun);
    }
}
