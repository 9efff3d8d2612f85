package keensparrow.core.words;

import com.ibm.icu.number.LocalizedNumberFormatter;
import com.ibm.icu.number.NumberFormatter;
import com.ibm.icu.number.Precision;
import com.ibm.icu.text.DateTimePatternGenerator;
import com.ibm.icu.text.SimpleDateFormat;
import com.ibm.icu.util.GregorianCalendar;
import com.ibm.icu.util.TimeZone;
import com.ibm.icu.util.ULocale;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Date;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * How numbers and dates are written: in the language of {@link Words}, by the habits of somebody's region, so that a
 * sentence stays in one language. On a thread that answers a reader they are the reader's, elsewhere those of the server.
 */
public final class Formats {
    private static final int MAX_DECIMALS = 6;
    private static final int MAX_YEAR = 9999;
    private static final long MILLIS_A_DAY = 86_400_000;

    /** English without a region is written as in Britain: a day before its month. */
    private static final String TAG =
            Words.LANGUAGE.equals("en") || Words.LANGUAGE.equals(PseudoLanguage.TAG) ? "en-GB" : Words.LANGUAGE;

    private static final int MAX_TAG = 35;

    private static final Map<String, Formats> KNOWN = new ConcurrentHashMap<>();
    private static final ThreadLocal<@Nullable Formats> READERS = new ThreadLocal<>();

    /** Those of the server: of all that is stored or is data itself. */
    public static final Formats OWN = new Formats(TAG, TAG);

    private final String tag;
    private final String reader;
    private final ULocale locale;
    private volatile @Nullable Habits habits; // known once something is written: much of ICU is loaded for them

    private Formats(String tag, String reader) {
        this.tag = tag;
        this.reader = reader;
        this.locale = ULocale.forLanguageTag(tag);
    }

    /** The tags of languages and regions whose habits are known. */
    private static final class Available {
        static final Set<String> TAGS = Arrays.stream(ULocale.getAvailableLocales())
                .map(ULocale::toLanguageTag)
                .collect(Collectors.toSet());
    }

    private record Habits(
            LocalizedNumberFormatter numbers,
            SimpleDateFormat days,
            SimpleDateFormat months,
            SimpleDateFormat monthsOfYears) {
        static Habits of(ULocale locale) {
            return new Habits(
                    NumberFormatter.withLocale(locale)
                            .precision(Precision.maxFraction(MAX_DECIMALS))
                            .roundingMode(RoundingMode.HALF_UP),
                    dates(locale, "yMMMd"),
                    dates(locale, "MMM"),
                    dates(locale, "yMMM"));
        }

        private static SimpleDateFormat dates(ULocale locale, String fields) {
            SimpleDateFormat dates = new SimpleDateFormat(
                    DateTimePatternGenerator.getInstance(locale).getBestPattern(fields), locale);
            GregorianCalendar calendar = new GregorianCalendar(TimeZone.GMT_ZONE, locale);
            calendar.setGregorianChange(new Date(Long.MIN_VALUE)); // days before 1582 as they are counted elsewhere
            dates.setCalendar(calendar);
            return dates;
        }
    }

    private Habits habits() {
        Habits known = habits;
        if (known == null) { // made twice by two threads, it is the same
            known = Habits.of(locale);
            habits = known;
        }
        return known;
    }

    /** Those of whoever is answered on this thread. */
    public static Formats now() {
        Formats readers = READERS.get();
        return readers == null ? OWN : readers;
    }

    /**
     * What is said on this thread from now on is for a reader with these languages; for nobody in particular when null.
     *
     * @param languages as browsers send them, those preferred first: {@code de-AT,de;q=0.9,en;q=0.8}
     */
    public static void readBy(@Nullable String languages) {
        Formats readers = languages == null ? OWN : of(languages);
        if (readers == OWN) {
            READERS.remove();
        } else {
            READERS.set(readers);
        }
    }

    /** For a reader with these languages; those of the server where nothing is known of the region's habits. */
    public static Formats of(String languages) {
        String first = preferred(languages);
        ULocale asked = ULocale.forLanguageTag(first);
        boolean isOwn = asked.getLanguage().equals(OWN.locale.getLanguage());
        if (asked.getLanguage().isEmpty() || (asked.getCountry().isEmpty() && isOwn)) {
            return OWN;
        }
        String region = ULocale.addLikelySubtags(asked).getCountry();
        String wanted = OWN.locale.getLanguage() + "-" + region;
        String tag = Available.TAGS.contains(wanted) ? wanted : TAG;
        String reader = known(asked);
        return tag.equals(TAG) && (isOwn || reader.equals(TAG))
                ? OWN
                : KNOWN.computeIfAbsent(tag + " " + reader, each -> new Formats(tag, reader));
    }

    /** The first of the languages that a browser sends, as a tag; empty where there is none. */
    public static String preferred(String languages) {
        String first = languages.split("[,;]", 2)[0].strip();
        return first.length() > MAX_TAG || !first.matches("[A-Za-z0-9-]+") ? "" : first;
    }

    /** A language that is known, with or without what the tag says besides; that of the server for others. */
    private static String known(ULocale asked) {
        ULocale base = ULocale.createCanonical(asked.getBaseName());
        return Stream.of(base, ULocale.addLikelySubtags(base)) // as zh-Hant-TW is known, and zh-TW is not
                .map(ULocale::toLanguageTag)
                .filter(Available.TAGS::contains)
                .findFirst()
                .orElse(Available.TAGS.contains(asked.getLanguage()) ? asked.getLanguage() : TAG);
    }

    /** As browsers name them: {@code en-DE} is English with the numbers and dates of Germany. */
    public String tag() {
        return tag;
    }

    /** The tag of the language that is the reader's own, by which texts are put in order: {@code sv-SE}. */
    public String reader() {
        return reader;
    }

    ULocale locale() {
        return locale;
    }

    /** With thousands marks, at most six decimals. */
    public String number(BigDecimal value) {
        return habits().numbers().format(value).toString();
    }

    public String day(LocalDate day) {
        return written(habits().days(), day);
    }

    public String month(LocalDate day) {
        return written(habits().months(), day);
    }

    public String monthOfYear(LocalDate day) {
        return written(habits().monthsOfYears(), day);
    }

    private static String written(SimpleDateFormat format, LocalDate day) {
        if (day.getYear() < 1 || day.getYear() > MAX_YEAR) {
            return day.toString(); // no language has a way of its own to write these
        }
        synchronized (format) {
            return format.format(new Date(day.toEpochDay() * MILLIS_A_DAY));
        }
    }
}
