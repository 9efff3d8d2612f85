package keensparrow.core.meaning;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.Additivity.Kind;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Whether numbers of a column add up, from its heading, its format and its values. Only what says that it adds up is
 * added up: a wrong average misleads less than a wrong sum.
 */
final class AdditivityRules {
    static final Additivity UNKNOWN = new Additivity(Kind.AVERAGE, Words.say("meaning.nothingSaysThatItAdds"));

    private static final Set<String> OF = Set.of("of", "de", "der", "des", "du", "di", "van", "do", "da");
    private static final Set<String> COUNT =
            Set.of("number", "num", "count", "counts", "n", "anzahl", "nombre", "numero", "aantal", "liczba", "no");
    private static final Set<String> SPENT = Set.of(
            "worked",
            "overtime",
            "billed",
            "billable",
            "logged",
            "spent",
            "played",
            "booked",
            "trained",
            "total",
            "flown");
    private static final Set<String> SHIPPED =
            Set.of("shipped", "sold", "total", "net", "gross", "freight", "cargo", "delivered", "harvested", "caught");
    private static final Set<String> TOTALS = Set.of("total", "sum", "balance");
    private static final Set<String> ONE = Set.of("unit", "unitary", "single", "each", "hourly", "individual");

    /** What is never added up, by the words that say so, and the reason. */
    private static final Map<Set<String>, String> AVERAGED = new LinkedHashMap<>();

    static {
        AVERAGED.put(
                Vocabulary.PRICE, Words.say("meaning.averaged.price")); // in the order in which readers ask for them
        AVERAGED.put(Vocabulary.SCORE, Words.say("meaning.averaged.score"));
        AVERAGED.put(Vocabulary.RATE, Words.say("meaning.averaged.rate"));
        AVERAGED.put(Vocabulary.PERCENT, Words.say("meaning.averaged.percent"));
        AVERAGED.put(Vocabulary.DURATION, Words.say("meaning.averaged.duration"));
        AVERAGED.put(Vocabulary.TEMPERATURE, Words.say("meaning.averaged.temperature"));
        AVERAGED.put(Vocabulary.MOMENT, Words.say("meaning.averaged.moment"));
        AVERAGED.put(Vocabulary.BODY, Words.say("meaning.averaged.body"));
        AVERAGED.put(Vocabulary.AGE, Words.say("meaning.averaged.age"));
    }

    private AdditivityRules() {}

    static int dullness(Additivity averaged) {
        return averaged.equals(UNKNOWN)
                ? AVERAGED.size()
                : List.copyOf(AVERAGED.values()).indexOf(averaged.reason()) + 1;
    }

    /**
     * What repeats in the table.
     *
     * @param levels how levels, such as a stock, are put together in it
     * @param ordered whether a series of one value for each time is all there is
     */
    record Setting(Additivity levels, boolean ordered) {}

    /**
     * @param numbers what the values show; null where nothing is known of them
     */
    static Additivity of(
            HeadingWords words, @Nullable ColumnFormat format, @Nullable ColumnFacts numbers, Setting setting) {
        if (format != null && format.kind() == ColumnFormat.Kind.PERCENT) {
            return new Additivity(Kind.AVERAGE, Words.say("meaning.itIsAPercentage"));
        }
        if (words.has(Vocabulary.RUNNING) || (words.all().contains("running") && words.has(TOTALS))) {
            return ofRunning(setting);
        }
        if (words.has(Vocabulary.PERCENT)) {
            return new Additivity(Kind.AVERAGE, Words.say("meaning.itIsAPercentage"));
        }
        if (words.isPer()) {
            return new Additivity(Kind.AVERAGE, Words.say("meaning.itIsARate"));
        }
        if (words.has(Vocabulary.MIDDLE) && !words.isDurationInMinutes()) {
            boolean ends = words.has(Vocabulary.TEND) && !words.has(Vocabulary.DURATION);
            return new Additivity(
                    Kind.AVERAGE,
                    ends ? Words.say("meaning.itIsAnExtremeAlready") : Words.say("meaning.itIsAnAverageOr"));
        }
        if (isCount(words) && (numbers == null || numbers.isIntegral())) {
            return words.has(Vocabulary.LEVEL)
                    ? setting.levels
                    : new Additivity(Kind.SUM, Words.say("meaning.itIsACount"));
        }
        Additivity byHead = ofHead(words, setting);
        if (byHead != null) {
            return byHead;
        }
        Additivity byAny = ofAny(words, setting);
        if (byAny != null) {
            return byAny;
        }
        if ((format != null && format.kind() == ColumnFormat.Kind.MONEY) || words.has(Vocabulary.CURRENCY)) {
            return new Additivity(Kind.SUM, Words.say("meaning.itIsAnAmountOf"));
        }
        if (words.hasUnit(Vocabulary.AMOUNT_UNIT)) {
            return new Additivity(Kind.SUM, Words.say("meaning.itIsAnAmount"));
        }
        String plural = words.plural();
        boolean counts = numbers != null && numbers.isIntegral() && numbers.min() >= 0 && numbers.reachesFar();
        if (counts && !plural.isEmpty()) {
            return new Additivity(Kind.SUM, Words.say("meaning.itCounts", "plural", plural));
        }
        if (counts && words.endsWith(Vocabulary.DONE)) {
            return new Additivity(Kind.SUM, Words.say("meaning.itCountsWhatWas", "last", words.last()));
        }
        return UNKNOWN;
    }

