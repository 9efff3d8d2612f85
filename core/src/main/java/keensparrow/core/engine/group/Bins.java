package keensparrow.core.engine.group;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import keensparrow.core.column.Column;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;

/**
 * Bins of round numbers over a number column: lower edge included, upper excluded. A lone outlier does not flatten
 * the rest: where the largest value lies far beyond all but half a percent of the others, the last bin reaches from
 * there to the end; the same at the lower end.
 */
public final class Bins {
    private static final int WANTED = 24;
    private static final int MAX = 100_000;
    private static final double FAR = 1.5;
    private static final int SAMPLE = 200_000;

    private final List<BigDecimal> edges;
    private final double[] inner;

    private Bins(List<BigDecimal> edges) {
        this.edges = edges;
        this.inner = edges.stream().mapToDouble(BigDecimal::doubleValue).toArray();
    }

    /** Edges in rising order, one more than bins; the first bin takes all below, the last all above and its edge. */
    public List<BigDecimal> edges() {
        return edges;
    }

    public int count() {
        return edges.size() - 1;
    }

    /** Number of the bin that holds a value. */
    public int of(double value) {
        int at = Arrays.binarySearch(inner, value);
        int bin = at >= 0 ? at : -at - 2;
        return Math.max(0, Math.min(count() - 1, bin));
    }

    /** Bins of a column; none when it has no value. */
    public static Optional<Bins> of(Column column) {
        double[] sample = sample(column);
        if (sample.length == 0) {
            return Optional.empty();
        }
        Arrays.sort(sample);
        double smallest = smallest(column, sample);
        double largest = largest(column, sample);
        double low = sample[(int) (sample.length * 0.005)];
        double high = sample[Math.min(sample.length - 1, (int) (sample.length * 0.995))];
        double width = high - low;
        if (width <= 0) { // nearly all rows have one value: no tail to cut off
            low = smallest;
            high = largest;
        } else {
            low = low - smallest > FAR * width ? low : smallest;
            high = largest - high > FAR * width ? high : largest;
        }
        return Optional.of(between(low, high, isWhole(column), largest));
    }

    /** Bins of one width from the multiple below the smallest value to the largest; none when there is no value. */
    static Optional<Bins> ofWidth(Column column, BigDecimal width, String label) {
        double[] sample = sample(column);
        if (sample.length == 0) {
            return Optional.empty();
        }
        if (width.signum() <= 0) {
            throw new UserException(ErrorCode.INVALID_REQUEST, Text.of("group.theWidthOfABin"));
        }
        Arrays.sort(sample);
        BigDecimal smallest = BigDecimal.valueOf(smallest(column, sample));
        BigDecimal largest = BigDecimal.valueOf(largest(column, sample));
        BigDecimal first = smallest.divide(width, 0, RoundingMode.FLOOR).multiply(width);
        BigDecimal bins =
                largest.subtract(first).divide(width, 0, RoundingMode.CEILING).max(BigDecimal.ONE);
        if (bins.compareTo(BigDecimal.valueOf(MAX)) > 0) {
            throw new UserException(
                    ErrorCode.TOO_MANY_GROUPS,
                    Text.of(
                            "group.inBinsOfGivesGroups",
                            "label",
                            UserException.quote(label),
                            "width",
                            width.toPlainString(),
                            "bins",
                            bins.toPlainString()));
        }
        List<BigDecimal> edges = new ArrayList<>();
        for (int i = 0; i <= bins.intValueExact(); i++) {
            edges.add(plain(first.add(width.multiply(BigDecimal.valueOf(i)))));
        }
        return Optional.of(new Bins(List.copyOf(edges)));
    }

    private static Bins between(double low, double high, boolean whole, double largest) {
        BigDecimal step = roundStep((high - low) / WANTED, whole);
        BigDecimal first =
                BigDecimal.valueOf(Math.floor(low / step.doubleValue() + 1e-9)).multiply(step);
        List<BigDecimal> edges = new ArrayList<>();
        BigDecimal edge = first;
        edges.add(plain(edge));
        do {
            edge = edge.add(step);
            edges.add(plain(edge));
        } while (edge.doubleValue() < high || (edge.doubleValue() <= high && high == largest && whole));
        return new Bins(List.copyOf(edges));
    }

    private static BigDecimal plain(BigDecimal value) {
        BigDecimal stripped = value.stripTrailingZeros();
        return stripped.scale() < 0 ? stripped.setScale(0) : stripped;
    }

    /** The width of as many bins as there are usually, for values that reach so far. */
    public static BigDecimal stepOf(double reach) {
        return roundStep(reach / WANTED, false);
    }

    /** 1, 2 or 5 times a power of ten, not below the width wanted; at least 1 for whole numbers. */
    static BigDecimal roundStep(double wanted, boolean whole) {
        double floor = whole ? 1 : 1e-9;
        double least = Math.max(wanted, floor);
        int exponent = (int) Math.floor(Math.log10(least));
        for (int power = exponent; ; power++) {
            for (int digit : new int[] {1, 2, 5}) {
                BigDecimal step = BigDecimal.valueOf(digit).scaleByPowerOfTen(power);
                if (step.doubleValue() >= least * (1 - 1e-9)) {
                    return step;
                }
            }
        }
    }

    private static boolean isWhole(Column column) {
        return column instanceof LongColumn longs && longs.scale() == 0;
    }

    private static double[] sample(Column column) {
        int rows = column.rowCount();
        int stride = Math.max(1, rows / SAMPLE);
        double[] values = new double[rows / stride + 1];
        int count = 0;
        for (int row = 0; row < rows; row += stride) {
            if (!column.isBlank(row)) {
                values[count++] = number(column, row);
            }
        }
        return Arrays.copyOf(values, count);
    }

    /** The number in a row that is not blank. */
    public static double number(Column column, int row) {
        return column instanceof DoubleColumn doubles
                ? doubles.value(row)
                : ((LongColumn) column).value(row) / (double) ((LongColumn) column).unit();
    }

    private static double smallest(Column column, double[] sample) {
        return column instanceof LongColumn longs
                ? longs.min() / (double) longs.unit()
                : extreme(column, sample[0], false);
    }

    private static double largest(Column column, double[] sample) {
        return column instanceof LongColumn longs
                ? longs.max() / (double) longs.unit()
                : extreme(column, sample[sample.length - 1], true);
    }

    private static double extreme(Column column, double start, boolean largest) {
        double best = start;
        for (int row = 0; row < column.rowCount(); row++) {
            if (!column.isBlank(row)) {
                double value = number(column, row);
                best = largest ? Math.max(best, value) : Math.min(best, value);
            }
        }
        return best;
    }
}
