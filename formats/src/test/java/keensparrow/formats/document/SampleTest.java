package keensparrow.formats.document;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.infer.text.DatePattern;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.layout.TableChoice;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a look at the first rows says of the columns is what a load makes of them. */
class SampleTest {
    private static final int FILES = 60;

    @TempDir
    Path folder;

    private static Reading.Sample sample(Document document, ReadingChoices choices) {
        Reading reading = new Reading(List.of(document), choices);
        return reading.sample(reading.chosen().get(0)).orElseThrow();
    }

    private static List<String> types(LoadedTable loaded) {
        List<String> types = new ArrayList<>();
        List<ColumnInfo> infos = loaded.table().schema().columns();
        for (int i = 0; i < infos.size(); i++) {
            ColumnPlan plan = loaded.plan().get(i);
            types.add(infos.get(i).label() + " " + infos.get(i).type() + " " + plan.dates() + " "
                    + (plan.numbers() == null ? "" : plan.numbers().toString()));
        }
        return types;
    }

    private static String first(Table table, ColumnInfo info) {
        Column column = table.column(info.name());
        for (int row = 0; row < table.rowCount(); row++) {
            if (!column.isBlank(row)) {
                return String.valueOf(column.plain(row));
            }
        }
        return "";
    }

    private static String value(Random random, int way) {
        int n = 1 + random.nextInt(9000);
        return switch (way) {
            case 0 -> String.valueOf(n);
            case 1 -> String.format(Locale.ROOT, "%.2f", n / 7.0);
            case 2 -> String.format(Locale.GERMANY, "%,.2f", n * 3.0);
            case 3 -> String.format("%02d.%02d.2026", 1 + n % 28, 1 + n % 12);
            case 4 -> String.format("%d/%d/2026", 1 + n % 12, 13 + n % 15);
            case 5 -> n % 2 == 0 ? "yes" : "no";
            case 6 -> List.of("Linz", "Graz", "Wels").get(n % 3);
            case 7 -> String.format("%05d", n % 500);
            case 8 -> n % 100 + "%";
            case 9 -> n % 5 == 0 ? "(" + n + ",00) €" : n + ",50 €";
            default -> n % 4 == 0 ? "" : List.of("a;b", "b", "a").get(n % 3);
        };
    }

    @Test
    void ofSmallTextsItSaysTheSameAsALoad() throws IOException {
        Random random = new Random(20_261_126);
        for (int file = 0; file < FILES; file++) {
            int columns = 2 + random.nextInt(6);
            int[] ways = random.ints(columns, 0, 11).toArray();
            StringBuilder text = new StringBuilder(random.nextBoolean() ? "" : "Figures of the office\n\n");
            for (int i = 0; i < columns; i++) {
                text.append(i == 0 ? "" : "|").append("column ").append((char) ('a' + i));
            }
            for (int row = 0; row < 60 + random.nextInt(700); row++) {
                text.append('\n');
                for (int i = 0; i < columns; i++) {
                    text.append(i == 0 ? "" : "|").append(value(random, ways[i]));
                }
            }
            Path path = Files.write(
                    folder.resolve("office.csv"), text.append('\n').toString().getBytes(StandardCharsets.UTF_8));
            try (Document document = Document.open(path, "office.csv", ReadingChoices.AS_FOUND)) {
                Reading.Sample sample = sample(document, ReadingChoices.AS_FOUND);
                LoadedTable loaded = new Reading(List.of(document), ReadingChoices.AS_FOUND)
                        .load(Map.of(), List.of(), LoadWatch.NONE);
                assertThat(types(sample.loaded())).as("file %d", file).isEqualTo(types(loaded));
                for (ColumnInfo info : loaded.table().schema().columns()) {
                    assertThat(first(sample.loaded().table(), info))
                            .as("file %d, %s", file, info.label())
                            .isEqualTo(first(loaded.table(), info));
                }
            }
        }
    }

    @Test
    void ofLongTextsOnlyTheFirstRowsAreLookedAt() throws IOException {
        String text = "n,day\n" + "7,01/02/2026\n".repeat(3000) + "many,01/02/2026\n".repeat(3000);
        Path path = Files.write(folder.resolve("long.csv"), text.getBytes(StandardCharsets.UTF_8));
        try (Document document = Document.open(path, "long.csv", ReadingChoices.AS_FOUND)) {
            Reading.Sample sample = sample(document, ReadingChoices.AS_FOUND);
            assertThat(sample.loaded().table().rowCount()).isBetween(900, 1000);
            assertThat(sample.loaded().table().column("n").type()).isEqualTo(ColumnType.WHOLE);
            assertThat(sample.loaded().plan().get(1).dates()).isEqualTo(DatePattern.DAY_FIRST);
            ReadingChoices told = new ReadingChoices(null, null, null, null, null, null, DatePattern.MONTH_FIRST, null);
            assertThat(sample(document, told).loaded().table().column("day").plain(0))
                    .isEqualTo("2026-01-02");
        }
    }

    @Test
    void columnsAreThoseOfTheSheet() throws IOException {
        Path path = folder.resolve("sheet.xlsx");
        try (OutputStream out = Files.newOutputStream(path);
                Workbook workbook = new Workbook(out, "test", "1.0")) {
            Worksheet sheet = workbook.newWorksheet("Sheet");
            List<String> headings = List.of("Route", "Hidden", "", "Trains");
            for (int column = 0; column < headings.size(); column++) {
                if (!headings.get(column).isEmpty()) {
                    sheet.value(2, 1 + column, headings.get(column));
                }
            }
            for (int row = 3; row < 9; row++) {
                sheet.value(row, 1, "Route " + row);
                sheet.value(row, 2, "x" + row);
                sheet.value(row, 4, 10 * row);
            }
            sheet.hideColumn(2);
        }
        try (Document document = Document.open(path, "sheet.xlsx", ReadingChoices.AS_FOUND)) {
            Reading.Sample all = sample(document, ReadingChoices.AS_FOUND);
            assertThat(all.columns()).containsExactly(1, 2, 4);
            assertThat(types(all.loaded()).get(2)).startsWith("Trains WHOLE");
            TableChoice shown =
                    new TableChoice(null, "Sheet", 0, null, null, null, null, null, null, null, false, null);
            ReadingChoices choices = new ReadingChoices(null, null, null, null, null, null, null, List.of(shown));
            Reading.Sample some = sample(document, choices);
            assertThat(some.columns()).containsExactly(1, 4);
            assertThat(some.loaded().table().column("trains").plain(0)).isEqualTo("30");
        }
    }

    @Test
    void aTableWithoutRowsHasNoSample() throws IOException {
        Path path = Files.write(folder.resolve("empty.csv"), "a,b,c\n".getBytes(StandardCharsets.UTF_8));
        try (Document document = Document.open(path, "empty.csv", ReadingChoices.AS_FOUND)) {
            Reading reading = new Reading(List.of(document), ReadingChoices.AS_FOUND);
            assertThat(reading.chosen()).hasSize(1);
            assertThat(reading.sample(reading.chosen().get(0))).isEmpty();
        }
    }
}
