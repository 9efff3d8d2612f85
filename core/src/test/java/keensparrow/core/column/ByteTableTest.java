package keensparrow.core.column;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ByteTableTest {
    private static final int BEYOND = 8; // bytes that may be looked at behind a text

    private static int code(ByteTable table, String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        byte[] block = new byte[3 + bytes.length + BEYOND];
        Arrays.fill(block, (byte) 'x'); // what stands around a text does not count
        System.arraycopy(bytes, 0, block, 3, bytes.length);
        return table.code(block, 3, 3 + bytes.length);
    }

    private static String text(ByteTable table, int code) {
        return new String(
                table.bytes(), table.start(code), table.end(code) - table.start(code), StandardCharsets.UTF_8);
    }

    @Test
    void countsTextsInTheOrderTheyCome() {
        ByteTable table = new ByteTable();
        assertThat(code(table, "Vienna")).isZero();
        assertThat(code(table, "Vienna")).isZero();
        assertThat(code(table, "Zürich")).isEqualTo(1);
        assertThat(code(table, "Berlin")).isEqualTo(2); // no longer ascending
        assertThat(code(table, "Zürich")).isEqualTo(1);
        assertThat(code(table, "Vienna")).isZero();
        assertThat(table.size()).isEqualTo(3);
        assertThat(table.isAscii()).isFalse();
        assertThat(table.isAscii(0)).isTrue();
        assertThat(table.isAscii(1)).isFalse();
    }

    @Test
    void tellsTextsApartThatDifferInTheirLastByteOrInLength() {
        ByteTable table = new ByteTable();
        String eight = "12345678";
        String[] texts = {"b", "a", eight, eight + "9", eight + eight, eight + "0", "1234567", "\0", "\0\0", "a\0"};
        for (int i = 0; i < texts.length; i++) {
            assertThat(code(table, texts[i])).as(texts[i]).isEqualTo(i);
        }
        for (int i = 0; i < texts.length; i++) {
            assertThat(code(table, texts[i])).as(texts[i]).isEqualTo(i);
            assertThat(text(table, i)).isEqualTo(texts[i]);
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {10, 1000, 200_000})
    void findsAgainWhatAMapFinds(int different) {
        Random random = new Random(different);
        ByteTable table = new ByteTable();
        Map<String, Integer> codes = new HashMap<>();
        for (int i = 0; i < 60_000; i++) {
            String text = i < 5000 ? String.format("%08d", i / 2) : "é" + random.nextInt(different);
            Integer known = codes.putIfAbsent(text, codes.size());
            assertThat(code(table, text)).isEqualTo(known == null ? codes.size() - 1 : known);
        }
        assertThat(table.size()).isEqualTo(codes.size());
        codes.forEach((text, code) -> assertThat(text(table, code)).isEqualTo(text));
    }

    @Test
    void twoTextsInOneArrayAreComparedToTheirEnds() {
        byte[] bytes = "Hamburg-HamburgHamburg+".getBytes(StandardCharsets.UTF_8);
        byte[] block = Arrays.copyOf(bytes, bytes.length + BEYOND);
        assertThat(ByteTable.same(block, 0, 7, 8, 7)).isTrue();
        assertThat(ByteTable.same(block, 0, 8, 8, 8)).isFalse();
        assertThat(ByteTable.same(block, 0, 7, 8, 6)).isFalse();
        assertThat(ByteTable.same(block, 3, 0, 9, 0)).isTrue();
        assertThat(ByteTable.same(block, 8, 7, 15, 7)).isTrue();
        assertThat(ByteTable.same(block, 8, 14, 8, 14)).isTrue();
    }
}
