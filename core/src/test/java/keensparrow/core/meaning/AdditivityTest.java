package keensparrow.core.meaning;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import keensparrow.core.TextRows;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.Additivity.Kind;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What adds up, by headings as offices write them; expected by hand, near misses on both sides. */
class AdditivityTest {
    private static final String SUMS = """
            Revenue|Sales (€)|Net sales|Umsatz|Umsatz in EUR|Chiffre d'affaires|Ventas|Fatturato|Omzet|Obrót
            Amount|Total|Total amount|Subtotal|Betrag|Montant HT|Importe|Bedrag|Kwota netto
            Quantity|Qty|Order quantity|Menge|Quantité|Cantidad|Ilość|Units sold|Anzahl|Number of passengers
            Passenger count|No. of orders|Passengers|Visitors|Orders|Clicks|Page views|Deaths|Births|Cases
            Cost|Costs|Total cost|Kosten|Cost of sales|Shipping cost|Budget|Profit|Net profit|Loss|Tax|Fees paid
            Hours worked|Overtime hours|Minutes played|Energy (kWh)|Consumption kWh|Production (t)|Emissions|Votes
            Total weight|Shipped weight (kg)|Area (km²)|Goals|Points|Rating points|Tickets sold|Nights|Exports
            Complaints|Refunds|Donations|Seats offered|Berths|Order value €|totalSales|daily sales|Vote count|Imports USD
            """;
    private static final String AVERAGES = """
            Rating|Average rating|Customer rating (1-5)|Score|Test score|Satisfaction|Stars|Note moyenne|Bewertung
            Unit price|Price|Preis|Einzelpreis|Prix|Precio|Ticket price (€)|Sales price|Price per unit|Fare|Salary|Wage|Hourly wage
            Unit cost|Cost per head|Cost per passenger (€)|Revenue per seat|€/m²|Speed (km/h)|Fuel (l/100 km)|GDP per capita
            Share|Market share|Occupancy rate|Conversion rate|Anteil|Auslastung %|% on time|Percent late|Unemployment rate|Margin %
            Temperature|Temp °C|Max temp|Min temperature|Humidity|Wind speed|Pressure (hPa)|Temperatur
            Age|Alter|Edad|Age at death|Life expectancy|lifeExp|Years of experience|Tenure (years)
            Delay|Delay (min)|Journey Time min|Duration|Response time (ms)|Waiting time|Verspätung
            Height|Height (cm)|Body weight|Weight|BMI|sepal_length|petal width|Waist
            Index|Price index|CPI index|HDI index|Coefficient|Discount|Discount %|Growth|Change %|YoY growth
            Average sales|Mean income|Median price|Std dev|Standard error|Growth rate|Density|Population density|Elevation (m)
            mpg|gdpPercap|Ratio|ptratio|Interest rate|Inflation|Exchange rate|Probability|Magnitude|Depth (km)|x1|foo
            """;

    private static Stream<String> headings(String lists) {
        return Stream.of(lists.split("[|\n]")).map(String::strip).filter(heading -> !heading.isEmpty());
    }

    static Stream<String> sums() {
        return headings(SUMS);
    }

    static Stream<String> averages() {
        return headings(AVERAGES);
    }

    /** A column of counts or decimals of all sizes beside a category, without any time. */
    private static Additivity of(String heading) {
        List<String> rows = new ArrayList<>(List.of("group\t" + heading));
        for (int i = 0; i < 60; i++) {
            rows.add("g" + i % 7 + "\t" + (i * 37 % 101));
        }
        Table table = tabbed(rows);
        ColumnInfo info = table.schema().columns().get(1);
        return Meanings.additivity(info);
    }

    private static Table tabbed(List<String> rows) {
        // commas stand in headings too: cells are cut at tabs
        return TextRows.table(String.join("\n", rows).replace(",", "‚").replace("\t", ",") + "\n");
    }

    @ParameterizedTest
    @MethodSource("sums")
    void amountsAndCountsAddUp(String heading) {
        assertThat(of(heading).kind()).as(heading).isEqualTo(Kind.SUM);
    }

    @ParameterizedTest
    @MethodSource("averages")
    void ratesPricesScoresAndSizesDoNot(String heading) {
        assertThat(of(heading).kind()).as(heading).isEqualTo(Kind.AVERAGE);
    }

    private static Additivity ofSecond(String text) {
        return Meanings.additivity(TextRows.table(text).schema().columns().get(2));
    }

    private static String stock(String heading, boolean regular) {
        StringBuilder text = new StringBuilder("day,shop," + heading + "\n");
        for (int month = 1; month <= 6; month++) {
            for (int shop = 0; shop < (regular ? 4 : month == 6 ? 1 : 4); shop++) {
                text.append("2026-0")
                        .append(month)
                        .append("-28,s")
                        .append(shop)
                        .append(",")
                        .append(900 + shop * month);
                text.append("\n");
            }
        }
        return text.toString();
    }

    @Test
    void levelsAreAddedUpOverGroupsAndTakenLastOverTime() {
        assertThat(ofSecond(stock("Stock", true)))
                .isEqualTo(new Additivity(Kind.LAST, "it is a level that repeats over time"));
        assertThat(ofSecond(stock("Population", true)).kind()).isEqualTo(Kind.LAST);
        assertThat(ofSecond(stock("Number of employees", true)).kind()).isEqualTo(Kind.LAST);
        assertThat(ofSecond(stock("Cumulative sales", true)).kind()).isEqualTo(Kind.LAST);
        assertThat(ofSecond(stock("Revenue", true)).kind()).isEqualTo(Kind.SUM);
    }

