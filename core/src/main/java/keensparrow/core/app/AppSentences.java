package keensparrow.core.app;

import java.util.List;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.FilterSentences;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.Schema;

/** Views and selections in words. The names of controls are what the interface edits. */
public final class AppSentences {
    private AppSentences() {}

    /** {@code Reading 12,480 of 91,204 departures: route is Vienna–Hamburg or 3 more, date May to Aug 2026.} */
    public static Sentence selection(App app, Schema schema, Selection selection, int passing, int all) {
        Sentence.Builder words = Sentence.builder().say("Reading ");
        if (selection.filters().isEmpty() && selection.marks().isEmpty()) {
            return words.stress("all " + Wording.number(all))
                    .say(" " + app.noun() + ".")
                    .build();
        }
        words.stress(Wording.number(passing)).say(" of " + Wording.number(all) + " " + app.noun() + ": ");
        boolean first = true;
        for (var filter : selection.filters()) {
            words.say(first ? "" : ", ").control("filter:" + filter.column(), FilterSentences.phrase(filter, schema));
            first = false;
        }
        for (Selection.Mark mark : selection.marks()) {
            words.say(first ? "" : ", ").control("mark:" + mark.view(), FilterSentences.phrase(mark.filter(), schema));
            first = false;
        }
        return words.say(".").build();
    }

    /** {@code Average of delay by route, five largest and Other, as bars.} Its emphasised parts are its controls. */
    public static Sentence view(View view, App app, Schema schema) {
        Sentence.Builder words = Sentence.builder();
        if (view.kind() == View.Kind.TABLE) {
            words.control("columns", "Rows with " + columns(view, schema));
            for (Question.Sort sort : view.sort()) {
                words.say(", by ")
                        .control(
                                "sort",
                                Wording.inline(schema.label(sort.column()))
                                        + (sort.descending() ? ", largest first" : ", smallest first"));
            }
            return words.say(", as ")
                    .control("kind", view.kind().label())
                    .say(".")
                    .build();
        }
        words.control("measure", Wording.capital(measure(view.measured(), app, schema)));
        GroupBy by = view.by();
        if (view.kind() != View.Kind.FIGURE && by != null) {
            String gone = schema.has(by.column()) ? "" : " (this column is gone)";
            words.say(" by ")
                    .control(
                            "grouping",
                            by.step() == null
                                    ? Wording.inline(schema.label(by.column())) + gone
                                    : by.step().label() + gone);
            if (by.step() == null && view.largest() > 0) {
                words.say(", ").control("largest", Wording.small(view.largest()) + " largest and Other");
            }
            if (view.split() != null) {
                words.say(", split by ").control("split", Wording.inline(schema.label(view.split())));
            }
        }
        return words.say(", as ").control("kind", view.kind().label()).say(".").build();
    }

    private static String columns(View view, Schema schema) {
        List<String> columns = view.columns();
        return switch (columns.size()) {
            case 0 -> "no column";
            case 1 -> Wording.inline(schema.label(columns.get(0)));
            default ->
                Wording.inline(schema.label(columns.get(0))) + " and " + Wording.small(columns.size() - 1) + " more "
                        + (columns.size() == 2 ? "column" : "columns");
        };
    }

    /** {@code sum of revenue}, {@code number of departures}, {@code share of cancelled}, with what is derived. */
    public static String measure(Measure measure, App app, Schema schema) {
        return MeasureSentences.of(measure, app.noun(), schema);
    }

    /** The view's own title, or one made from its definition: {@code Average delay by route}. */
    public static String title(View view, App app, Schema schema) {
        if (!view.title().isBlank()) {
            return view.title();
        }
        if (view.kind() == View.Kind.TABLE) {
            return Wording.capital(app.noun());
        }
        Measure measure = view.measured();
        String what = shortMeasure(measure, app, schema);
        GroupBy by = view.by();
        if (view.kind() == View.Kind.FIGURE || by == null) {
            return what;
        }
        String along = by.step() == null
                ? " by " + Wording.inline(schema.label(by.column()))
                : " by " + by.step().label();
        return what + along + (view.split() == null ? "" : " and " + Wording.inline(schema.label(view.split())));
    }

    private static String shortMeasure(Measure measure, App app, Schema schema) {
        if (measure.aggregate() == Aggregate.ROWS && measure.derived() == null) {
            return Wording.capital(app.noun());
        }
        if (measure.derived() != null
                || measure.column() == null
                || measure.aggregate().isOfTwo()) {
            return Wording.capital(MeasureSentences.of(measure, app.noun(), schema));
        }
        String label = schema.label(measure.column());
        return switch (measure.aggregate()) {
            case SUM -> Wording.capital(label);
            case DISTINCT -> "Different values of " + Wording.inline(label);
            case FILLED -> Wording.capital(label) + ", filled";
            case SHARE -> "Share " + Wording.inline(label);
            default -> Wording.capital(measure.aggregate().label()) + " " + Wording.inline(label);
        };
    }
}
