package keensparrow.core.infer.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.infer.guess.TypeOverride;
import keensparrow.core.infer.load.LoadReport;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.infer.load.TableLoader;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.infer.source.RowSource;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Values as offices write them, in several languages, and what they mean. */
class WrittenValuesTest {
    /** Cells of one column, each as it is, under a heading. */
    private record Cells1(String heading, List<String> cells) implements RowSource {
        @Override
        public String name() {
            return "office.csv";
        }

        @Override
        public void read(CellHandler handler) {
            for (int i = 0; i <= cells.size(); i++) {
                String cell = i == 0 ? heading : cells.get(i - 1);
                handler.cell(cell.toCharArray(), 0, cell.length());
                handler.cell(new char[] {'k'}, 0, 1); // no row is empty
                handler.endRow(i + 1);
            }
        }
    }

    private static LoadedTable load(String heading, List<String> cells, Map<String, TypeOverride> wanted) {
        return new TableLoader(List.of(new Cells1(heading, cells)), wanted, List.of(), LoadWatch.NONE).load();
    }

    private static LoadedTable load(String cells) {
        return load("x", List.of(cells.split("\\|", -1)), Map.of());
    }

    private static List<String> plain(LoadedTable loaded) {
        Column column = loaded.table().column("x");
        List<String> plain = new ArrayList<>();
        for (int row = 0; row < column.rowCount(); row++) {
            plain.add(column.isBlank(row) ? "" : column.plain(row));
        }
        return plain;
    }

    private static ColumnInfo info(LoadedTable loaded) {
        return loaded.table().schema().get("x");
    }

    @ParameterizedTest(name = "{0} gives {1}")
    @CsvSource(delimiter = '>', quoteCharacter = '`', textBlock = """
                    1,234|12,345,678                        > WHOLE     > 1234|12345678
                    1.234.567|12                            > WHOLE     > 1234567|12
                    1.234,50|7,5                            > DECIMAL   > 1234.50|7.50
                    1,234.50|7.5                            > DECIMAL   > 1234.50|7.50
                    1 234,5|12 345 678,25                   > DECIMAL   > 1234.50|12345678.25
                    1 234|1 234 567|1 000   > WHOLE     > 1234|1234567|1000
                    1'234.55|1’234'567.5               > DECIMAL   > 1234.55|1234567.50
                    € 12,50|€ 1.200,00                      > DECIMAL   > 12.50|1200.00
                    12.50 EUR|-3.00 EUR                     > DECIMAL   > 12.50|-3.00
                    $1,200|($300)                           > WHOLE     > 1200|-300
                    CHF 1'000.00|CHF 20.05                  > DECIMAL   > 1000.00|20.05
                    1 200 zł|15 zł                          > WHOLE     > 1200|15
                    12-|7|3.5-                              > DECIMAL   > -12.0|7.0|-3.5
                    (12)|7                                  > WHOLE     > -12|7
                    (99,00) €|1.234,50 €                    > DECIMAL   > -99.00|1234.50
                    (99.00 €)|€ (1,234.50)                  > DECIMAL   > -99.00|-1234.50
                    $(12.5)|($7.25)                         > DECIMAL   > -12.50|-7.25
                    (5%)|7 %                                > DECIMAL   > -0.05|0.07
                    −12|7                              > WHOLE     > -12|7
                    25%|12.5 %|0%                           > DECIMAL   > 0.250|0.125|0.000
                    12,5%|3%|0                              > DECIMAL   > 0.125|0.030|0.000
                    1.5k|12k|3.2M                           > WHOLE     > 1500|12000|3200000
                    $5k|$12k                                > WHOLE     > 5000|12000
                    5K|10K|42K                              > TEXT      > 5K|10K|42K
                    12 EUR|12 USD                           > TEXT      > 12 EUR|12 USD
                    1,23,456|12,34,56,789|5,000             > WHOLE     > 123456|123456789|5000
                    1,23,45|12                              > TEXT      > 1,23,45|12
                    123,45,678|12                           > TEXT      > 123,45,678|12
                    1,234,56,789|12                         > TEXT      > 1,234,56,789|12
                    12 km|3 km                              > TEXT      > 12 km|3 km
                    +49 30 123|+49 40 555                   > TEXT      > +49 30 123|+49 40 555
                    007|12                                  > TEXT      > 007|12
                    0049 123|12                             > TEXT      > 0049 123|12
                    """)
    void numbers(String cells, ColumnType type, String values) {
        LoadedTable loaded = load(cells);
        assertThat(info(loaded).type()).isEqualTo(type);
        assertThat(plain(loaded)).isEqualTo(List.of(values.split("\\|", -1)));
    }

