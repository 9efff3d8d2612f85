package keensparrow.formats.xlsx;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import keensparrow.core.column.ColumnType;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.words.Words;
import keensparrow.formats.sheet.NumberStyle;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.jspecify.annotations.Nullable;

/**
 * Rows as a workbook: numbers and dates are such, texts are texts whatever they begin with, headings stay in sight, and
 * a sheet of its own says what the rows are. Rows are written as they come; past the limit of a sheet another follows.
 */
public final class XlsxDownload {
    private static final int MAX_ROWS = 1_048_575; // of a sheet, below its headings
    private static final int FLUSHED = 500;
    private static final int MAX_DIGITS = 15; // that a number in a cell keeps
    private static final String FIRST_DAY = "1900-03-01"; // before it, calendars of spreadsheets differ
    private static final int DAY_OF_1970 = 25_569; // in the calendar of spreadsheets
    private static final int DAY_LENGTH = 10;
    private static final int NONE = -1;
    private static final double SECONDS = 86_400; // of a day
    private static final int MAX_SHARED = 1_000; // texts of a column that are written once, and each cell names them
    private static final int MAX_TEXT = 32_767; // characters that a cell holds
    private static final String APPLICATION = "KeenSparrow";

    private final OutputStream out;
    private final List<List<String>> about;
    private final int maxRows;
    private int cut; // texts that were too long for a cell

    /** @param about lines of the sheet that says what the rows are, each a name and what is said */
    public XlsxDownload(OutputStream out, List<List<String>> about) {
        this(out, about, MAX_ROWS);
    }

    XlsxDownload(OutputStream out, List<List<String>> about, int maxRows) {
        this.out = out;
        this.about = about;
        this.maxRows = maxRows;
    }

