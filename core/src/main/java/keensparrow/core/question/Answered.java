package keensparrow.core.question;

import keensparrow.core.error.UserException;
import org.jspecify.annotations.Nullable;

/** The answer to one question of a set, or why there is none; one of the two is there. */
public record Answered(
        String id, @Nullable Answer answer, @Nullable UserException failure) {}
