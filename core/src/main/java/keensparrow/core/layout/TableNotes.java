package keensparrow.core.layout;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.sentence.Wording;
import keensparrow.core.words.Words;

/** Says what of a sheet was left out around a table, and what was named. */
final class TableNotes {
    private static final int MAX_NAMED = 6;
    private static final int MAX_TOTALS = 40;

    private TableNotes() {}

    /** Cells in the rows of the likeliest table that belong to none: a check, a remark, a value too many. */
    static void tellCellsBeside(RawSheet sheet, List<FoundTable> found) {
        if (found.isEmpty()) {
            return;
        }
        FoundTable table = found.get(0);
        long from = table.area().headingRow() > 0
                ? table.area().headingRow()
                : table.area().firstRow();
        List<String> beside = new ArrayList<>();
        for (RawRow row : sheet.grid().head()) {
            for (int column = 0; column < row.width(); column++) {
                boolean below = column >= table.area().firstColumn()
                        && column <= table.area().lastColumn()
                        && row.number() > table.area().lastRow(); // totals and notes have been told
                boolean toldWhileReading = sheet.isText()
                        && column > table.area().lastColumn()
                        && row.number() <= table.area().lastRow();
                boolean counts = row.number() >= from && !below && !toldWhileReading && row.isFilled(column);
                if (counts && !isInAny(found, row.number(), column)) {
                    beside.add(TableArea.columnName(column) + row.number() + " “" + shorter(row.text(column)) + "”");
                }
            }
        }
        if (!beside.isEmpty()) {
            List<String> notes = new ArrayList<>(table.notes());
            notes.add(Words.say(
                    "layout.besideTheTableLeftOut",
                    "beside",
                    beside.size(),
                    "beside2",
                    String.join(", ", beside.subList(0, Math.min(3, beside.size()))),
                    "beside3",
                    beside.size() > 3));
            found.set(0, new FoundTable(table.area(), table.headings(), table.rowCount(), table.score(), notes));
        }
    }

    private static boolean isInAny(List<FoundTable> found, long row, int column) {
        for (FoundTable table : found) {
            TableArea area = table.area();
            if (column >= area.firstColumn() && column <= area.lastColumn() && row <= area.lastRow()) {
                return true;
            }
        }
        return false;
    }

    /** A cell as it is quoted in a sentence. */
    static String shorter(String text) {
        return text.length() <= 60 ? text : text.substring(0, 57) + "…";
    }

    /** Columns of a table with headings that have none of their own. */
    static void tellNameless(List<String> texts, int headingRows, List<String> notes) {
        List<String> nameless = new ArrayList<>();
        for (int i = 0; i < texts.size() && headingRows > 0; i++) {
            if (texts.get(i).isEmpty()) {
                nameless.add(Words.say("layout.column", "i", i + 1));
            }
        }
        if (!nameless.isEmpty()) {
            boolean one = nameless.size() == 1;
            String names = nameless.size() <= MAX_NAMED
                    ? Wording.all(nameless)
                    : Words.say("layout.andSoOn", "maxNamed", Wording.all(nameless.subList(0, MAX_NAMED - 1)));
            notes.add(Words.say("layout.noHeadingAndCalled", "one", one, "nameless", nameless.size(), "names", names));
        }
    }

    /** Rows that sum up others, each by its number and name, and those that may. */
    static void tellTotals(Block block, TotalFinder.Found totals, List<String> notes) {
        if (!totals.sure().isEmpty()) {
            List<String> named = totals.sure().entrySet().stream()
                    .map(row -> block.number(row.getKey()) + " “" + shorter(row.getValue()) + "”")
                    .toList();
            boolean one = named.size() == 1;
            notes.add((one ? Words.say("layout.row2") : Words.say("layout.rows"))
                    + Wording.all(named.subList(0, Math.min(MAX_TOTALS, named.size())))
                    + (named.size() > MAX_TOTALS ? Words.say("layout.andMore", "named", named.size() - MAX_TOTALS) : "")
                    + (one ? Words.say("layout.sumsUpOtherRowsAnd") : Words.say("layout.sumUpOtherRowsAnd")));
        }
        if (!totals.doubtful().isEmpty()) {
            int row = totals.doubtful().firstKey();
            int others = totals.doubtful().size() - 1;
            notes.add(Words.say(
                    "layout.rowIsCalledButThe",
                    "row",
                    block.number(row),
                    "doubtful",
                    shorter(String.valueOf(totals.doubtful().get(row))),
                    "others",
                    others > 0,
                    "others2",
                    Wording.small(others)));
        }
    }

    /** The rows above the headings. */
    static String above(Block block, HeadingFinder.Headings headings) {
        int count = headings.first();
        RawRow row = block.row(0);
        String text =
                row.texts().stream().filter(cell -> !cell.isEmpty()).findFirst().orElse("");
        String quoted = "“" + shorter(text) + "”";
        return count == 1
                ? Words.say("layout.rowAboveTheHeadingsWas", "number", block.number(0), "quoted", quoted)
                : Words.say(
                        "layout.rowsToAboveTheHeadings",
                        "number",
                        block.number(0),
                        "count",
                        block.number(count - 1),
                        "quoted",
                        quoted);
    }

    /** A last row set by hand holds for newer files too, which may be longer: that is never cut in silence. */
    static void tellBelow(Grid grid, TableArea area, List<String> notes) {
        long below = grid.head().stream()
                .filter(row -> row.number() > area.lastRow())
                .filter(row -> row.filled(area.firstColumn(), area.lastColumn() + 1) > 0)
                .count();
        if (!grid.isWhole()) {
            notes.add(Words.say("layout.allRowsBelowRowWere", "lastRow", area.lastRow()));
        } else if (below > 0) {
            notes.add(Words.say(
                    "layout.belowRowLeftOutAs",
                    "below",
                    below,
                    "below2",
                    Wording.number(below),
                    "lastRow",
                    area.lastRow()));
        }
    }
}
