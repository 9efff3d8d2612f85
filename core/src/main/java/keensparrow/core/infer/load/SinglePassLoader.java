package keensparrow.core.infer.load;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import keensparrow.core.column.Column;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.infer.guess.ColumnGuess;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.guess.FormatHints;
import keensparrow.core.infer.guess.SourceGuess;
import keensparrow.core.infer.source.BlockReader;
import keensparrow.core.infer.source.FirstRows;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.infer.source.RowSource;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/**
 * Reads a source once instead of twice: types are decided from the first rows, and what all rows then were is checked to
 * leave the same decision.
 */
final class SinglePassLoader {
    private static final int FIRST_ROWS = 8_000;

    private final RowSource source;
    private final LoadOptions wishes;
    private final LoadWatch watch;
    private @Nullable SourceGuess whole;

    SinglePassLoader(RowSource source, LoadOptions wishes, LoadWatch watch) {
        this.source = source;
        this.wishes = wishes;
        this.watch = watch;
    }

    /** What a look at all rows found, where there were few; else null. */
    @Nullable
    SourceGuess whole() {
        return whole;
    }

    /** Null when there are few rows, or when all rows could be something else than the first ones. */
    @Nullable
    LoadedTable read() {
        BlockReader all = source.blocks();
        if (all == null) {
            return null;
        }
        FirstRows first = new FirstRows(all, FIRST_ROWS);
        SourceGuess guess = new SourceGuess(source, null, watch, 0);
        guess.readBlocks(first);
        BlockReader blocks = first.hasMore() ? source.blocks() : null;
        if (blocks == null) {
            whole = first.hasMore() ? null : guess;
            return null;
        }
        List<String> notes = new ArrayList<>();
        FormatHints habits = wishes.habits(guess.guesses());
        List<ColumnPlan> plan = wishes.plan(guess, habits, notes);
        BlockWork.Outcome outcome = BlockWork.run(blocks, plan, rows -> watch.reading(rows, 0));
        if (outcome == null) {
            return null;
        }
        guess.counted(outcome.counts());
        Column[] columns = build(plan, guess, outcome);
        if (columns == null) {
            return null;
        }
        guess.addNotes(notes);
        Findings findings = wishes.findings(guess.guesses(), plan, habits);
        notes.addAll(findings.notes());
        List<Column> built = List.of(columns);
        Table table = new Table(
                new Schema(TableLoader.infos(plan, built, source.name())), built, Math.toIntExact(guess.rows()));
        return new LoadedTable(table, plan, new LoadReport(notes, List.of(), 0, findings.ambiguities()));
    }

    /** All columns, several at once; null when one of them would have been decided otherwise. */
    private static Column @Nullable [] build(List<ColumnPlan> plan, SourceGuess guess, BlockWork.Outcome outcome) {
        int rows = Math.toIntExact(outcome.counts().rows());
        Column[] columns = new Column[plan.size()];
        AtomicInteger next = new AtomicInteger();
        AtomicReference<Throwable> failure = new AtomicReference<>();
        ParallelRunner.runTogether(ParallelRunner.workers(), failure, worker -> {
            for (int i = next.getAndIncrement(); i < columns.length; i = next.getAndIncrement()) {
                JoinedParts joined = new JoinedParts(plan.get(i), outcome.take(i), rows);
                Column column = build(plan.get(i), guess.guesses().get(i), joined);
                if (column == null || failure.get() != null) {
                    next.set(columns.length); // nobody needs the others
                    return;
                }
                columns[i] = column;
            }
        });
        for (Column column : columns) {
            if (column == null) {
                return null;
            }
        }
        return columns;
    }

    private static @Nullable Column build(ColumnPlan plan, ColumnGuess guess, JoinedParts joined) {
        SampleCheck certainty = new SampleCheck(plan, guess);
        if (!JoinedParts.isOfTexts(plan)) {
            Column column = joined.values();
            guess.counted(joined.marks());
            boolean sure = certainty.ofValues(joined.sawOdd(), joined.sawWritten()) && certainty.ofYears(column);
            return sure ? column : null;
        }
        TextColumn texts = joined.texts();
        guess.counted(joined.marks());
        return switch (plan.type()) {
            case TAGS -> certainty.ofTags(texts) ? JoinedParts.tags(texts, certainty.separator()) : null;
            case YES_NO -> {
                YesNoColumn column = JoinedParts.yesNo(texts);
                yield certainty.ofYesNo() ? column : null;
            }
            default -> certainty.ofTexts(texts, joined.dictionary()) ? texts : null;
        };
    }
}
