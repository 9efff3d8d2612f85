package keensparrow.core.infer;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TextBuilder;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;

/**
 * Reads one or several sources of the same shape into one table. Each is read twice: first to decide the types over
 * all values, then into columns of those types, so that no text of the file is held in memory.
 */
public final class TableLoader {
    /** More columns than this are refused. */
    public static final int MOST_COLUMNS = 2000;

    private static final int TOLD_OF = 100;
    private static final String FILE = "File";

    private final List<RowSource> sources;
    private final Map<String, Wanted> wanted;
    private final List<ColumnPlan> earlier;
    private final LoadWatch watch;
    private final Habits told;
    private final Habits hint;
    private final String sourceLabel;
    private final List<String> notes = new ArrayList<>();
    private final List<LoadReport.Misfit> misfits = new ArrayList<>();
    private long misfitCount;
    private long rowsInAll;

    /**
     * @param sources at least one; their rows follow each other, and with several a column says which one each is from
     * @param wanted types asked for by column name, in place of those found
     * @param earlier how the version before was read; empty for the first
     */
    public TableLoader(
            List<? extends RowSource> sources, Map<String, Wanted> wanted, List<ColumnPlan> earlier, LoadWatch watch) {
        this(sources, wanted, earlier, watch, Habits.UNKNOWN, Habits.UNKNOWN, FILE);
    }

    /**
     * @param told how columns that could be read in two ways are written, as the author says
     * @param hint what else speaks for one way or the other, where no column does
     * @param sourceLabel of the column that says which source each row is from
     */
    public TableLoader(
            List<? extends RowSource> sources,
            Map<String, Wanted> wanted,
            List<ColumnPlan> earlier,
            LoadWatch watch,
            Habits told,
            Habits hint,
            String sourceLabel) {
        this.told = told;
        this.hint = hint;
        this.sourceLabel = sourceLabel;
        this.sources = List.copyOf(sources);
        this.wanted = Map.copyOf(wanted);
        this.earlier = List.copyOf(earlier);
        this.watch = watch;
    }

    /**
     * @throws UserException FILE_NO_ROWS without a row below the headings; FILE_SHAPES_DIFFER when the sources have
     *     other columns; VERSION_DOES_NOT_FIT when columns of the version before are missing or hold other things
     */
    public LoadedTable load() {
        List<SourceGuess> guesses = new ArrayList<>();
        for (RowSource source : sources) {
            SourceGuess guess = new SourceGuess(source, guesses.isEmpty() ? null : guesses.get(0), watch, rowsInAll);
            ReadAhead.read(source, guess);
            guess.finish();
            rowsInAll += guess.rows();
            guesses.add(guess);
        }
        if (rowsInAll == 0) {
            throw new UserException(
                    ErrorCode.FILE_NO_ROWS,
                    "“" + sources.get(0).name() + "” has headings but no row below them. Check that it is the right"
                            + " file, or add the rows and load it again.");
        }
        guesses.forEach(guess -> guess.addNotes(notes));
        Habits habits = told.over(habits(guesses.get(0).guesses()));
        List<ColumnPlan> plan = new PlanMaker(guesses.get(0), habits.over(hint), wanted, earlier, notes).plan();
        Findings findings = new Findings(guesses.get(0).guesses(), plan, habits, hint, wanted);
        return read(guesses, plan, findings);
    }

    /** What most of the columns that leave no doubt say. */
    private static Habits habits(List<ColumnGuess> guesses) {
        int commas = 0;
        int points = 0;
        int dayFirst = 0;
        int monthFirst = 0;
        for (ColumnGuess guess : guesses) {
            Character mark = guess.mark();
            commas += mark != null && mark == ',' ? 1 : 0;
            points += mark != null && mark == '.' ? 1 : 0;
            dayFirst += guess.surely() == DatePattern.DAY_FIRST ? 1 : 0;
            monthFirst += guess.surely() == DatePattern.MONTH_FIRST ? 1 : 0;
        }
        return new Habits(
                commas == points ? null : Character.valueOf(commas > points ? ',' : '.'),
                dayFirst == monthFirst
                        ? null
                        : dayFirst > monthFirst ? DatePattern.DAY_FIRST : DatePattern.MONTH_FIRST);
    }

