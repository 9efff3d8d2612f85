package keensparrow.core.question;

import java.util.List;
import java.util.Set;
import keensparrow.core.filter.Filter;

/** Everything a page asks at once: the conditions in force, and questions that each may leave some of them out. */
public record QuestionSet(List<ActiveFilter> conditions, List<Asked> asked) {
    public QuestionSet {
        conditions = List.copyOf(conditions);
        asked = List.copyOf(asked);
    }

    /** A filter in force, under a name that questions can leave out by. */
    public record ActiveFilter(String id, Filter filter) {}

    /**
     * @param id comes back with the answer
     * @param without ids of conditions that do not narrow this question, such as a filter's own
     */
    public record Asked(String id, Question question, Set<String> without) {
        public Asked {
            without = Set.copyOf(without);
        }
    }
}
