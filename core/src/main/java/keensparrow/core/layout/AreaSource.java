package keensparrow.core.layout;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import keensparrow.core.infer.source.BlockReader;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.source.RowSource;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Reads the cells of one area of a sheet: its headings as the first row, then its rows of values. */
public final class AreaSource implements RowSource {
    private static final int MAX_LABEL = 120;
    private static final CellKind[] KINDS = CellKind.values();

    private final String name;
    private final RawSheet sheet;
    private final TableArea area;
    private final List<String> headings;
    private final Set<Long> hiddenRows;
    private final Set<Long> leftOutRows;
    private final long lastLooked; // further down rows are told by what they are called
    private final List<Set<String>> totalWords; // what totals are called, by place among the columns that are read
    private final boolean[] wanted; // by column of the sheet
    private final boolean tellsTooMuch; // cells beyond the last column are worth a word: nobody left them out
    private int totalsFurtherDown; // in the last reading
    private String firstFurtherDown = ""; // what a note says of it

    /** @param name what people call it */
    public AreaSource(String name, RawSheet sheet, FoundTable table, TableChoice choice) {
        this.name = name;
        this.sheet = sheet;
        this.area = table.area();
        this.hiddenRows = Boolean.FALSE.equals(choice.hiddenRows()) ? sheet.hiddenRows() : Set.of();
        this.leftOutRows = Set.copyOf(area.leftOutRows());
        boolean hideColumns = Boolean.FALSE.equals(choice.hiddenColumns());
        wanted = new boolean[area.lastColumn() + 1];
        List<String> read = new ArrayList<>();
        int heading = 0;
        for (int column = area.firstColumn(); column <= area.lastColumn(); column++) {
            if (!area.leftOutColumns().contains(column)) {
                wanted[column] = !hideColumns || !sheet.hiddenColumns().contains(column);
                if (wanted[column]) {
                    read.add(table.headings().get(heading));
                }
                heading++;
            }
        }
        headings = List.copyOf(read);
        Grid grid = sheet.grid();
        lastLooked = grid.isWhole() || leftOutRows.isEmpty() ? Long.MAX_VALUE : lastNumber(grid);
        totalWords = totalWords(grid);
        tellsTooMuch = sheet.isText() && choice.lastColumn() == null;
    }

    private List<Set<String>> totalWords(Grid grid) {
        List<Set<String>> words = new ArrayList<>();
        for (int column : columns()) {
            words.add(grid.head().stream()
                    .filter(row -> leftOutRows.contains(row.number()) && TotalLabels.isOne(row.text(column)))
                    .map(row -> TotalLabels.word(row.text(column)))
                    .collect(Collectors.toSet()));
        }
        return words;
    }

    @Override
    public List<String> notes() {
        return totalsFurtherDown == 0
                ? List.of()
                : List.of(Words.say(
                        "layout.furtherDownCalledSo", "first", firstFurtherDown, "more", totalsFurtherDown - 1));
    }

    @Override
    public String name() {
        return name;
    }

    /** The columns of the sheet that are read, from 0. */
    public List<Integer> columns() {
        return IntStream.range(0, wanted.length)
                .filter(column -> wanted[column])
                .boxed()
                .toList();
    }

    @Override
    public boolean hasEmptyRows() {
        return sheet.hasHeadings();
    }

    /** Only for the plain case: headings in the first row, then nothing but values to the end, all columns. */
    @Override
    public @Nullable BlockReader blocks() {
        Grid grid = sheet.grid();
        boolean fromTheTop = area.headingRow() == 1 && area.headingRows() == 1 && area.firstRow() >= 2;
        boolean toTheEnd = area.droppedAtEnd() == 0
                && (area.lastRow() == Long.MAX_VALUE
                        || (grid.isWhole() && grid.tail().isEmpty() && area.lastRow() == lastNumber(grid)));
        boolean allColumns =
                area.firstColumn() == 0 && area.leftOutColumns().isEmpty() && headings.size() == wanted.length;
        boolean allRows = hiddenRows.isEmpty() && !area.fillDown() && leftOutRows.isEmpty();
        if (!tellsTooMuch
                || !fromTheTop
                || !toTheEnd
                || !allColumns
                || !allRows
                || grid.head().get(0).number() != 1) {
            return null;
        }
        List<String> named = new ArrayList<>();
        for (int i = 0; i < headings.size(); i++) {
            named.add(headings.get(i).isEmpty() ? Words.say("layout.column", "i", i + 1) : headings.get(i));
        }
        return sheet.blocks(named);
    }

    private static long lastNumber(Grid grid) {
        return grid.head().get(grid.head().size() - 1).number();
    }

    @Override
    public void read(CellHandler handler) {
        totalsFurtherDown = 0;
        for (int i = 0; i < headings.size(); i++) {
            // a row without any heading is still the row of headings
            String heading = headings.get(i).isEmpty() ? Words.say("layout.column", "i", i + 1) : headings.get(i);
            handler.cell(heading.toCharArray(), 0, heading.length());
        }
        handler.endRow(Math.max(1, area.headingRow()));
        CellHandler cut = new Cut(handler);
        if (area.droppedAtEnd() > 0) {
            Delayed delayed = new Delayed(cut, area.droppedAtEnd());
            sheet.read(delayed);
        } else {
            sheet.read(cut);
        }
    }

