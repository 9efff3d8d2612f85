package keensparrow.core.app;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiPredicate;
import java.util.function.Predicate;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.view.View;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Both;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
import keensparrow.core.sentence.Wording;
import keensparrow.core.words.Words;

/**
 * A selection that fits its app and data, and what had to be left out of the one that was asked for. An address may be
 * older than the app or the data it points to.
 *
 * @param notices sentences for the person, one for each thing left out
 */
public record ValidatedSelection(Selection selection, List<String> notices) {
    public ValidatedSelection {
        notices = List.copyOf(notices);
    }

    /** Keeps the filters that the app has and the marks that its views can make; nobody filters by other columns. */
    public static ValidatedSelection of(App app, QueryEngine engine, Selection asked) {
        return of(app, engine, asked, (column, value) -> false);
    }

    /** @param elsewhere whether a value that a column does not have can be picked all the same */
    static ValidatedSelection of(App app, QueryEngine engine, Selection asked, BiPredicate<String, String> elsewhere) {
        List<String> notices = new ArrayList<>();
        List<Filter> filters = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        for (Filter filter : asked.filters()) {
            boolean known = isOver(filter, column -> app.filter(column).isPresent()) && seen.add(filter.column());
            FilterSpec spec = known ? app.filter(filter.column()).orElse(null) : null;
            if (spec != null && !spec.kind().definition().isOfColumn()) {
                holding(filter, spec, engine, notices).ifPresent(filters::add);
            } else if (spec == null
                    || !isOver(filter, engine.schema()::has)) { // its label is none of the caller's business
                notices.add(Words.say("app.thisAppHasNoFilter", "column", UserException.quote(filter.column())));
            } else if (!spec.kind().definition().takes(spec, filter)) {
                notices.add(Words.say("app.thisFilterOffersNoSuch", "filter", spec.label(engine.schema())));
            } else {
                fitting(filter, engine, elsewhere, notices).ifPresent(filters::add);
            }
        }
        List<Selection.Mark> marks = new ArrayList<>();
        Set<String> marked = new HashSet<>();
        for (Selection.Mark mark : asked.marks()) {
            Optional<View> view = app.view(mark.view());
            boolean possible = view.isPresent()
                    && marked.add(mark.view())
                    && isOver(mark.filter(), view.get().kind().definition().markable(view.get())::contains);
            if (!possible || !isOver(mark.filter(), engine.schema()::has)) {
                notices.add(Words.say("app.whatWasMarkedInA"));
            } else {
                fitting(mark.filter(), engine, elsewhere, notices)
                        .ifPresent(filter -> marks.add(new Selection.Mark(mark.view(), filter)));
            }
        }
        return new ValidatedSelection(new Selection(filters, marks), notices);
    }

    /** What is picked of a filter that is made of several columns or an expression. */
    private static Optional<Filter> holding(Filter picked, FilterSpec spec, QueryEngine engine, List<String> notices) {
        if (!spec.kind().definition().takes(spec, picked)) {
            notices.add(Words.say("app.thisFilterOffersNoSuch", "filter", spec.label(engine.schema())));
            return Optional.empty();
        }
        try {
            engine.check(spec.kind().definition().narrowing(spec, picked));
            return Optional.of(picked);
        } catch (UserException misfit) {
            notices.add(Words.say(
                    "app.theFilterDoesNotFit", "filter", spec.label(engine.schema()), "misfit", misfit.text()));
            return Optional.empty();
        }
    }

    /** Whether a filter looks at columns, and at none but allowed ones. */
    private static boolean isOver(Filter filter, Predicate<String> allowed) {
        return !filter.columns().isEmpty() && filter.columns().stream().allMatch(allowed);
    }

    private static Optional<Filter> fitting(
            Filter filter, QueryEngine engine, BiPredicate<String, String> elsewhere, List<String> notices) {
        if (filter instanceof Both both) {
            return fitting(both.first(), engine, elsewhere, notices)
                    .flatMap(first ->
                            fitting(both.second(), engine, elsewhere, notices).map(second -> new Both(first, second)));
        }
        String label = engine.schema().label(filter.column());
        try {
            Filter kept = filter;
            if (filter instanceof OneOf oneOf) {
                List<String> known = oneOf.values().stream()
                        .filter(value -> engine.statistics().hasValue(filter.column(), value)
                                || elsewhere.test(filter.column(), value))
                        .toList();
                if (known.size() < oneOf.values().size()) {
                    List<String> gone = new ArrayList<>(oneOf.values());
                    gone.removeAll(known);
                    notices.add(Words.say("app.isNotAmongTheValues", "gone", Wording.either(gone), "label", label));
                    if (known.isEmpty() && !oneOf.blank()) {
                        return Optional.empty();
                    }
                    kept = new OneOf(oneOf.column(), known, oneOf.blank(), oneOf.exclude());
                }
            }
            engine.check(kept);
            return Optional.of(kept);
        } catch (UserException misfit) {
            notices.add(misfit.text());
            return Optional.empty();
        }
    }
}
