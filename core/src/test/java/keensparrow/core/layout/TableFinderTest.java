package keensparrow.core.layout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Where the tables stand in raw cells drawn by hand, and in cells put together at random. */
class TableFinderTest {
    /** Drawn with a line a row and bars between cells. */
    private static CellRows drawn(String drawing, boolean isText) {
        List<List<String>> rows = new ArrayList<>();
        for (String line : drawing.split("\n", -1)) {
            rows.add(List.of(line.split("\\|", -1)).stream().map(String::strip).toList());
        }
        return new CellRows(rows, isText);
    }

    private static FoundTable found(String text) {
        return TableFinder.find(drawn(text, true)).get(0);
    }

    private static FoundTable first(String drawing) {
        return TableFinder.find(drawn(drawing, false)).get(0);
    }

    private static String place(FoundTable table) {
        TableArea area = table.area();
        return TableArea.columnName(area.firstColumn()) + Math.max(area.headingRow(), 1) + ":"
                + TableArea.columnName(area.lastColumn()) + area.lastRow() + " " + area.headingRows();
    }

    @Test
    void aTableBelowAndBesideOtherThings() {
        FoundTable table = first("""
                Figures of the year
                made by the office | | | 2026

                | Route | Trains | Cost
                | A     | 1      | 10
                | B     | 2      | 20
                | C     | 3      | 31
                | Total | 6      | 61

                | * without tax""");
        assertThat(place(table)).isEqualTo("B4:D7 1");
        assertThat(table.headings()).containsExactly("Route", "Trains", "Cost");
        assertThat(table.notes()).anyMatch(note -> note.contains("Row 8, “Total”"));
    }

    @Test
    void aTableOfNamesBelowOneOfNumbersIsAnother() {
        String drawing = """
                Product | Units | Price
                P1 | 3 | 1.5
                P2 | 6 | 2.5
                P3 | 9 | 3.5
                P4 | 12 | 4.5



                Region | Manager |
                North | Ann |
                South | Bo |
                East | Cy |""";
        List<FoundTable> tables = TableFinder.find(drawn(drawing, true));
        assertThat(tables).hasSize(2);
        assertThat(place(tables.get(0))).isEqualTo("A1:C5 1");
        assertThat(tables.get(1).headings()).startsWith("Region", "Manager");
        String marks = drawing.replace("North | Ann", "P5 | n/a").replace("Region | Manager", "P6 | n/a");
        assertThat(TableFinder.find(drawn(marks.replace("South | Bo", "P7 | 4").replace("East | Cy", "P8 | 5"), true)))
                .hasSize(1); // rows without numbers, then rows with them
    }

    @Test
    void blankRowsWithinDoNotEndATable() {
        FoundTable table = first("""
                Route | N
                A | 1
                B | 2

                C | 3

                D | 4""");
        assertThat(place(table)).isEqualTo("A1:B7 1");
        assertThat(table.notes()).containsExactly("2 empty rows were left out.");
    }

    @Test
    void aColumnWithoutHeadingBesideAnEmptyOneSaysWhatTheRowsAre() {
        FoundTable table = first("""
                           |  | North | South |  | East
                2026-01-31 |  | -4.0  | 13.2  |  | 6
                2026-02-28 |  | -4.4  | 12.9  |  | 7
                2026-03-31 |  | -4.1  | 12.1  |  | 8""");
        assertThat(place(table)).isEqualTo("A1:F4 1");
        assertThat(table.headings()).containsExactly("", "North", "South", "East");
        assertThat(table.notes()).contains("Columns B and E are empty and left out.");
    }

    @Test
    void threeTablesInOneSheet() {
        List<FoundTable> found = TableFinder.find(drawn("""
                Name | N |  | City | K | L
                a | 1    |  | x | 5 | 1
                b | 2    |  | y | 6 | 2
                c | 3    |  | z | 7 | 3
                d | 4    |  |   |   |
                         |  |  |   |   |
                Shift | Crew | | | |
                e | 7 | | | |
                f | 8 | | | |""", false));
        assertThat(found).extracting(TableFinderTest::place).containsExactlyInAnyOrder("A1:B5 1", "D1:F4 1", "A7:B9 1");
    }

    @Test
    void yearsAsHeadingsAndNamesOverThem() {
        assertThat(first("Region | 2024 | 2025 | 2026\nNorth | 5 | 6 | 7\nSouth | 8 | 9 | 10")
                        .headings())
                .containsExactly("Region", "2024", "2025", "2026");
        FoundTable table = first("""
                       | Trains |      | Cost |
                Route  | 2025   | 2026 | 2025 | 2026
                A      | 1      | 2    | 3    | 4
                B      | 5      | 6    | 7    | 8""");
        assertThat(table.headings()).containsExactly("Route", "Trains 2025", "Trains 2026", "Cost 2025", "Cost 2026");
    }

