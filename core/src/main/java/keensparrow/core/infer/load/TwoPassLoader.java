package keensparrow.core.infer.load;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TextBuilder;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.guess.FormatHints;
import keensparrow.core.infer.guess.Headings;
import keensparrow.core.infer.guess.SourceGuess;
import keensparrow.core.infer.source.BlockReader;
import keensparrow.core.infer.source.ColumnWork;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.infer.source.ReadAhead;
import keensparrow.core.infer.source.RowSource;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Reads sources twice: to decide the types over all values, then into columns of those types. */
final class TwoPassLoader {
    private static final int TOLD_OF = 100;

    private final List<RowSource> sources;
    private final LoadOptions wishes;
    private final LoadWatch watch;
    private final String sourceLabel;
    private final boolean inBlocks;
    private final List<String> notes = new ArrayList<>();
    private final List<LoadReport.ConversionError> conversionErrors = new ArrayList<>();
    private long conversionErrorCount;
    private long rowsInAll;

    /** @param inBlocks whether to read in blocks where the source has them */
    TwoPassLoader(List<RowSource> sources, LoadOptions wishes, LoadWatch watch, String sourceLabel, boolean inBlocks) {
        this.sources = sources;
        this.wishes = wishes;
        this.watch = watch;
        this.sourceLabel = sourceLabel;
        this.inBlocks = inBlocks;
    }

    private @Nullable BlockReader blocks(RowSource source) {
        return inBlocks ? source.blocks() : null;
    }

    /**
     * @param looked the first reading of the only source, where it is done already
     * @throws UserException as {@link TableLoader#load}
     */
    LoadedTable read(@Nullable SourceGuess looked) {
        List<SourceGuess> guesses = new ArrayList<>();
        for (RowSource source : sources) {
            SourceGuess guess = looked != null ? looked : look(source, guesses);
            guess.finish();
            rowsInAll += guess.rows();
            guesses.add(guess);
        }
        if (rowsInAll == 0) {
            throw new UserException(
                    ErrorCode.FILE_NO_ROWS,
                    Text.of(
                            "load.hasHeadingsButNoRow",
                            "sources",
                            sources.get(0).name()));
        }
        guesses.forEach(guess -> guess.addNotes(notes));
        FormatHints habits = wishes.habits(guesses.get(0).guesses());
        List<ColumnPlan> plan = wishes.plan(guesses.get(0), habits, notes);
        Findings findings = wishes.findings(guesses.get(0).guesses(), plan, habits);
        return read(guesses, plan, findings);
    }

    private SourceGuess look(RowSource source, List<SourceGuess> before) {
        SourceGuess guess = new SourceGuess(source, before.isEmpty() ? null : before.get(0), watch, rowsInAll);
        BlockReader blocks = blocks(source);
        if (blocks != null) {
            guess.readBlocks(blocks);
        } else {
            ReadAhead.read(source, guess);
        }
        return guess;
    }

    private LoadedTable read(List<SourceGuess> guesses, List<ColumnPlan> plan, Findings findings) {
        List<CellBuilder> builders =
                new ArrayList<>(plan.stream().map(CellBuilder::of).toList());
        long[] errorsOf = new long[plan.size()];
        TextBuilder fileColumn = new TextBuilder();
        long before = 0;
        for (SourceGuess guess : guesses) {
            fill(guess, plan, builders, errorsOf, before);
            for (long i = 0; i < guess.rows() && sources.size() > 1; i++) {
                fileColumn.add(guess.source().name());
            }
            before += guess.rows();
        }
        new Fit(wishes.earlier(), plan, errorsOf, rowsInAll).check(conversionErrors);
        notes.addAll(findings.notes());
        guesses.forEach(guess -> notes.addAll(guess.source().notes()));
        tellErrors(plan, errorsOf);
        List<Column> columns = new ArrayList<>();
        for (int i = 0; i < plan.size(); i++) {
            columns.add(builders.get(i).build());
            builders.set(i, new CellBuilder.Text()); // gives its memory back before the next is built
        }
        List<ColumnInfo> infos = TableLoader.infos(plan, columns, sources.get(0).name());
        if (sources.size() > 1 && infos.stream().noneMatch(info -> info.name().equals(Headings.name(sourceLabel)))) {
            infos.add(new ColumnInfo(Headings.name(sourceLabel), sourceLabel, ColumnType.TEXT, Role.CATEGORY));
            columns.add(fileColumn.build());
        }
        Table table = new Table(new Schema(infos), columns, Math.toIntExact(rowsInAll));
        return new LoadedTable(
                table, plan, new LoadReport(notes, conversionErrors, conversionErrorCount, findings.ambiguities()));
    }

    /** Adds the rows of one source; its conversion errors come in the order of their lines. */
    private void fill(
            SourceGuess guess, List<ColumnPlan> plan, List<CellBuilder> builders, long[] errorsOf, long before) {
        List<ColumnFilling> fillings = new ArrayList<>();
        for (int i = 0; i < plan.size(); i++) {
            fillings.add(new ColumnFilling(
                    plan.get(i), builders.get(i), guess.source().name(), TOLD_OF));
        }
        BlockReader blocks = blocks(guess.source());
        if (blocks != null) {
            ColumnWork.run(blocks, fillings, read -> watch.reading(before + read, rowsInAll));
        } else {
            ReadAhead.read(
                    guess.source(), new RowFilling(guess, fillings, read -> watch.reading(before + read, rowsInAll)));
        }
        List<LoadReport.ConversionError> all = new ArrayList<>();
        for (int i = 0; i < fillings.size(); i++) {
            errorsOf[i] += fillings.get(i).conversionErrorCount();
            conversionErrorCount += fillings.get(i).conversionErrorCount();
            all.addAll(fillings.get(i).conversionErrors());
        }
        all.sort(Comparator.comparingLong(LoadReport.ConversionError::line));
        conversionErrors.addAll(all.subList(0, Math.min(TOLD_OF - conversionErrors.size(), all.size())));
    }

    private void tellErrors(List<ColumnPlan> plan, long[] errorsOf) {
        for (int i = 0; i < errorsOf.length; i++) {
            if (errorsOf[i] > 0) {
                ColumnPlan column = plan.get(i);
                notes.add(Words.say(
                        "load.ofDidNotReadAs",
                        "errorsOf",
                        errorsOf[i],
                        "heading",
                        Headings.label(column.heading(), i),
                        "type",
                        column.type().label()));
            }
        }
    }
}
