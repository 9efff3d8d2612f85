package keensparrow.core.prepare;

import java.util.Objects;
import keensparrow.core.column.Column;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;

/** One recorded change between source and dataset, replayed on every load. */
public sealed interface Step
        permits Relabel,
                Retype,
                SetRole,
                SetAdditivity,
                SetFormat,
                DescribeColumn,
                SetSensitive,
                OrderValues,
                JoinPeriod,
                FillDown,
                LeaveOutColumn,
                LeaveOutRows,
                Compute,
                ChooseColumns,
                SortRows,
                KeepLargest,
                SampleRows,
                ColumnsToRows,
                GroupRows,
                FromRowsBefore,
                CorrectCell,
                KeepRows,
                DropRepeated,
                TidyText,
                ReplaceText,
                SplitText,
                ExtractText,
                SplitTags,
                JoinTags,
                SetDateFormat,
                MergeValues,
                Recode,
                CutRanges,
                LookUp,
                RowsToColumns,
                PutUnder,
                SwitchedOff {
    /** The table after the step. @throws UserException when it does not fit, such as for a column that is gone */
    Table apply(Table before);

    /** Likewise, with other datasets to look things up in. */
    default Table apply(Table before, Tables others) {
        return apply(before);
    }

    /** What it changed, where other datasets have to do with it. */
    default String effect(Table before, Table after, Tables others) {
        return effect(before, after);
    }

    /** What it changed, in a few words; nothing where there is nothing to tell. */
    default String effect(Table before, Table after) {
        int rows = after.rowCount() - before.rowCount();
        if (rows < 0) {
            return Words.say(
                    "prepare.ofRowsLeftOut",
                    "rowCount",
                    Wording.number(-(long) rows),
                    "rowCount2",
                    Wording.number(before.rowCount()));
        }
        if (rows > 0) {
            return Words.say("prepare.rowsNow", "rows", Wording.number(after.rowCount()));
        }
        int columns = after.columns().size() - before.columns().size();
        return columns == 0
                ? ""
                : columns > 0
                        ? Words.say("prepare.columnsNew", "columns", columns)
                        : Words.say(
                                "prepare.columnsStay",
                                "columns",
                                after.columns().size());
    }

    /** How many cells of a column are others now, as an effect. */
    static String changed(Table before, Table after, String column) {
        Column was = before.column(column);
        Column is = after.column(column);
        int cells = 0;
        for (int row = 0; row < is.rowCount(); row++) {
            cells += Objects.equals(was.plain(row), is.plain(row)) ? 0 : 1;
        }
        return Words.say("prepare.cellsChanged", "cells", cells);
    }

    /** How many rows of a column are blank, as an effect. */
    static String blanks(Table after, String column) {
        int blanks = after.column(column).blankCount();
        return blanks == 0
                ? Words.say("prepare.noBlanks")
                : Words.say("prepare.blank2", "blanks", Wording.number(blanks));
    }

    /** The step in words, for a table as it is before the step. */
    Sentence sentence(Schema before);
}