    private LoadedTable read(List<SourceGuess> guesses, List<ColumnPlan> plan, Findings findings) {
        List<CellBuilder> builders =
                new ArrayList<>(plan.stream().map(CellBuilder::of).toList());
        long[] misfitsOf = new long[plan.size()];
        TextBuilder fileColumn = new TextBuilder();
        long before = 0;
        for (SourceGuess guess : guesses) {
            Filling filling = new Filling(guess, plan, builders, misfitsOf, before);
            ReadAhead.read(guess.source(), filling);
            for (long i = 0; i < guess.rows() && sources.size() > 1; i++) {
                fileColumn.add(guess.source().name());
            }
            before += guess.rows();
        }
        new Fit(earlier, plan, misfitsOf, rowsInAll).check(misfits);
        notes.addAll(findings.notes());
        tellMisfits(plan, misfitsOf);
        List<ColumnInfo> infos = new ArrayList<>();
        List<Column> columns = new ArrayList<>();
        for (int i = 0; i < plan.size(); i++) {
            Column column = builders.get(i).build();
            builders.set(i, new CellBuilder.Text()); // gives its memory back before the next is built
            ColumnPlan of = plan.get(i);
            columns.add(column);
            infos.add(new ColumnInfo(
                    of.name(),
                    Headings.label(of.heading(), i),
                    column.type(),
                    Roles.of(of.name(), column),
                    of.format()));
        }
        if (sources.size() > 1 && infos.stream().noneMatch(info -> info.name().equals(Headings.name(sourceLabel)))) {
            infos.add(new ColumnInfo(Headings.name(sourceLabel), sourceLabel, ColumnType.TEXT, Role.CATEGORY));
            columns.add(fileColumn.build());
        }
        Table table = new Table(new Schema(infos), columns, Math.toIntExact(rowsInAll));
        return new LoadedTable(table, plan, new LoadReport(notes, misfits, misfitCount, findings.doubts()));
    }

    private void tellMisfits(List<ColumnPlan> plan, long[] misfitsOf) {
        for (int i = 0; i < misfitsOf.length; i++) {
            if (misfitsOf[i] > 0) {
                ColumnPlan column = plan.get(i);
                notes.add(misfitsOf[i] + (misfitsOf[i] == 1 ? " value" : " values") + " of “"
                        + Headings.label(column.heading(), i) + "” did not read as "
                        + column.type().label() + " and became blank.");
            }
        }
    }

    /** The second reading: cells into typed columns. */
    private final class Filling implements RowSource.CellHandler {
        private final SourceGuess guess;
        private final List<ColumnPlan> plan;
        private final CellBuilder[] builders;
        private final long[] misfitsOf;
        private final long before;
        private final boolean[] filled;
        private final List<Set<String>> blanks;
        private int column;
        private long rows;
        private boolean anything;
        private boolean pastHeadings;
        private int withoutLine = -1; // first misfit of this row

        Filling(SourceGuess guess, List<ColumnPlan> plan, List<CellBuilder> builders, long[] misfitsOf, long before) {
            this.guess = guess;
            this.plan = plan;
            this.builders = builders.toArray(CellBuilder[]::new);
            this.misfitsOf = misfitsOf;
            this.before = before;
            this.filled = new boolean[plan.size()];
            this.blanks =
                    plan.stream().map(column -> Set.copyOf(column.blanks())).toList();
        }

        @Override
        public void cell(char[] chars, int offset, int length) {
            typed(CellKind.TEXT, chars, offset, length);
        }

        @Override
        public void typed(CellKind kind, char[] chars, int offset, int length) {
            int from = offset;
            int to = offset + length;
            while (from < to && Cells.isSpace(chars[from])) {
                from++;
            }
            while (to > from && Cells.isSpace(chars[to - 1])) {
                to--;
            }
            anything |= from < to;
            int at = column++;
            int target = pastHeadings && at < guess.width() ? guess.targetOf(at) : -1;
            if (target >= 0 && from < to && kind != CellKind.ERROR && !isBlank(target, kind, chars, from, to)) {
                add(target, kind, chars, from, to);
            }
        }

        private boolean isBlank(int target, CellKind kind, char[] chars, int from, int to) {
            return !blanks.get(target).isEmpty()
                    && kind == CellKind.TEXT
                    && to - from <= Blanks.LONGEST
                    && blanks.get(target).contains(new String(chars, from, to - from));
        }

        private void add(int target, CellKind kind, char[] chars, int from, int to) {
            filled[target] = true;
            if (!builders[target].add(kind, chars, from, to)) {
                misfitsOf[target]++;
                misfitCount++;
                if (misfits.size() < TOLD_OF) {
                    ColumnPlan of = plan.get(target);
                    String value = new String(chars, from, Math.min(to - from, 100));
                    misfits.add(new LoadReport.Misfit(
                            guess.source().name(),
                            -1,
                            of.heading(),
                            value,
                            "is no " + of.type().label()));
                    withoutLine = withoutLine < 0 ? misfits.size() - 1 : withoutLine;
                }
            }
        }

        @Override
        public void endRow(long line) {
            column = 0;
            if (!anything) {
                return; // an empty line
            }
            anything = false;
            if (!pastHeadings) {
                pastHeadings = true;
                return;
            }
            for (int i = 0; i < filled.length; i++) {
                if (!filled[i]) {
                    builders[i].addBlank();
                }
                filled[i] = false;
            }
            setLine(line);
            if ((++rows & 0xFFF) == 0) {
                watch.reading(before + rows, rowsInAll);
            }
        }

        /** The line of a row is known only at its end. */
        private void setLine(long line) {
            for (int i = withoutLine; i >= 0 && i < misfits.size(); i++) {
                misfits.set(i, misfits.get(i).at(line));
            }
            withoutLine = -1;
        }
    }
}
