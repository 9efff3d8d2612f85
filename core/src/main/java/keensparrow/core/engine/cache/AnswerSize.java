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
            return OBJECT * (4 + 2 * keys + values + groups.counts().size() / 2);
        }
        if (answer instanceof Answer.Rows rows) {
            return OBJECT * (4 + (1L + rows.columns().size()) * rows.rows().size());
        }
        if (answer instanceof Answer.Extremes extremes) {
            long rows = extremes.groups().stream()
                    .mapToLong(ends -> ends.smallest().size() + ends.largest().size())
                    .sum();
            return OBJECT
                    * (4
                            + 3L * extremes.groups().size()
                            + (1 + extremes.columns().size()) * rows);
        }
        return answer instanceof Answer.ValueCounts counts
                ? OBJECT * (4L + 2L * counts.values().size())
                : OBJECT * (4L + 2L * ((Answer.Histogram) answer).bins().size());
    }
}
