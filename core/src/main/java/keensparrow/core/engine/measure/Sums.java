package keensparrow.core.engine.measure;

/** Adding up arrays of parts. */
final class Sums {
    private Sums() {}

    static void merge(long[] into, long[] from, int[] target) {
        for (int g = 0; g < from.length; g++) {
            if (target[g] >= 0) {
                into[target[g]] += from[g];
            }
        }
    }
}
