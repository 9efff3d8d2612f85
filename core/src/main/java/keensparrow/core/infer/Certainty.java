package keensparrow.core.infer;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TextColumn;

/**
 * Whether all values of a column would be decided as its first ones were, now that all of them are read by that decision
 * and fit. What is not certain is looked at in full.
 */
final class Certainty {
    private static final int FEW_TAGS = 200;
    private static final int LONGEST_TAG = 40;
    private static final int LOOKS = 0xFF; // at the sum, once for so many texts
    private static final String PARTING = ";|,.!?"; // signs that part tags or end a sentence
    private static final double SEVERAL = 0.05;

    private final ColumnPlan plan;
    private final ColumnGuess guess;

    /** @param guess from the first rows */
    Certainty(ColumnPlan plan, ColumnGuess guess) {
        this.plan = plan;
        this.guess = guess;
    }

    /**
     * @param odd whether a value was read that could have meant another type or another way of writing
     * @param written whether a number needed more than a look at its digits
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
                && (!ordered || dates.eitherExample() != null); // which is told
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
        long borne = (long) (filled * ColumnGuess.MISFITS_BORNE) + 1;
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

    /** Whether more values than may be misfits among all of them are no numbers, no dates and no yes or no. */
    private static boolean areNoValues(Dictionary texts, int[] times, long borne) {
        ColumnGuess withDigits = new ColumnGuess();
        long without = 0;
        for (int code = 0; code < times.length; code++) {
            String text = texts.entry(code).text();
            if (isWord(text)) {
                without += times[code];
            } else {
                withDigits.add(CellKind.TEXT, text.toCharArray(), 0, text.length());
            }
            if ((code & LOOKS) == LOOKS && without + withDigits.surelyNoValues() > borne) {
                return true;
            }
        }
        return without + withDigits.surelyNoValues() > borne;
    }

    /** Whether no number or date, no yes or no and no mark of a blank is written so. */
    private static boolean isWord(String text) {
        for (int i = 0; i < text.length(); i++) {
            if (Character.isDigit(text.charAt(i))) {
                return false;
            }
        }
        return text.length() > Math.max(YesNo.LONGEST, Blanks.LONGEST)
                || (YesNo.pairs(text.toCharArray(), 0, text.length()) == 0 && !Blanks.isBesideNumbers(text));
    }

    private static boolean hasNoMarksOrTags(Dictionary texts, int[] times) {
        List<TagGuess> again = new ArrayList<>();
        for (char separator : ColumnGuess.TAG_SEPARATORS) {
            again.add(new TagGuess(separator));
        }
        for (int code = 0; code < times.length; code++) {
            Dictionary.Entry entry = texts.entry(code);
            int length = entry.length();
            if (entry.isWithout(PARTING) && !Blanks.canBe(length, (char) entry.first(), (char) entry.last())) {
                for (TagGuess candidate : again) {
                    candidate.addWord(length, times[code]);
                }
                continue;
            }
            char[] text = entry.text().toCharArray();
            if (Blanks.canBe(text, 0, text.length) && Blanks.isAnywhere(entry.text())) {
                return false;
            }
            for (TagGuess candidate : again) {
                candidate.add(text, 0, text.length, times[code]);
            }
        }
        return again.stream().noneMatch(TagGuess::isLikely);
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
                && tag.length() <= LONGEST_TAG
                && tag.indexOf(';') < 0
                && tag.indexOf('|') < 0
                && tag.indexOf(',') < 0
                && tag.chars().noneMatch(c -> c < ' ');
    }
}
