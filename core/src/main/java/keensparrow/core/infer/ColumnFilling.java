package keensparrow.core.infer;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Makes the values of one column from batches of cells. */
final class ColumnFilling implements ColumnWork.Task {
    private final ColumnPlan plan;
    private final CellBuilder builder;
    private final Set<String> blanks;
    private final String source;
    private final int toldOf;
    private final List<LoadReport.Misfit> misfits = new ArrayList<>();
    private long misfitCount;

    /** @param toldOf how many misfits are kept to be told */
    ColumnFilling(ColumnPlan plan, CellBuilder builder, String source, int toldOf) {
        this.plan = plan;
        this.builder = builder;
        this.blanks = Set.copyOf(plan.blanks());
        this.source = source;
        this.toldOf = toldOf;
    }

    @Override
    public void take(CellBatch batch, int column) {
        char[] chars = batch.chars();
        for (int row = 0; row < batch.rows(); row++) {
            int from = Cells.trimmedFrom(chars, batch.start(row, column), batch.end(row, column));
            int to = Cells.trimmedTo(chars, from, batch.end(row, column));
            if (from == to || isBlank(chars, from, to)) {
                builder.addBlank();
            } else if (!builder.add(CellKind.TEXT, chars, from, to)) {
                tell(chars, from, to, batch.line(row));
            }
        }
    }

    private boolean isBlank(char[] chars, int from, int to) {
        return !blanks.isEmpty() && to - from <= Blanks.LONGEST && blanks.contains(new String(chars, from, to - from));
    }

    private void tell(char[] chars, int from, int to, long line) {
        misfitCount++;
        if (misfits.size() < toldOf) {
            String value = new String(chars, from, Math.min(to - from, 100));
            misfits.add(new LoadReport.Misfit(
                    source, line, plan.heading(), value, "is no " + plan.type().label()));
        }
    }

    long misfitCount() {
        return misfitCount;
    }

    List<LoadReport.Misfit> misfits() {
        return misfits;
    }
}
