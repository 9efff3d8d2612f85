package keensparrow.core.engine;

import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.engine.aggregation.GroupedAggregation;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.table.Table;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;

/**
 * What a question set may cost at most, estimated before any work: nothing that is kept is taken into account.
 *
 * @param valueReads values of rows that are looked at, heavy measures counted several times
 */
record QueryCost(double valueReads) {
    /** About half a minute of two cores. */
    static final double MAX_VALUE_READS = 4e10;

    private static final int COUNTER_BYTES = 24; // a long, a double or two, and what growing leaves behind
    private static final long MAX_COUNTER_BYTES = Runtime.getRuntime().maxMemory() / 4;

    static QueryCost of(Table table, QuestionSet questions) {
        double reads = (double) table.rowCount() * questions.conditions().size();
        for (QuestionSet.Asked asked : questions.asked()) {
            if (asked.question() instanceof Question.Groups groups) {
                double perRow = 1 + groups.by().size();
                for (Measure measure : groups.measures()) {
                    perRow += weight(measure);
                }
                reads += perRow * table.rowCount();
            } else if (asked.question() instanceof Question.Rows rows) {
                boolean searched = rows.find() != null && !rows.find().isEmpty();
                reads += (double) table.rowCount()
                        * (1 + rows.sort().size() + (searched ? rows.columns().size() : 0));
            } else {
                reads += 2.0 * table.rowCount(); // those that pass, and all
            }
        }
        return new QueryCost(reads);
    }

    /** @throws UserException TOO_MUCH_ASKED when it is more than the engine takes on, naming the limit */
    void requireAffordable() {
        if (valueReads > MAX_VALUE_READS) {
            throw tooMuch(Words.say(
                    "engine.aboutThousandMillionValuesTo",
                    "valueReads",
                    Math.round(valueReads / 1e9),
                    "maxValueReads",
                    Math.round(MAX_VALUE_READS / 1e9)));
        }
    }

    /**
     * Bytes of the counters of one question.
     *
     * @throws UserException TOO_MUCH_ASKED when the counters of a question set with these are more than a quarter of the heap
     */
    static long requireFits(long cells, int measures, int rowCount, long bytesSoFar) {
        long most = Math.min(cells, Math.min(rowCount, GroupedAggregation.MAX_CELLS));
        long bytes = bytesSoFar + most * COUNTER_BYTES * (1 + measures);
        if (bytes > MAX_COUNTER_BYTES) {
            throw tooMuch(Words.say(
                    "engine.aboutMbForTheGroups", "bytes", bytes >> 20, "maxCounterBytes", MAX_COUNTER_BYTES >> 20));
        }
        return bytes;
    }

    private static UserException tooMuch(String what) {
        return new UserException(ErrorCode.TOO_MUCH_ASKED, Text.of("engine.thisAsksForMoreThan", "what", what));
    }

    private static double weight(Measure measure) {
        double expression = measure.expression() == null
                ? 1
                : 1 + measure.expression().length() / 8.0; // a step of it for every few characters
        return measure.aggregate() == Aggregate.PERCENTILE || measure.aggregate() == Aggregate.DISTINCT
                ? 4 * expression
                : expression;
    }
}
