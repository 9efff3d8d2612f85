package keensparrow.core.app.filter;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.expression.Expressions;
import keensparrow.core.filter.ExpressionFilter;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
import keensparrow.core.group.ByExpression;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Rows that meet a condition in its author's words, or those that do not. Rows for which it is unknown are neither. */
final class ByCondition extends WrittenKind {
    private static final String YES = "yes";
    private static final String NO = "no";

    @Override
    public String words() {
        return Words.say("filters.condition");
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.expression("condition", Words.say("filters.meetThis")));
    }

    @Override
    public @Nullable String fault(FilterSpec spec) {
        return expression(spec).isBlank() ? Words.say("filters.aConditionNeedsAnExpression") : null;
    }

    private static String expression(FilterSpec spec) {
        return spec.condition() == null ? "" : spec.condition();
    }

    @Override
    public String label(FilterSpec spec, Schema schema) {
        return expression(spec);
    }

    @Override
    public Set<String> columns(FilterSpec spec) {
        return Expressions.columns(expression(spec));
    }

    @Override
    public Question counts(FilterSpec spec, Listing listing) {
        Question.Grouped held = new Question.Grouped(new ByExpression(expression(spec)), 0);
        return new Question.Groups(List.of(held), List.of(Measure.ROWS), Question.Order.LABEL);
    }

    @Override
    public Answer shown(FilterSpec spec, Answer answer) {
        if (!(answer instanceof Answer.Groups groups)) {
            return answer;
        }
        Map<String, Long> rows = new TreeMap<>();
        for (int g = 0; g < groups.axis().size(); g++) {
            var count = groups.measures().get(0).values().get(g);
            rows.put(String.valueOf(groups.axis().get(g).value()), count == null ? 0L : count.longValue());
        }
        long yes = rows.getOrDefault(YES, 0L);
        long no = rows.getOrDefault(NO, 0L);
        return new Answer.ValueCounts(
                List.of(new Answer.ValueCount(YES, yes, yes), new Answer.ValueCount(NO, no, no)), 2, null);
    }

    @Override
    public boolean takes(FilterSpec spec, Filter picked) {
        return picked instanceof OneOf one
                && !one.blank()
                && !one.values().isEmpty()
                && List.of(YES, NO).containsAll(one.values());
    }

    @Override
    public Filter narrowing(FilterSpec spec, Filter picked) {
        boolean yes = isFor(picked, YES);
        boolean no = isFor(picked, NO);
        String holds = "(" + expression(spec) + ")";
        return new ExpressionFilter(
                yes && no ? holds + " or not " + holds : yes ? expression(spec) : no ? "not " + holds : "1 = 0");
    }

    private static boolean isFor(Filter picked, String value) {
        return picked instanceof OneOf one && one.values().contains(value) != one.exclude();
    }

    @Override
    public String phrase(FilterSpec spec, Filter picked, Schema schema) {
        boolean yes = isFor(picked, YES);
        return Words.say(
                "filters.held",
                "label",
                spec.label(schema),
                "how",
                yes && isFor(picked, NO) ? "either" : yes ? "yes" : "no");
    }
}
