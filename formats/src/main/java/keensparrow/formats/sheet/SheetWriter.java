package keensparrow.formats.sheet;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.source.ReadAhead;
import keensparrow.core.infer.source.RowSource;
import keensparrow.core.layout.Grid;
import keensparrow.core.layout.Merge;
import keensparrow.core.layout.RawSheet;
import keensparrow.core.layout.TableArea;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.formats.archive.Scratch;

/** Takes the cells of one sheet, wherever they stand, while its workbook is read once. */
public final class SheetWriter {
    /** More columns than a sheet of any program has. */
    private static final int MAX_COLUMNS = 20_000;

    private static final int MAX_NAMED = 8;

    private final String file;
    private final String name;
    private final boolean hidden;
    private final Spool spool;
    private final Grid.Builder grid = new Grid.Builder();
    private RowSource.CellHandler target = new Kept();
    private final List<Merge> merges = new ArrayList<>();
    private final Set<Long> hiddenRows = new HashSet<>();
    private final Set<Integer> hiddenColumns = new HashSet<>();
    private final char[] nothing = new char[0];
    private int column;
    private boolean any;
    private boolean headings;
    private final List<String> formulaCells = new ArrayList<>();
    private long formulas;

    /** @param file what people call it, @param name of the sheet */
    public SheetWriter(String file, String name, boolean hidden, Scratch scratch) throws IOException {
        this.file = file;
        this.name = name;
        this.hidden = hidden;
        this.spool = new Spool(scratch);
    }

    /** A cell of the row; columns from 0, in rising order. An empty one need not be told. */
    public void put(int at, CellKind kind, char[] chars, int offset, int length) {
        if (length == 0 || at < column) {
            return;
        }
        if (at >= MAX_COLUMNS) {
            throw new UserException(
                    ErrorCode.FILE_NOT_READABLE,
                    Text.of(
                            "formats.sheet.sheetHasACellBeyond",
                            "file",
                            file,
                            "name",
                            name,
                            "maxColumns",
                            MAX_COLUMNS));
        }
        for (; column < at; column++) {
            target.cell(nothing, 0, 0);
        }
        target.typed(kind, chars, offset, length);
        column++;
        any = true;
    }

    public void put(int at, CellKind kind, String text) {
        put(at, kind, text.toCharArray(), 0, text.length());
    }

    /** @param number from 1 */
    public void endRow(long number) {
        if (!any && headings) {
            target.cell(nothing, 0, 0); // an object without values is a row all the same
            any = true;
        }
        if (any) {
            target.endRow(number);
        }
        column = 0;
        any = false;
    }

    /** What {@code filling} puts is kept on this thread while it goes on with the next cells on another. */
    public void fillAhead(Runnable filling) {
        RowSource.CellHandler kept = target;
        ReadAhead.read(
                new RowSource() {
                    @Override
                    public String name() {
                        return file;
                    }

                    @Override
                    public void read(RowSource.CellHandler handler) {
                        target = handler;
                        filling.run();
                    }
                },
                kept);
        target = kept;
    }

    /** In the spool, and in the grid as far as it goes. */
    private final class Kept implements RowSource.CellHandler {
        @Override
        public void cell(char[] chars, int offset, int length) {
            typed(CellKind.TEXT, chars, offset, length);
        }

        @Override
        public void typed(CellKind kind, char[] chars, int offset, int length) {
            spool.typed(kind, chars, offset, length);
            grid.typed(kind, chars, offset, length);
        }

        @Override
        public void endRow(long number) {
            spool.endRow(number);
            grid.endRow(number);
        }
    }

    /** The first row names the columns beyond doubt. */
    public void namesColumns() {
        headings = true;
    }

    /** A formula whose result the workbook does not hold. @param row from 1, @param at column from 0 */
    public void formulaWithoutResult(long row, int at) {
        formulas++;
        if (formulas <= MAX_NAMED) {
            formulaCells.add(TableArea.columnName(at) + row);
        }
    }

    private List<String> notes() {
        if (formulas == 0) {
            return List.of();
        }
        String cells =
                String.join(", ", formulaCells) + (formulas > MAX_NAMED ? Words.say("formats.sheet.andMore") : "");
        return List.of(Words.say("formats.sheet.noStoredResultAndRead", "formulas", formulas, "cells", cells));
    }

    public void merge(Merge merge) {
        if (merges.size() < 100_000) {
            merges.add(merge);
        }
    }

    public void hideRow(long number) {
        hiddenRows.add(number);
    }

    public void hideColumns(int from, int to) {
        for (int at = from; at <= Math.min(to, MAX_COLUMNS); at++) {
            hiddenColumns.add(at);
        }
    }

    public String name() {
        return name;
    }

    public void close() throws IOException {
        spool.close();
    }

    /** The sheet as read. */
    public Sheet finish() throws IOException {
        spool.finish();
        return new Sheet(this, grid.build());
    }

    /** A sheet whose cells are spooled. */
    public static final class Sheet implements RawSheet {
        private final SheetWriter from;
        private final Grid grid;

        private Sheet(SheetWriter from, Grid grid) {
            this.from = from;
            this.grid = grid;
        }

        @Override
        public String name() {
            return from.name;
        }

        @Override
        public Grid grid() {
            return grid;
        }

        @Override
        public void read(RowSource.CellHandler handler) {
            from.spool.read(handler);
        }

        @Override
        public boolean hasHeadings() {
            return from.headings;
        }

        @Override
        public boolean isHidden() {
            return from.hidden;
        }

        @Override
        public List<Merge> merges() {
            return List.copyOf(from.merges);
        }

        @Override
        public List<String> notes() {
            return from.notes();
        }

        @Override
        public Set<Long> hiddenRows() {
            return Set.copyOf(from.hiddenRows);
        }

        @Override
        public Set<Integer> hiddenColumns() {
            return Set.copyOf(from.hiddenColumns);
        }
    }
}
