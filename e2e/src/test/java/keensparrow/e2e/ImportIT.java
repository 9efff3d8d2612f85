package keensparrow.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import keensparrow.demo.DemoFiles;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

/** Untidy files in a real browser: the proposal over the raw cells, corrected by dragging, by keys and by words. */
class ImportIT {
    private static final String PASSWORD = "night train to Trieste";

    @TempDir
    static Path folder;

    private static Path files;
    private static RunningServer server;
    private static Browser analyst;

    @BeforeAll
    static void start() throws Exception {
        files = folder.resolve("files");
        DemoFiles.writeTo(files);
        server = new RunningServer(folder.resolve("data"));
        server.firstAccount("ada", PASSWORD);
        analyst = new Browser(folder);
        analyst.size(1280, 1000);
        analyst.signIn(server.address(), "ada", PASSWORD);
    }

    @AfterAll
    static void stop() throws Exception {
        analyst.close();
        server.close();
    }

    private static void bringIn(Path file) {
        analyst.open(server.address());
        analyst.pick("input[type=file]", file);
    }

    @Test
    void aMessyWorkbookBecomesATypedDatasetWithOneCorrectionByDragging() {
        bringIn(files.resolve("energy-by-month.xlsx"));
        analyst.sees("[data-testid=area]", "The table is A4 to Z28, headings in row 4.");
        analyst.sees(
                ".how-how .author-notes", "Rows 1 to 3 above the headings were left out: “Duskline Sleeper Trains”");
        analyst.sees(".how-how .author-notes", "Row 29, “Total”, was left out");
        analyst.sees(".how-how .author-notes", "1 cell beside the table was left out: AB31 “check: 24 routes”.");
        analyst.sees(".RawCells-raw tr.RawCells-headings", "Jan 2025");
        WebElement edge = analyst.see(".RawCells-edge.RawCells-bottom");
        int row = analyst.see("[data-row='28']").getSize().getHeight();
        analyst.drag(edge, 0, -2 * row);
        analyst.sees("[data-testid=area]", "The table is A4 to Z26, headings in row 4.");
        analyst.clickText("button", "Load it");
        analyst.sees(".author-prepare-table h2", "22 rows · 26 columns");
        analyst.sees(".author-preview thead", "whole number · measure");
        analyst.sees("[aria-label='Worth a look']", "The edges were set by hand.");
    }

    @Test
    void howNumbersAndDatesAreWrittenIsShownAndSaidDifferently() {
        bringIn(files.resolve("seats-offered.csv"));
        analyst.sees(".author-prepare-table h2", "484 rows · 5 columns");
        analyst.clickText("a", "how it was read");
        analyst.sees(".RawCells-raw thead", "16,368");
        analyst.sees(".how-how", "found from the values of “Occupancy”, “Train kilometres”");
        analyst.choose("Decimal mark", "by a point");
        analyst.sees(".RawCells-raw thead", "16.368");
        analyst.choose("Order of dates", "month first");
        analyst.sees(".how-how", "chosen by hand");
        analyst.clickText("button", "Read it again so");
        analyst.sees(".author-preview", "16.368");
    }

    @Test
    void edgesMoveByKeysAndGoBackByAWord() {
        bringIn(files.resolve("energy-by-month.xlsx"));
        analyst.see(".RawCells-edge.RawCells-right").sendKeys(Keys.ARROW_LEFT);
        analyst.sees("[data-testid=area]", "A4 to Y28");
        analyst.see(".RawCells-edge.RawCells-top").sendKeys(Keys.ARROW_UP);
        analyst.sees("[data-testid=area]", "headings in row 3");
        analyst.clickText("button", "All as it was found");
        analyst.sees("[data-testid=area]", "The table is A4 to Z28, headings in row 4.");
    }