    /** @throws keensparrow.core.error.UserException COLUMN_NOT_FOUND before anything is written */
    public void write(QueryEngine engine, QueryEngine.RowScan scan) throws IOException {
        List<Cells> columns = scan.columns().stream()
                .map(name -> new Cells(engine.schema().get(name)))
                .toList();
        List<String> headings =
                columns.stream().map(cells -> cells.info.label()).toList();
        try (Workbook book = new Workbook(out, APPLICATION, "1.0")) {
            Sheets sheets = new Sheets(book, headings, columns);
            engine.rows(
                    scan,
                    values -> {
                        Worksheet sheet = sheets.nextRow();
                        for (int column = 0; column < columns.size(); column++) {
                            columns.get(column)
                                    .put(sheet, sheets.row, column, fitting(values.get(column), columns.get(column)));
                        }
                    },
                    () -> false);
            sheets.finish();
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    /** Writes headings and rows that are texts already; those that are numbers become such. */
    public void write(List<String> headings, List<List<String>> rows) throws IOException {
        try (Workbook book = new Workbook(out, APPLICATION, "1.0")) {
            Sheets sheets = new Sheets(book, headings, List.of());
            for (List<String> row : rows) {
                Worksheet sheet = sheets.nextRow();
                for (int column = 0; column < row.size(); column++) {
                    String value = row.get(column);
                    if (value.matches("-?\\d{1,15}(\\.\\d{1,15})?") && !value.matches("-?0\\d.*")) {
                        sheet.value(sheets.row, column, new BigDecimal(value));
                    } else if (!value.isEmpty()) {
                        sheet.inlineString(sheets.row, column, fitting(value));
                    }
                }
            }
            sheets.finish();
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    private @Nullable String fitting(@Nullable String value, Cells cells) {
        return value == null
                        || cells.info.type().isNumber()
                        || cells.info.type().isTime()
                ? value
                : fitting(value);
    }

    /** A longer text makes spreadsheet programs call the whole file broken: it ends where a cell does, which is told. */
    private String fitting(String text) {
        if (text.length() <= MAX_TEXT) {
            return text;
        }
        cut++;
        int end = Character.isHighSurrogate(text.charAt(MAX_TEXT - 2)) ? MAX_TEXT - 2 : MAX_TEXT - 1;
        return text.substring(0, end) + "…";
    }

    /** The sheets of rows, one open at a time. */
    private final class Sheets {
        private final Workbook book;
        private final List<String> headings;
        private final List<Cells> columns;
        private Worksheet sheet;
        private int number = 1;
        private int row;

        /** @param columns whose cells may have styles */
        Sheets(Workbook book, List<String> headings, List<Cells> columns) throws IOException {
            this.book = book;
            this.headings = headings;
            this.columns = columns;
            about();
            sheet = begun();
        }

        private void about() throws IOException {
            if (about.isEmpty()) {
                return;
            }
            Worksheet told = book.newWorksheet(Words.say("formats.xlsx.about"));
            told.width(0, 18);
            told.width(1, 90);
            for (int line = 0; line < about.size(); line++) {
                told.inlineString(line, 0, about.get(line).get(0));
                told.inlineString(line, 1, about.get(line).get(1));
                told.style(line, 1).wrapText(true).set();
            }
            told.finish();
        }

        private Worksheet begun() {
            Worksheet made = book.newWorksheet(
                    number == 1
                            ? Words.say("formats.xlsx.rows")
                            : Words.say("formats.xlsx.rowsNumbered", "number", number));
            for (int column = 0; column < headings.size(); column++) {
                made.inlineString(0, column, headings.get(column));
                made.style(0, column).bold().set();
            }
            made.freezePane(0, 1);
            row = 0;
            return made;
        }

        /** Before rows are written out. */
        private void style() {
            columns.forEach(cells -> cells.style(sheet));
        }

        Worksheet nextRow() {
            try {
                if (row == maxRows) {
                    style();
                    sheet.finish();
                    number++;
                    sheet = begun();
                } else if (row % FLUSHED == FLUSHED - 1) {
                    style();
                    sheet.flush();
                }
                row++;
                return sheet;
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }

        void finish() throws IOException {
            style();
            sheet.finish();
            if (cut > 0) {
                Worksheet told = book.newWorksheet(Words.say("formats.xlsx.cut"));
                told.width(0, 110);
                told.inlineString(0, 0, Words.say("formats.xlsx.textsWereCut", "cut", cut, "most", MAX_TEXT));
                told.style(0, 0).wrapText(true).set();
                told.finish();
            }
        }
    }

    /** How the values of a column stand in cells. */
    private static final class Cells {
        private final ColumnInfo info;
        private final @Nullable String style;
        private final Set<String> shared = new HashSet<>();
        private int at; // where in the sheet
        private int first = NONE; // of the cells under one another that have no style yet
        private int last;

        Cells(ColumnInfo info) {
            this.info = info;
            this.style = style(info);
        }

        private static @Nullable String style(ColumnInfo info) {
            ColumnFormat format = info.format();
            ColumnFormat.Kind kind = format == null ? null : format.kind();
            return switch (info.type()) {
                case DATE ->
                    kind == ColumnFormat.Kind.MONTH
                            ? "mmm yyyy"
                            : kind == null || kind == ColumnFormat.Kind.DATE ? day(format) : null;
                case DATE_TIME -> day(format) + " hh:mm";
                case WHOLE, DECIMAL ->
                    NumberStyle.of(info).map(NumberStyle::pattern).orElse(null);
                default -> null;
            };
        }

        private static String day(@Nullable ColumnFormat format) {
            String style = format == null ? null : format.unit();
            return switch (style == null ? "" : style) {
                case "LONG" -> "d mmmm yyyy";
                case "WEEKDAY" -> "ddd d mmm yyyy";
                case "DIGITS" -> "dd/mm/yyyy";
                default -> "yyyy-mm-dd";
            };
        }

        void put(Worksheet sheet, int row, int column, @Nullable String value) {
            at = column;
            if (value == null) {
                style(sheet);
                return;
            }
            ColumnType type = info.type();
            Number number = type.isNumber() ? number(value) : type.isTime() && style != null ? day(value) : null;
            if (number != null) {
                sheet.value(row, column, number);
                first = first == NONE ? row : first;
                last = row;
                return;
            }
            style(sheet);
            ColumnFormat format = info.format(); // also what a sheet cannot hold as it is
            String written = format == null ? value : format.written(value);
            if (shared.contains(written) || (shared.size() < MAX_SHARED && shared.add(written))) {
                sheet.value(row, column, written);
            } else {
                sheet.inlineString(row, column, written);
            }
        }

        /** Cells under one another get their style at once, which is far cheaper than one by one. */
        private void style(Worksheet sheet) {
            if (first != NONE && style != null) {
                sheet.range(first, at, last, at).style().format(style).set();
            }
            first = NONE;
        }

        /** Null for one of more digits than a cell keeps. */
        private static @Nullable Number number(String value) {
            if (value.length() <= MAX_DIGITS && value.indexOf('.') < 0 && value.indexOf('E') < 0) {
                return Long.valueOf(value);
            }
            BigDecimal number = new BigDecimal(value);
            return number.precision() <= MAX_DIGITS ? number : null;
        }

        /** Days since the last of 1899, as a cell holds them; null for one before its calendar begins. */
        private static @Nullable Number day(String value) {
            if (value.charAt(4) != '-' || value.compareTo(FIRST_DAY) < 0) {
                return null;
            }
            long day = DAY_OF_1970
                    + LocalDate.of(digits(value, 0, 4), digits(value, 5, 7), digits(value, 8, 10))
                            .toEpochDay();
            if (value.length() == DAY_LENGTH) {
                return day;
            }
            int minutes = digits(value, 11, 13) * 60 + digits(value, 14, 16);
            double seconds = value.length() > 17 ? Double.parseDouble(value.substring(17)) : 0;
            return day + (minutes * 60 + seconds) / SECONDS;
        }

        private static int digits(String value, int from, int to) {
            return Integer.parseInt(value, from, to, 10);
        }
    }
}
