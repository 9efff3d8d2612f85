package keensparrow.server.dataset;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.text.DatePattern;
import keensparrow.core.infer.text.NumberStyle;
import keensparrow.core.layout.FoundTable;
import keensparrow.core.layout.RawRow;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.layout.TableArea;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import keensparrow.formats.document.Document;
import keensparrow.formats.document.Reading;
import keensparrow.formats.text.TextFormat;
import org.jspecify.annotations.Nullable;

/**
 * A file before it is loaded: its sheets, the tables in them, which are read, and raw cells.
 *
 * @param kind what the bytes are, in words
 * @param parts sheets, or files of an archive, that hold cells
 * @param chosen the tables that are read, put under one another
 * @param notes what was left out and why, as sentences
 * @param shown which of the parts the cells are of, from 0
 * @param fromColumn the first of the columns that {@code cells} holds, from 0
 * @param cells the first rows of that part, then its last ones, of at most {@link #COLUMNS_SHOWN} columns
 * @param columns how the columns of the table read from that part come out, going by its first rows
 */
record FilePreview(
        String kind,
        List<Part> parts,
        List<Chosen> chosen,
        List<String> notes,
        int shown,
        int fromColumn,
        List<Row> cells,
        boolean moreRows,
        List<Column> columns) {
    private static final int COLUMNS_SHOWN = 200;
    private static final int ROWS_SHOWN = 300;
    private static final int LAST_ROWS_SHOWN = 20;

    /**
     * A sheet, or a text.
     *
     * @param text how it is written; null for workbooks and JSON
     * @param hiddenRows numbers of rows that the workbook hides, @param hiddenColumns likewise, from 0
     * @param merges whether cells are merged over several rows, so that filling down makes a difference
     */
    record Part(
            String file,
            String sheet,
            boolean hidden,
            long rowCount,
            int columnCount,
            List<FoundTable> tables,
            @Nullable Text text,
            List<Long> hiddenRows,
            List<Integer> hiddenColumns,
            boolean merges) {}

    /** How a delimited text is written, and why it is thought so. */
    record Text(
            String encoding,
            String encodingReason,
            String delimiter,
            String delimiterReason,
            String quote,
            String escape,
            String comment) {
        static @Nullable Text of(@Nullable TextFormat format) {
            return format == null
                    ? null
                    : new Text(
                            format.charset().name(),
                            format.encodingReason(),
                            String.valueOf(format.delimiter()),
                            format.delimiterReason(),
                            text(format.quote()),
                            text(format.escape()),
                            text(format.comment()));
        }

        private static String text(char c) {
            return c == 0 ? "" : String.valueOf(c);
        }
    }

    /** A table that is read. @param part from 0, @param table which of the tables found there, from 0 */
    record Chosen(int part, int table, TableArea area, List<String> headings) {}

    /**
     * A column as it will be read.
     *
     * @param column of the sheet, from 0
     * @param decimalMark of decimal numbers, @param dates how days are written; null where there is nothing of the kind
     * @param first value that is not blank, written plainly; null for none
     */
    record Column(
            int column,
            String label,
            ColumnType type,
            @Nullable ColumnFormat format,
            @Nullable Character decimalMark,
            @Nullable DatePattern dates,
            @Nullable String first) {}

    /** @param number in the sheet, from 1; negative for rows counted from the end, −1 the last */
    record Row(long number, List<String> cells, @Nullable List<CellKind> kinds) {}

    /** @param from the first column of the cells; null for 0 */
    static FilePreview of(Document document, ReadingChoices choices, @Nullable Integer shown, @Nullable Integer from) {
        Reading reading = new Reading(List.of(document), choices);
        List<Document.Part> opened = document.parts();
        List<Part> parts = new ArrayList<>();
        for (Document.Part part : opened) {
            parts.add(new Part(
                    part.file(),
                    part.sheet().name(),
                    part.sheet().isHidden(),
                    part.sheet().grid().rowCount(),
                    part.sheet().grid().columnCount(),
                    part.tables(),
                    Text.of(part.text()),
                    part.sheet().hiddenRows().stream().sorted().limit(1000).toList(),
                    part.sheet().hiddenColumns().stream().sorted().limit(1000).toList(),
                    part.sheet().merges().stream().anyMatch(merge -> merge.bottom() > merge.top())));
        }
        List<Chosen> chosen = reading.chosen().stream()
                .map(one -> new Chosen(
                        opened.indexOf(one.part()),
                        one.table(),
                        one.found().area(),
                        one.found().headings()))
                .toList();
        int part = shown != null ? shown : chosen.get(0).part;
        if (part < 0 || part >= parts.size()) {
            throw new UserException(
                    ErrorCode.INVALID_REQUEST,
                    keensparrow.core.words.Text.of("server.dataset.thereIsNoPartOf", "part", part));
        }
        int fromColumn = from == null ? 0 : Math.max(0, from);
        var grid = opened.get(part).sheet().grid();
        List<RawRow> all = new ArrayList<>(grid.head());
        boolean more = all.size() > ROWS_SHOWN || !grid.isWhole();
        List<RawRow> rows =
                new ArrayList<>(all.subList(0, Math.min(all.size(), more ? ROWS_SHOWN - LAST_ROWS_SHOWN : ROWS_SHOWN)));
        if (more) {
            List<RawRow> last = grid.tail().isEmpty() && grid.isWhole() ? all : grid.tail();
            rows.addAll(
                    last.subList(Math.max(last == all ? rows.size() : 0, last.size() - LAST_ROWS_SHOWN), last.size()));
        }
        return new FilePreview(
                document.kind().label(),
                parts,
                chosen,
                reading.notes(),
                part,
                fromColumn,
                rows.stream().map(row -> row(row, fromColumn)).toList(),
                more,
                fromColumn > 0 ? List.of() : columns(reading, opened.get(part)));
    }

    private static List<Column> columns(Reading reading, Document.Part part) {
        return reading.chosen().stream()
                .filter(one -> one.part() == part)
                .findFirst()
                .flatMap(reading::sample)
                .map(FilePreview::columns)
                .orElse(List.of());
    }

    private static List<Column> columns(Reading.Sample sample) {
        Table table = sample.loaded().table();
        List<Column> columns = new ArrayList<>();
        for (int i = 0; i < sample.columns().size(); i++) {
            ColumnPlan plan = sample.loaded().plan().get(i);
            ColumnInfo info = table.schema().columns().get(i);
            var values = table.column(info.name());
            NumberStyle numbers = info.type() == ColumnType.DECIMAL ? plan.numbers() : null;
            columns.add(new Column(
                    sample.columns().get(i),
                    info.label(),
                    info.type(),
                    info.format(),
                    numbers == null ? null : Character.valueOf(numbers.decimalMark()),
                    plan.dates(),
                    IntStream.range(0, values.rowCount())
                            .filter(row -> !values.isBlank(row))
                            .mapToObj(values::plain)
                            .findFirst()
                            .orElse(null)));
        }
        return columns;
    }

    private static Row row(RawRow row, int fromColumn) {
        int from = Math.min(fromColumn, row.texts().size());
        int to = Math.min(from + COLUMNS_SHOWN, row.texts().size());
        List<CellKind> kinds = row.kinds().subList(from, to);
        boolean typed = kinds.stream().anyMatch(kind -> kind != CellKind.TEXT);
        return new Row(row.number(), row.texts().subList(from, to), typed ? kinds : null);
    }
}