    @Test
    void theNextMonthJoinsByThePatternThatIsSaid() throws IOException {
        Path folder = files.getParent();
        bringIn(Files.writeString(folder.resolve("berths-01.csv"), "Route,Berths\nLyon–Trieste,96\nBasel–Malmö,120\n"));
        analyst.sees(".author-prepare-table h2", "2 rows");
        analyst.clickText("button", "Load a newer file");
        analyst.sees(".StepList-compact-drop", "new files take the place of all");
        analyst.type(".FilePatternField-pattern", "berths-*.csv" + Keys.ENTER);
        analyst.sees(".StepList-compact-drop", "join those that are there");
        Path february = Files.writeString(folder.resolve("berths-02.csv"), "Route,Berths\nLyon–Trieste,98\n");
        analyst.pick(".StepList-compact-drop input[type=file]", february);
        analyst.sees(".author-prepare-table h2", "3 rows");
        analyst.sees("[aria-label=Steps]", "berths-01.csv and berths-02.csv");
    }

    @Test
    void sheetsOfOneShapeComeTogetherAndCanBeLeftOut() {
        bringIn(files.resolve("passenger-survey.xlsx"));
        analyst.sees(".how-how .author-notes", "Eight tables with the same columns were put under one another.");
        analyst.click(".how-sheets li:first-child .ant-checkbox-wrapper");
        analyst.sees(".how-how .author-notes", "Seven tables");
        analyst.clickText("button", "Load it");
        analyst.sees(".author-prepare-table h2", "2,895 rows · 8 columns");
        analyst.sees(".author-preview thead", "yes/no · category");
    }

    @Test
    void textIsReadAnewUnderAnotherDelimiterAndDoubtsAreAnswered() throws Exception {
        Path file = folder.resolve("doubt.csv");
        Files.write(
                file,
                "Liste der Kosten\nTag;Kosten\n01/02/2026;1,5\n03/04/2026;2,5\n"
                        .getBytes(Charset.forName("windows-1252")));
        bringIn(file);
        analyst.sees("[data-testid=area]", "A2 to B4");
        analyst.choose("Delimiter", "comma");
        analyst.sees(".RawCells-raw", "Tag;Kosten");
        analyst.clickText("button", "All as it was found");
        analyst.sees("[data-testid=area]", "A2 to B4");
        analyst.clickText("button", "Load it");
        analyst.sees(".author-preview tbody", "1 Feb 2026");
        analyst.sees(".prepare-doubt", "could be day first or month first");
        analyst.clickText("button", "Read them month first");
        analyst.sees(".author-preview tbody", "2 Jan 2026");
        assertThat(analyst.all(".prepare-doubt")).isEmpty();
        analyst.sees(".author-steps", "Read Tag as date, month-day-year.");
        analyst.clickText("a", "how it was read");
        analyst.sees("[data-testid=area]", "A2 to B4");
    }

