package keensparrow.core.layout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.infer.load.TableLoader;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.infer.source.RowSource;
import org.junit.jupiter.api.Test;

/** Rows that sum up others, in tables drawn by hand; with near misses that must stay. */
class TotalFinderTest {
    private static CellRows drawn(String drawing) {
        List<List<String>> rows = new ArrayList<>();
        for (String line : drawing.split("\n", -1)) {
            rows.add(List.of(line.split("\\|", -1)).stream().map(String::strip).toList());
        }
        return new CellRows(rows, false);
    }

    private static FoundTable first(String drawing) {
        return TableFinder.find(drawn(drawing)).get(0);
    }

    private static List<String> read(CellRows sheet) {
        List<String> names = new ArrayList<>();
        FoundTable table = TableFinder.find(sheet).get(0);
        new AreaSource("sheet", sheet, table, TableChoice.AS_FOUND).read(new RowSource.CellHandler() {
            private String row = "";

            @Override
            public void cell(char[] chars, int offset, int length) {
                row = row.isEmpty() ? new String(chars, offset, length) : row;
            }

            @Override
            public void typed(CellKind kind, char[] chars, int offset, int length) {
                cell(chars, offset, length);
            }

            @Override
            public void endRow(long line) {
                names.add(row);
                row = "";
            }
        });
        return names.stream().skip(1).filter(name -> !name.isEmpty()).toList();
    }

    private static final String SUBTOTALS = """
            Region | Shop | Sales | Cost
            North | a | 10 | 4
            North | b | 20 | 5
            Total North | | 30 | 9
            South | c | 5 | 1
            South | d | 7 | 2
            South | e | 8 | 3
            Total South | | 20 | 6
            Grand total | | 50 | 15""";

    @Test
    void everySubtotalIsFoundAndNamed() {
        FoundTable table = first(SUBTOTALS);
        assertThat(table.area().leftOutRows()).containsExactly(4L);
        assertThat(table.area().lastRow()).isEqualTo(7);
        assertThat(table.rowCount()).isEqualTo(5);
        assertThat(table.notes())
                .contains("Row 4 “Total North” sums up other rows and was left out.")
                .contains("Row 8, “Total South”, was left out: it sums up the rows above.")
                .contains("Row 9, “Grand total”, was left out: it sums up the rows above.");
        assertThat(read(drawn(SUBTOTALS))).containsExactly("North", "North", "South", "South", "South");
    }

    /** Words for a total that are names of towns as well, with a town of the name that they stand beside. */
    @Test
    void townsThatAreCalledLikeATotalStay() {
        String towns = """
                Country | Town | Latitude | Longitude
                AD | Ordino | 42.5 | 1.5
                AD | Vila | 42.6 | 1.6
                DE | Aalen | 48.8 | 10.1
                DE | Ulm | 48.4 | 9.9
                DE | Worms | 49.6 | 8.3
                AO | Cuanza | -10.1 | 14.2
                AO | Soma Cuanza | -10.9 | 15.6
                IT | Somma Lombardo | 45.6 | 8.7
                MX | Suma de Hidalgo | 20.1 | -98.1
                TR | Soma | 39.2 | 27.6
                TH | Tan Sum | 15.8 | 103.6""";
        assertThat(first(towns).area().leftOutRows()).isEmpty();
        assertThat(read(drawn(towns))).hasSize(11);
        String sums = towns.replace("-10.9 | 15.6", "-10.1 | 14.2"); // of the town that it names
        assertThat(first(sums).area().leftOutRows()).containsExactly(8L);
        String oneMore = towns.replace("TR | Soma |", "TR | Izmir |");
        String last = oneMore + "\nIT | Massa di Somma | 40.8 | 14.4";
        assertThat(read(drawn(last))).hasSize(12);
        assertThat(String.join(" ", first(last).notes())).doesNotContain("left out");
    }

