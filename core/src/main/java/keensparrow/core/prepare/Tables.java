package keensparrow.core.prepare;

import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;

/** Other datasets, as they stand now, for steps that look something up in them. */
public interface Tables {
    /** Where there are no others. */
    Tables NONE = dataset -> {
        throw gone();
    };

    /** @throws UserException STEP_DOES_NOT_FIT where there is no such dataset, or it is another person's */
    Table get(String dataset);

    static UserException gone() {
        return new UserException(ErrorCode.STEP_DOES_NOT_FIT, Text.of("prepare.datasetGone"));
    }
}
