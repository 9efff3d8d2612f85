package keensparrow.core.engine;

import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import keensparrow.core.question.Answered;
import keensparrow.core.question.QuestionSet;

/** Answers questions about the rows of one dataset version. */
public interface QueryEngine {
    /**
     * Gives each answer to {@code sink} as soon as it is ready, headline figures first, on the calling thread. A question
     * that fails gives its failure and the others go on.
     *
     * @param cancelled looked at every few thousand rows
     * @throws keensparrow.core.error.UserException CANCELLED soon after {@code cancelled} turns true
     */
    void answer(QuestionSet questions, Consumer<Answered> sink, BooleanSupplier cancelled);
}
