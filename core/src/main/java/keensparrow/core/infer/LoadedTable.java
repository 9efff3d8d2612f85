package keensparrow.core.infer;

import java.util.List;
import keensparrow.core.table.Table;

/** A table as read, how it was read (so that the next file is read alike), and what happened. */
public record LoadedTable(Table table, List<ColumnPlan> plan, LoadReport report) {
    public LoadedTable {
        plan = List.copyOf(plan);
    }
}
