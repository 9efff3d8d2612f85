package keensparrow.core.column;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
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
                .containsExactly("Åre", "Arlanda", "Łódź", "Lund", "Øresund", "Östersund", "Straße", "Strasse", "Zug");
        assertThat(sortedIn("sv-SE", "Zug", "Åre", "Arlanda", "Östersund", "Ängelholm", "Oskarshamn"))
                .containsExactly("Arlanda", "Oskarshamn", "Zug", "Åre", "Ängelholm", "Östersund");
        assertThat(sortedIn("da", "Århus", "Ærø", "Ølstykke", "Odense", "Zeus"))
                .containsExactly("Odense", "Zeus", "Ærø", "Ølstykke", "Århus");
        assertThat(sortedIn("es", "nube", "ñandú", "oso", "árbol", "azul"))
                .containsExactly("árbol", "azul", "nube", "ñandú", "oso");
        assertThat(sortedIn("pl", "Łódź", "Lublin", "Mielec", "Świdnica", "Szczecin", "Toruń"))
                .containsExactly("Lublin", "Łódź", "Mielec", "Szczecin", "Świdnica", "Toruń");
        assertThat(sortedIn("cs", "Černý", "Cukr", "Dvořák", "Řeřicha", "Rys"))
                .containsExactly("Cukr", "Černý", "Dvořák", "Rys", "Řeřicha");
        assertThat(sortedIn("tr", "ısı", "incir", "hat", "çay", "can", "dağ"))
                .containsExactly("can", "çay", "dağ", "hat", "ısı", "incir");
    }

    @Test
    void columnsKeptInAnotherOrderAreSortedAnew() {
        TextColumn texts = TextColumn.sorted(
                Texts.of(new String[] {"b", "a", "C"}), PackedInts.packed(new int[] {0, 1, 2, -1, 0}));
        assertThat(List.of(texts.text(0), texts.text(1), texts.text(2))).containsExactly("a", "b", "C");
        assertThat(texts.plain(0)).isEqualTo("b");
        assertThat(texts.plain(2)).isEqualTo("C");
        assertThat(texts.isBlank(3)).isTrue();
        TagsColumn tags = TagsColumn.sorted(
                new String[] {"z", "m"}, new int[][] {{0, 1}, {1}}, PackedInts.packed(new int[] {0, 1, -1}));
        assertThat(tags.tag(0)).isEqualTo("m");
        assertThat(tags.plain(0)).isEqualTo("z;m");
        assertThat(tags.plain(1)).isEqualTo("m");
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

    private static String text(Random random, String[] pieces) {
        StringBuilder text = new StringBuilder();
        for (int n = random.nextInt(6); n > 0; n--) {
            text.append(pieces[random.nextInt(pieces.length)]);
        }
        return text.toString();
    }
}
