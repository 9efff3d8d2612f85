package keensparrow.core.prepare;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import keensparrow.core.column.Bits;
import keensparrow.core.column.PlainTexts;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/**
 * What became of a table: its rows one by one where each stayed a row, else the numbers alone.
 *
 * @param columns those there are now, and behind them those that are gone
 * @param columnsNew how many of them are new, @param columnsGone and gone
 * @param isFollowed whether rows could be told: they are not made of several rows before
 * @param gone rows that are left out, @param added rows that are new
 * @param isReordered whether rows that stay follow each other differently
 * @param cells how many cells of rows and columns that stay are others now
 * @param rows the first ones that are gone, new or have other cells; of new columns the first of all
 */
public record TableChange(
        int rowsBefore,
        int rowsAfter,
        List<ChangedColumn> columns,
        int columnsNew,
        int columnsGone,
        boolean isFollowed,
        int gone,
        int added,
        boolean isReordered,
        long cells,
        List<ChangedRow> rows) {
    public TableChange {
        columns = List.copyOf(columns);
        rows = List.copyOf(rows);
    }

    /** What became of a column or a row. */
    public enum State {
        STAYS,
        NEW,
        GONE
    }

    /** @param cells how many of its cells are others now */
    public record ChangedColumn(ColumnInfo info, State state, long cells) {}

    /**
     * A row by all columns.
     *
     * @param cells written plainly: as they are, or of a row that is gone as they were; null where blank
     * @param before as they were, of a row that stays; null where blank
     */
    public record ChangedRow(State state, List<@Nullable String> cells, List<@Nullable String> before) {}

    /** @param after made of {@code before} as it was {@link Table#traced}, @param limit rows that are told at most */
    public static TableChange between(Table before, Table after, int limit) {
        return new Comparison(before, after).tell(limit);
    }

    private static final class Comparison {
        private final Table before;
        private final Table after;
        private final List<ColumnInfo> infos = new ArrayList<>();
        private final List<State> states = new ArrayList<>();
        private final @Nullable PlainTexts[] was;
        private final @Nullable PlainTexts[] is;
        private final long[] cells;

        Comparison(Table before, Table after) {
            this.before = before;
            this.after = after;
            for (ColumnInfo info : after.schema().columns()) {
                infos.add(info);
                states.add(before.schema().has(info.name()) ? State.STAYS : State.NEW);
            }
            for (ColumnInfo info : before.schema().columns()) {
                if (!after.schema().has(info.name())) {
                    infos.add(info);
                    states.add(State.GONE);
                }
            }
            this.was = new PlainTexts[infos.size()];
            this.is = new PlainTexts[infos.size()];
            this.cells = new long[infos.size()];
            for (int c = 0; c < was.length; c++) {
                String name = infos.get(c).name();
                was[c] = before.schema().has(name) ? new PlainTexts(before.column(name)) : null;
                is[c] = after.schema().has(name) ? new PlainTexts(after.column(name)) : null;
            }
        }

        TableChange tell(int limit) {
            int[] origins = after.origins().orElse(null);
            List<ChangedRow> rows = new ArrayList<>();
            boolean[] stays = new boolean[before.rowCount()];
            boolean reordered = false;
            int added = 0;
            if (origins != null) {
                long[] changed = compare(origins);
                boolean hasNew = states.contains(State.NEW);
                int last = -1;
                for (int row = 0; row < origins.length; row++) {
                    int from = origins[row];
                    if (from == Table.NEW) {
                        added++;
                    } else {
                        stays[from] = true;
                        reordered |= from < last;
                        last = from;
                    }
                    boolean told = from == Table.NEW || Bits.get(changed, row) || hasNew;
                    if (told && rows.size() < limit) {
                        rows.add(
                                from == Table.NEW
                                        ? new ChangedRow(State.NEW, line(is, row), List.of())
                                        : new ChangedRow(State.STAYS, line(is, row), line(was, from)));
                    }
                }
            }
            int gone = 0;
            for (int row = 0; origins != null && row < stays.length; row++) {
                if (!stays[row]) {
                    gone++;
                    if (rows.size() < limit) {
                        rows.add(new ChangedRow(State.GONE, line(was, row), List.of()));
                    }
                }
            }
            List<ChangedColumn> columns = new ArrayList<>();
            for (int c = 0; c < cells.length; c++) {
                columns.add(new ChangedColumn(infos.get(c), states.get(c), cells[c]));
            }
            return new TableChange(
                    before.rowCount(),
                    after.rowCount(),
                    columns,
                    count(State.NEW),
                    count(State.GONE),
                    origins != null,
                    gone,
                    added,
                    reordered,
                    Arrays.stream(cells).sum(),
                    rows);
        }

        /** Counts the cells that are others now. @return the rows that have any */
        private long[] compare(int[] origins) {
            long[][] changed = new long[states.size()][];
            IntStream.range(0, changed.length)
                    .parallel()
                    .filter(this::mayChange)
                    .forEach(c -> {
                        changed[c] = new long[Bits.words(origins.length)];
                        String name = infos.get(c).name();
                        cells[c] = ChangedCells.mark(before.column(name), after.column(name), origins, changed[c]);
                    });
            long[] any = new long[Bits.words(origins.length)];
            for (long[] rows : changed) {
                for (int w = 0; rows != null && w < any.length; w++) {
                    any[w] |= rows[w];
                }
            }
            return any;
        }

        /** Not those that are the very same in the same rows. */
        private boolean mayChange(int c) {
            String name = infos.get(c).name();
            return states.get(c) == State.STAYS
                    && (after.rowCount() != before.rowCount() || after.column(name) != before.column(name));
        }

        private static List<@Nullable String> line(@Nullable PlainTexts[] columns, int row) {
            List<@Nullable String> line = new ArrayList<>(columns.length);
            for (PlainTexts column : columns) {
                line.add(column == null ? null : column.at(row));
            }
            return line;
        }

        private int count(State state) {
            return (int) states.stream().filter(state::equals).count();
        }
    }
}
