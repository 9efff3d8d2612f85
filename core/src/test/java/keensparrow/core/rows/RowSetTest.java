package keensparrow.core.rows;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.BitSet;
import java.util.Random;
import keensparrow.core.column.Bits;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class RowSetTest {
    private static RowSet set(int rowCount, BitSet bits) {
        long[] words = new long[Bits.words(rowCount)];
        bits.stream().forEach(row -> Bits.set(words, row));
        return new RowSet(rowCount, words);
    }

    private static BitSet random(int rowCount, long seed) {
        Random random = new Random(seed);
        BitSet bits = new BitSet();
        for (int row = 0; row < rowCount; row++) {
            bits.set(row, random.nextInt(3) == 0);
        }
        return bits;
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 63, 64, 65, 4095, 4096, 4097, 20_000})
    void agreesWithTheJdksBitSet(int rowCount) {
        BitSet a = random(rowCount, 1);
        BitSet b = random(rowCount, 2);
        BitSet and = (BitSet) a.clone();
        and.and(b);
        BitSet or = (BitSet) a.clone();
        or.or(b);
        BitSet not = (BitSet) a.clone();
        not.flip(0, rowCount);
        RowSet ours = set(rowCount, a);
        assertThat(ours.toArray()).isEqualTo(a.stream().toArray());
        assertThat(ours.and(set(rowCount, b)).toArray()).isEqualTo(and.stream().toArray());
        assertThat(ours.or(set(rowCount, b)).toArray()).isEqualTo(or.stream().toArray());
        assertThat(ours.complement().toArray()).isEqualTo(not.stream().toArray());
        assertThat(ours.complement().size()).isEqualTo(rowCount - a.cardinality());
    }

    @Test
    void allAndNone() {
        assertThat(RowSet.all(130).size()).isEqualTo(130);
        assertThat(RowSet.none(130).size()).isZero();
        assertThat(RowSet.all(130).complement().size()).isZero();
        assertThat(RowSet.all(130).contains(129)).isTrue();
    }

    @Test
    void batchesSkipEmptyBlocks() {
        BitSet far = new BitSet();
        far.set(9000);
        RowBatches batch = set(10_000, far).batches();
        assertThat(batch.next()).isTrue();
        assertThat(batch.size()).isEqualTo(1);
        assertThat(batch.rows()[0]).isEqualTo(9000);
        assertThat(batch.next()).isFalse();
        assertThat(batch.size()).isZero();
    }
}