    /** Lets the cells of the area through. A row is known to be within only at its end, so its cells are kept till then. */
    private final class Cut implements CellHandler {
        private final CellHandler target;
        private final List<Merge> down;
        private final Map<Merge, Value> values = new HashMap<>();
        private char[] chars = new char[1 << 12];
        private int[] ends = new int[64];
        private byte[] rowKinds = new byte[64];
        private int count;
        private int column;

        Cut(CellHandler target) {
            this.target = target;
            this.down = !area.fillDown()
                    ? List.of()
                    : sheet.merges().stream()
                            .filter(merge -> merge.bottom() > merge.top() && merge.bottom() >= area.firstRow())
                            .toList();
        }

        @Override
        public void cell(char[] from, int offset, int length) {
            typed(CellKind.TEXT, from, offset, length);
        }

        @Override
        public void typed(CellKind kind, char[] from, int offset, int length) {
            int at = column++;
            boolean tooMuch = at >= wanted.length && tellsTooMuch && length > 0;
            if (!tooMuch && (at >= wanted.length || !wanted[at])) {
                return;
            }
            if (count == ends.length) {
                ends = java.util.Arrays.copyOf(ends, count * 2);
                rowKinds = java.util.Arrays.copyOf(rowKinds, count * 2);
            }
            int start = count == 0 ? 0 : ends[count - 1];
            if (start + length > chars.length) {
                chars = java.util.Arrays.copyOf(chars, Math.max(chars.length * 2, start + length));
            }
            System.arraycopy(from, offset, chars, start, length);
            rowKinds[count] = (byte) kind.ordinal();
            ends[count++] = start + length;
        }

        @Override
        public void endRow(long number) {
            boolean within = number >= area.firstRow()
                    && number <= area.lastRow()
                    && !hiddenRows.contains(number)
                    && !leftOutRows.contains(number)
                    && !(number > lastLooked && isCalledTotal(number));
            if (within && count > 0) {
                if (down.isEmpty()) {
                    hand(number);
                } else {
                    handFilled(number);
                }
            }
            column = 0;
            count = 0;
        }

        /** Whether the row is called as those are that sum up others among the rows that were looked at. */
        private boolean isCalledTotal(long number) {
            int start = 0;
            for (int i = 0; i < count; i++) {
                boolean label = i < totalWords.size() && !totalWords.get(i).isEmpty() && ends[i] - start <= MAX_LABEL;
                String text = label ? new String(chars, start, ends[i] - start).strip() : "";
                if (label && TotalLabels.isOne(text) && totalWords.get(i).contains(TotalLabels.word(text))) {
                    if (totalsFurtherDown++ == 0) {
                        firstFurtherDown =
                                Words.say("layout.row", "number", number) + ", “" + TableNotes.shorter(text) + "”";
                    }
                    return true;
                }
                start = ends[i];
            }
            return false;
        }

        private void hand(long number) {
            int start = 0;
            for (int i = 0; i < count; i++) {
                give(rowKinds[i], chars, start, ends[i] - start);
                start = ends[i];
            }
            for (int i = count; i < headings.size() && !sheet.isText(); i++) {
                target.cell(chars, 0, 0);
            }
            target.endRow(number);
        }

        private void give(int kind, char[] from, int offset, int length) {
            if (kind == 0) {
                target.cell(from, offset, length);
            } else {
                target.typed(KINDS[kind], from, offset, length);
            }
        }

        private void handFilled(long number) {
            int start = 0;
            int sheetColumn = -1;
            for (int i = 0; i < headings.size(); i++) {
                do {
                    sheetColumn++;
                } while (!wanted[sheetColumn]);
                int length = i < count ? ends[i] - start : 0;
                Merge over = mergeOver(number, sheetColumn);
                if (over != null && over.top() == number) {
                    values.put(over, new Value(i < count ? rowKinds[i] : 0, new String(chars, start, length)));
                }
                Value value = over != null && over.top() < number && length == 0 ? values.get(over) : null;
                if (value != null) {
                    give(value.kind, value.text.toCharArray(), 0, value.text.length());
                } else {
                    give(i < count ? rowKinds[i] : 0, chars, start, length);
                }
                start += length;
            }
            target.endRow(number);
        }

        private @Nullable Merge mergeOver(long number, int at) {
            for (Merge merge : down) {
                if (merge.left() == at && merge.top() <= number && number <= merge.bottom()) {
                    return merge;
                }
            }
            return null;
        }
    }

    /** Of the first cell of a merge. */
    private record Value(int kind, String text) {}

    /** Hands rows on only when so many more have come: the last ones never. */
    private static final class Delayed implements CellHandler {
        private final CellHandler target;
        private final int count;
        private final Deque<RawRow> waiting = new ArrayDeque<>();
        private RawRow.Builder row = new RawRow.Builder();

        Delayed(CellHandler target, int count) {
            this.target = target;
            this.count = count;
        }

        @Override
        public void cell(char[] chars, int offset, int length) {
            typed(CellKind.TEXT, chars, offset, length);
        }

        @Override
        public void typed(CellKind kind, char[] chars, int offset, int length) {
            row.add(kind, new String(chars, offset, length));
        }

        @Override
        public void endRow(long number) {
            RawRow ended = row.end(number);
            if (ended.width() == 0) {
                return;
            }
            waiting.add(ended);
            if (waiting.size() > count) {
                RawRow next = waiting.removeFirst();
                for (int column = 0; column < next.width(); column++) {
                    char[] chars = next.text(column).toCharArray();
                    target.typed(next.kind(column), chars, 0, chars.length);
                }
                target.endRow(next.number());
            }
        }
    }
}
