package keensparrow.core.column;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PackedIntsTest {
    @ParameterizedTest
    @CsvSource({
        "-128, 127, 1",
        "-129, 0, 2",
        "0, 128, 2",
        "-32768, 32767, 2",
        "0, 32768, 4",
        "-2147483648, 2147483647, 4",
        "0, 2147483648, 8",
        "-9223372036854775808, 9223372036854775807, 8"
    })
    void takesTheFewestBytesThatHoldAllValues(long low, long high, int width) {
        PackedInts narrow = PackedInts.packed(new long[] {low, 0, high}, 3);
        assertThat(narrow.width()).isEqualTo(width);
        assertThat(narrow.get(0)).isEqualTo(low);
        assertThat(narrow.get(2)).isEqualTo(high);
        long[] out = new long[2];
        narrow.read(new int[] {2, 0}, 2, out);
        assertThat(out).containsExactly(high, low);
        assertThat(narrow.sum(new int[] {2, 1, 0}, 3)).isEqualTo(high + low);
        long[] sums = {5, 7};
        narrow.addTo(sums, new int[] {2, 0, 1}, new int[] {1, 0, 1}, 3, 1);
        assertThat(sums).containsExactly(5 + low, 7 + high);
        narrow.addTo(sums, new int[] {2}, new int[] {1}, 1, -1);
        assertThat(sums[1]).isEqualTo(7);
        narrow.copy(1, 2, out);
        assertThat(out).containsExactly(0, high);
    }

    @Test
    void aListThatGrowsKeepsEveryValueAndBlank() {
        Random random = new Random(8);
        LongList list = new LongList();
        int rows = 200_000;
        for (int row = 0; row < rows; row++) {
            if (row % 7 == 3) {
                list.addBlank();
            } else {
                list.add(row < 70_000 ? row % 100 : row * 1_000_003L); // narrow chunks, then wide ones
            }
        }
        long[] present = list.validity();
        PackedInts values = list.drain();
        assertThat(values.length()).isEqualTo(rows);
        for (int i = 0; i < 2000; i++) {
            int row = random.nextInt(rows);
            boolean blank = row % 7 == 3;
            assertThat(Bits.present(present, row)).isEqualTo(!blank);
            assertThat(values.get(row)).isEqualTo(blank ? 0 : row < 70_000 ? row % 100 : row * 1_000_003L);
        }
        assertThat(list.size()).isZero();
    }

    @Test
    void manyTextsAreFoundByTheirPlaceAndByThemselves() {
        String[] sorted = new String[70_000];
        for (int i = 0; i < sorted.length; i++) {
            sorted[i] = "Überfahrt " + i;
        }
        Texts many = Texts.of(sorted.clone());
        assertThat(many.size()).isEqualTo(70_000);
        assertThat(many.get(0)).isEqualTo("Überfahrt 0");
        assertThat(many.get(69_999)).isEqualTo("Überfahrt 69999");
        assertThat(many.find("Überfahrt 12345")).contains(12_345);
        assertThat(many.find("Überfahrt")).isEmpty();
        assertThat(many.sizeBytes()).isLessThan(70_000 * 24);
    }
}
