package keensparrow.server.dataset;

import io.javalin.http.Context;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.function.Supplier;
import java.util.stream.Stream;
import keensparrow.core.engine.QueryEngine;
import keensparrow.formats.csv.CsvDownload;
import keensparrow.formats.json.JsonLinesDownload;
import keensparrow.formats.ods.OdsDownload;
import keensparrow.formats.xlsx.XlsxDownload;
import keensparrow.server.http.BrokenAnswers;
import keensparrow.server.http.SteadyOutput;

/**
 * Streams a table as a file whose name says what and when: a workbook, an OpenDocument one or JSON lines where the address ends so, else CSV.
 * How CSV is written {@code ?delimiter=}, {@code ?decimal=} and {@code ?mark=} say.
 */
public final class TableResponse {
    private static final String WORKBOOK = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

    private static final String OPEN_WORKBOOK = "application/vnd.oasis.opendocument.spreadsheet";

    private final Context ctx;
    private final String fileName;
    private final CsvDownload.Style style;
    private final Form form;
    private Supplier<List<List<String>>> about = List::of;

    /** What kind of file it is. */
    private enum Form {
        CSV("text/csv; charset=utf-8"),
        XLSX(WORKBOOK),
        ODS(OPEN_WORKBOOK),
        JSONL("application/x-ndjson");

        final String type;

        Form(String type) {
            this.type = type;
        }

        String ending() {
            return "." + name().toLowerCase(Locale.ROOT);
        }

        static Form of(String path) {
            return Stream.of(values())
                    .filter(form -> path.endsWith(form.ending()))
                    .findFirst()
                    .orElse(CSV);
        }
    }

    private TableResponse(Context ctx, String fileName) {
        this.ctx = ctx;
        this.fileName = fileName;
        this.style = style(ctx);
        this.form = Form.of(ctx.path());
    }

    private static CsvDownload.Style style(Context ctx) {
        String delimiter = Objects.requireNonNullElse(ctx.queryParam("delimiter"), "comma");
        return new CsvDownload.Style(
                switch (delimiter) {
                    case "semicolon" -> ';';
                    case "tab" -> '\t';
                    default -> ',';
                },
                "comma".equals(ctx.queryParam("decimal")),
                !"false".equals(ctx.queryParam("mark")),
                "true".equals(ctx.queryParam("raw")));
    }

    /** @param lines asked for by a workbook alone: those of the sheet of a workbook that says what the rows are, each a name and what is said */
    public TableResponse about(Supplier<List<List<String>>> lines) {
        about = lines;
        return this;
    }

    /** @param part what of it, such as {@code filtered}; may be empty */
    public static TableResponse of(Context ctx, String title, String part) {
        return new TableResponse(ctx, fileName(title, part, LocalDate.now(ZoneOffset.UTC)));
    }

    public void rows(QueryEngine engine, QueryEngine.RowScan scan) throws IOException {
        scan.columns().forEach(engine.schema()::get); // a column that is gone fails before the first byte
        try {
            write(out -> {
                switch (form) {
                    case XLSX -> new XlsxDownload(out, about.get()).write(engine, scan);
                    case ODS -> new OdsDownload(out, about.get()).write(engine, scan);
                    case JSONL -> JsonLinesDownload.write(engine, scan, out);
                    case CSV -> CsvDownload.write(engine, scan, style, out);
                }
            });
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    public void records(List<String> headings, List<List<String>> rows) throws IOException {
        write(out -> {
            switch (form) {
                case XLSX -> new XlsxDownload(out, about.get()).write(headings, rows);
                case ODS -> new OdsDownload(out, about.get()).write(headings, rows);
                case JSONL -> JsonLinesDownload.write(headings, rows, out);
                case CSV -> CsvDownload.write(headings, rows, style, out);
            }
        });
    }

    private interface Writing {
        void to(OutputStream out) throws IOException;
    }

    /** What fails on the way ends the connection, so that nobody takes a part of the file for all of it. */
    @SuppressWarnings("resource") // it is closed where all of it is written, and only there
    private void write(Writing writing) throws IOException {
        OutputStream out = begin();
        boolean whole = false;
        try {
            writing.to(out);
            out.close();
            whole = true;
        } finally {
            if (!whole) {
                BrokenAnswers.cut(ctx);
            }
        }
    }

    private OutputStream begin() {
        ctx.contentType(form.type);
        ctx.header("Content-Disposition", disposition(fileName + form.ending()));
        ctx.header("Cache-Control", "no-store");
        return new BufferedOutputStream(new SteadyOutput(ctx.outputStream()), 1 << 16);
    }

    /** {@code night-routes-punctuality-filtered-2026-11-23} */
    static String fileName(String title, String part, LocalDate day) {
        String words = (title + " " + part)
                .strip()
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^\\p{L}\\p{N}]+", "-")
                .replaceAll("^-|-$", "");
        String cut = words.length() > 100 ? words.substring(0, 100) : words;
        return (cut.isEmpty() ? "rows" : cut) + "-" + day;
    }

    private static String disposition(String name) {
        String ascii = Normalizer.normalize(name, Normalizer.Form.NFD)
                .replaceAll("[^\\x20-\\x7e]", "")
                .replaceFirst("^-", "rows-");
        String encoded = URLEncoder.encode(name, StandardCharsets.UTF_8).replace("+", "%20");
        return "attachment; filename=\"" + ascii + "\"; filename*=UTF-8''" + encoded;
    }
}
