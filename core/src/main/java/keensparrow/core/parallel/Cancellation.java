package keensparrow.core.parallel;

import java.util.function.BooleanSupplier;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;

/** Work that is not wanted any more. */
public final class Cancellation {
    private Cancellation() {}

    /** @throws UserException CANCELLED once {@code cancelled} is true */
    public static void stopIf(BooleanSupplier cancelled) {
        if (cancelled.getAsBoolean()) {
            throw new UserException(ErrorCode.CANCELLED, Text.of("parallel.thisWasCancelledANewer"));
        }
    }
}
