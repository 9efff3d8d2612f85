package keensparrow.core.app;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.question.Answer;
import org.jspecify.annotations.Nullable;

/**
 * Values that only columns of other datasets have which follow a filter: they can be picked too, though none of the
 * filter's own rows has them.
 *
 * @param app the whole app
 * @param parts of it, @param engines of the parts, in their order
 */
public record FollowingValues(App app, List<DatasetPart> parts, List<QueryEngine> engines) {
    private static final int MAX_VALUES = 1000;
    private static final int MAX_LISTED = 10_000; // of a column: more are not looked through at each answer

    /** Whether a column that follows the filter of a part's column has a value. */
    boolean has(DatasetPart part, String column, String value) {
        return columns(part, column)
                .anyMatch(
                        other -> isListed(other) && other.engine().statistics().hasValue(other.column(), value));
    }

    /** What a filter shows, with the values that its own column does not have behind those that it has. */
    public Answer withOthers(DatasetPart part, String column, @Nullable String find, Answer answer) {
        if (!(answer instanceof Answer.ValueCounts counts) || parts.size() == 1) {
            return answer;
        }
        QueryEngine own = engines.get(parts.indexOf(part));
        String text = find == null ? "" : find.toLowerCase(Locale.ROOT);
        Set<String> shown = new HashSet<>();
        counts.values().forEach(value -> shown.add(value.value()));
        List<Answer.ValueCount> values = new ArrayList<>(counts.values());
        columns(part, column)
                .filter(FollowingValues::isShort)
                .flatMap(other -> other.engine().statistics().values(other.column()))
                .filter(value ->
                        text.isEmpty() || value.toLowerCase(Locale.ROOT).contains(text))
                .filter(value -> !own.statistics().hasValue(column, value))
                .distinct()
                .limit(MAX_VALUES)
                .filter(value -> !shown.contains(value))
                .forEach(value -> values.add(new Answer.ValueCount(value, 0, 0)));
        int more = values.size() - counts.values().size();
        return more == 0 ? answer : new Answer.ValueCounts(values, counts.distinct() + more, counts.blanks());
    }

    private record Other(QueryEngine engine, String column) {}

    private static boolean isShort(Other other) {
        return other.engine()
                        .statistics()
                        .values(other.column())
                        .limit(MAX_LISTED + 1L)
                        .count()
                <= MAX_LISTED;
    }

    private static boolean isListed(Other other) {
        return other.engine().schema().get(other.column()).type().isCoded();
    }

    private Stream<Other> columns(DatasetPart part, String column) {
        return app.filters().stream()
                .filter(spec ->
                        column.equals(spec.column()) && part.said(column).equals(spec.name()))
                .map(FilterSpec::others)
                .flatMap(List::stream)
                .flatMap(also -> IntStream.range(0, parts.size())
                        .filter(p -> Objects.equals(parts.get(p).name(), also.dataset()))
                        .mapToObj(p -> new Other(engines.get(p), also.column())))
                .filter(other -> other.engine().schema().has(other.column()));
    }
}
