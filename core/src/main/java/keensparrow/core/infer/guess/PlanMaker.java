package keensparrow.core.infer.guess;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.Nearest;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.text.DatePattern;
import keensparrow.core.infer.text.NumberStyle;
import keensparrow.core.sentence.Wording;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Decides how each column is read: as asked for, else as in the version before, else as its values look. */
public final class PlanMaker {
    private static final int MAX_TOLD = 5;

    private final SourceGuess guess;
    private final FormatHints habits;
    private final Map<String, TypeOverride> wanted;
    private final List<ColumnPlan> earlier;
    private final List<String> notes;

    public PlanMaker(
            SourceGuess guess,
            FormatHints habits,
            Map<String, TypeOverride> wanted,
            List<ColumnPlan> earlier,
            List<String> notes) {
        this.guess = guess;
        this.habits = habits;
        this.wanted = wanted;
        this.earlier = earlier;
        this.notes = notes;
    }

    public List<ColumnPlan> plan() {
        List<String> headings = guess.headings();
        Map<String, ColumnPlan> known = new HashMap<>();
        List<String> before = earlier.stream().map(ColumnPlan::heading).toList();
        List<String> keys = Headings.keys(headings, before);
        List<String> earlierKeys = Headings.keys(before);
        for (int i = 0; i < earlierKeys.size(); i++) {
            known.put(earlierKeys.get(i), earlier.get(i));
        }
        List<String> names = names(headings, keys, known);
        tellRepeated(headings, names);
        List<ColumnPlan> plan = new ArrayList<>();
        for (int i = 0; i < headings.size(); i++) {
            Optional<ColumnPlan> same = Optional.ofNullable(known.remove(keys.get(i)));
            plan.add(column(guess.guesses().get(i), names.get(i), headings.get(i), same));
            if (!earlier.isEmpty() && same.isEmpty()) {
                notes.add(Words.say("guess.isANewColumn", "headings", Headings.label(headings.get(i), i)));
            }
        }
        if (!known.isEmpty()) {
            throw missing(new ArrayList<>(known.values()), headings);
        }
        return plan;
    }

    private void tellRepeated(List<String> headings, List<String> names) {
        Map<String, List<String>> byHeading = new LinkedHashMap<>();
        for (int i = 0; i < headings.size(); i++) {
            byHeading
                    .computeIfAbsent(Headings.key(headings.get(i)), key -> new ArrayList<>())
                    .add(names.get(i));
        }
        for (int i = 0; i < headings.size(); i++) {
            List<String> same = byHeading.remove(Headings.key(headings.get(i)));
            if (same != null && same.size() > 1) {
                List<String> told = same.size() <= MAX_TOLD ? same : same.subList(0, MAX_TOLD);
                notes.add(Words.say(
                        "guess.isTheHeadingOfColumns",
                        "headings",
                        Headings.label(headings.get(i), i),
                        "same",
                        Wording.small(same.size()),
                        "told",
                        Wording.all(told),
                        "same2",
                        same.size() > MAX_TOLD));
            }
        }
    }

    /** Columns of the version before keep their names wherever they stand now; new ones get others. */
    private static List<String> names(List<String> headings, List<String> keys, Map<String, ColumnPlan> known) {
        List<String> fresh = Headings.names(headings);
        Set<String> used = new HashSet<>();
        known.values().forEach(plan -> used.add(plan.name()));
        List<String> names = new ArrayList<>();
        for (int i = 0; i < headings.size(); i++) {
            ColumnPlan before = known.get(keys.get(i));
            String name = before == null ? fresh.get(i) : before.name();
            for (int n = 2; before == null && !used.add(name); n++) {
                name = fresh.get(i) + "_" + n;
            }
            names.add(name);
        }
        return names;
    }

    private ColumnPlan column(ColumnGuess values, String name, String heading, Optional<ColumnPlan> before) {
        TypeOverride asked = wanted.get(name);
        if (asked != null) {
            return asWanted(values, asked, name, heading);
        }
        ColumnPlan found = values.decide(name, heading, habits);
        if (before.isEmpty()) {
            return found;
        }
        ColumnPlan kept = before.get();
        boolean wider = kept.type() == ColumnType.WHOLE && found.type() == ColumnType.DECIMAL;
        if (wider || (kept.type() == found.type() && kept.type() == ColumnType.DECIMAL)) {
            return found; // the same kind of number, with the decimals this file has
        }
        if (kept.type() == ColumnType.DECIMAL) {
            return values.as(ColumnType.DECIMAL, name, heading, habits);
        }
        boolean sameDates = kept.type().isTime() && found.type() == kept.type();
        return sameDates
                ? found
                : new ColumnPlan(
                        name,
                        heading,
                        kept.type(),
                        kept.dates(),
                        kept.scale(),
                        kept.tagSeparator(),
                        kept.numbers(),
                        found.blanks(),
                        kept.inUtc(),
                        kept.written());
    }

    /** The author's word counts even where values say otherwise: those then do not fit, and are listed. */
    private ColumnPlan asWanted(ColumnGuess values, TypeOverride asked, String name, String heading) {
        ColumnPlan found = values.as(asked.type(), name, heading, asked.over(habits));
        DatePattern dates = asked.dates();
        NumberStyle style = style(found.numbers(), asked.decimalMark());
        int scale = found.scale();
        if (style != null && found.type() == ColumnType.DECIMAL) {
            scale = values.numbers().scale(style);
        }
        return new ColumnPlan(
                name,
                heading,
                found.type(),
                dates != null && found.type().isTime() ? dates : found.dates(),
                scale,
                found.tagSeparator(),
                style,
                found.blanks(),
                found.inUtc(),
                found.written());
    }

    private static @Nullable NumberStyle style(@Nullable NumberStyle found, @Nullable Character mark) {
        return found == null || mark == null ? found : new NumberStyle(mark, found.percent(), found.unit());
    }

    private UserException missing(List<ColumnPlan> gone, List<String> headings) {
        String names = String.join(
                ", ", gone.stream().map(plan -> "“" + plan.heading() + "”").toList());
        String hint = Nearest.to(gone.get(0).heading(), headings)
                .map(name -> Words.say("guess.wasItRenamed", "name", UserException.quote(name)))
                .orElse("");
        return new UserException(
                ErrorCode.VERSION_DOES_NOT_FIT,
                Text.of(
                        "guess.missingFromTheLastVersion",
                        "gone",
                        gone.size(),
                        "names",
                        names,
                        "source",
                        guess.source().name(),
                        "hint",
                        hint));
    }
}
