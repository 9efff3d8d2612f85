package keensparrow.core.meaning;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.function.IntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import keensparrow.core.TextRows;
import keensparrow.core.column.ColumnType;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import org.junit.jupiter.api.Test;

/** What columns are for; expected by hand, with near misses on the other side. */
class RolesTest {
    private static ColumnInfo column(String heading, int rows, IntFunction<Object> value) {
        String text = IntStream.range(0, rows)
                .mapToObj(i -> "k" + i % 3 + "," + value.apply(i))
                .collect(Collectors.joining("\n", "kind," + heading + "\n", "\n"));
        return TextRows.table(text).schema().columns().get(1);
    }

    private static Role role(String heading, int rows, IntFunction<Object> value) {
        return column(heading, rows, value).role();
    }

    @Test
    void fewWholeNumbersWithoutMeaningAsAmountAreCategories() {
        assertThat(role("Segment", 100, i -> i % 6)).isEqualTo(Role.CATEGORY);
        assertThat(role("Class", 100, i -> 1 + i % 2)).isEqualTo(Role.CATEGORY);
        assertThat(role("Month", 100, i -> 1 + i % 12)).isEqualTo(Role.CATEGORY);
        assertThat(role("Weekday", 100, i -> i % 7)).isEqualTo(Role.CATEGORY);
        assertThat(role("Cylinders", 100, i -> 4 + i % 3 * 2)).isEqualTo(Role.CATEGORY);
        assertThat(role("Hour", 100, i -> i % 24)).isEqualTo(Role.CATEGORY);
        assertThat(role("survived", 100, i -> i % 2)).isEqualTo(Role.CATEGORY);
        assertThat(role("Store", 400, i -> 1 + i % 45)).isEqualTo(Role.CATEGORY);
    }

    @Test
    void fewAmountsStayMeasures() {
        assertThat(role("Rating", 100, i -> 1 + i % 5)).isEqualTo(Role.MEASURE);
        assertThat(role("Quantity", 100, i -> 1 + i % 4)).isEqualTo(Role.MEASURE);
        assertThat(role("Goals", 100, i -> i % 6)).isEqualTo(Role.MEASURE);
        assertThat(role("Price", 100, i -> 10 + i % 3)).isEqualTo(Role.MEASURE);
        assertThat(role("Hours", 100, i -> 20 + i % 60)).isEqualTo(Role.MEASURE);
    }

    @Test
    void keysAndCodesAreIdentifiers() {
        assertThat(role("Order ID", 100, i -> 5000 + i)).isEqualTo(Role.IDENTIFIER);
        assertThat(role("Zip", 100, i -> 10115 + i * 7)).isEqualTo(Role.IDENTIFIER);
        assertThat(role("PLZ", 100, i -> 10115 + i % 9)).isEqualTo(Role.IDENTIFIER);
        assertThat(role("Customer number", 100, i -> 700 + i % 50)).isEqualTo(Role.IDENTIFIER);
        assertThat(role("Row", 100, i -> i + 1)).isEqualTo(Role.IDENTIFIER);
        assertThat(role("person", 120, i -> 1 + i / 3)).isEqualTo(Role.IDENTIFIER);
        assertThat(role("iso", 100, i -> 4 + i * 4)).isEqualTo(Role.IDENTIFIER);
        assertThat(role("Part", 100, i -> "P-" + (i * 7))).isEqualTo(Role.IDENTIFIER);
        assertThat(role("iata", 100, i -> "" + (char) ('A' + i % 26) + (char) ('A' + i / 26) + "X"))
                .isEqualTo(Role.IDENTIFIER);
        assertThat(role("Number of orders", 100, i -> 300 + i * 3)).isEqualTo(Role.MEASURE);
    }

    @Test
    void aNumberBesideTheNameOfTheSameThingIsAnIdentifier() {
        String text = IntStream.range(0, 90)
                .mapToObj(i -> (i % 9) * 11 + ",dept " + "abcdefghi".charAt(i % 9) + "," + i * 3)
                .collect(Collectors.joining("\n", "Department,Department name,Spend\n", "\n"));
        assertThat(TextRows.table(text).schema().columns())
                .extracting(ColumnInfo::role)
                .containsExactly(Role.IDENTIFIER, Role.CATEGORY, Role.MEASURE);
        String code = IntStream.range(0, 90)
                .mapToObj(i -> "C" + i % 9 + ",dept " + "abcdefghi".charAt(i % 9) + "," + i * 3)
                .collect(Collectors.joining("\n", "Unit code,Unit,Spend\n", "\n"));
        assertThat(TextRows.table(code).schema().columns())
                .extracting(ColumnInfo::role)
                .containsExactly(Role.IDENTIFIER, Role.CATEGORY, Role.MEASURE);
    }