    @Test
    void oneFileOfAnArchiveIsPickedAndItsDatesAreRead() throws Exception {
        Path zip = folder.resolve("feed.zip");
        try (ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(zip))) {
            for (String[] file : new String[][] {
                {"stops.csv", "stop,name\n1,Graz\n2,Linz\n3,Wels\n"},
                {"trips.csv", "trip;minutes;Date\nT1;1,5;45292\nT2;2,5;45293\n"},
            }) {
                out.putNextEntry(new ZipEntry("feed/" + file[0]));
                out.write(file[1].getBytes(StandardCharsets.UTF_8));
            }
        }
        bringIn(zip);
        analyst.sees(".how-how .author-notes", "Not loaded is another table");
        analyst.click(".how-sheets li:last-child .ant-checkbox-wrapper");
        analyst.sees(".how-how .author-notes", "“stops.csv” from row 1");
        analyst.clickText("button", "Load it");
        analyst.sees(".author-prepare-table h2", "2 rows · 3 columns");
        analyst.sees(".author-preview tbody", "1 Jan 2024");
        analyst.sees("[aria-label='Worth a look']", "serial numbers of days");
    }

    @Test
    void aPlainFileIsLoadedAtOnceAndPastedCellsToo() throws Exception {
        Path plain = folder.resolve("plain.csv");
        Files.writeString(plain, "town,n\nGraz,1\nLinz,2\n");
        bringIn(plain);
        analyst.sees(".author-prepare-table h2", "2 rows · 2 columns");
        analyst.open(server.address());
        analyst.clickText("button", "paste cells");
        analyst.script("const t = document.querySelector('.PasteCells-paste textarea');"
                + "Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value').set.call(t, 'town\\tn\\nRome\\t3\\nBern\\t4\\nOslo\\t5');"
                + "t.dispatchEvent(new Event('input', {bubbles: true}));");
        analyst.clickText("button", "Read these cells");
        analyst.sees(".author-prepare-table h2", "3 rows · 2 columns");
        analyst.open(server.address());
        analyst.clickText("button", "give a link");
        analyst.type("input[type=url]", "http://127.0.0.1:9/a.csv");
        analyst.clickText("button", "Fetch it");
        analyst.sees(".problem", "not public");
    }

    /** A workbook as an office makes it: regions merged over their routes, a row and a column hidden, a wrong formula. */
    private static Path berths() throws IOException {
        Path file = folder.resolve("berths.xlsx");
        try (OutputStream out = Files.newOutputStream(file);
                Workbook workbook = new Workbook(out, "office", "1.0")) {
            Worksheet sheet = workbook.newWorksheet("Berths");
            sheet.value(0, 1, "Berths by region");
            List<String> headings = List.of("Region", "Route", "Berths", "Depot");
            for (int column = 0; column < headings.size(); column++) {
                sheet.value(3, 1 + column, headings.get(column));
            }
            for (int row = 4; row < 10; row++) {
                if (row == 4 || row == 7) {
                    sheet.value(row, 1, row == 4 ? "North" : "South");
                    sheet.range(row, 1, row + 2, 1).merge();
                }
                sheet.value(row, 2, "Route " + row);
                sheet.value(row, 3, 100 * row);
                sheet.value(row, 4, "D" + row);
            }
            sheet.hideRow(5);
            sheet.hideColumn(4);
        }
        return file;
    }

    @Test
    void mergedCellsAreFilledDownAndHiddenOnesLeftOutWhenAskedFor() throws IOException {
        bringIn(berths());
        analyst.sees("[data-testid=area]", "The table is B4 to E10, headings in row 4.");
        analyst.sees(".RawCells-raw thead", "whole number");
        analyst.sees(".how-how .author-notes", "1 row is hidden in the sheet and read all the same.");
        analyst.clickText("label", "Read hidden rows");
        analyst.sees(".how-how .author-notes", "1 row is hidden in the sheet and left out.");
        analyst.clickText("label", "Read hidden columns");
        analyst.sees(".how-how .author-notes", "1 column is hidden in the sheet and left out.");
        analyst.clickText("button", "Load it");
        analyst.sees(".author-prepare-table h2", "5 rows · 3 columns");
        analyst.sees(".author-preview thead", "2 values, no blanks");
    }

    @Test
    void totalsAreLeftOutNamedAndHadBack() throws Exception {
        Path file = folder.resolve("costs.csv");
        Files.writeString(file, """
                Depot,Item,Costs
                Graz,Rent,100
                Graz,Power,40
                Graz total,,140
                Linz,Rent,90
                Linz,Power,35
                Linz total,,125
                Grand total,,265
                """);
        bringIn(file);
        analyst.sees(
                ".how-how .author-notes",
                "Rows 4 “Graz total” and 7 “Linz total” sum up other rows and were left out.");
        analyst.clickText("button", "Load it");
        analyst.sees(".author-prepare-table h2", "4 rows · 3 columns");
        analyst.sees("[aria-label='Worth a look']", "Grand total");
        analyst.clickText("a", "how it was read");
        analyst.clickText("label", "Read rows that sum up others too");
        analyst.clickText("button", "Read it again so");
        analyst.sees(".author-prepare-table h2", "6 rows · 3 columns");
    }

    @Test
    void labelsThatStandOnceAreFilledDownByOnePress() throws Exception {
        Path file = folder.resolve("pivot.csv");
        Files.writeString(file, """
                Region,Month,Costs
                North,1 Jan 2026,100
                ,1 Feb 2026,110
                ,1 Mar 2026,120
                South,1 Jan 2026,90
                ,1 Feb 2026,95
                ,1 Mar 2026,99
                """);
        bringIn(file);
        analyst.sees(".prepare-doubt", "“Region” stands only in the first row of each block");
        analyst.clickText("button", "Fill it down");
        analyst.seesNo(".prepare-doubt");
        analyst.sees(".author-steps", "Fill Region down");
        analyst.sees(".author-preview thead", "2 values, no blanks");
    }

    @Test
    void howANumberAddsUpIsSaidWithItsReasonAndChanged() throws Exception {
        Path file = folder.resolve("towns.csv");
        Files.writeString(file, "Town,Visits,Index of wear\nGraz,10,4\nLinz,20,6\nWels,30,8\n");
        bringIn(file);
        analyst.clickText("th//button", "Index of wear");
        analyst.sees("[aria-label='Column Index of wear']", "averaged");
        analyst.sees("[aria-label='Column Index of wear']", "averaged because it is a score");
        analyst.choose("How it adds up", "added up");
        analyst.sees(".author-steps", "Have Index of wear added up.");
        analyst.sees("[aria-label='Column Index of wear']", "added up because a step says so");
        analyst.clickText("button", "Undo");
        analyst.clickText("button", "Compose an app");
        analyst.sees(".ReadingLine-reading", "Reading all 3 towns.");
        analyst.sees("[data-view=v2]", "60");
        analyst.sees("[data-view=v3]", "Average of Index of wear");
    }

    @Test
    void aSheetOfHundredsOfColumnsDrawsOnlyWhatIsSeen() throws Exception {
        StringBuilder wide = new StringBuilder("\n\nnote\n");
        for (int row = 0; row < 30; row++) {
            for (int column = 0; column < 900; column++) {
                wide.append(row == 0 ? "c" : "").append(column * 30 + row).append(column == 899 ? '\n' : ',');
            }
        }
        Path file = folder.resolve("wide.csv");
        Files.writeString(file, wide);
        bringIn(file);
        analyst.sees(".RawCells-raw", "c30");
        assertThat(analyst.all(".RawCells-raw td").size()).isLessThan(1000);
        analyst.script("const r = document.querySelector('.RawCells-raw'); r.scrollLeft = r.scrollWidth;");
        analyst.sees(".RawCells-raw thead", "AHP");
        analyst.sees(".RawCells-raw", "c26970");
        analyst.sees(".RawCells-raw [data-row='5']", "26971");
        assertThat(analyst.all(".RawCells-raw td").size()).isLessThan(1000);
    }

    @Test
    void cellsPastedAnywhereOnTheStartPageAreRead() {
        analyst.open(server.address());
        analyst.seeText("button", "paste cells");
        analyst.script("const data = new DataTransfer();"
                + "data.setData('text/plain', 'Ort\\tUmsatz\\tTag\\nGraz\\t1.234,50 €\\t3. Mai 2026\\nLinz\\t(99,00) €\\t14. Juni 2026');"
                + "document.dispatchEvent(new ClipboardEvent('paste', {clipboardData: data, bubbles: true}));");
        analyst.sees(".author-prepare-table h2", "2 rows · 3 columns");
        analyst.sees(".author-preview", "€1,234.50");
        analyst.sees(".author-preview", "−€99.00");
        analyst.sees(".author-preview", "14 Jun 2026");
    }
}
