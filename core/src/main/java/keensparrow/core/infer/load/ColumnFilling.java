package keensparrow.core.infer.load;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.source.CellBlock;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.source.CellText;
import keensparrow.core.infer.source.ColumnWork;
import keensparrow.core.infer.text.Blanks;
import keensparrow.core.words.Words;

/** Makes the values of one column from cells, and tells which do not fit. */
final class ColumnFilling implements ColumnWork.Task {
    /** The line of a row that has not ended. */
    static final long NOT_KNOWN = -1;

    private final ColumnPlan plan;
    private final CellBuilder builder;
    private final Set<String> blanks;
    private final String source;
    private final int toldOf;
    private final CellText text = new CellText();
    private final List<LoadReport.ConversionError> conversionErrors = new ArrayList<>();
    private long conversionErrorCount;

    /** @param toldOf how many conversion errors are kept to be told */
    ColumnFilling(ColumnPlan plan, CellBuilder builder, String source, int toldOf) {
        this.plan = plan;
        this.builder = builder;
        this.blanks = Set.copyOf(plan.blanks());
        this.source = source;
        this.toldOf = toldOf;
    }

    @Override
    public void take(CellBlock block, int column) {
        byte[] bytes = block.bytes();
        for (int row = 0; row < block.rows(); row++) {
            int from = CellText.trimmedFrom(bytes, block.start(row, column), block.end(row, column));
            int to = CellText.trimmedTo(bytes, from, block.end(row, column));
            if (from == to) {
                builder.addBlank();
            } else {
                text.read(bytes, from, to);
                add(CellKind.TEXT, text.chars(), 0, text.length(), block.line(row));
            }
        }
    }

    /** Adds a row. {@code from < to}, spaces trimmed. @param line of the row, or {@link #NOT_KNOWN} until it ends */
    void add(CellKind kind, char[] chars, int from, int to, long line) {
        if (kind == CellKind.ERROR || (kind == CellKind.TEXT && isBlank(chars, from, to))) {
            builder.addBlank();
        } else if (!builder.add(kind, chars, from, to)) {
            tell(chars, from, to, line);
        }
    }

    void addBlank() {
        builder.addBlank();
    }

    /** The row that was added without its line ends. */
    void endRow(long line) {
        int last = conversionErrors.size() - 1;
        if (last >= 0 && conversionErrors.get(last).line() == NOT_KNOWN) {
            conversionErrors.set(last, conversionErrors.get(last).at(line));
        }
    }

    private boolean isBlank(char[] chars, int from, int to) {
        return !blanks.isEmpty()
                && to - from <= Blanks.MAX_LENGTH
                && blanks.contains(new String(chars, from, to - from));
    }

    private void tell(char[] chars, int from, int to, long line) {
        conversionErrorCount++;
        if (conversionErrors.size() < toldOf) {
            String value = new String(chars, from, Math.min(to - from, 100));
            conversionErrors.add(new LoadReport.ConversionError(
                    source,
                    line,
                    plan.heading(),
                    value,
                    Words.say("load.isNo", "type", plan.type().label())));
        }
    }

    long conversionErrorCount() {
        return conversionErrorCount;
    }

    List<LoadReport.ConversionError> conversionErrors() {
        return conversionErrors;
    }
}
