package keensparrow.core.prepare;

import keensparrow.core.sentence.Sentence;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;

/** One recorded change between source and dataset, replayed on every load. */
public sealed interface Step
        permits Relabel,
                Retype,
                SetRole,
                SetAdditivity,
                SetFormat,
                JoinPeriod,
                FillDown,
                LeaveOutColumn,
                LeaveOutRows,
                Compute {
    /** The table after the step. @throws UserException when it does not fit, such as for a column that is gone */
    Table apply(Table before);

    /** The step in words, for a table as it is before the step. */
    Sentence sentence(Schema before);
}