    @Test
    void levelsWhoseLastTimeHasFewGroupsAreAveraged() {
        assertThat(ofSecond(stock("Stock", false)).kind()).isEqualTo(Kind.AVERAGE);
    }

    @Test
    void levelsOfOneMomentAddUp() {
        assertThat(ofSecond("country,capital,Population\nA,a,10\nB,b,20\nC,c,35\n")
                        .kind())
                .isEqualTo(Kind.SUM);
        assertThat(ofSecond("month,shop,Stock\nJan,a,10\nFeb,a,20\nJan,b,35\nFeb,b,36\n")
                        .kind())
                .isEqualTo(Kind.AVERAGE);
    }

    @Test
    void aRunningTotalIsNeverAddedUp() {
        assertThat(ofSecond("country,capital,Cumulative cases\nA,a,10\nB,b,20\nC,c,35\n")
                        .kind())
                .isEqualTo(Kind.AVERAGE);
    }

    @Test
    void rainOfOnePlaceAddsUpOverDaysNotOverPlaces() {
        assertThat(ofSecond("day,note,Rain\n2026-01-01,a,1.5\n2026-01-02,b,0.0\n2026-01-03,a,2.5\n")
                        .kind())
                .isEqualTo(Kind.SUM);
        assertThat(ofSecond("day,place,Rain\n2026-01-01,a,1.5\n2026-01-01,b,0.0\n2026-01-02,a,2.5\n")
                        .kind())
                .isEqualTo(Kind.AVERAGE);
    }

    @Test
    void countsWithoutAKnownWordAreToldByTheirPluralAndTheirValues() {
        assertThat(ofSecond("a,b,Hurricanes\nx,p,0\ny,q,110\nz,r,7\n"))
                .isEqualTo(new Additivity(Kind.SUM, "it counts hurricanes"));
        assertThat(ofSecond("a,b,Utilities\nx,p,550\ny,q,561\nz,r,570\n").kind())
                .isEqualTo(Kind.AVERAGE);
        assertThat(ofSecond("a,b,Hurricanes\nx,p,0.5\ny,q,110.2\nz,r,7.1\n").kind())
                .isEqualTo(Kind.AVERAGE);
    }

    /** Abbreviations that end in an s are no plurals. */
    @ParameterizedTest
    @ValueSource(strings = {"RSAFS", "TTLCONS", "TVnews", "PCTTS"})
    void lettersThatStandForSomethingCountNothing(String heading) {
        assertThat(ofSecond("a,b," + heading + "\nx,p,0\ny,q,110\nz,r,7\n").kind())
                .isEqualTo(Kind.AVERAGE);
    }

    @ParameterizedTest
    @ValueSource(strings = {"Knots", "SCHOOLS", "Shrubs", "Llamas", "Affairs", "Ynnerites"})
    void wordsOfAnyBeginningCount(String heading) {
        assertThat(ofSecond("a,b," + heading + "\nx,p,0\ny,q,110\nz,r,7\n").kind())
                .isEqualTo(Kind.SUM);
    }

    @Test
    void theReasonStandsOnTheColumn() {
        assertThat(of("Occupancy rate").reason()).isEqualTo("it is a rate");
        assertThat(of("Unit price").reason()).isEqualTo("it is a price or a pay");
        assertThat(of("foo").reason()).isEqualTo("nothing says that it adds up");
        assertThat(of("Anzahl").reason()).isEqualTo("it is an amount or a count");
    }

    /** Lines of orders: the value of the order stands in each of them. */
    private static Additivity ofOrders(boolean eachDay) {
        List<String> rows = new ArrayList<>(List.of("order_no\tdate\titem\torder_amount\tquantity"));
        for (int i = 0; i < 120; i++) {
            int order = i / 3;
            rows.add("R" + order + "x\t2026-01-" + String.format("%02d", 1 + (eachDay ? i : order) % 28) + "\titem "
                    + i % 7 + "\t" + (order * 37 % 101 + 5) + "\t" + (1 + i % 4));
        }
        Table table = TextRows.table(String.join("\n", rows).replace("\t", ",") + "\n");
        assertThat(table.schema().columns().get(4).additivity().kind()).isEqualTo(Kind.SUM);
        return table.schema().columns().get(3).additivity();
    }

    @Test
    void whatStandsAgainInEveryRowOfOneThingIsNotAddedUp() {
        Additivity repeated = ofOrders(false);
        assertThat(repeated.kind()).isEqualTo(Kind.AVERAGE);
        assertThat(repeated.reason()).contains("the same in all rows of one “order_no”");
        assertThat(ofOrders(true).kind()).isEqualTo(Kind.SUM); // as much again on each day
    }

    @Test
    void whatWasDoneWithThingsIsCounted() {
        assertThat(of("shipped").kind()).isEqualTo(Kind.SUM);
        assertThat(of("returned").reason()).isEqualTo("it counts what was returned");
        assertThat(of("Journey Time min").reason()).isEqualTo("it is a duration");
        assertThat(of("Waiting time average min").kind()).isEqualTo(Kind.AVERAGE);
    }
}