    @Test
    void remarksAboveAndBelowAreNoHeadingsAndNoRows() {
        FoundTable table = first("""
                Our people
                who like to write |  |  |  |      | a lot
                everywhere        | at | the | | top | of it
                Name  | Job    | Age | Day        | Tax | Left
                Ann   | driver | 41  | 2026-01-01 | 1.5 | 2
                Bob   | guard  | 52  | 2026-01-02 | 2.5 | 3
                Cleo  | cook   | 33  | 2026-01-03 | 3.5 | 4
                More
                      | and even more
                      |        | at  | the end
                      |        |     |            |     | of it""");
        assertThat(place(table)).isEqualTo("A4:F7 1");
        assertThat(table.headings()).startsWith("Name", "Job", "Age");
    }

    @Test
    void aTitleOfTwoCellsIsNoRowOfHeadings() {
        FoundTable table = first("""
                Default | Persons by work

                Place | Area
                Linz  | 110018063
                Graz  | 110018064
                Wels  | 110018065

                INFO  | Small numbers have been changed""");
        assertThat(place(table)).isEqualTo("A3:B6 1");
        assertThat(table.notes()).anyMatch(note -> note.contains("Row 8 was left out: it is a note"));
    }

    @Test
    void anEmptyRowAfterEachRowPartsNothing() {
        FoundTable table = first("Place | N\n\nLinz | 1\n\nGraz | 2\n\nWels | 3\n\nWien | 4");
        assertThat(place(table)).isEqualTo("A1:B9 1");
        assertThat(table.rowCount()).isEqualTo(4);
    }

    @Test
    void aFirstRowOfValuesIsNotTakenForHeadings() {
        assertThat(first("Name | Born\nAnn | 1990\nBob | 1985\nCleo | 2001").headings())
                .containsExactly("Name", "Born");
        assertThat(first("Old | New | Value\nR1 | R1 | .\nR2 | R2 | 4\nR3 | R3 | 5")
                        .headings())
                .containsExactly("Old", "New", "Value");
        assertThat(first("Kind | Line | Value\nday | A | closed\nday | B | 4\nnight | C | 5")
                        .headings())
                .containsExactly("Kind", "Line", "Value");
    }

    @Test
    void rowsWithOneValueAreRows() {
        FoundTable bySize = first("1 | 5 | 5\n2 | 6 | 6\n3 | 7 | 7\n4 | 8 | 8\n5 | |\n6 | |\n7 | |");
        assertThat(bySize.rowCount()).isEqualTo(7);
        FoundTable byDay = first("Day | In | Out\n2026-01-01 | 1 | 2\n2026-01-02 | 3 | 4\n2026-01-03 | |");
        assertThat(byDay.area().lastRow()).isEqualTo(4);
        FoundTable byGroup = first("Group | In | Out\nA | 1 | 2\nB | 3 | 4\nA | |");
        assertThat(byGroup.area().lastRow()).isEqualTo(4);
        FoundTable stray = first("Day | In | Out\n2026-01-01 | 1 | 2\n2026-01-02 | 3 | 4\n | 77 |");
        assertThat(stray.area().lastRow()).as("a number in a column of numbers").isEqualTo(4);
        FoundTable check = first("Day | In | Out\n2026-01-01 | 1 | 2\n2026-01-02 | 3 | 4\n\n | 77 |");
        assertThat(check.area().lastRow()).as("apart from the table").isEqualTo(3);
    }

    @Test
    void aRowLikeAllOthersIsNoRowOfHeadings() {
        FoundTable table =
                first("XD | +888 // Asia\nXR | +979 // West\nXT | +800 // South\nXS | +808 // East\nXC | +991 // ?");
        assertThat(table.area().headingRow()).isZero();
        assertThat(table.rowCount()).isEqualTo(5);
        assertThat(first("Period\n1923:06 1924:07\n1926:10 1927:11\n1929:08 1933:03\n1937:05 1938:06\n1945:02 1945:10")
                        .headings())
                .containsExactly("Period");
    }

    @Test
    void textsInWhichRowsHaveNamesOfTheirOwn() {
        FoundTable table = found("Weight | Feed\n1 | 26.5 | NA\n2 | 27.6 | 5.2\n3 | 36.5 | 17.6");
        assertThat(table.headings()).containsExactly("", "Weight", "Feed");
        assertThat(table.notes()).contains(RowNames.NOTE);
        assertThat(found("Weight | Feed\nHen | 26.5 | 1\nCow | 27.6 | 5.2\nPig | 36.5 | 17.6")
                        .headings())
                .containsExactly("", "Weight", "Feed");
        // a value too many at the end, or a delimiter there, moves nothing
        assertThat(found("Weight | Feed\n12 | 26.5 | 1\n18 | 27.6 | 5.2\n12 | 36.5 | 17.6")
                        .headings())
                .startsWith("Weight", "Feed");
        assertThat(found("Weight | Feed\n1 | 26.5 |\n2 | 27.6 |\n3 | 36.5 |").headings())
                .containsExactly("Weight", "Feed");
    }

