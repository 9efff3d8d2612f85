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

/** What is worth telling about how the values of a source were read, and what the author should decide. */
final class Findings {
    private final FormatHints hint;
    private final List<String> notes = new ArrayList<>();
    private final List<LoadReport.Ambiguity> ambiguities = new ArrayList<>();

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
                notes.add(label + " holds lists of tags, parted by “" + column.tagSeparator()
                        + "”: each tag is counted by itself. Read it as text if they are names.");
            } else if (column.type() == ColumnType.TEXT && guess.numbers().areInSeveralCurrencies(guess.filled())) {
                notes.add(label
                        + " names several currencies and stays text: amounts in different currencies do not add up.");
            }
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
            notes.add("In " + label + ", " + Wording.all(marks) + (marks.size() == 1 ? " is" : " are")
                    + " read as blank.");
        }
        if (guess.errors() > 0) {
            notes.add((guess.errors() == 1
                            ? "1 error of a formula"
                            : Wording.number(guess.errors()) + " errors of formulas")
                    + " in " + label + (guess.errors() == 1 ? " is" : " are") + " read as blank.");
        }
    }

    private static String times(long count) {
        return count == 1 ? "once" : Wording.number(count) + " times";
    }

    private void tellDates(ColumnPlan column, ColumnGuess guess, String label, FormatHints habits, boolean decided) {
        DateGuess dates = guess.dates();
        DatePattern pattern = column.dates();
        boolean ordered = pattern == DatePattern.DAY_FIRST || pattern == DatePattern.MONTH_FIRST;
        String first = pattern == DatePattern.MONTH_FIRST ? "month first" : "day first";
        if (ordered && dates.isDoubtful() && !decided) {
            DatePattern other = pattern == DatePattern.DAY_FIRST ? DatePattern.MONTH_FIRST : DatePattern.DAY_FIRST;
            String otherWords = other == DatePattern.MONTH_FIRST ? "month first" : "day first";
            String why = habits.dates() != null
                    ? "as in another column"
                    : dates.byFirstsOfMonths() != null
                            ? "since these are then the firsts of months"
                            : "since no value tells";
            ambiguities.add(LoadReport.Ambiguity.ofReading(
                    column.name(),
                    "The dates of " + label + ", such as "
                            + UserException.quote(Objects.requireNonNull(dates.eitherExample()))
                            + ", could be day first or month first. They are read " + first + ", " + why + ".",
                    otherWords,
                    column.type(),
                    other,
                    null,
                    null));
        } else if (ordered && dates.eitherExample() != null && !decided) {
            notes.add("The dates of " + label + " are read " + first
                    + ": other values would be no dates in the other order.");
        }
        if (pattern == DatePattern.EPOCH && !decided) {
            ambiguities.add(LoadReport.Ambiguity.ofReading(
                    column.name(),
                    "The numbers of " + label + " are read as seconds or milliseconds since 1970, in UTC, as their"
                            + " heading and size suggest.",
                    "as plain numbers",
                    ColumnType.WHOLE,
                    null,
                    null,
                    ColumnType.DATE_TIME));
        }
        if (pattern == DatePattern.SEVERAL && !decided) {
            notes.add("The dates of " + label + " are written in several ways, each of which leaves no doubt.");
        }
        if (pattern == DatePattern.SERIAL && !decided) {
            notes.add("The dates of " + label
                    + " are written as serial numbers of days, as spreadsheets count them: 45292 is 2024-01-01.");
        }
        if (Boolean.TRUE.equals(column.inUtc())) {
            notes.add("The times of " + label + " state different distances from UTC and are turned into UTC.");
        } else if (column.type() == ColumnType.DATE_TIME && dates.zoneMinutes() != null && dates.zoneMinutes() != 0) {
            notes.add("The times of " + label + " all state the same distance from UTC and are kept as written.");
        }
    }

    private void tellNumbers(ColumnPlan column, ColumnGuess guess, String label, FormatHints habits, boolean decided) {
        String example = guess.numbers().doubtful();
        NumberStyle style = column.numbers();
        if (style == null) {
            return;
        }
        boolean comma = style.decimalMark() == ',';
        if (example != null && !decided) {
            String why = habits.decimalMark() != null
                    ? "as in other columns"
                    : hint.decimalMark() != null
                            ? "as is usual where semicolons part the cells"
                            : "since no value tells";
            ambiguities.add(LoadReport.Ambiguity.ofReading(
                    column.name(),
                    "The numbers of " + label + ", such as " + UserException.quote(example)
                            + ", could have a decimal point or a decimal comma. They are read with a decimal "
                            + (comma ? "comma" : "point") + ", " + why + ".",
                    comma ? "with a decimal point" : "with a decimal comma",
                    ColumnType.DECIMAL,
                    null,
                    comma ? '.' : ',',
                    null));
        } else if (comma && !decided && guess.numbers().mark() != null) {
            notes.add("The numbers of " + label + " are read with a decimal comma.");
        }
        if (style.percent()) {
            notes.add("The percentages of " + label + " are kept as shares: 25% is 0.25, shown as 25%.");
        }
    }
}