    @Test
    void placesAreKnownByNameByCodeAndByCoordinates() {
        String[] names = {"France", "Germany", "Brazil", "Japan", "Ghana"};
        String[] german = {"Frankreich", "Deutschland", "Brasilien", "Österreich", "Polen"};
        String[] codes = {"FRA", "DEU", "BRA", "JPN", "GHA"};
        assertThat(role("Who", 50, i -> names[i % 5])).isEqualTo(Role.PLACE);
        assertThat(role("Wer", 50, i -> german[i % 5])).isEqualTo(Role.PLACE);
        assertThat(role("ref area", 50, i -> codes[i % 5])).isEqualTo(Role.PLACE);
        assertThat(role("Latitude", 50, i -> 47.5 + i / 10.0)).isEqualTo(Role.PLACE);
        assertThat(role("lng", 50, i -> -120.25 + i)).isEqualTo(Role.PLACE);
        assertThat(role("Latitude", 50, i -> 500 + i)).isNotEqualTo(Role.PLACE);
        assertThat(role("State population", 50, i -> 500_000 + i * 999)).isEqualTo(Role.MEASURE);
        assertThat(role("City", 50, i -> "town " + i)).isEqualTo(Role.PLACE);
    }

    @Test
    void yearsAreTime() {
        ColumnInfo year = column("Year", 60, i -> 1990 + i % 20);
        assertThat(year.role()).isEqualTo(Role.TIME);
        assertThat(year.type()).isEqualTo(ColumnType.DATE);
        assertThat(year.format()).isEqualTo(ColumnFormat.YEAR);
        assertThat(role("Baujahr", 60, i -> 1950 + i)).isEqualTo(Role.TIME);
        assertThat(role("Founded", 60, i -> 1700 + i * 5)).isEqualTo(Role.TIME);
        assertThat(role("model_year", 60, i -> 2010 + i % 8)).isEqualTo(Role.TIME);
        assertThat(role("x", 60, i -> 1961 + i)).as("steps of one").isEqualTo(Role.TIME);
        assertThat(column("Year", 60, i -> (1990 + i % 20) + ".0").format()).isEqualTo(ColumnFormat.YEAR);
    }

    @Test
    void numbersThatOnlyLookLikeYearsAreNone() {
        assertThat(column("Room", 60, i -> 2001 + i % 12).type()).isEqualTo(ColumnType.WHOLE);
        assertThat(column("Passengers", 60, i -> 1900 + i * 3 % 101).type()).isEqualTo(ColumnType.WHOLE);
        assertThat(column("Year", 60, i -> i * 100).type()).isEqualTo(ColumnType.WHOLE);
        assertThat(column("x", 60, i -> 1900 + i * 7 % 201).type()).isEqualTo(ColumnType.WHOLE);
        assertThat(column("Years of service", 60, i -> i % 30).role()).isEqualTo(Role.MEASURE);
    }

    @Test
    void writtenYearsKeepTheirLook() {
        ColumnInfo fiscal = column("Period", 40, i -> "FY" + (20 + i % 5));
        assertThat(fiscal.type()).isEqualTo(ColumnType.DATE);
        assertThat(fiscal.format().written("2024-01-01")).isEqualTo("FY24");
        ColumnInfo season = column("Season", 40, i -> (2010 + i % 9) + "/" + (11 + i % 9));
        assertThat(season.format().written("2010-01-01")).isEqualTo("2010/11");
        ColumnInfo short2 = column("Season", 40, i -> (20 + i % 5) + "/" + (21 + i % 5));
        assertThat(short2.format().written("2024-01-01")).isEqualTo("24/25");
        ColumnInfo month = column("Month", 40, i -> "2010-" + (10 + i % 3));
        assertThat(month.format()).as("no spans of two years").isEqualTo(ColumnFormat.MONTH);
        assertThat(column("Week", 40, i -> "2024-W" + (10 + i % 30)).format()).isEqualTo(ColumnFormat.WEEK);
        assertThat(ColumnFormat.WEEK.written("2024-02-12")).isEqualTo("2024-W07");
        assertThat(ColumnFormat.QUARTER.written("2019-07-01")).isEqualTo("2019 Q3");
    }

    private static Additivity.Kind stock(String rows) {
        return TextRows.table(rows).schema().get("stock").additivity().kind();
    }

    /** A level is taken last only where the same things come again at regular times. */
    @Test
    void whatAStockIsDependsOnTheTimesOfItsTable() {
        assertThat(stock("""
                        item,month,stock
                        a,2026-01-31,5
                        b,2026-01-31,7
                        a,2026-02-28,6
                        b,2026-02-28,8
                        """)).isEqualTo(Additivity.Kind.LAST);
        assertThat(stock("item,stock\na,5\nb,7\nc,6\n")).isEqualTo(Additivity.Kind.SUM);
        assertThat(stock("""
                        item,last check,stock
                        a,2026-01-31,120
                        b,,7
                        c,2026-02-15,0
                        d,2026-02-16,3
                        """)).as("a time of the past").isEqualTo(Additivity.Kind.SUM);
        assertThat(stock("""
                        item,day,stock
                        a,2026-01-31,120
                        b,,7
                        c,2026-02-15,0
                        d,2026-02-16,3
                        """)).as("a row without a time").isEqualTo(Additivity.Kind.AVERAGE);
    }

    @Test
    void whatIsKnownByItsNumberIsNotMeasured() {
        assertThat(role("Room", 100, i -> 1800 + i * 3 % 400)).isEqualTo(Role.IDENTIFIER);
        assertThat(role("Gate", 200, i -> 1 + i % 12)).isEqualTo(Role.CATEGORY);
        assertThat(role("Rooms", 100, i -> i * 3 % 400)).isEqualTo(Role.MEASURE); // how many
    }
}