    @ParameterizedTest(name = "{0} gives {1}")
    @CsvSource(delimiter = '>', quoteCharacter = '`', textBlock = """
                    3 Jan 2026|28 December 2025             > 2026-01-03|2025-12-28
                    Jan 3, 2026|December 28, 2025           > 2026-01-03|2025-12-28
                    3. März 2026|24. Dezember 2025          > 2026-03-03|2025-12-24
                    1er août 2026|3 févr. 2026              > 2026-08-01|2026-02-03
                    3 de enero de 2026|15 de agosto de 2026 > 2026-01-03|2026-08-15
                    3 gennaio 2026|15 luglio 2026           > 2026-01-03|2026-07-15
                    3 de março de 2026|1 de maio de 2026    > 2026-03-03|2026-05-01
                    3 mei 2026|12 maart 2026                > 2026-05-03|2026-03-12
                    3 stycznia 2026|11 października 2026    > 2026-01-03|2026-10-11
                    Mon, 5 Jan 2026|Tuesday 6 January 2026  > 2026-01-05|2026-01-06
                    3rd March 2026|22nd May 2026            > 2026-03-03|2026-05-22
                    03-Jan-26|14-Feb-99                     > 2026-01-03|1999-02-14
                    2026/01/31|2026/2/1                     > 2026-01-31|2026-02-01
                    31-12-2025|01-02-2026                   > 2025-12-31|2026-02-01
                    31.12.25|01.02.26                       > 2025-12-31|2026-02-01
                    2026-01|2026-12                         > 2026-01-01|2026-12-01
                    01/2026|12/2026                         > 2026-01-01|2026-12-01
                    10.2026|01.2026                         > 2026-10-01|2026-01-01
                    Jan 2026|Dez 2026|Feb-27                > 2026-01-01|2026-12-01|2027-02-01
                    2026 Q1|Q4 2025|2025-Q2|2026Q3          > 2026-01-01|2025-10-01|2025-04-01|2026-07-01
                    2026-W01|2026W53|KW 5 2026              > 2025-12-29|2026-12-28|2026-01-26
                    2026-01-31 00:00:00|2026-02-01 00:00:00 > 2026-01-31|2026-02-01
                    """)
    void dates(String cells, String values) {
        LoadedTable loaded = load(cells);
        assertThat(info(loaded).type()).as(cells).isEqualTo(ColumnType.DATE);
        assertThat(plain(loaded)).isEqualTo(List.of(values.split("\\|", -1)));
    }

    @ParameterizedTest(name = "{0} gives {1}")
    @CsvSource(delimiter = '>', quoteCharacter = '`', textBlock = """
                    31.12.2025 06:15|1.2.2026 23:59:30      > 2025-12-31T06:15|2026-02-01T23:59:30
                    12/31/2025 6:15 PM|1/2/2026 12:05 am    > 2025-12-31T18:15|2026-01-02T00:05
                    2026-01-31T06:15:00.250Z|2026-02-01     > 2026-01-31T06:15:00.250|2026-02-01T00:00
                    2026-07-01T12:00+02:00|2026-07-02T12:30+02:00   > 2026-07-01T12:00|2026-07-02T12:30
                    2026-07-01T12:00+02:00|2026-12-01T12:00+0100    > 2026-07-01T10:00|2026-12-01T11:00
                    3 Jan 2026, 14:30|4 Jan 2026 09:05      > 2026-01-03T14:30|2026-01-04T09:05
                    """)
    void datesAndTimes(String cells, String values) {
        LoadedTable loaded = load(cells);
        assertThat(info(loaded).type()).isEqualTo(ColumnType.DATE_TIME);
        assertThat(plain(loaded)).isEqualTo(List.of(values.split("\\|", -1)));
    }

