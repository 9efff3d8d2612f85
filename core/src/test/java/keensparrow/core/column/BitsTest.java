package keensparrow.core.column;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.BitSet;
import java.util.Random;
import org.junit.jupiter.api.Test;

class BitsTest {
    @Test
    void partsOfAnyLengthFollowOneAnother() {
        Random random = new Random(3);
        for (int round = 0; round < 200; round++) {
            BitSet expected = new BitSet();
            int[] counts = random.ints(1 + random.nextInt(8), 0, 300).toArray();
            int rows = java.util.Arrays.stream(counts).sum();
            long[] words = new long[Bits.words(rows)];
            int at = 0;
            for (int count : counts) {
                long[] part = new long[Bits.words(count)];
                for (int i = 0; i < count; i++) {
                    if (random.nextBoolean()) {
                        Bits.set(part, i);
                        expected.set(at + i);
                    }
                }
                Bits.append(words, at, part, count);
                at += count;
            }
            assertThat(BitSet.valueOf(words)).isEqualTo(expected);
        }
    }

    @Test
    void onesHaveNoneBeyond() {
        assertThat(Bits.count(Bits.ones(130))).isEqualTo(130);
        assertThat(Bits.ones(64)).containsExactly(-1L);
        assertThat(Bits.ones(0)).isEmpty();
    }
}
