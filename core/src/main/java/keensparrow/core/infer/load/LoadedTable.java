package keensparrow.core.infer.load;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.table.Table;

/** A table as read, how it was read (so that the next file is read alike), and what happened. */
public record LoadedTable(Table table, List<ColumnPlan> plan, LoadReport report) {
    public LoadedTable {
        plan = List.copyOf(plan);
    }

    /** The same with more notes and questions in its report. */
    public LoadedTable noting(List<String> notes, List<LoadReport.Ambiguity> ambiguities) {
        List<String> allNotes = new ArrayList<>(report.notes());
        allNotes.addAll(notes);
        List<LoadReport.Ambiguity> allDoubts = new ArrayList<>(report.ambiguities());
        allDoubts.addAll(ambiguities);
        return new LoadedTable(
                table,
                plan,
                new LoadReport(allNotes, report.conversionErrors(), report.conversionErrorCount(), allDoubts));
    }
}
