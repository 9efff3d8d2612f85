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
