package keensparrow.core.infer.load;

import java.util.List;
import java.util.Map;
import keensparrow.core.infer.guess.ColumnGuess;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.guess.FormatHints;
import keensparrow.core.infer.guess.PlanMaker;
import keensparrow.core.infer.guess.SourceGuess;
import keensparrow.core.infer.guess.TypeOverride;
import keensparrow.core.infer.text.DatePattern;

/**
 * What is wanted of a load.
 *
 * @param wanted types asked for by column name, in place of those found
 * @param earlier how the version before was read; empty for the first
 * @param told how columns that could be read in two ways are written, as the author says
 * @param hint what else speaks for one way or the other, where no column does
 */
record LoadOptions(Map<String, TypeOverride> wanted, List<ColumnPlan> earlier, FormatHints told, FormatHints hint) {
    LoadOptions {
        wanted = Map.copyOf(wanted);
        earlier = List.copyOf(earlier);
    }

    /** As the author says, else as most of the columns that leave no doubt. */
    FormatHints habits(List<ColumnGuess> guesses) {
        int commas = 0;
        int points = 0;
        int dayFirst = 0;
        int monthFirst = 0;
        for (ColumnGuess guess : guesses) {
            Character mark = guess.mark();
            commas += mark != null && mark == ',' ? 1 : 0;
            points += mark != null && mark == '.' ? 1 : 0;
            dayFirst += guess.surely() == DatePattern.DAY_FIRST ? 1 : 0;
            monthFirst += guess.surely() == DatePattern.MONTH_FIRST ? 1 : 0;
        }
        FormatHints seen = new FormatHints(
                commas == points ? null : Character.valueOf(commas > points ? ',' : '.'),
                dayFirst == monthFirst
                        ? null
                        : dayFirst > monthFirst ? DatePattern.DAY_FIRST : DatePattern.MONTH_FIRST);
        return told.over(seen);
    }

    /** @param notes of what is new are added to it */
    List<ColumnPlan> plan(SourceGuess guess, FormatHints habits, List<String> notes) {
        return new PlanMaker(guess, habits.over(hint), wanted, earlier, notes).plan();
    }

    Findings findings(List<ColumnGuess> guesses, List<ColumnPlan> plan, FormatHints habits) {
        return new Findings(guesses, plan, habits, hint, wanted);
    }
}