    @Test
    void whatStandsBehindAnEmptyColumnOfATextBelongsToIt() {
        List<FoundTable> tables = TableFinder.find(drawn("""
                Kind | Name | Code
                D | a | 1 |  | 5 | x
                D | b | 2 |  | 6 | y
                D | c | 3 |  | 7 | z""", true));
        assertThat(tables).hasSize(1);
        assertThat(tables.get(0).area().lastColumn()).isEqualTo(5);
    }

    @ParameterizedTest
    @ValueSource(ints = {3999, 4000, 4001, 4119, 4120, 4121})
    void allRowsAreThereHoweverManyAreLookedAt(int rows) {
        StringBuilder drawing = new StringBuilder("Name | N");
        for (int i = 1; i <= rows; i++) {
            drawing.append("\nn").append(i).append(" | ").append(i);
        }
        FoundTable table = first(drawing.toString());
        assertThat(table.rowCount()).isEqualTo(rows);
        assertThat(table.area().lastRow()).isIn(rows + 1L, Long.MAX_VALUE);
        assertThat(table.area().droppedAtEnd()).isZero();
    }

    @Test
    void columnsWithoutAHeadingAreTold() {
        assertThat(first("Place | | N\nLinz | a | 1\nGraz | b | 2\nWels | c | 3")
                        .notes())
                .contains("1 column has no heading and is called Column 2.");
        assertThat(first("Place | | | N | K\nLinz | a | x | 1 | 4\nGraz | b | y | 2 | 5\nWels | c | z | 3 | 6")
                        .notes())
                .contains("2 columns have no heading and are called Column 2 and Column 3.");
    }

    @Test
    void numbersAlonePlaceNoHeadings() {
        FoundTable table = first("5 | 6\n7 | 8\n9 | 10");
        assertThat(table.area().headingRow()).isZero();
        assertThat(table.rowCount()).isEqualTo(3);
    }

    @Test
    void anEmptySheetHasNone() {
        assertThat(TableFinder.find(drawn("\n\n", false))).isEmpty();
    }

    @Test
    void whatTheAuthorSaysGoesFirst() {
        CellRows sheet = drawn("Title\nA | B | C\n1 | 2 | 3\n4 | 5 | 6\n7 | 8 | 9", false);
        List<FoundTable> found = TableFinder.find(sheet);
        TableChoice narrow = new TableChoice(null, null, null, null, null, 4L, 1, null, null, null, null, null);
        FoundTable chosen = TableFinder.chosen(sheet, found, narrow);
        assertThat(place(chosen)).isEqualTo("B2:C4 1");
        assertThat(chosen.headings()).containsExactly("B", "C");
        TableChoice lower = new TableChoice(null, null, null, 3L, null, null, null, null, null, null, null, null);
        assertThat(TableFinder.chosen(sheet, found, lower).headings()).containsExactly("1", "2", "3");
        TableChoice none = new TableChoice(null, null, null, 0L, 0, null, null, null, null, null, null, null);
        assertThat(TableFinder.chosen(sheet, found, none).area().firstRow()).isEqualTo(2);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16})
    void aTableIsFoundWhereverItWasPut(long seed) {
        Random random = new Random(seed);
        for (int round = 0; round < 60; round++) {
            int titles = random.nextInt(4);
            int left = random.nextInt(3);
            int columns = 3 + random.nextInt(8);
            int rows = 4 + random.nextInt(40);
            boolean gap = titles > 0 && random.nextBoolean();
            boolean total = random.nextBoolean();
            StringBuilder drawing = new StringBuilder();
            for (int i = 0; i < titles; i++) {
                drawing.append("| ".repeat(left))
                        .append("Title number ")
                        .append(i)
                        .append('\n');
            }
            drawing.append(gap ? "\n" : "");
            line(drawing, left, columns, column -> "Heading " + column);
            for (int row = 0; row < rows; row++) {
                int at = row;
                line(
                        drawing,
                        left,
                        columns,
                        column -> column == 0
                                ? "name " + at
                                : random.nextInt(12) == 0 ? "" : String.valueOf(1 + random.nextInt(900)));
            }
            if (total) {
                line(drawing, left, columns, column -> column == 0 ? "Total" : "99999");
            }
            FoundTable table = first(drawing.toString());
            int top = titles + (gap ? 1 : 0) + 1;
            assertThat(place(table))
                    .as(drawing.toString())
                    .isEqualTo(TableArea.columnName(left) + top + ":" + TableArea.columnName(left + columns - 1)
                            + (top + rows) + " 1");
        }
    }

    private interface Cell {
        String at(int column);
    }

    private static void line(StringBuilder drawing, int left, int columns, Cell cell) {
        drawing.append("| ".repeat(left));
        for (int column = 0; column < columns; column++) {
            drawing.append(column > 0 ? "|" : "").append(cell.at(column));
        }
        drawing.append('\n');
    }
}
