package keensparrow.server.dataset;

import java.util.List;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.app.Selection;
import keensparrow.core.app.view.View;
import keensparrow.core.error.UserException;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Answered;
import keensparrow.core.sentence.Sentence;
import org.jspecify.annotations.Nullable;

/** A line of a stream of answers; the field {@code line} says which. */
public sealed interface AnswerLine {
    String line();

    /**
     * What the answers that follow are about; the first line of a page's.
     *
     * @param passing rows that pass, @param all rows that there are
     * @param version of the dataset
     * @param notices what of the selection was left out, and why
     * @param selection as it was understood
     * @param guarded labels of columns of which a download gets an apostrophe before texts that could run as formulas
     * @param hidden ids of views that a choice hides
     * @param datasets the same of the app's further datasets
     */
    record Head(
            String line,
            int passing,
            long all,
            int version,
            Sentence sentence,
            List<String> notices,
            Selection selection,
            List<String> guarded,
            List<String> hidden,
            List<FurtherReading> datasets)
            implements AnswerLine {}

    /** The same of a further dataset. @param name what the app calls it */
    record FurtherReading(String name, int passing, long all, int version) {}

    /**
     * What came of a question.
     *
     * @param line what it answers: {@code view}, {@code beside} a view, {@code filter} or {@code question}
     * @param shown the view that was asked for as it stands under what is chosen; null for anything else
     */
    record Result(
            String line,
            String id,
            @Nullable Answer answer,
            @Nullable Failure failure,
            @Nullable Shown shown) implements AnswerLine {}

    /**
     * A view with choices made, and its words.
     *
     * @param measures what each measure of the answer is called, in order
     * @param skipped what the filters in use that do not narrow it are called
     */
    record Shown(View view, String title, Sentence sentence, List<ShownMeasure> measures, List<String> skipped) {}

    /** @param meaning how its numbers are made, and what its author says of it */
    record ShownMeasure(String name, Aggregate aggregate, String meaning) {}

    /** All answers were given. */
    record End(String line) implements AnswerLine {}

    /** The others are not given. @param late whether it took too long; else a newer call took its place */
    record Cancelled(String line, boolean late) implements AnswerLine {}

    /** Why a question was not answered. */
    record Failure(String code, String detail) {}

    static AnswerLine end() {
        return new End("end");
    }

    static AnswerLine cancelled(boolean late) {
        return new Cancelled("cancelled", late);
    }

    static AnswerLine result(String of, String id, Answered answered, @Nullable Shown shown) {
        UserException failure = answered.failure();
        return new Result(
                of,
                id,
                answered.answer(),
                failure == null ? null : new Failure(failure.code().name(), failure.text()),
                shown);
    }
}
