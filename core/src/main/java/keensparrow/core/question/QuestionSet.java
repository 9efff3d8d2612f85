package keensparrow.core.question;

import java.util.List;
import java.util.Set;
import keensparrow.core.filter.Filter;
import keensparrow.core.words.TextOrder;

/**
 * Everything a page asks at once: the conditions in force, and questions that each may leave some of them out.
 *
 * @param order of texts wherever an answer is in their order; which groups are the largest is the same in all orders
 */
public record QuestionSet(List<ActiveFilter> conditions, List<Asked> asked, TextOrder order) {
    public QuestionSet {
        conditions = List.copyOf(conditions);
        asked = List.copyOf(asked);
    }

    /** In the order of the server. */
    public QuestionSet(List<ActiveFilter> conditions, List<Asked> asked) {
        this(conditions, asked, TextOrder.INSTANCE);
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
