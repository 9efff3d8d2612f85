package keensparrow.core.prepare;

import java.util.List;

/** The kinds of steps, in the order in which they are offered: the one list of all. */
public final class StepKinds {
    public static final List<StepKind> ALL = List.of(
            Relabel.KIND,
            Retype.KIND,
            SetRole.KIND,
            SetAdditivity.KIND,
            SetFormat.KIND,
            JoinPeriod.KIND,
            FillDown.KIND,
            LeaveOutColumn.KIND,
            LeaveOutRows.KIND,
            Compute.KIND);

    private StepKinds() {}
}