    @ParameterizedTest
    @CsvSource({
        "ja|nein|JA",
        "oui|non",
        "sí|no",
        "si|no",
        "sim|não",
        "ja|nee",
        "tak|nie",
        "wahr|falsch",
        "vrai|faux",
        "j|n"
    })
    void yesAndNo(String cells) {
        LoadedTable loaded = load(cells);
        assertThat(info(loaded).type()).isEqualTo(ColumnType.YES_NO);
        assertThat(plain(loaded).subList(0, 2)).containsExactly("yes", "no");
    }

    @ParameterizedTest
    @CsvSource({"yes|nein", "08:30|12:15", "1.2.3|1.2.4", "192.168.0.1|10.0.0.1", "Jan|Feb", "N|S|E|W", "May|April"})
    void whatStaysText(String cells) {
        assertThat(info(load(cells)).type()).isEqualTo(ColumnType.TEXT);
    }

    @Test
    void oneAndZeroAreYesAndNoOnlyWhenAskedFor() {
        assertThat(info(load("1|0|1")).type()).isEqualTo(ColumnType.WHOLE);
        LoadedTable asked = load("x", List.of("1", "0"), Map.of("x", new TypeOverride(ColumnType.YES_NO)));
        assertThat(plain(asked)).containsExactly("yes", "no");
    }

    @Test
    void marksOfBlanksAreBlankAndTold() {
        LoadedTable loaded = load("1|n/a|2|-|NULL|n/a|3|unknown");
        assertThat(info(loaded).type()).isEqualTo(ColumnType.WHOLE);
        assertThat(loaded.table().column("x").blankCount()).isEqualTo(5);
        assertThat(loaded.report().conversionErrorCount()).isZero();
        assertThat(loaded.report().notes())
                .containsExactly(
                        "In “x”, “n/a” (2 times), “-” (once), “NULL” (once) and “unknown” (once) are read as blank.");
        LoadedTable text = load("Graz|NA|unknown|-");
        assertThat(plain(text)).containsExactly("Graz", "", "unknown", "");
    }

    @Test
    void naAmongCodesOfCountriesIsACode() {
        assertThat(plain(load("AT|NA|DE|FR"))).containsExactly("AT", "NA", "DE", "FR");
    }

    @ParameterizedTest(name = "{0}: {1}")
    @CsvSource(delimiter = '>', quoteCharacter = '`', textBlock = """
                    DE|FR|NA|IT|NO              > NA is a country
                    de|fr|na|it|no              > na is a language
                    ad|ae|na|aq|ax              > na is a country in small letters
                    """)
    void marksOfBlanksThatAreCodes(String cells, String why) {
        assertThat(load(cells).table().column("x").blankCount()).as(why).isZero();
        assertThat(load(cells).report().notes()).isEmpty();
    }

    @ParameterizedTest(name = "{0}: {1}")
    @CsvSource(delimiter = '>', quoteCharacter = '`', textBlock = """
                    M|F|NA|M|F                  > sexes are no countries
                    NY|TX|NA|CA|WA|OR           > neither are states
                    high|low|NA|low             > nor words
                    CIS|DIS|NAN|DIS             > codes that come again, and few of them
                    """)
    void marksOfBlanksAmongOtherCodes(String cells, String why) {
        assertThat(load(cells).table().column("x").blankCount()).as(why).isEqualTo(1);
    }

    @Test
    void oneOfManyCodesIsACodeAndNamesAreNames() {
        List<String> airports = new ArrayList<>();
        for (char c = 'A'; c <= 'Z'; c++) {
            airports.add("K" + c + "X");
        }
        airports.add("NAN");
        assertThat(load("iata", airports, Map.of()).table().column("iata").blankCount())
                .isZero();
        assertThat(load("Nan|Phrae|Null|Lampang|null").table().column("x").blankCount())
                .isEqualTo(1);
        assertThat(load("Null|7|Nan|8").table().column("x").blankCount()).isEqualTo(2);
    }

    @Test
    void currenciesAreToldWhereAmountsDiffer() {
        assertThat(load("EUR 5|USD 6|EUR 7").report().notes()).anyMatch(note -> note.contains("several currencies"));
        assertThat(load("CAD1|EUR2|KLAX|EDDF|LOWW").report().notes()).isEmpty();
    }

