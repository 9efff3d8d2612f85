package keensparrow.core.layout;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import keensparrow.core.infer.source.CellKind;

/** The headings of an area: texts of several rows joined, those of merged cells for each column under them. */
final class HeadingTexts {
    private static final DateTimeFormatter MONTH = DateTimeFormatter.ofPattern("MMM uuuu", Locale.ENGLISH);

    private static final Pattern COMMENTED = Pattern.compile("#\\s*[\\p{L}_].*");

    private final RawSheet sheet;
    private final TableArea area;

    HeadingTexts(RawSheet sheet, TableArea area) {
        this.sheet = sheet;
        this.area = area;
    }

    /** One for each column that is read; all empty when the area has no headings. */
    List<String> texts() {
        List<String> texts = new ArrayList<>();
        List<List<String>> rows = new ArrayList<>();
        for (RawRow row : sheet.grid().head()) {
            if (row.number() >= area.headingRow() && row.number() < area.headingRow() + area.headingRows()) {
                rows.add(filled(row));
            }
        }
        for (int column = area.firstColumn(); column <= area.lastColumn(); column++) {
            if (!area.leftOutColumns().contains(column)) {
                texts.add(joined(rows, column - area.firstColumn()));
            }
        }
        if (sheet.isText()
                && !texts.isEmpty()
                && COMMENTED.matcher(texts.get(0)).matches()) {
            texts.set(0, texts.get(0).substring(1).strip()); // a line of headings behind the mark of comments
        }
        return RowNames.areIn(sheet, area) ? RowNames.moved(texts) : texts;
    }

    private static String joined(List<List<String>> rows, int at) {
        List<String> parts = new ArrayList<>();
        for (List<String> row : rows) {
            String text = row.get(at);
            if (!text.isEmpty()
                    && (parts.isEmpty() || !parts.get(parts.size() - 1).equals(text))) {
                parts.add(text);
            }
        }
        return String.join(" ", parts);
    }

    private List<String> filled(RawRow row) {
        boolean months = areMonths(row);
        boolean upper = row.number() < area.headingRow() + area.headingRows() - 1;
        boolean merged = sheet.merges().stream().anyMatch(merge -> merge.top() == row.number());
        List<String> texts = new ArrayList<>();
        String spread = "";
        for (int column = area.firstColumn(); column <= area.lastColumn(); column++) {
            String text = text(row, column, months);
            if (text.isEmpty() && merged) {
                text = ofMerge(row, column, months);
            } else if (text.isEmpty() && upper && !merged) {
                text = spread; // a name over several columns that nobody merged
            }
            spread = text;
            texts.add(text);
        }
        return texts;
    }

    private String ofMerge(RawRow row, int column, boolean months) {
        for (Merge merge : sheet.merges()) {
            if (merge.top() == row.number() && merge.left() < column && column <= merge.right()) {
                return text(row, merge.left(), months);
            }
        }
        return "";
    }

    private static String text(RawRow row, int column, boolean months) {
        String text = row.text(column);
        if (row.kind(column) == CellKind.DATE && months) {
            return MONTH.format(LocalDate.parse(text.substring(0, 10)));
        }
        return row.kind(column) == CellKind.NUMBER && text.endsWith(".0") ? text.substring(0, text.length() - 2) : text;
    }

    /** Whether the dates among the headings stand for months. */
    private boolean areMonths(RawRow row) {
        boolean any = false;
        for (int column = area.firstColumn(); column <= area.lastColumn(); column++) {
            if (row.kind(column) == CellKind.DATE && !row.text(column).isEmpty()) {
                any = true;
                if (!row.text(column).startsWith("-01", 7)) {
                    return false;
                }
            }
        }
        return any;
    }
}
