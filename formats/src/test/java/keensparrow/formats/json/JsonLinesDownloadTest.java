package keensparrow.formats.json;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.engine.QueryEngine;
import keensparrow.formats.Loading;
import keensparrow.formats.csv.CsvDownload;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Rows as JSON lines, value by value; and CSV as programs of other countries read it. */
class JsonLinesDownloadTest {
    private static final String ROWS = """
            Name,Cost,Day,Late,Count
            "Zoë, ""the"" first",-2.50,2026-01-05,yes,3
            =cmd(),1000.25,2026-01-06,no,
            """;
    private static final List<String> NAMES = List.of("name", "cost", "day", "late", "count");

    @TempDir
    Path folder;

    private QueryEngine table() throws IOException {
        byte[] rows = ROWS.getBytes(StandardCharsets.UTF_8);
        return new MemoryEngine(Loading.load(folder, "rows.csv", rows).table());
    }

    private static QueryEngine.RowScan all() {
        return new QueryEngine.RowScan(NAMES, Set.of(), List.of());
    }

    private static String text(ByteArrayOutputStream out) {
        return out.toString(StandardCharsets.UTF_8);
    }

    @Test
    void valuesKeepTheirTypes() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        JsonLinesDownload.write(table(), all(), out);
        assertThat(text(out).split("\n"))
                .containsExactly(
                        "{\"name\":\"Zoë, \\\"the\\\" first\",\"cost\":-2.50,\"day\":\"2026-01-05\",\"late\":true,"
                                + "\"count\":3}",
                        "{\"name\":\"=cmd()\",\"cost\":1000.25,\"day\":\"2026-01-06\",\"late\":false,\"count\":null}");
    }

    @Test
    void numbersOfAViewAreNumbersAndCodesAreTexts() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        JsonLinesDownload.write(List.of("Code", "Sum"), List.of(List.of("007", "12.5"), List.of("12", "")), out);
        assertThat(text(out).split("\n"))
                .containsExactly("{\"Code\":\"007\",\"Sum\":12.5}", "{\"Code\":\"12\",\"Sum\":null}");
    }

    @Test
    void nothingIsNoLine() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        JsonLinesDownload.write(List.of("Code"), List.of(), out);
        assertThat(out.size()).isZero();
    }

    @Test
    void csvIsWrittenAsOtherCountriesReadIt() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        CsvDownload.write(table(), all(), new CsvDownload.Style(';', true, false, false), out);
        assertThat(out.toString(StandardCharsets.UTF_8))
                .isEqualTo("Name;Cost;Day;Late;Count\r\n"
                        + "\"Zoë, \"\"the\"\" first\";-2,50;2026-01-05;yes;3\r\n"
                        + "'=cmd();1000,25;2026-01-06;no;\r\n");
        ByteArrayOutputStream view = new ByteArrayOutputStream();
        CsvDownload.write(
                List.of("Release", "Mean"),
                List.of(List.of("1.5 beta", "12.25"), List.of("2.0", "-0.5")),
                new CsvDownload.Style(';', true, false, false),
                view);
        assertThat(text(view)).isEqualTo("Release;Mean\r\n1.5 beta;12,25\r\n2.0;-0,5\r\n");
        ByteArrayOutputStream tabs = new ByteArrayOutputStream();
        CsvDownload.write(table(), all(), new CsvDownload.Style('\t', false, true, true), tabs);
        assertThat(tabs.toString(StandardCharsets.UTF_8))
                .startsWith("\ufeffName\tCost")
                .contains("\n=cmd()\t1000.25");
    }
}
