package keensparrow.core.infer;

import java.util.ArrayList;
import java.util.Comparator;
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
import org.jspecify.annotations.Nullable;

/**
 * Reads one or several sources of the same shape into one table. Each is read twice: first to decide the types over
 * all values, then into columns of those types, so that no text of the file is held in memory.
 */
public final class TableLoader {
    /** More columns than this are refused. */
    public static final int MOST_COLUMNS = 2000;

    private static final int TOLD_OF = 100;
    private static final int FIRST_ROWS = 60_000;
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
    private boolean inBatches = true;
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
        try {
            return loadAll();
        } catch (BatchReader.NotPlain e) {
            inBatches = false;
            rowsInAll = 0;
            misfitCount = 0;
            notes.clear();
            misfits.clear();
            return loadAll();
        }
    }

    private @Nullable BatchReader batches(RowSource source) {
        return inBatches && sources.size() == 1 ? source.batches() : null;
    }

    private LoadedTable loadAll() {
        LoadedTable quick = sources.size() == 1 ? quick() : null;
        if (quick != null) {
            return quick;
        }
        List<SourceGuess> guesses = new ArrayList<>();
        for (RowSource source : sources) {
            SourceGuess guess = new SourceGuess(source, guesses.isEmpty() ? null : guesses.get(0), watch, rowsInAll);
            BatchReader batches = batches(source);
            if (batches != null) {
                guess.readBatches(batches);
            } else {
                ReadAhead.read(source, guess);
            }
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

    /**
     * Reads once instead of twice: types are decided from the first rows, and what all rows then were is checked to leave
     * the same decision. Null when it does not, or when there are few rows.
     */
    private @Nullable LoadedTable quick() {
        RowSource source = sources.get(0);
        BatchReader all = batches(source);
        if (all == null) {
            return null;
        }
        FirstRows first = new FirstRows(all, FIRST_ROWS);
        SourceGuess guess = new SourceGuess(source, null, watch, 0);
        guess.readBatches(first);
        BatchReader batches = first.hasMore() ? batches(source) : null;
        if (batches == null) {
            return null;
        }
        Habits habits = told.over(habits(guess.guesses()));
        List<String> found = new ArrayList<>();
        List<ColumnPlan> plan = new PlanMaker(guess, habits.over(hint), wanted, earlier, found).plan();
        List<CellBuilder> builders =
                new ArrayList<>(plan.stream().map(CellBuilder::of).toList());
        List<ColumnFilling> fillings = new ArrayList<>();
        for (int i = 0; i < plan.size(); i++) {
            fillings.add(new ColumnFilling(plan.get(i), builders.get(i), source.name(), 1));
        }
        try {
            long rows = ColumnWork.run(batches, fillings, read -> {
                watch.reading(read, 0);
                if (fillings.stream().anyMatch(filling -> filling.misfitCount() > 0)) {
                    throw new NotAsTheFirst();
                }
            });
            guess.finishBatches(batches, rows);
        } catch (NotAsTheFirst e) {
            return null;
        }
        if (fillings.stream().anyMatch(filling -> filling.misfitCount() > 0)) {
            return null;
        }
        guess.addNotes(found);
        Findings findings = new Findings(guess.guesses(), plan, habits, hint, wanted);
        found.addAll(findings.notes());
        List<Column> columns = new ArrayList<>();
        for (int i = 0; i < plan.size(); i++) {
            Column column = builders.get(i).build();
            if (!guess.guesses().get(i).holdsForAll(plan.get(i), builders.get(i), column)) {
                return null;
            }
            builders.set(i, new CellBuilder.Text()); // gives its memory back before the next is built
            columns.add(column);
        }
        Table table = new Table(new Schema(infos(plan, columns)), columns, Math.toIntExact(guess.rows()));
        return new LoadedTable(table, plan, new LoadReport(found, List.of(), 0, findings.doubts()));
    }

    /** A value does not fit what the first rows were. */
    private static final class NotAsTheFirst extends RuntimeException {
        private static final long serialVersionUID = 1;

        NotAsTheFirst() {
            super("not as the first rows", null, false, false);
        }
    }

    private static List<ColumnInfo> infos(List<ColumnPlan> plan, List<Column> columns) {
        List<ColumnInfo> infos = new ArrayList<>();
        for (int i = 0; i < plan.size(); i++) {
            ColumnPlan of = plan.get(i);
            Column column = columns.get(i);
            infos.add(new ColumnInfo(
                    of.name(),
                    Headings.label(of.heading(), i),
                    column.type(),
                    Roles.of(of.name(), column),
                    of.format()));
        }
        return infos;
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
            BatchReader batches = batches(guess.source());
            if (batches != null) {
                fill(guess, batches, plan, builders, misfitsOf);
            } else {
                ReadAhead.read(guess.source(), new Filling(guess, plan, builders, misfitsOf, before));
            }
            for (long i = 0; i < guess.rows() && sources.size() > 1; i++) {
                fileColumn.add(guess.source().name());
            }
            before += guess.rows();
        }
        new Fit(earlier, plan, misfitsOf, rowsInAll).check(misfits);
        notes.addAll(findings.notes());
        tellMisfits(plan, misfitsOf);
        List<Column> columns = new ArrayList<>();
        for (int i = 0; i < plan.size(); i++) {
            columns.add(builders.get(i).build());
            builders.set(i, new CellBuilder.Text()); // gives its memory back before the next is built
        }
        List<ColumnInfo> infos = infos(plan, columns);
        if (sources.size() > 1 && infos.stream().noneMatch(info -> info.name().equals(Headings.name(sourceLabel)))) {
            infos.add(new ColumnInfo(Headings.name(sourceLabel), sourceLabel, ColumnType.TEXT, Role.CATEGORY));
            columns.add(fileColumn.build());
        }
        Table table = new Table(new Schema(infos), columns, Math.toIntExact(rowsInAll));
        return new LoadedTable(table, plan, new LoadReport(notes, misfits, misfitCount, findings.doubts()));
    }

    /** Column by column; misfits come together in the order of their lines, as if read row by row. */
    private void fill(
            SourceGuess guess,
            BatchReader batches,
            List<ColumnPlan> plan,
            List<CellBuilder> builders,
            long[] misfitsOf) {
        List<ColumnFilling> fillings = new ArrayList<>();
        for (int i = 0; i < plan.size(); i++) {
            fillings.add(new ColumnFilling(
                    plan.get(i), builders.get(i), guess.source().name(), TOLD_OF));
        }
        ColumnWork.run(batches, fillings, read -> watch.reading(read, rowsInAll));
        List<LoadReport.Misfit> all = new ArrayList<>();
        for (int i = 0; i < fillings.size(); i++) {
            misfitsOf[i] = fillings.get(i).misfitCount();
            misfitCount += misfitsOf[i];
            all.addAll(fillings.get(i).misfits());
        }
        all.sort(Comparator.comparingLong(LoadReport.Misfit::line));
        misfits.addAll(all.subList(0, Math.min(TOLD_OF, all.size())));
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
            int from = Cells.trimmedFrom(chars, offset, offset + length);
            int to = Cells.trimmedTo(chars, from, offset + length);
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