    @Test
    void aTownThatIsCalledLikeATotalStaysInTheLastRowToo() {
        String towns = """
                Town | Country | Latitude | Longitude
                Ordino | AD | 42.5 | 1.5
                Aalen | DE | 48.8 | 10.1
                Ulm | DE | 48.4 | 9.9
                Worms | DE | 49.6 | 8.3""";
        assertThat(read(drawn(towns + "\nSoma | TR | 39.2 | 27.6"))).hasSize(5);
        assertThat(read(drawn(towns + "\nSomma Lombardo | IT | 45.6 | 8.7"))).hasSize(5);
        assertThat(read(drawn(towns + "\nSum | | 189.3 | 29.8"))).hasSize(4);
        assertThat(read(drawn(towns + "\nSum of all | | 189.3 | 29.8"))).hasSize(4);
    }

    @Test
    void theAuthorCanHaveThemRead() {
        CellRows sheet = drawn(SUBTOTALS);
        TableChoice all = new TableChoice(null, null, null, null, null, null, null, null, null, null, null, true);
        FoundTable table = TableFinder.chosen(sheet, TableFinder.find(sheet), all);
        assertThat(table.area().leftOutRows()).isEmpty();
    }

    @Test
    void totalsAboveTheirBlocksAreFoundToo() {
        FoundTable table = first("""
                Region | Sales | Cost
                Total  | 50 | 15
                North total | 30 | 9
                a | 10 | 4
                b | 20 | 5
                South total | 20 | 6
                c | 12 | 3
                d | 8 | 3""");
        assertThat(table.area().leftOutRows()).containsExactly(2L, 3L, 6L);
    }

    @Test
    void rowsThatNobodyCallsTotalsAreToldByTheirSums() {
        assertThat(first("""
                Place | Sales | Cost
                North | 30 | 9
                a | 10 | 4
                b | 20 | 5
                South | 20 | 6
                c | 5 | 1
                d | 7 | 2
                e | 8 | 3
                West | 11 | 12
                f | 5 | 6
                g | 6 | 6""").area().leftOutRows()).containsExactly(2L, 5L, 9L);
        assertThat(first("""
                Place | Sales | Cost
                a | 10 | 4
                b | 20 | 5
                North | 30 | 9
                c | 5 | 1
                d | 7 | 2
                e | 8 | 3
                South | 20 | 6
                f | 5 | 6
                g | 6 | 6
                West | 11 | 12""").area().leftOutRows()).containsExactly(4L, 8L, 11L);
    }

    @Test
    void aFirstRowThatSumsUpAllOthersIsLeftOut() {
        assertThat(first("""
                Country | 2024 | 2025
                Everywhere | 60 | 66
                A | 10 | 11
                B | 20 | 22
                C | 30 | 33""").area().leftOutRows()).containsExactly(2L);
    }

    @Test
    void totalsWithGapsBetweenAreFound() {
        FoundTable table = first("""
                Item | N
                a | 1
                b | 2
                Subtotal | 3

                c | 4
                d | 5
                Subtotal | 9

                Total | 12""");
        assertThat(table.area().leftOutRows()).contains(4L);
        assertThat(read(drawn("""
                Item | N
                a | 1
                b | 2
                Subtotal | 3

                c | 4
                d | 5
                Subtotal | 9

                Total | 12"""))).containsExactly("a", "b", "c", "d");
    }

    @Test
    void aRealNameThatReadsLikeATotalStays() {
        FoundTable table = first("""
                Brand | Litres | Price
                Shell | 100 | 1
                Total | 55 | 2
                Esso | 70 | 3
                Aral | 80 | 4""");
        assertThat(table.area().leftOutRows()).isEmpty();
        assertThat(table.notes()).anyMatch(note -> note.startsWith("Row 3 is called “Total”") && note.contains("kept"));
    }

    @Test
    void aColumnOfTotalsAndACategoryOfThatNameStay() {
        assertThat(first("""
                Kind | Total
                Total loss | 5
                Partial | 7
                Total loss | 9
                Partial | 3
                Total loss | 4""").area().leftOutRows()).isEmpty();
        assertThat(first("""
                Sex | Year | Rate
                Male | 2024 | 5
                Female | 2024 | 7
                Total | 2024 | 6
                Male | 2025 | 3
                Female | 2025 | 4
                Total | 2025 | 3.5""").area().leftOutRows()).isEmpty();
    }

