package keensparrow.core.infer.load;

import java.util.Objects;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.infer.guess.ColumnGuess;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.guess.DateGuess;
import keensparrow.core.infer.guess.NumberGuess;
import keensparrow.core.infer.guess.TagGuesses;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.text.Blanks;
import keensparrow.core.infer.text.DatePattern;
import keensparrow.core.infer.text.YesNo;

/**
 * Whether all values of a column would be decided as its first ones were, now that all of them are read by that decision
 * and fit. What is not certain is looked at in full.
 */
final class SampleCheck {
    private static final int FEW_TAGS = 200;
    private static final int MAX_TAG = 40;
    private static final char[] NO_CHARACTERS = {};
    private static final String PARTING = ";|,.!?"; // signs that part tags or end a sentence
    private static final double SEVERAL = 0.05;

    private final ColumnPlan plan;
    private final ColumnGuess guess;

    /** @param guess from the first rows */
    SampleCheck(ColumnPlan plan, ColumnGuess guess) {
        this.plan = plan;
        this.guess = guess;
    }

    /**
     * @param odd whether a value was read that could have meant another type or another way of writing
     * @param written whether a number needed more than a look at its digits, or a date could have another order
     */
    boolean ofValues(boolean odd, boolean written) {
        if (odd || guess.hasManyMarks()) {
            return false;
        }
        if (plan.type().isNumber()) {
            return guess.numbers().isSure(plan.type() == ColumnType.DECIMAL, written);
        }
        DateGuess dates = guess.dates();
        boolean ordered = plan.dates() == DatePattern.DAY_FIRST || plan.dates() == DatePattern.MONTH_FIRST;
        return !dates.isDoubtful()
                && dates.zoneMinutes() == null
                && !dates.zonesDiffer()
                && (!ordered || !written || dates.eitherExample() != null); // which is told
    }

    /** Whether numbers that could be years, and years that could be numbers, are what the first rows say. */
    boolean ofYears(Column column) {
        boolean asYears = plan.dates() == DatePattern.YEAR;
        boolean couldBe = plan.type().isNumber() && guess.years().areAll(guess.filled());
        return !(asYears || couldBe)
                || (column instanceof LongColumn longs && guess.years().holdsFor(longs, plan.heading()));
    }

    boolean ofYesNo() {
        return !guess.hasManyMarks();
    }

    char separator() {
        return Objects.requireNonNull(plan.tagSeparator());
    }

    boolean ofTexts(TextColumn all, Dictionary texts) {
        long filled = all.rowCount() - (long) all.blankCount();
        if (filled == 0 && guess.filled() == 0) {
            return true;
        }
        if (guess.hasManyMarks() || (guess.isOfCodes() && !plan.blanks().isEmpty())) {
            return false;
        }
        int[] times = times(all);
        long borne = (long) (filled * ColumnGuess.ERRORS_TOLERATED) + 1;
        return !guess.numbers().hasSeveralCurrencies()
                && areNoValues(texts, times, borne)
                && hasNoMarksOrTags(texts, times);
    }

    private static int[] times(TextColumn all) {
        int[] times = new int[all.dictionarySize()];
        for (int row = 0; row < all.rowCount(); row++) {
            int code = all.codes().code(row);
            if (code >= 0) {
                times[code]++;
            }
        }
        return times;
    }

    /** Whether more values than may be conversion errors among all of them are no numbers, no dates and no yes or no. */
    private static boolean areNoValues(Dictionary texts, int[] times, long borne) {
        NumberGuess numbers = new NumberGuess();
        DateGuess dates = new DateGuess();
        long neither = 0;
        long onlyNumbers = 0; // no numbers at all once there are codes among them
        for (int code = 0; code < times.length; code++) {
            String text = texts.text(code);
            boolean word = isWord(text);
            char[] chars = word ? NO_CHARACTERS : text.toCharArray();
            boolean number = !word && numbers.add(CellKind.TEXT, chars, 0, chars.length);
            boolean other = !word && (dates.add(CellKind.TEXT, chars, 0, chars.length) || isWordFor(chars, text));
            neither += number || other ? 0 : times[code];
            onlyNumbers += number && !other ? times[code] : 0;
            if (neither > borne || (numbers.hasCodes() && neither + onlyNumbers > borne)) {
                return true;
            }
        }
        return false;
    }

    private static boolean isWordFor(char[] chars, String text) {
        return YesNo.pairs(chars, 0, chars.length) != 0 || Blanks.isBesideNumbers(text);
    }

    /** Whether no number or date, no yes or no and no mark of a blank is written so. */
    private static boolean isWord(String text) {
        for (int i = 0; i < text.length(); i++) {
            if (Character.isDigit(text.charAt(i))) {
                return false;
            }
        }
        return text.length() > Math.max(YesNo.MAX_LENGTH, Blanks.MAX_LENGTH) || !isWordFor(text.toCharArray(), text);
    }

    private static boolean hasNoMarksOrTags(Dictionary texts, int[] times) {
        TagGuesses again = new TagGuesses();
        for (int code = 0; code < times.length; code++) {
            if (texts.isWithout(code, PARTING) && !texts.canBeMark(code)) {
                again.addWord(texts.length(code), times[code]);
                continue;
            }
            String value = texts.text(code);
            char[] text = value.toCharArray();
            if (Blanks.canBe(text, 0, text.length) && Blanks.isAnywhere(value)) {
                return false;
            }
            again.add(text, 0, text.length, times[code]);
        }
        return again.likeliest() == null;
    }

    /** @param all the lists of tags as they are written */
    boolean ofTags(TextColumn all) {
        if (guess.hasManyMarks() || all.dictionarySize() > FEW_TAGS * FEW_TAGS) {
            return false;
        }
        int[] times = times(all);
        java.util.Set<String> different = new java.util.HashSet<>();
        long several = 0;
        long partsOfSeveral = 0;
        for (int code = 0; code < times.length; code++) {
            String text = all.text(code);
            long parts = 1 + text.chars().filter(c -> c == separator()).count();
            several += parts > 1 ? times[code] : 0;
            partsOfSeveral += parts > 1 ? parts * times[code] : 0;
            for (String tag : JoinedParts.split(text, separator())) {
                if (!isPlain(tag) || (different.add(tag) && different.size() > FEW_TAGS)) {
                    return false;
                }
            }
        }
        return several >= 3
                && several >= (all.rowCount() - (long) all.blankCount()) * SEVERAL
                && different.size() * 5L <= partsOfSeveral;
    }

    private static boolean isPlain(String tag) {
        boolean marked = Blanks.isAnywhere(tag);
        return !marked
                && tag.length() <= MAX_TAG
                && tag.indexOf(';') < 0
                && tag.indexOf('|') < 0
                && tag.indexOf(',') < 0
                && tag.chars().noneMatch(c -> c < ' ');
    }
}
