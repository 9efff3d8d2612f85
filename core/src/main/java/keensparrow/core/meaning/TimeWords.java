package keensparrow.core.meaning;

import java.util.List;
import java.util.Map;
import java.util.Set;

/** What a heading says of time. */
public final class TimeWords {
    private static final Set<String> NEUTRAL =
            Set.of("time", "t", "date", "period", "x", "when", "annum", "cycle", "yyyy", "term", "olympics", "edition");
    private static final Set<String> ENDS = Set.of(
            "start", "end", "begin", "began", "ended", "from", "to", "until", "till", "died", "von", "bis", "debut",
            "fin");
    private static final Set<String> EPOCH = Set.of(
            "time",
            "timestamp",
            "date",
            "datetime",
            "created",
            "updated",
            "modified",
            "at",
            "ts",
            "epoch",
            "unix",
            "zeit",
            "zeitstempel",
            "datum",
            "fecha",
            "heure",
            "when",
            "start",
            "end",
            "started",
            "ended",
            "logged",
            "seen",
            "login");

    private TimeWords() {}

    /** Whether it names years: {@code Year}, {@code Model year}, {@code Baujahr}, {@code Founded}. */
    public static boolean isOfYears(String heading) {
        HeadingWords words = new HeadingWords(heading);
        return words.head(Set.of("of", "der", "de")).matches("yyyy|year\\w{0,2}")
                || words.endsWith(Vocabulary.YEAR)
                || (words.has(Vocabulary.YEAR)
                        && words.all().size() <= 3
                        && !words.isPer()
                        && !words.has(Vocabulary.AGE)
                        && !words.has(Vocabulary.SUM));
    }

    /** Whether it names an end of a span, such as a reign: numbers under it that can all be years are years. */
    public static boolean isOfEnds(String heading) {
        List<String> words = new HeadingWords(heading).all();
        return words.size() <= 2 && words.stream().anyMatch(ENDS::contains);
    }

    /** Whether it does not say that it is anything else than time. */
    public static boolean canBeOfTime(String heading) {
        HeadingWords words = new HeadingWords(heading);
        return words.isNameless() || words.has(NEUTRAL);
    }

    /** Whether it names moments, so that large numbers under it may be seconds since 1970. */
    public static boolean isOfMoments(String heading) {
        return new HeadingWords(heading).has(EPOCH);
    }

    private static final Set<String> DAYS = Set.of("day", "date", "tag", "jour", "dia", "giorno", "dag");
    private static final Set<String> WEEKDAYS = Set.of("weekday", "dow", "wochentag");
    private static final Map<String, Set<String>> PARTS = Map.of(
            "MONTH",
            Set.of("month", "mon", "mo", "mth", "monat", "mois", "mes", "mese", "maand", "miesiac"),
            "QUARTER",
            Set.of("quarter", "qtr", "q", "quartal", "trimestre", "kwartaal", "kwartal"),
            "DAY",
            Set.of("day", "month", "dom", "tag", "jour", "dia", "giorno", "dag", "dzien"), // day, date of month
            "WEEK",
            Set.of("week", "wk", "woche", "kw", "semaine", "semana", "settimana", "tydzien"));

    /** Whether it names a month, quarter, week, day or weekday: a part of time, told by the time itself where there is one. */
    public static boolean isPart(String heading) {
        HeadingWords words = new HeadingWords(heading);
        return PARTS.keySet().stream().anyMatch(part -> isOf(heading, part)) && !isWeekday(words);
    }

    /** Whether it is a period itself, as headings of tables with a column for each year or month are. */
    public static boolean isPeriod(String heading) {
        return heading.strip()
                .matches(
                        "(19|20)\\d\\d([-/ ]?[QM]?\\d{1,2})?|\\p{L}{3,9}\\.?[ -]?(19|20)?\\d\\d|[QH][1-4][ -]?(19|20)?\\d\\d");
    }

    /** Whether it names the part of a year of that name: MONTH, QUARTER or WEEK. */
    public static boolean isOf(String heading, String part) {
        HeadingWords words = new HeadingWords(heading);
        boolean ofDays = words.all().size() > 1 && words.has(DAYS); // day_of_week, date of month
        return words.endsWith(PARTS.getOrDefault(part, Set.of()))
                && (ofDays == part.equals("DAY") || !ofDays)
                && !isWeekday(words);
    }

    /** Whether it names days of the week: of one day there is but one. */
    public static boolean isOfWeekdays(String heading) {
        return isWeekday(new HeadingWords(heading));
    }

    private static boolean isWeekday(HeadingWords words) {
        return words.has(WEEKDAYS) || (words.has(DAYS) && words.all().contains("week"));
    }
}