    @Test
    void smallNumbersThatHappenToAddUpStay() {
        assertThat(first("""
                Name | N
                a | 3
                b | 1
                c | 2
                d | 5
                e | 4
                f | 1""").area().leftOutRows()).isEmpty();
        assertThat(first("""
                Day | Runs
                Mon | 1
                Tue | 1
                Wed | 2
                Thu | 3
                Fri | 5
                Sat | 8""").area().leftOutRows()).isEmpty();
    }

    @Test
    void sumsOfDecimalsMayBeRounded() {
        assertThat(first("""
                Region | Share | Sales
                a | 10.24 | 1000.4
                b | 20.13 | 2000.3
                North total | 30.4 | 3001
                c | 5.15 | 500.2
                d | 7.21 | 700.2
                South total | 12.4 | 1200""").area().leftOutRows()).contains(4L);
    }

    @Test
    void furtherDownThanIsLookedAtTotalsAreToldByTheirNames() {
        StringBuilder drawing = new StringBuilder("Region | Sales\n");
        for (int group = 0; group < 3000; group++) {
            drawing.append("g")
                    .append(group)
                    .append(" | 10\n")
                    .append("g")
                    .append(group)
                    .append(" | 20\n");
            drawing.append("Total g").append(group).append(" | 30\n");
        }
        drawing.append("Soma g2999 | 7\n"); // another word than those above have
        drawing.append("h | 7\n");
        CellRows sheet = drawn(drawing.toString().strip());
        assertThat(read(sheet)).hasSize(6002).contains("Soma g2999").noneMatch(name -> name.startsWith("Total"));
        AreaSource source =
                new AreaSource("sheet", sheet, TableFinder.find(sheet).get(0), TableChoice.AS_FOUND);
        LoadedTable loaded = new TableLoader(List.of(source), Map.of(), List.of(), LoadWatch.NONE).load();
        assertThat(loaded.table().rowCount()).isEqualTo(6002);
        assertThat(String.join(" ", loaded.report().notes()))
                .containsPattern("Row 4\\d+, “Total g1\\d+”, and 1,\\d+ more rows further down, called as those are "
                        + "that sum up others, were left out too.");
    }

    /** Found in real tables of athletes and of airports: the row was left out. */
    @Test
    void aNameThatBeginsOrEndsLikeATotalIsAName() {
        StringBuilder people = new StringBuilder("id | name | city | medals\n");
        for (int i = 0; i < 400; i++) {
            String name = i == 57 ? "Eunice Jepkoech Sum" : i == 90 ? "Total Rf" : "Person " + i;
            people.append(i * 7 + 3)
                    .append(" | ")
                    .append(name)
                    .append(" | c")
                    .append(i % 9)
                    .append(" | ")
                    .append(i % 4)
                    .append('\n');
        }
        FoundTable found = first(people.toString().strip());
        assertThat(found.area().leftOutRows()).isEmpty();
        assertThat(found.rowCount()).isEqualTo(400);
    }

    @Test
    void numbersOfTreatmentsThatAddUpByChanceAreNoTotals() {
        StringBuilder plots = new StringBuilder("plot | treatment | yield\n");
        for (int i = 0; i < 60; i++) {
            plots.append("p")
                    .append(i)
                    .append(" | ")
                    .append(1 + i % 3)
                    .append(" | ")
                    .append(20 + i * 7 % 13)
                    .append('\n');
        }
        assertThat(first(plots.toString().strip()).rowCount()).isEqualTo(60);
    }

    @Test
    void aTotalThatIsRoundedOrOfHiddenRowsIsOneBecauseItNamesItsBlock() {
        FoundTable found = first("""
                Region | Shop | Sales
                North | a | 10
                North | b | 20
                North total | c | 999
                South | d | 7
                South | e | 8
                South | f | 9""");
        assertThat(found.area().leftOutRows()).containsExactly(4L);
    }
}
