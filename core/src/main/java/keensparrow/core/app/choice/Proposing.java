package keensparrow.core.app.choice;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.IntFunction;
import java.util.stream.Stream;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.View;
import keensparrow.core.profile.Profile;
import keensparrow.core.table.ColumnInfo;

/**
 * What choices can be made of: the columns behind an app, and what it calls things.
 *
 * @param measures what the columns measure, the most telling first
 */
public record Proposing(AppWords words, Profile profile, List<Measure> measures) {
    private static final int MAX_OPTIONS = 30;

    /** The choices that a view can be given, each with its options. */
    public List<Proposal> of(View view) {
        return Stream.of(Choice.Kind.values())
                .filter(kind -> kind.definition().takes(view))
                .map(kind -> proposal(kind, view))
                .filter(proposal -> proposal.options().size() > 1)
                .toList();
    }

    private Proposal proposal(Choice.Kind kind, View view) {
        ChoiceKind definition = kind.definition();
        List<Proposed> options = definition.proposals(view, this).stream()
                .limit(MAX_OPTIONS)
                .map(option -> new Proposed(option, definition.words(option, words)))
                .toList();
        return new Proposal(kind, definition.label(), options);
    }

    /** @param label what is chosen */
    public record Proposal(Choice.Kind kind, String label, List<Proposed> options) {}

    public record Proposed(Option option, String words) {}

    /** Columns whose values are groups, of at most so many. */
    List<ColumnInfo> categories(int most) {
        return words.schema().columns().stream()
                .filter(ColumnInfo::isGrouping)
                .filter(column -> distinct(column) > 1 && distinct(column) <= most)
                .toList();
    }

    int distinct(ColumnInfo column) {
        return profile.column(column.name()).distinct();
    }

    /** From the smallest to the largest number of a column; 0 where there is none. */
    double range(GroupBy by) {
        String min = profile.column(by.column()).min();
        String max = profile.column(by.column()).max();
        return min == null || max == null ? 0 : Double.parseDouble(max) - Double.parseDouble(min);
    }

    /** Options of different values, in order, with ids of their own. */
    static <T> List<Option> options(List<T> values, IntFunction<Option> make) {
        Set<T> different = new LinkedHashSet<>();
        List<Option> options = new ArrayList<>();
        for (int i = 0; i < values.size(); i++) {
            if (different.add(values.get(i))) {
                options.add(make.apply(i));
            }
        }
        return options;
    }

    static String id(int i) {
        return "o" + (i + 1);
    }
}
