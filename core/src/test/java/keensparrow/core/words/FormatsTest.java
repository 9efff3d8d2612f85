package keensparrow.core.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.LocalDate;
import keensparrow.core.sentence.Wording;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Numbers and dates by the habits of who reads, in a sentence whose words stay those of the server. */
class FormatsTest {
    private static final BigDecimal NUMBER = new BigDecimal("-1234567.1234565");

    @AfterEach
    void forgetTheReader() {
        Formats.readBy(null);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            "de-DE,de;q=0.9,en;q=0.8" | -1.234.567,123457 | 5 Mar 2026
            de                        | -1.234.567,123457 | 5 Mar 2026
            fr-FR                     | -1 234 567,123457 | 5 Mar 2026
            en-US                     | -1,234,567.123457 | "Mar 5, 2026"
            en-IN                     | -12,34,567.123457 | 5 Mar 2026
            en-GB                     | -1,234,567.123457 | 5 Mar 2026
            en                        | -1,234,567.123457 | 5 Mar 2026
            el-GR                     | -1,234,567.123457 | 5 Mar 2026
            "*"                       | -1,234,567.123457 | 5 Mar 2026
            "../x;q=1"                | -1,234,567.123457 | 5 Mar 2026
            """)
    void numbersAndDaysAreThoseOfTheReadersRegion(String languages, String number, String day) {
        Formats.readBy(languages);
        assertThat(Wording.number(NUMBER).replaceAll("[\\u00a0\\u202f]", " ")).isEqualTo(number);
        assertThat(Wording.day(LocalDate.of(2026, 3, 5))).isEqualTo(day);
        assertThat(Words.say("guess.column", "index", 3)).isEqualTo("Column 3"); // the words are not
    }

    @Test
    void withNobodyInParticularTheyAreTheServers() {
        Formats.readBy("de-DE");
        assertThat(Formats.now().tag()).isEqualTo("en-DE");
        assertThat(Formats.OWN.number(NUMBER)).isEqualTo("-1,234,567.123457");
        Formats.readBy(null);
        assertThat(Formats.now()).isSameAs(Formats.OWN);
        assertThat(Wording.number(12_480)).isEqualTo("12,480");
    }

    @ParameterizedTest
    @CsvSource({
        "sv-SE, sv-SE, en-SE",
        "sv, sv, en-SE",
        "sv-US, sv, en-US",
        "zh-TW, zh-Hant-TW, en-GB",
        "cs-CZ, cs-CZ, en-CZ",
        "'de-AT,sv;q=0.9', de-AT, en-AT",
        "tlh-XY, en-GB, en-GB",
        "en-AU, en-AU, en-AU"
    })
    void textsStandInTheOrderOfTheReadersOwnLanguage(String languages, String reader, String tag) {
        assertThat(Formats.of(languages).reader()).isEqualTo(reader);
        assertThat(Formats.of(languages).tag()).isEqualTo(tag);
        assertThat(Formats.of(Formats.preferred(languages))).isSameAs(Formats.of(languages)); // as pages send it back
    }

    @Test
    void onlyTagsAreTakenFromWhatABrowserSends() {
        assertThat(Formats.preferred("sv-SE,en;q=0.8")).isEqualTo("sv-SE");
        assertThat(Formats.preferred("\"><script>")).isEmpty();
        assertThat(Formats.preferred("*")).isEmpty();
        assertThat(Formats.preferred("x".repeat(4000))).isEmpty();
    }

    @Test
    void daysAreCountedAsEverywhere() {
        assertThat(Wording.day(LocalDate.of(1500, 2, 28))).isEqualTo("28 Feb 1500");
        assertThat(Wording.day(LocalDate.of(-44, 3, 15))).isEqualTo("-0044-03-15");
        assertThat(Wording.day(LocalDate.MAX)).isEqualTo("+999999999-12-31");
        assertThat(Wording.period(LocalDate.of(2026, 5, 1), LocalDate.of(2026, 9, 30)))
                .isEqualTo("May to Sept 2026");
    }
}
