package keensparrow.core.words;

import static org.assertj.core.api.Assertions.assertThat;

import com.ibm.icu.text.Collator;
import com.ibm.icu.text.RuleBasedCollator;
import com.ibm.icu.util.ULocale;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class TextOrderTest {
    private static List<String> sorted(String... texts) {
        List<String> list = new ArrayList<>(List.of(texts));
        Collections.shuffle(list, new Random(7));
        list.sort(TextOrder.INSTANCE);
        return list;
    }

    @Test
    void putsNumbersInsideTextInNumberOrder() {
        assertThat(sorted("Coach 10", "Coach 2", "Coach 1", "Coach 02b"))
                .containsExactly("Coach 1", "Coach 2", "Coach 02b", "Coach 10");
    }

    @Test
    void takesNoNoticeOfCaseAndAccents() {
        assertThat(sorted("Zürich", "zulu", "Ärmel", "apfel", "Öl", "Ostend"))
                .containsExactly("apfel", "Ärmel", "Öl", "Ostend", "zulu", "Zürich");
    }

    private static List<String> sortedIn(String language, String... texts) {
        List<String> list = new ArrayList<>(List.of(texts));
        Collections.shuffle(list, new Random(7));
        list.sort(TextOrder.of(language));
        return list;
    }

    @Test
    void lettersOfTheirOwnStandWhereALanguageHasThem() {
        assertThat(sortedIn("en", "Zug", "Åre", "Arlanda", "Östersund", "Øresund", "Łódź", "Lund", "Straße", "Strasse"))
                .containsExactly("Åre", "Arlanda", "Łódź", "Lund", "Øresund", "Östersund", "Strasse", "Straße", "Zug");
        assertThat(sortedIn("sv-SE", "Zug", "Åre", "Arlanda", "Östersund", "Ängelholm", "Oskarshamn"))
                .containsExactly("Arlanda", "Oskarshamn", "Zug", "Åre", "Ängelholm", "Östersund");
        assertThat(sortedIn("da", "Århus", "Ærø", "Ølstykke", "Odense", "Zeus"))
                .containsExactly("Odense", "Zeus", "Ærø", "Ølstykke", "Århus");
        assertThat(sortedIn("es", "nube", "ñandú", "oso", "árbol", "azul"))
                .containsExactly("árbol", "azul", "nube", "ñandú", "oso");
        assertThat(sortedIn("pl", "Łódź", "Lublin", "Mielec", "Świdnica", "Szczecin", "Toruń"))
                .containsExactly("Lublin", "Łódź", "Mielec", "Szczecin", "Świdnica", "Toruń");
        assertThat(sortedIn("cs", "Černý", "Cukr", "Chrudim", "Hradec", "Idol", "Dvořák", "Řeřicha", "Rys"))
                .containsExactly("Cukr", "Černý", "Dvořák", "Hradec", "Chrudim", "Idol", "Rys", "Řeřicha");
        assertThat(sortedIn("ru", "Ёлка", "Жук", "Егор", "Яна", "Zug"))
                .containsExactly("Егор", "Ёлка", "Жук", "Яна", "Zug");
        assertThat(sortedIn("zh", "中", "北", "安", "上")).containsExactly("安", "北", "上", "中"); // ān běi shàng zhōng
        assertThat(sortedIn("tr", "ısı", "incir", "hat", "çay", "can", "dağ"))
                .containsExactly("can", "çay", "dağ", "hat", "ısı", "incir");
    }

    /** What is said to stand alike in two languages does so, in any texts made of it. */
    @Test
    void charactersThatAreAlikeAreInTheSameOrder() {
        Random random = new Random(12);
        for (String language : List.of("sv", "da", "cs", "hu", "es", "tr", "et", "cy", "zh", "de")) {
            TextOrder order = TextOrder.of(language);
            boolean[] isAlike = order.alike();
            String alike = IntStream.range(' ', isAlike.length)
                    .filter(c -> isAlike[c])
                    .mapToObj(Character::toString)
                    .collect(Collectors.joining());
            assertThat(alike).as(language).contains("0123456789", "b", "B", "-", "_");
            for (int i = 0; i < 20_000; i++) {
                String a = some(alike, random);
                String b = some(alike, random);
                assertThat(Integer.signum(order.compare(a, b)))
                        .as("%s: %s, %s", language, a, b)
                        .isEqualTo(Integer.signum(TextOrder.INSTANCE.compare(a, b)));
            }
        }
        assertThat(TextOrder.of("da").alike()['a']).as("aa is a letter").isFalse();
        assertThat(TextOrder.of("cs").alike()['c']).as("ch is a letter").isFalse();
        assertThat(TextOrder.of("sv").alike()['a']).isTrue();
        assertThat(TextOrder.of("et").alike()['z']).as("z follows s").isFalse();
    }

    @Test
    void placesOfTextsInAnotherOrderAreThoseOfSortingThem() {
        Random random = new Random(13);
        for (String language : List.of("sv", "da", "cs", "hu", "tr", "zh", "de")) {
            TextOrder order = TextOrder.of(language);
            for (String of : List.of("abchäåöøéüsz1 中北", "bcdfgä", "aouéèñ", "中北上")) {
                List<String> texts = IntStream.range(0, 300)
                        .mapToObj(i -> some(of, random))
                        .distinct()
                        .sorted(TextOrder.INSTANCE)
                        .toList();
                List<String> sorted = texts.stream().sorted(order).toList();
                int[] expected = texts.stream().mapToInt(sorted::indexOf).toArray();
                assertThat(order.ranks(texts.size(), texts::get))
                        .as("%s: %s", language, of)
                        .isEqualTo(sorted.equals(texts) ? new int[0] : expected);
            }
        }
    }

    private static String some(String of, Random random) {
        return random.ints(1 + random.nextInt(4), 0, of.length())
                .mapToObj(at -> of.substring(at, at + 1))
                .collect(Collectors.joining());
    }

    @Test
    void isTheOrderOfTheUnicodeAlgorithmInEachLanguage() {
        String[] pieces = {
            "a", "A", "å", "a\u030A", "aa", "c", "ch", "CH", "cz", "dz", "dž", "h", "i", "ı", "İ", "l", "l·l", "ł",
            "ly", "ng", "ñ", "n\u0303", "o", "ø", "oe", "œ", "ß", "ss", "z", "ž", "ё", "е", "и", "ά", "α", "א", "中",
            "北", "か", "ー", "한", "😀", "0", "00", "1", "19", "٣", "²", "½", " ", "-", "_", "'", "$", "€", "–", "’",
            "\u200D", "\u0301", "\u0001", "."
        };
        Random random = new Random(31);
        for (String language :
                List.of("en", "sv", "da", "cs", "hu", "es", "hr", "cy", "sq", "tr", "th", "ja", "zh", "ru", "el")) {
            TextOrder order = TextOrder.of(language);
            RuleBasedCollator expected =
                    ((RuleBasedCollator) Collator.getInstance(ULocale.forLanguageTag(language))).cloneAsThawed();
            expected.setStrength(Collator.PRIMARY);
            expected.setNumericCollation(true);
            expected.setAlternateHandlingShifted(false);
            for (int i = 0; i < 20_000; i++) {
                String before = text(random, pieces);
                String a = before + text(random, pieces);
                String b = before + text(random, pieces);
                int wanted = expected.compare(a, b);
                assertThat(Integer.signum(order.compare(a, b)))
                        .as(language + ": “" + a + "” and “" + b + "”")
                        .isEqualTo(Integer.signum(wanted == 0 ? a.compareTo(b) : wanted));
            }
        }
    }

    /** {@code -Dorder.write=true} writes it anew, as after another version of ICU. */
    @Test
    void theCommonOrderIsWrittenDownAsItIs() throws IOException {
        List<String> lines =
                CollationWeights.of(TextOrder.collator(ULocale.ROOT)).lines();
        if (Boolean.getBoolean("order.write")) {
            Files.write(Path.of("src/main/resources/keensparrow/words/common-order.txt"), lines);
        }
        assertThat(CollationWeights.common().lines()).isEqualTo(lines);
        assertThat(CollationWeights.of(TextOrder.collator(ULocale.ROOT)).joinsAscii())
                .isFalse();
    }

    @Test
    void languagesWithTheSameOrderShareIt() {
        assertThat(TextOrder.of("de-AT")).isSameAs(TextOrder.of("en-US")).isSameAs(TextOrder.of("xx"));
        assertThat(TextOrder.of("sv-FI")).isSameAs(TextOrder.of("sv")).isNotSameAs(TextOrder.of("da"));
    }

    @Test
    void saysWhereTextsOfTheServersOrderStandInAnother() {
        List<String> texts = sorted("Årsta", "Bagarmossen", "Älvsjö", "Zinkensdamm", "Öja");
        assertThat(texts).containsExactly("Älvsjö", "Årsta", "Bagarmossen", "Öja", "Zinkensdamm");
        assertThat(TextOrder.of("sv").ranks(texts.size(), texts::get)).containsExactly(3, 2, 0, 4, 1);
        assertThat(TextOrder.of("sv").ranks(3, List.of("Bo", "Eva", "Zoe")::get))
                .isEmpty();
        assertThat(TextOrder.INSTANCE.ranks(texts.size(), texts::get)).isEmpty();
    }

    @Test
    void comparesAsEqualOnlyWhatIsEqual() {
        assertThat(TextOrder.INSTANCE.compare("a", "A")).isNotZero();
        assertThat(TextOrder.INSTANCE.compare("7", "007")).isNotZero();
        assertThat(TextOrder.INSTANCE.compare("é", "e")).isNotZero();
        assertThat(TextOrder.INSTANCE.compare("same", "same")).isZero();
    }

    @Test
    void ordersNumbersLongerThanALong() {
        assertThat(sorted("9999999999999999999999", "10000000000000000000000", "5"))
                .containsExactly("5", "9999999999999999999999", "10000000000000000000000");
    }

    @Test
    void isAnOrderOnRandomTexts() {
        Random random = new Random(20261123);
        List<String> texts = new ArrayList<>();
        for (int i = 0; i < 300; i++) {
            StringBuilder text = new StringBuilder();
            for (int n = random.nextInt(5); n >= 0; n--) {
                text.append("aAéZ019 -".charAt(random.nextInt(9)));
            }
            texts.add(text.toString());
        }
        for (String a : texts) {
            for (String b : texts) {
                int ab = Integer.signum(TextOrder.INSTANCE.compare(a, b));
                assertThat(ab).as(a + " / " + b).isEqualTo(-Integer.signum(TextOrder.INSTANCE.compare(b, a)));
                assertThat(ab == 0).isEqualTo(a.equals(b));
            }
        }
        texts.sort(TextOrder.INSTANCE); // fails by itself when the order contradicts itself
        assertThat(texts).isSortedAccordingTo(TextOrder.INSTANCE);
    }

    @Test
    void bytesOfAsciiCompareAsTheirTexts() {
        Random random = new Random(11);
        String[] pieces = {"a", "A", "b", "0", "00", "1", "19", "2", "-", " ", "_", "Z"};
        for (int i = 0; i < 40_000; i++) {
            String a = text(random, pieces);
            String b = random.nextBoolean() ? a + text(random, pieces) : text(random, pieces);
            byte[] x = ("x" + a).getBytes(StandardCharsets.US_ASCII);
            byte[] y = ("yy" + b).getBytes(StandardCharsets.US_ASCII);
            assertThat(Integer.signum(TextOrder.compareAscii(x, 1, x.length, y, 2, y.length)))
                    .as("“" + a + "” and “" + b + "”")
                    .isEqualTo(Integer.signum(TextOrder.INSTANCE.compare(a, b)));
        }
    }

    private static String text(Random random, String... pieces) {
        StringBuilder text = new StringBuilder();
        for (int n = random.nextInt(6); n > 0; n--) {
            text.append(pieces[random.nextInt(pieces.length)]);
        }
        return text.toString();
    }
}
