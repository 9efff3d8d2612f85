package keensparrow.core.app;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.DateRange;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.RelativePeriod;

/**
 * A selection as each dataset of an app understands it: its own filters and marks, and those of the others on columns
 * that mean the same.
 *
 * @param whole what is left of the one that was asked for, in the words of the app
 * @param parts one for each part, by the columns of its dataset
 * @param notices sentences for the person, one for each thing left out
 */
public record PartSelections(Selection whole, List<Selection> parts, List<String> notices) {
    public PartSelections {
        parts = List.copyOf(parts);
        notices = List.copyOf(notices);
    }

    /** @param engines of the parts, in their order, @param today that periods told by their names may end with */
    public static PartSelections of(
            App app, List<DatasetPart> parts, List<QueryEngine> engines, Selection asked, LocalDate today) {
        if (parts.size() == 1) {
            App only = parts.get(0).app();
            ValidatedSelection checked = ValidatedSelection.of(only, engines.get(0), asked);
            Selection meant = on(today, only, checked.selection());
            return new PartSelections(checked.selection(), List.of(meant), checked.notices());
        }
        FollowingValues following = new FollowingValues(app, parts, engines);
        List<String> notices = new ArrayList<>();
        List<Selection> own = new ArrayList<>();
        for (int p = 0; p < parts.size(); p++) {
            DatasetPart part = parts.get(p);
            Selection of = p > 0 ? part.own(asked) : withStrangers(asked, part, parts);
            ValidatedSelection checked = ValidatedSelection.of(
                    part.app(), engines.get(p), of, (column, value) -> following.has(part, column, value));
            own.add(checked.selection());
            notices.addAll(checked.notices());
        }
        List<Selection> meant = new ArrayList<>();
        for (int p = 0; p < parts.size(); p++) {
            meant.add(on(today, parts.get(p).app(), own.get(p)));
        }
        List<Selection> each = new ArrayList<>();
        for (int p = 0; p < parts.size(); p++) {
            each.add(followed(p, meant, app, parts, engines, notices));
        }
        return new PartSelections(whole(asked, parts, own), each, notices);
    }

    /** A selection as it is meant on a day. */
    private static Selection on(LocalDate today, App app, Selection selection) {
        return new Selection(
                selection.filters().stream()
                        .map(filter -> app.filter(filter.column())
                                .map(spec -> spec.kind().definition().on(today, spec, filter))
                                .orElse(filter))
                        .toList(),
                selection.marks());
    }

    /** What belongs to no part is asked of the first one, which says that it has no such thing. */
    private static Selection withStrangers(Selection asked, DatasetPart first, List<DatasetPart> parts) {
        Selection own = first.own(asked);
        Stream<Filter> strange = asked.filters().stream()
                .filter(filter ->
                        parts.stream().noneMatch(part -> part.filters().containsValue(filter.column())));
        Stream<Selection.Mark> lost =
                asked.marks().stream().filter(mark -> parts.stream().noneMatch(part -> part.has(mark.view())));
        return new Selection(
                Stream.concat(own.filters().stream(), strange).toList(),
                Stream.concat(own.marks().stream(), lost).toList());
    }

    private static Selection followed(
            int p,
            List<Selection> own,
            App app,
            List<DatasetPart> parts,
            List<QueryEngine> engines,
            List<String> notices) {
        List<Filter> filters = new ArrayList<>(own.get(p).filters());
        List<Selection.Mark> marks = new ArrayList<>(own.get(p).marks());
        for (int other = 0; other < parts.size(); other++) {
            if (other == p) {
                continue;
            }
            DatasetPart from = parts.get(other);
            for (Filter filter : own.get(other).filters()) {
                follow(filter, from, engines.get(other), parts.get(p), engines.get(p), app, notices)
                        .ifPresent(filters::add);
            }
            for (Selection.Mark mark : own.get(other).marks()) {
                follow(mark.filter(), from, engines.get(other), parts.get(p), engines.get(p), app, notices)
                        .ifPresent(filter -> marks.add(new Selection.Mark(mark.view(), filter)));
            }
        }
        return new Selection(filters, marks);
    }

    private static Optional<Filter> follow(
            Filter filter,
            DatasetPart from,
            QueryEngine there,
            DatasetPart to,
            QueryEngine here,
            App app,
            List<String> notices) {
        Optional<Filter> following = to.following(days(filter, there), from.name(), app);
        try {
            following.ifPresent(here::check);
            return following;
        } catch (UserException misfit) {
            notices.add(misfit.text());
            return Optional.empty();
        }
    }

    /** The days that a named period means in its own dataset: they are the same in every other. */
    private static Filter days(Filter filter, QueryEngine engine) {
        if (!(filter instanceof RelativePeriod period)) {
            return filter;
        }
        LocalDate latest = engine.statistics().latest(period.column()).orElse(LocalDate.EPOCH);
        LocalDate[] days = period.name().days(latest);
        return new DateRange(period.column(), days[0], days[1], period.blanks());
    }

    /** What is left of all parts, in the order and by the names in which it was asked for. */
    private static Selection whole(Selection asked, List<DatasetPart> parts, List<Selection> own) {
        List<Filter> filters = new ArrayList<>();
        List<Selection.Mark> marks = new ArrayList<>();
        for (int p = 0; p < parts.size(); p++) {
            DatasetPart part = parts.get(p);
            own.get(p).filters().forEach(filter -> filters.add(filter.over(part::said)));
            marks.addAll(own.get(p).marks());
        }
        List<String> order = asked.filters().stream().map(Filter::column).toList();
        filters.sort((a, b) -> Integer.compare(order.indexOf(a.column()), order.indexOf(b.column())));
        List<String> views = asked.marks().stream()
                .map(Selection.Mark::view)
                .filter(Objects::nonNull)
                .toList();
        marks.sort((a, b) -> Integer.compare(views.indexOf(a.view()), views.indexOf(b.view())));
        return new Selection(filters, marks);
    }
}
