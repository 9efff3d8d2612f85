package keensparrow.core.infer.load;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.guess.ColumnGuess;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.guess.DateGuess;
import keensparrow.core.infer.guess.FormatHints;
import keensparrow.core.infer.guess.Headings;
import keensparrow.core.infer.guess.TypeOverride;
import keensparrow.core.infer.text.DatePattern;
import keensparrow.core.infer.text.NumberStyle;
import keensparrow.core.sentence.Wording;
import keensparrow.core.words.Words;

/** What is worth telling about how the values of a source were read, and what the author should decide. */
final class Findings {
    private final FormatHints hint;
    private final List<String> notes = new ArrayList<>();
    private final List<LoadReport.Ambiguity> ambiguities = new ArrayList<>();
    private final List<String> pointed = new ArrayList<>(); // labels of columns read as is usual among commas
    private String pointedExample = "";

    Findings(
            List<ColumnGuess> guesses,
            List<ColumnPlan> plan,
            FormatHints habits,
            FormatHints hint,
            Map<String, TypeOverride> wanted) {
        this.hint = hint;
        for (int i = 0; i < plan.size(); i++) {
            ColumnPlan column = plan.get(i);
            ColumnGuess guess = guesses.get(i);
            String label = "“" + Headings.label(column.heading(), i) + "”";
            tellBlanks(column, guess, label);
            if (column.type().isTime()) {
                tellDates(column, guess, label, habits, wanted.containsKey(column.name()));
            } else if (column.type().isNumber()) {
                tellNumbers(column, guess, label, habits, wanted.containsKey(column.name()));
            } else if (column.type() == ColumnType.TAGS && !wanted.containsKey(column.name())) {
                notes.add(Words.say(
                        "load.holdsListsOfTagsParted", "label", label, "tagSeparator", column.tagSeparator()));
            } else if (column.type() == ColumnType.TEXT && guess.numbers().areInSeveralCurrencies(guess.filled())) {
                notes.add(Words.say("load.namesSeveralCurrenciesAndStays", "label", label));
            }
        }
        if (!pointed.isEmpty()) {
            notes.add(Words.say(
                    "load.theNumbersOfAmongCommas",
                    "first",
                    pointed.get(0),
                    "more",
                    pointed.size() - 1,
                    "example",
                    pointedExample));
        }
    }

    List<String> notes() {
        return notes;
    }

    List<LoadReport.Ambiguity> ambiguities() {
        return ambiguities;
    }

    private void tellBlanks(ColumnPlan column, ColumnGuess guess, String label) {
        List<String> marks = column.blanks().stream()
                .map(mark -> UserException.quote(mark) + " (" + times(guess.markCount(mark)) + ")")
                .toList();
        if (!marks.isEmpty()) {
            notes.add(Words.say(
                    "load.inReadAsBlank", "label", label, "marks", Wording.all(marks), "marks2", marks.size()));
        }
        if (guess.errors() > 0) {
            notes.add(Words.say(
                    "load.inReadAsBlank2",
                    "errors",
                    guess.errors(),
                    "errors2",
                    Wording.number(guess.errors()),
                    "label",
                    label));
        }
    }

    private static String times(long count) {
        return count == 1 ? Words.say("load.once") : Words.say("load.times", "count", Wording.number(count));
    }

    private void tellDates(ColumnPlan column, ColumnGuess guess, String label, FormatHints habits, boolean decided) {
        DateGuess dates = guess.dates();
        DatePattern pattern = column.dates();
        boolean ordered = pattern == DatePattern.DAY_FIRST || pattern == DatePattern.MONTH_FIRST;
        String first = pattern == DatePattern.MONTH_FIRST ? Words.say("load.monthFirst") : Words.say("load.dayFirst");
        if (ordered && dates.isDoubtful() && !decided) {
            DatePattern other = pattern == DatePattern.DAY_FIRST ? DatePattern.MONTH_FIRST : DatePattern.DAY_FIRST;
            String otherWords =
                    other == DatePattern.MONTH_FIRST ? Words.say("load.monthFirst") : Words.say("load.dayFirst");
            String why = habits.dates() != null
                    ? Words.say("load.asInAnotherColumn")
                    : dates.byFirstsOfMonths() != null
                            ? Words.say("load.sinceTheseAreThenThe")
                            : Words.say("load.sinceNoValueTells");
            ambiguities.add(LoadReport.Ambiguity.ofReading(
                    column.name(),
                    Words.say(
                            "load.theDatesOfSuchAs",
                            "label",
                            label,
                            "eitherExample",
                            UserException.quote(Objects.requireNonNull(dates.eitherExample())),
                            "first",
                            first,
                            "why",
                            why),
                    otherWords,
                    column.type(),
                    other,
                    null,
                    null));
        } else if (ordered && dates.eitherExample() != null && !decided) {
            notes.add(Words.say("load.theDatesOfAreRead", "label", label, "first", first));
        }
        if (pattern == DatePattern.EPOCH && !decided) {
            ambiguities.add(LoadReport.Ambiguity.ofReading(
                    column.name(),
                    Words.say("load.theNumbersOfAreRead", "label", label),
                    Words.say("load.asPlainNumbers"),
                    ColumnType.WHOLE,
                    null,
                    null,
                    ColumnType.DATE_TIME));
        }
        if (pattern == DatePattern.SEVERAL && !decided) {
            notes.add(Words.say("load.theDatesOfAreWritten", "label", label));
        }
        if (pattern == DatePattern.SERIAL && !decided) {
            notes.add(Words.say("load.theDatesOfAreWritten2", "label", label));
        }
        if (Boolean.TRUE.equals(column.inUtc())) {
            notes.add(Words.say("load.theTimesOfStateDifferent", "label", label));
        } else if (column.type() == ColumnType.DATE_TIME && dates.zoneMinutes() != null && dates.zoneMinutes() != 0) {
            notes.add(Words.say("load.theTimesOfAllState", "label", label));
        }
    }

    private void tellNumbers(ColumnPlan column, ColumnGuess guess, String label, FormatHints habits, boolean decided) {
        String example = guess.numbers().doubtful();
        NumberStyle style = column.numbers();
        if (style == null) {
            return;
        }
        boolean comma = style.decimalMark() == ',';
        boolean amongCommas = Character.valueOf('.').equals(hint.decimalMark()) && habits.decimalMark() == null;
        if (example != null && !decided && amongCommas && guess.numbers().areAllDoubtful()) {
            pointedExample = pointed.isEmpty() ? UserException.quote(example) : pointedExample;
            pointed.add(label);
        } else if (example != null && !decided) {
            String why = habits.decimalMark() != null
                    ? Words.say("load.asInOtherColumns")
                    : Character.valueOf(',').equals(hint.decimalMark())
                            ? Words.say("load.asIsUsualWhereSemicolons")
                            : Words.say("load.sinceNoValueTells");
            ambiguities.add(LoadReport.Ambiguity.ofReading(
                    column.name(),
                    Words.say(
                            "load.theNumbersOfSuchAs",
                            "label",
                            label,
                            "example",
                            UserException.quote(example),
                            "comma",
                            comma,
                            "why",
                            why),
                    comma ? Words.say("load.withADecimalPoint") : Words.say("load.withADecimalComma"),
                    ColumnType.DECIMAL,
                    null,
                    comma ? '.' : ',',
                    null));
        } else if (comma && !decided && guess.numbers().mark() != null) {
            notes.add(Words.say("load.theNumbersOfAreRead2", "label", label));
        }
        if (style.percent()) {
            notes.add(Words.say("load.thePercentagesOfAreKept", "label", label));
        }
    }
}
