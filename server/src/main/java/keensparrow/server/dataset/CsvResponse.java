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
import keensparrow.core.engine.QueryEngine;
import keensparrow.formats.csv.CsvDownload;
import keensparrow.server.http.SteadyOutput;

/** Streams a CSV file whose name says what and when. */
public final class CsvResponse {
    private final Context ctx;
    private final String fileName;
    private final boolean raw;

    private CsvResponse(Context ctx, String fileName, boolean raw) {
        this.ctx = ctx;
        this.fileName = fileName;
        this.raw = raw;
    }

    /** @param part what of it, such as {@code filtered}; may be empty */
    public static CsvResponse of(Context ctx, String title, String part) {
        boolean raw = "true".equals(ctx.queryParam("raw"));
        return new CsvResponse(ctx, fileName(title, part, LocalDate.now(ZoneOffset.UTC)), raw);
    }

    public void rows(QueryEngine engine, QueryEngine.RowScan scan) throws IOException {
        scan.columns().forEach(engine.schema()::get); // a column that is gone fails before the first byte
        try (OutputStream out = begin()) {
            CsvDownload.write(engine, scan, raw, out);
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    public void records(List<String> headings, List<List<String>> rows) throws IOException {
        try (OutputStream out = begin()) {
            CsvDownload.write(headings, rows, raw, out);
        }
    }

    private OutputStream begin() {
        ctx.contentType("text/csv; charset=utf-8");
        ctx.header("Content-Disposition", disposition(fileName));
        ctx.header("Cache-Control", "no-store");
        return new BufferedOutputStream(new SteadyOutput(ctx.outputStream()), 1 << 16);
    }

    /** {@code night-routes-punctuality-filtered-2026-11-23.csv} */
    static String fileName(String title, String part, LocalDate day) {
        String words = (title + " " + part)
                .strip()
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^\\p{L}\\p{N}]+", "-")
                .replaceAll("^-|-$", "");
        String cut = words.length() > 100 ? words.substring(0, 100) : words;
        return (cut.isEmpty() ? "rows" : cut) + "-" + day + ".csv";
    }

    private static String disposition(String name) {
        String ascii = Normalizer.normalize(name, Normalizer.Form.NFD).replaceAll("[^\\x20-\\x7e]", "");
        String encoded = URLEncoder.encode(name, StandardCharsets.UTF_8).replace("+", "%20");
        return "attachment; filename=\"" + ascii + "\"; filename*=UTF-8''" + encoded;
    }
}
