package keensparrow.core.engine.cache;

import keensparrow.core.question.Answer;

/** Roughly how much heap an answer takes, in bytes. */
public final class AnswerSize {
    private static final long OBJECT = 64;

    private AnswerSize() {}

    public static long of(Answer answer) {
        if (answer instanceof Answer.Groups groups) {
            long keys = groups.axis().size()
                    + (long) groups.splits().size()
                    + groups.panels().size();
            long values = groups.measures().stream()
                    .mapToLong(measure -> measure.values().size())
                    .sum();
            return OBJECT * (4 + 2 * keys + values);
        }
        if (answer instanceof Answer.Rows rows) {
            return OBJECT * (4 + (1L + rows.columns().size()) * rows.rows().size());
        }
        return answer instanceof Answer.ValueCounts counts
                ? OBJECT * (4L + 2L * counts.values().size())
                : OBJECT * (4L + 2L * ((Answer.Histogram) answer).bins().size());
    }
}
