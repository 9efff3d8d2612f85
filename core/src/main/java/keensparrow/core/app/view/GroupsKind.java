package keensparrow.core.app.view;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.group.ByValue;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** What shows measures, of all rows or of groups of them. */
abstract class GroupsKind implements ViewKind {
    private static final int MAX_SERIES = 8;
    private static final int MAX_GROUPS = 500;
    private static final int MAX_ACROSS = 60;
    private static final int MAX_PANELS = 24;

    @Override
    public @Nullable GroupBy by(View view) {
        return slots().contains(Slot.GROUPING) ? view.by() : null;
    }

    @Override
    public @Nullable String split(View view) {
        return slots().contains(Slot.SPLIT) ? view.split() : null;
    }

    @Override
    public @Nullable GroupBy across(View view) {
        return slots().contains(Slot.ACROSS) && by(view) != null ? view.across() : null;
    }

    @Override
    public @Nullable GroupBy panels(View view) {
        return slots().contains(Slot.PANELS) && by(view) != null ? view.panels() : null;
    }

    final Measure measure(View view) {
        return slots().contains(Slot.MEASURE) ? view.measured() : Measure.ROWS;
    }

    /** What it asks of each group, what orders them first. */
    @Override
    public List<Measure> measures(View view) {
        List<Measure> all = new ArrayList<>(List.of(measure(view)));
        if (slots().contains(Slot.MEASURES)) {
            all.addAll(view.others());
        }
        return all;
    }

    /** Groups that are shown by themselves where the view does not say how many. */
    int maxGroups() {
        return MAX_GROUPS;
    }

    /** Whether totals are shown. */
    boolean hasTotals(View view) {
        return false;
    }

    @Override
    public @Nullable String fault(View view) {
        boolean fits =
                aggregates().isEmpty() || aggregates().contains(measure(view).aggregate());
        if (!fits) {
            return Words.say("view.theViewCannotBeDrawn", "view", view.title(), "label", label());
        }
        return by(view) == null && !isWholeWithoutGroups() && !groupings().isEmpty()
                ? Words.say("view.theViewNeedsSomethingTo", "view", view.title())
                : null;
    }

    @Override
    public Question ask(View view, TableSlice slice) {
        List<Question.Grouped> groups = new ArrayList<>();
        GroupBy by = by(view);
        String split = split(view);
        GroupBy across = across(view);
        GroupBy panels = panels(view);
        if (by != null) {
            groups.add(grouped(by, view.largest() > 0 ? view.largest() : maxGroups()));
        }
        if (by != null && split != null) {
            groups.add(new Question.Grouped(new ByValue(split), MAX_SERIES));
        }
        if (across != null) {
            groups.add(grouped(across, MAX_ACROSS));
        }
        if (panels != null) {
            groups.add(grouped(panels, MAX_PANELS));
        }
        Question.Order order = view.order() == null ? Question.Order.LARGEST_FIRST : view.order();
        return new Question.Groups(groups, measures(view), order, 0, hasTotals(view) || isAgainstWhole(view));
    }

    /** Whether it has a line at the number of all rows together. */
    private boolean isAgainstWhole(View view) {
        ViewSettings.Reference reference = view.drawing().reference();
        return slots().contains(Slot.REFERENCE)
                && reference != null
                && reference.value() == null
                && (!measure(view).aggregate().isAdditive() || measure(view).derived() != null);
    }

    private static Question.Grouped grouped(GroupBy by, int largest) {
        return new Question.Grouped(by.grouping(), by.isOfValues() ? largest : 0);
    }

    /** What is measured, at the start of the sentence. */
    void measured(Sentence.Builder words, View view, AppWords names) {
        words.control("measure", names.measure(view.measureId(), measure(view)));
        List<Measure> others = view.others();
        if (slots().contains(Slot.MEASURES) && !others.isEmpty()) {
            List<String> said = others.stream().map(names::further).toList();
            words.say(", ").control("measures", Wording.all(said));
        }
    }

    @Override
    public Sentence sentence(View view, AppWords names) {
        Schema schema = names.schema();
        Sentence.Builder words = Sentence.builder();
        measured(words, view, names);
        GroupBy by = by(view);
        if (by != null) {
            words.phrase("view.by", Sentence.control("grouping", phrase(by, schema)));
            GroupBy across = across(view);
            if (across != null) {
                words.phrase("view.and", Sentence.control("across", phrase(across, schema)));
            }
            if (by.isOfValues() && view.order() == Question.Order.LABEL) {
                words.say(Words.say("view.inTheirOwnOrder"));
            }
            if (by.isOfValues() && view.largest() > 0) {
                words.say(", ")
                        .control(
                                "largest", Words.say("view.largestAndOther", "largest", Wording.small(view.largest())));
            }
            String split = split(view);
            if (split != null) {
                words.phrase("view.splitBy", Sentence.control("split", schema.label(split)));
            }
            GroupBy panels = panels(view);
            if (panels != null) {
                words.phrase(panelsKey(), Sentence.control("panels", phrase(panels, schema)));
            }
        }
        drawn(words, view, names);
        narrowed(words, view);
        return words.phrase("view.as", Sentence.control("kind", label())).build();
    }

    /** Rows that it leaves out, in the words of its author. */
    static void narrowed(Sentence.Builder words, View view) {
        if (view.condition() != null) {
            words.phrase("view.where", Sentence.control("condition", view.condition()));
        }
    }

    /** What is said of the third grouping. */
    String panelsKey() {
        return "view.aPanelForEach";
    }

    /** How it is drawn, if in words. */
    void drawn(Sentence.Builder words, View view, AppWords names) {
        ViewSettings settings = view.drawing();
        if (slots().contains(Slot.ARRANGEMENT) && split(view) != null && settings.arrange() != null) {
            switch (settings.arrange()) {
                case STACKED -> {}
                case BESIDE -> words.say(Words.say("view.sideBySide"));
                case FULL -> words.say(Words.say("view.asSharesOfEach"));
            }
        }
        ViewSettings.Reference reference = settings.reference();
        if (slots().contains(Slot.REFERENCE) && reference != null) {
            String label = reference.label() == null || reference.label().isBlank()
                    ? Words.say("view.aLine")
                    : reference.label();
            BigDecimal value = reference.value();
            words.phrase(
                    "view.with",
                    Sentence.control(
                            "reference",
                            value == null
                                    ? Words.say("view.atTheAverage", "label", label)
                                    : Words.say("view.at", "label", label, "reference", Wording.number(value))));
        }
    }

    /** A title never hides that it is of some rows. */
    static String narrowed(String title, View view) {
        return view.condition() == null
                ? title
                : Words.say("view.titleWhere", "title", title, "condition", view.condition());
    }

    private static String phrase(GroupBy by, Schema schema) {
        return by.phrase(schema) + (schema.has(by.column()) ? "" : Words.say("view.thisColumnIsGone"));
    }

    @Override
    public String title(View view, AppWords names) {
        Schema schema = names.schema();
        String what = names.title(view.measureId(), measure(view));
        GroupBy by = by(view);
        if (by == null) {
            return narrowed(what, view);
        }
        List<String> groups = new ArrayList<>(List.of(by.phrase(schema)));
        String split = split(view);
        if (split != null) {
            groups.add(schema.label(split));
        }
        for (GroupBy more : new GroupBy[] {across(view), panels(view)}) {
            if (more != null) {
                groups.add(more.phrase(schema));
            }
        }
        return narrowed(Words.say("view.by2", "what", what, "groups", Wording.all(groups)), view);
    }
}
