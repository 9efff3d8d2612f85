package keensparrow.formats.html;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.layout.Merge;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.formats.archive.Scratch;
import keensparrow.formats.sheet.SheetWriter;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Element;

/** Reads the tables of a web page, a sheet each; those that only lay out the page hold too few cells to count. */
public final class HtmlReader {
    private static final long MAX_BYTES = 40L << 20; // the library holds all of it in memory, several times over
    private static final int MAX_TABLES = 100;
    private static final int MAX_SPANNED = 1000;

    private HtmlReader() {}

    /** @return one for each table, to be closed by the caller. @throws UserException FILE_NOT_TEXT without any table */
    public static List<SheetWriter> read(Path file, String name, Scratch scratch) throws IOException {
        if (Files.size(file) > MAX_BYTES) {
            throw told(name, Words.say("formats.html.isAWebPageOf"));
        }
        List<SheetWriter> sheets = new ArrayList<>();
        boolean whole = false;
        try {
            int number = 0;
            for (Element table : Jsoup.parse(file.toFile(), null).select("table")) {
                boolean counts = table.select("table table").isEmpty()
                        && table.select("tr").size() > 1;
                if (counts && sheets.size() < MAX_TABLES) {
                    number++;
                    Element caption = table.selectFirst("caption");
                    String called = caption == null ? "" : caption.text().strip();
                    SheetWriter sheet = new SheetWriter(
                            name,
                            called.isEmpty()
                                    ? Words.say("formats.html.table", "number", number)
                                    : called + " (" + number + ")",
                            false,
                            scratch);
                    sheets.add(sheet);
                    copy(table, sheet);
                }
            }
            if (sheets.isEmpty()) {
                throw told(name, Words.say("formats.html.isAWebPageAnd"));
            }
            whole = true;
            return sheets;
        } finally {
            if (!whole) {
                for (SheetWriter sheet : sheets) {
                    sheet.close();
                }
            }
        }
    }

    private static UserException told(String name, String what) {
        return new UserException(ErrorCode.FILE_NOT_TEXT, Text.of("formats.detect.named", "name", name, "what", what));
    }

    private static void copy(Element table, SheetWriter sheet) {
        TreeMap<Integer, Integer> taken =
                new TreeMap<>(); // columns that a cell above still lies over, and for how many rows
        long row = 0;
        for (Element line : table.select("tr")) {
            row++;
            int column = 0;
            for (Element cell : line.select("> td, > th")) {
                while (taken.getOrDefault(column, 0) > 0) {
                    column++;
                }
                int wide = span(cell, "colspan");
                int high = span(cell, "rowspan");
                sheet.put(column, CellKind.TEXT, cell.text().strip());
                if (wide > 1 || high > 1) {
                    sheet.merge(new Merge(row, column, row + high - 1, column + wide - 1));
                }
                for (int at = column; at < column + wide; at++) {
                    taken.put(at, high);
                }
                column += wide;
            }
            taken.replaceAll((at, rows) -> Math.max(0, rows - 1));
            sheet.endRow(row);
        }
    }

    private static int span(Element cell, String name) {
        String text = cell.attr(name).strip();
        return text.matches("\\d{1,4}") ? Math.max(1, Math.min(MAX_SPANNED, Integer.parseInt(text))) : 1;
    }
}