    private static Additivity ofRunning(Setting setting) {
        Additivity levels = setting.levels;
        return new Additivity(
                levels.kind() == Kind.SUM ? Kind.AVERAGE : levels.kind(), Words.say("meaning.itIsARunningTotal"));
    }

    /** {@code number of passengers}, {@code passenger count}; no {@code invoice number}. */
    private static boolean isCount(HeadingWords words) {
        List<String> all = words.all();
        String last = all.isEmpty() ? "" : all.get(all.size() - 1);
        return all.size() > 1
                && ((COUNT.contains(all.get(0)) && !Vocabulary.SCORE.contains(last))
                        || last.equals("count")
                        || last.equals("counts")
                        || last.equals("anzahl"));
    }

    /** By the word that the others qualify: the price of a {@code sales price}, the cost of {@code cost of sales}. */
    private static @Nullable Additivity ofHead(HeadingWords words, Setting setting) {
        String head = words.head(OF);
        for (Map.Entry<Set<String>, String> rule : AVERAGED.entrySet()) {
            if (HeadingWords.isIn(rule.getKey(), head)) {
                return averaged(words, rule.getKey(), rule.getValue());
            }
        }
        if (HeadingWords.isIn(Vocabulary.LEVEL, head)) {
            return setting.levels;
        }
        if (HeadingWords.isIn(Vocabulary.RAIN, head)) {
            return ofRain(setting);
        }
        if (HeadingWords.isIn(Vocabulary.SUM, head)) {
            return words.has(ONE) && words.has(Vocabulary.COST)
                    ? new Additivity(Kind.AVERAGE, Words.say("meaning.itIsThePriceOf"))
                    : new Additivity(Kind.SUM, Words.say("meaning.itIsAnAmountOr"));
        }
        return null;
    }

    private static Additivity averaged(HeadingWords words, Set<String> list, String reason) {
        boolean adds =
                (list == Vocabulary.DURATION && words.has(SPENT)) || (list == Vocabulary.BODY && words.has(SHIPPED));
        return adds
                ? new Additivity(Kind.SUM, Words.say("meaning.itIsAnAmountOr"))
                : new Additivity(Kind.AVERAGE, reason);
    }

    private static @Nullable Additivity ofAny(HeadingWords words, Setting setting) {
        for (Map.Entry<Set<String>, String> rule : AVERAGED.entrySet()) {
            if (words.has(rule.getKey())) {
                return averaged(words, rule.getKey(), rule.getValue());
            }
        }
        if (words.has(Vocabulary.LEVEL)) {
            return setting.levels;
        }
        if (words.has(Vocabulary.RAIN)) {
            return ofRain(setting);
        }
        return words.has(Vocabulary.SUM) ? new Additivity(Kind.SUM, Words.say("meaning.itIsAnAmountOr")) : null;
    }

    /** What fell in one place adds up over time; over places it does not. */
    private static Additivity ofRain(Setting setting) {
        return setting.ordered
                ? new Additivity(Kind.SUM, Words.say("meaning.itIsAnAmountFor"))
                : new Additivity(Kind.AVERAGE, Words.say("meaning.itIsMeasuredInSeveral"));
    }
}
