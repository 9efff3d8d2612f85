package keensparrow.core.infer;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.table.Table;

/** A table as read, how it was read (so that the next file is read alike), and what happened. */
public record LoadedTable(Table table, List<ColumnPlan> plan, LoadReport report) {
    public LoadedTable {
        plan = List.copyOf(plan);
    }

    /** The same with more notes in its report. */
    public LoadedTable noting(List<String> notes) {
        List<String> all = new ArrayList<>(report.notes());
        all.addAll(notes);
        return new LoadedTable(
                table, plan, new LoadReport(all, report.misfits(), report.misfitCount(), report.doubts()));
    }
}