    @Test
    void digitsAreDatesWhereTheHeadingSaysSo() {
        LoadedTable dates = load("Date", List.of("20260131", "20260201"), Map.of());
        assertThat(dates.table().schema().get("date").type()).isEqualTo(ColumnType.DATE);
        assertThat(dates.table().column("date").plain(0)).isEqualTo("2026-01-31");
        LoadedTable months = load("Period", List.of("202601", "202602"), Map.of());
        assertThat(months.table().column("period").plain(1)).isEqualTo("2026-02-01");
        assertThat(months.table().schema().get("period").format()).isEqualTo(ColumnFormat.MONTH);
        assertThat(info(load("20260131|20260201")).type()).isEqualTo(ColumnType.WHOLE);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"Date", "Order date", "order_date", "Bestelldatum", "Fecha", "Date of order", "Date (local)"})
    void serialNumbersAreDaysWhereTheHeadingIsADate(String heading) {
        LoadedTable dates = load(heading, List.of("45292", "45351", "n/a"), Map.of());
        ColumnInfo info = dates.table().schema().columns().get(0);
        assertThat(info.type()).isEqualTo(ColumnType.DATE);
        assertThat(dates.table().column(info.name()).plain(0)).isEqualTo("2024-01-01");
        assertThat(dates.table().column(info.name()).plain(1)).isEqualTo("2024-02-29");
        assertThat(dates.report().notes()).anyMatch(note -> note.contains("serial numbers of days"));
    }

    @ParameterizedTest
    @CsvSource({
        "Passengers a day,45292|45351",
        "Candidate,45292|45351",
        "Date,45292|99999",
        "Date,45292|1200",
        "x,45292|45351"
    })
    void otherNumbersOfFiveDigitsStayNumbers(String heading, String cells) {
        LoadedTable loaded = load(heading, List.of(cells.split("\\|")), Map.of());
        assertThat(loaded.table().schema().columns().get(0).type()).isEqualTo(ColumnType.WHOLE);
    }

    @Test
    void serialNumbersAreDaysWhereTheAuthorSaysSo() {
        LoadedTable asked = load("x", List.of("45292", "45351"), Map.of("x", new TypeOverride(ColumnType.DATE)));
        assertThat(plain(asked)).containsExactly("2024-01-01", "2024-02-29");
        LoadedTable back = load("Date", List.of("45292", "45351"), Map.of("date", new TypeOverride(ColumnType.WHOLE)));
        assertThat(back.table().column("date").plain(0)).isEqualTo("45292");
    }

    @Test
    void formatsOfColumnsAreKept() {
        assertThat(info(load("12%|3%")).format()).isEqualTo(ColumnFormat.PERCENT);
        assertThat(info(load("€ 12,50|€ 3,00")).format()).isEqualTo(ColumnFormat.money("€"));
        assertThat(info(load("2026 Q1|2026 Q2")).format()).isEqualTo(ColumnFormat.QUARTER);
    }

    @Test
    void aDoubtfulDateOrderIsToldWithTheOtherWay() {
        LoadedTable loaded = load("01/02/2026|03/04/2026");
        assertThat(plain(loaded)).containsExactly("2026-02-01", "2026-04-03");
        LoadReport.Ambiguity ambiguity = loaded.report().ambiguities().get(0);
        assertThat(ambiguity.text())
                .isEqualTo("The dates of “x”, such as “01/02/2026”, could be day first or month first."
                        + " They are read day first, since no value tells.");
        LoadedTable other = load(
                "x",
                List.of("01/02/2026", "03/04/2026"),
                Map.of("x", new TypeOverride(ambiguity.type(), ambiguity.dates(), ambiguity.decimalMark())));
        assertThat(plain(other)).containsExactly("2026-01-02", "2026-03-04");
        assertThat(other.report().ambiguities()).isEmpty();
    }

    @Test
    void firstsOfMonthsBetrayTheOrder() {
        assertThat(plain(load("01/01/2026|02/01/2026|03/01/2026|04/01/2026")).get(3))
                .isEqualTo("2026-04-01");
        assertThat(plain(load("01/01/2026|01/02/2026|01/03/2026|01/04/2026")).get(3))
                .isEqualTo("2026-04-01");
    }

    @Test
    void aDoubtfulMarkIsReadAsInOtherColumns() {
        RowSource rows = new Pairs(List.of("a", "b"), List.of("1.234", "1,5"), List.of("2.500", "2,25"));
        LoadedTable loaded = new TableLoader(List.of(rows), Map.of(), List.of(), LoadWatch.NONE).load();
        assertThat(loaded.table().column("a").plain(0)).isEqualTo("1234");
        assertThat(loaded.table().column("b").plain(1)).isEqualTo("2.25");
        assertThat(loaded.report().ambiguities()).hasSize(1);
        assertThat(loaded.report().ambiguities().get(0).text())
                .contains("read with a decimal comma, as in other columns");
        LoadedTable alone = load("1.234|2.500");
        assertThat(plain(alone)).containsExactly("1.234", "2.500");
        assertThat(alone.report().ambiguities()).hasSize(1);
    }

    /** Rows of two cells. */
    @SafeVarargs
    private static List<List<String>> rows(List<String>... rows) {
        return Arrays.asList(rows);
    }

    private record Pairs(List<List<String>> rows) implements RowSource {
        @SafeVarargs
        Pairs(List<String>... rows) {
            this(WrittenValuesTest.rows(rows));
        }

        @Override
        public String name() {
            return "pairs.csv";
        }

        @Override
        public void read(CellHandler handler) {
            for (int i = 0; i < rows.size(); i++) {
                rows.get(i).forEach(cell -> handler.cell(cell.toCharArray(), 0, cell.length()));
                handler.endRow(i + 1);
            }
        }
    }

    private record Typed(CellKind kind, String text) {}

    /** Cells that know what they are. */
    private record Sheet(List<List<Typed>> rows) implements RowSource {
        @Override
        public String name() {
            return "sheet";
        }

        @Override
        public void read(CellHandler handler) {
            for (int row = 0; row < rows.size(); row++) {
                for (Typed cell : rows.get(row)) {
                    handler.typed(cell.kind, cell.text.toCharArray(), 0, cell.text.length());
                }
                handler.endRow(row + 1);
            }
        }
    }

    @Test
    void sheetsKnowWhatTheirCellsAre() {
        RowSource sheet = new Sheet(List.of(
                List.of(new Typed(CellKind.TEXT, "x"), new Typed(CellKind.TEXT, "day")),
                List.of(new Typed(CellKind.NUMBER, "1.234"), new Typed(CellKind.DATE, "2026-01-31")),
                List.of(new Typed(CellKind.TEXT, "2,5"), new Typed(CellKind.TEXT, "1.2.2026")),
                List.of(new Typed(CellKind.ERROR, "#N/A"), new Typed(CellKind.DATE, "2026-02-03"))));
        LoadedTable loaded = new TableLoader(List.of(sheet), Map.of(), List.of(), LoadWatch.NONE).load();
        assertThat(plain(loaded)).containsExactly("1.234", "2.500", "");
        assertThat(loaded.table().column("day").plain(1)).isEqualTo("2026-02-01");
        assertThat(loaded.report().notes()).contains("1 error of a formula in “x” is read as blank.");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "1.0834|1.0912|1.1005",
                "1,0834|1,0912|1,1005",
                "4.0900|12.1265",
                "2026.01|2027.12",
                "1.2026|2.2026"
            })
    void ratesWithFourPlacesAreNoMonths(String cells) {
        assertThat(info(load(cells)).type()).isEqualTo(ColumnType.DECIMAL);
    }

    /** Numbers of every length and with every number of places, which dates, codes and periods could be taken for. */
    @ParameterizedTest
    @ValueSource(chars = {'.', ','})
    void plainNumbersAreNumbers(char mark) {
        Random random = new Random(mark);
        for (int whole = 1; whole <= 9; whole++) {
            for (int places = 0; places <= 6; places++) {
                if (places != 3) { // thousands, perhaps: asked
                    areNumbers(random, mark, whole, places, true);
                    areNumbers(random, mark, whole, places, false);
                }
            }
        }
    }

    private static void areNumbers(Random random, char mark, int whole, int places, boolean negative) {
        long from = (long) Math.pow(10, whole + places - 1.0);
        List<String> cells = new ArrayList<>();
        for (int i = 0; i < 30; i++) {
            String digits = String.valueOf(from + (long) (random.nextDouble() * from * 8.9));
            String fraction = places == 0 ? "" : mark + digits.substring(whole);
            cells.add((negative && i % 7 == 3 ? "-" : "") + digits.substring(0, whole) + fraction);
        }
        LoadedTable loaded = load("x", cells, Map.of());
        assertThat(info(loaded).type()).as("%s", cells).isEqualTo(places == 0 ? ColumnType.WHOLE : ColumnType.DECIMAL);
        assertThat(plain(loaded))
                .as("%s", cells)
                .isEqualTo(cells.stream().map(cell -> cell.replace(',', '.')).toList());
    }

    @Test
    void monthsWrittenAsDecimalsAreMonthsUnderAHeadingThatSaysSo() {
        assertThat(load("Monat", List.of("1.2026", "12.2026"), Map.of())
                        .table()
                        .column("monat")
                        .plain(1))
                .isEqualTo("2026-12-01");
        assertThat(load("Monat", List.of("1.0834", "12.0912"), Map.of())
                        .table()
                        .schema()
                        .get("monat")
                        .type())
                .isEqualTo(ColumnType.DECIMAL);
        assertThat(load("x", List.of("1/2026", "12/2026"), Map.of())
                        .table()
                        .column("x")
                        .plain(1))
                .isEqualTo("2026-12-01");
    }

    @ParameterizedTest
    @ValueSource(strings = {"Date", "day", "x", "Datum", "Monat"})
    void daysAndTimesOfSheetsStayWhatTheyAreUnderAnyHeading(String heading) {
        List<List<Typed>> days = new ArrayList<>(List.of(List.of(new Typed(CellKind.TEXT, heading))));
        List<List<Typed>> times = new ArrayList<>(days);
        for (int i = 1; i <= 4; i++) {
            days.add(List.of(new Typed(CellKind.DATE, "2026-01-0" + i)));
            times.add(List.of(new Typed(CellKind.DATE, "2026-01-0" + i + "T06:15:09")));
        }
        for (List<List<Typed>> rows : List.of(days, times)) {
            LoadedTable loaded = new TableLoader(List.of(new Sheet(rows)), Map.of(), List.of(), LoadWatch.NONE).load();
            Column column = loaded.table()
                    .column(loaded.table().schema().columns().get(0).name());
            assertThat(column.blankCount()).isZero();
            assertThat(column.plain(3)).isEqualTo(rows.get(4).get(0).text());
        }
    }

    @Test
    void percentagesOfSheetsAreSharesWhateverTheirFormats() {
        RowSource sheet = new Sheet(List.of(
                List.of(new Typed(CellKind.TEXT, "x")),
                List.of(new Typed(CellKind.NUMBER, "25%")),
                List.of(new Typed(CellKind.NUMBER, "12.5%")),
                List.of(new Typed(CellKind.NUMBER, "0.5")),
                List.of(new Typed(CellKind.NUMBER, "1"))));
        LoadedTable loaded = new TableLoader(List.of(sheet), Map.of(), List.of(), LoadWatch.NONE).load();
        assertThat(plain(loaded)).containsExactly("0.250", "0.125", "0.500", "1.000");
        assertThat(info(loaded).format()).isEqualTo(ColumnFormat.PERCENT);
    }

    @Test
    void tagsAreFoundBetweenCommasToo() {
        List<String> cells = new ArrayList<>();
        Collections.addAll(cells, "weather, crew", "weather", "crew, signalling, weather", "signalling", "crew");
        for (int i = 0; i < 6; i++) {
            Collections.addAll(cells, "weather, crew", "signalling");
        }
        assertThat(load("x", cells, Map.of()).table().column("x").type()).isEqualTo(ColumnType.TAGS);
        List<String> places = Collections.nCopies(20, "Lyon, France");
        assertThat(load("x", places, Map.of()).table().column("x").type()).isEqualTo(ColumnType.TEXT);
    }
}
