package keensparrow.core.app.view;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.question.Question;
import keensparrow.core.sentence.Sentence;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** A text in Markdown. What stands in double braces is a formula of aggregates, and its number stands there instead. */
final class TextNote implements ViewKind {
    private static final Pattern QUOTED = Pattern.compile("\\{\\{([^{}]{1,400})}}");
    private static final int MAX_TEXT = 20_000;
    private static final int MAX_QUOTED = 40;

    @Override
    public String label() {
        return Words.say("view.aText");
    }

    @Override
    public String purpose() {
        return Words.say("view.whatIsThereToSay");
    }

    @Override
    public List<Slot> slots() {
        return List.of(Slot.TEXT);
    }

    @Override
    public Place size() {
        return new Place(0, 0, 12, 2);
    }

    @Override
    public @Nullable String fault(View view) {
        String text = text(view);
        if (text.length() > MAX_TEXT) {
            return Words.say("view.aTextHoldsAtMost", "maxText", MAX_TEXT);
        }
        return quoted(text).size() > MAX_QUOTED ? Words.say("view.aTextQuotesAtMost", "maxQuoted", MAX_QUOTED) : null;
    }

    private static String text(View view) {
        return view.drawing().text() == null ? "" : view.drawing().text();
    }

    /** The number of rows, then what the text quotes, in its order. */
    @Override
    public List<Measure> measures(View view) {
        List<Measure> all = new ArrayList<>(List.of(Measure.ROWS));
        quoted(text(view)).forEach(formula -> all.add(Measure.formula(formula)));
        return all;
    }

    private static List<String> quoted(String text) {
        List<String> formulas = new ArrayList<>();
        Matcher matcher = QUOTED.matcher(text);
        while (matcher.find()) {
            formulas.add(matcher.group(1).strip());
        }
        return formulas;
    }

    @Override
    public Question ask(View view, TableSlice slice) {
        return new Question.Groups(List.of(), measures(view), Question.Order.LABEL);
    }

    @Override
    public Sentence sentence(View view, AppWords words) {
        return Sentence.of("view.aTextAs", Sentence.control("kind", label()));
    }

    @Override
    public String title(View view, AppWords words) {
        return Words.say("view.text");
    }
}
