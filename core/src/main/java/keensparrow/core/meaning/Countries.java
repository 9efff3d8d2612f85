package keensparrow.core.meaning;

import java.text.Normalizer;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** Names and codes of countries, as the Java runtime knows them in the languages whose files are read. */
final class Countries {
    private static final List<Locale> LANGUAGES = List.of(
            Locale.ENGLISH,
            Locale.GERMAN,
            Locale.FRENCH,
            Locale.ITALIAN,
            Locale.forLanguageTag("es"),
            Locale.forLanguageTag("pt"),
            Locale.forLanguageTag("nl"),
            Locale.forLanguageTag("pl"));
    private static final Set<String> ALSO = Set.of(
            "usa",
            "us",
            "u.s.",
            "u.s.a.",
            "uk",
            "great britain",
            "england",
            "scotland",
            "wales",
            "korea, south",
            "korea, rep.",
            "south korea",
            "north korea",
            "korea, dem. rep.",
            "czech republic",
            "russia",
            "iran",
            "syria",
            "venezuela",
            "bolivia",
            "tanzania",
            "vietnam",
            "viet nam",
            "laos",
            "ivory coast",
            "cote d'ivoire",
            "congo, dem. rep.",
            "congo, rep.",
            "burma",
            "macedonia",
            "swaziland",
            "slovak republic",
            "hong kong",
            "taiwan",
            "holland",
            "yemen, rep.",
            "bosnia",
            "trinidad",
            "reunion",
            "sao tome and principe",
            "the netherlands");
    private static final int MIN = 3;
    private static final double MOSTLY = 0.8;

    private static final Set<String> NAMES = new HashSet<>(ALSO);
    private static final Set<String> CODES = new HashSet<>();

    static {
        for (String code : Locale.getISOCountries()) {
            Locale country = new Locale.Builder().setRegion(code).build();
            CODES.add(code);
            CODES.add(country.getISO3Country());
            for (Locale language : LANGUAGES) {
                NAMES.add(plain(country.getDisplayCountry(language)));
            }
        }
    }

    private Countries() {}

    private static String plain(String name) {
        return Normalizer.normalize(name, Normalizer.Form.NFD)
                .replaceAll("\\p{M}+", "")
                .replace("&", "and")
                .toLowerCase(Locale.ROOT)
                .strip();
    }

    /** Whether most of these values are countries by name; by code only where all are, and some are no states of one country. */
    static boolean are(List<String> values) {
        if (values.size() < MIN) {
            return false;
        }
        long names =
                values.stream().filter(value -> NAMES.contains(plain(value))).count();
        long codes = values.stream().filter(CODES::contains).count();
        boolean long3 = values.stream().allMatch(value -> value.length() == 3);
        return names >= values.size() * MOSTLY
                || (codes >= values.size() * (long3 ? MOSTLY : 1) && values.size() >= MIN + 2);
    }
}
