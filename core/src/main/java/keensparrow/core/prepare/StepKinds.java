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
            SetDateFormat.KIND,
            DescribeColumn.KIND,
            SetSensitive.KIND,
            OrderValues.KIND,
            JoinPeriod.KIND,
            FillDown.KIND,
            LeaveOutColumn.KIND,
            ChooseColumns.KIND,
            LeaveOutRows.KIND,
            KeepRows.KIND,
            KeepLargest.KIND,
            DropRepeated.KIND,
            SampleRows.KIND,
            SortRows.KIND,
            TidyText.KIND,
            ReplaceText.KIND,
            MergeValues.KIND,
            SplitText.KIND,
            ExtractText.KIND,
            SplitTags.KIND,
            JoinTags.KIND,
            Recode.KIND,
            CutRanges.KIND,
            Compute.KIND,
            FromRowsBefore.KIND,
            ColumnsToRows.KIND,
            RowsToColumns.KIND,
            GroupRows.KIND,
            LookUp.KIND,
            PutUnder.KIND,
            CorrectCell.KIND,
            SwitchedOff.KIND);

    private StepKinds() {}
}
