package keensparrow.core.infer.load;

import java.util.List;
import java.util.function.LongConsumer;
import keensparrow.core.infer.guess.SourceGuess;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.source.RowSource;
import keensparrow.core.infer.text.CellChars;

/** The second reading row by row: cells into typed columns. */
final class RowFilling implements RowSource.CellHandler {
    private static final int TELLS_EVERY = 0x1000;

    private final SourceGuess guess;
    private final ColumnFilling[] fillings;
    private final LongConsumer progress;
    private final boolean[] filled;
    private int column;
    private long rows;
    private boolean anything;
    private boolean pastHeadings;

    /** @param guess from the first reading, @param fillings one for each column of the plan */
    RowFilling(SourceGuess guess, List<ColumnFilling> fillings, LongConsumer progress) {
        this.guess = guess;
        this.fillings = fillings.toArray(ColumnFilling[]::new);
        this.progress = progress;
        this.filled = new boolean[fillings.size()];
    }

    @Override
    public void cell(char[] chars, int offset, int length) {
        typed(CellKind.TEXT, chars, offset, length);
    }

    @Override
    public void typed(CellKind kind, char[] chars, int offset, int length) {
        int from = CellChars.trimmedFrom(chars, offset, offset + length);
        int to = CellChars.trimmedTo(chars, from, offset + length);
        anything |= from < to;
        int at = column++;
        int target = pastHeadings && at < guess.width() ? guess.targetOf(at) : -1;
        if (target >= 0 && from < to) {
            filled[target] = true;
            fillings[target].add(kind, chars, from, to, ColumnFilling.NOT_KNOWN);
        }
    }

    @Override
    public void endRow(long line) {
        column = 0;
        if (!anything && !(pastHeadings && guess.source().hasEmptyRows())) {
            return; // an empty line
        }
        anything = false;
        if (!pastHeadings) {
            pastHeadings = true;
            return;
        }
        for (int i = 0; i < filled.length; i++) {
            if (filled[i]) {
                fillings[i].endRow(line);
            } else {
                fillings[i].addBlank();
            }
            filled[i] = false;
        }
        if ((++rows & (TELLS_EVERY - 1)) == 0) {
            progress.accept(rows);
        }
    }
}
