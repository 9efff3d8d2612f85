package keensparrow.core.layout;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;
import keensparrow.core.infer.text.CellLook;
import keensparrow.core.infer.text.CellNumber;
import org.jspecify.annotations.Nullable;

/**
 * Finds rows within a table that sum up others: those that say so, and those whose numbers are the sums of a block of rows
 * above or below them. Left in, they are counted twice.
 */
final class TotalFinder {
    private static final double NEARLY = 0.0005;
    private static final double MOSTLY = 0.5;
    private static final int MIN_ROWS = 3;
    private static final int MIN_BLOCKS = 2;
    private static final int MIN_OF_BLOCK = 2;
    private static final int FEW_ROWS = 200;
    private static final int SURE_ROWS = 6; // where a single column of numbers is all that tells

    private final Block block;
    private final int from; // the columns looked at
    private final int to;
    private final int first;
    private final int end;
    private final List<Integer> numbers = new ArrayList<>(); // columns
    private final @Nullable Double[][] values; // by row, by place in numbers
    private final TreeMap<Integer, String> found = new TreeMap<>();
    private final TreeMap<Integer, String> doubtful = new TreeMap<>();

    private TotalFinder(Block block, int from, int to, int first, int end) {
        this.block = block;
        this.from = from;
        this.to = to;
        this.first = first;
        this.end = end;
        for (int column = from; column < to; column++) {
            if (isOfNumbers(column)) {
                numbers.add(column);
            }
        }
        values = new Double[Math.max(0, end - first)][numbers.size()];
        for (int i = first; i < end; i++) {
            for (int n = 0; n < numbers.size(); n++) {
                int column = numbers.get(n);
                values[i - first][n] =
                        CellNumber.of(block.row(i).kind(column), block.row(i).text(column));
            }
        }
    }

    /**
     * Rows of a block by their place in it, with what stands in them as their name.
     *
     * @param sure which sum up others, @param doubtful which are called so, but whose numbers do not add up
     */
    record Found(TreeMap<Integer, String> sure, TreeMap<Integer, String> doubtful) {}

    /** Among the rows {@code [first, end)} of the block, in its columns {@code [from, to)}. Cost O(cells), with few totals. */
    static Found find(Block block, int from, int to, int first, int end) {
        TotalFinder finder = new TotalFinder(block, from, to, first, end);
        if (end - first >= MIN_ROWS && !finder.numbers.isEmpty()) {
            finder.byLabel();
            finder.byBlocks();
            finder.ofAll();
        }
        return new Found(finder.found, finder.doubtful);
    }

    private boolean isOfNumbers(int column) {
        int numbersIn = 0;
        int filled = 0;
        for (int i = first; i < end; i++) {
            CellLook look = block.look(i, column);
            numbersIn += look == CellLook.NUMBER ? 1 : 0;
            filled += look == CellLook.EMPTY || look == CellLook.BLANK_MARK ? 0 : 1;
        }
        return numbersIn > 0 && numbersIn >= filled * 0.8;
    }

    /** The texts of a row that are no numbers; the first of them names it. */
    private String name(int i) {
        for (int column = from; column < to; column++) {
            if (block.look(i, column) != CellLook.EMPTY) {
                return block.row(i).text(column);
            }
        }
        return "";
    }

    private @Nullable String totalLabel(int i) {
        for (int column = from; column < to; column++) {
            if (block.look(i, column) == CellLook.WORD && !numbers.contains(column)) {
                String text = block.row(i).text(column);
                if (TotalLabels.isOne(text)) {
                    return text;
                }
            }
        }
        return null;
    }

    private void byLabel() {
        List<Integer> labelled = new ArrayList<>();
        for (int i = first; i < end; i++) {
            if (totalLabel(i) != null && hasNumbers(i)) {
                labelled.add(i);
            }
        }
        if (labelled.size() * 2 > end - first) {
            return; // a table of totals
        }
        int sectionStart = first;
        for (int at = 0; at < labelled.size(); at++) {
            int i = labelled.get(at);
            String label = String.valueOf(totalLabel(i));
            int next = at + 1 < labelled.size() ? labelled.get(at + 1) : end;
            boolean sums = isSum(i, sectionStart, i, labelled)
                    || isSum(i, first, i, labelled)
                    || isSum(i, i + 1, next, labelled)
                    || isSum(i, first, end, labelled);
            boolean category = TotalLabels.isBare(label) && comesWithoutSum(label, labelled);
            boolean comesAgain = labelled.stream().anyMatch(other -> other != i && label.equals(totalLabel(other)));
            boolean bare = TotalLabels.isBare(label);
            boolean loose = TotalLabels.isLoose(label);
            if (!category && sums || (!bare || comesAgain) && saysSo(i, label, loose)) {
                found.put(i, label);
            } else if (bare
                    || !loose && labelled.size() > 1
                    || end - first <= FEW_ROWS) { // else a name, such as a family's
                doubtful.put(i, label);
            }
            sectionStart = i + 1;
        }
    }

    /** Whether a row of that name sums up nothing: then the name is one of a category. */
    private boolean comesWithoutSum(String label, List<Integer> labelled) {
        int start = first;
        for (int at = 0; at < labelled.size(); at++) {
            int i = labelled.get(at);
            int next = at + 1 < labelled.size() ? labelled.get(at + 1) : end;
            boolean sums = isSum(i, start, i, labelled)
                    || isSum(i, first, i, labelled)
                    || isSum(i, i + 1, next, labelled)
                    || isSum(i, first, end, labelled);
            if (label.equals(totalLabel(i)) && !sums) {
                return true;
            }
            start = i + 1;
        }
        return false;
    }

    /** Whether a column that says what rows are of says nothing of this one. */
    private boolean hasBlankLabel(int i) {
        for (int column = from; column < to; column++) {
            boolean label = !numbers.contains(column) && block.filledIn(column, first, end) > (end - first) * MOSTLY;
            if (label && block.look(i, column) == CellLook.EMPTY) {
                return true;
            }
        }
        return false;
    }

    private boolean saysSo(int i, String label, boolean loose) {
        return TotalLabels.isSure(label)
                || (loose
                        ? sumsUp(i, namedBy(i, label).toArray())
                        : hasBlankLabel(i) || namedBy(i, label).findFirst().isPresent());
    }

    /** The rows that a label names: those of “North” for “Total North”. */
    private IntStream namedBy(int i, String label) {
        String of = TotalLabels.of(label);
        return IntStream.range(first, end)
                .filter(row -> row != i
                        && !of.isEmpty()
                        && IntStream.range(from, to)
                                .anyMatch(column -> block.row(row).text(column).equalsIgnoreCase(of)));
    }

    private boolean hasNumbers(int i) {
        for (Double value : values[i - first]) {
            if (value != null) {
                return true;
            }
        }
        return false;
    }

    /** Whether most numbers of the row are the sums of those in the rows {@code [top, bottom)}, other totals left out. */
    private boolean isSum(int i, int top, int bottom, List<Integer> totals) {
        return sumsUp(
                i,
                IntStream.range(top, bottom)
                        .filter(row -> row != i && !totals.contains(row) && !found.containsKey(row))
                        .toArray());
    }

    private boolean sumsUp(int i, int[] rows) {
        int told = 0;
        int right = 0;
        for (int n = 0; n < numbers.size(); n++) {
            Double total = values[i - first][n];
            if (total == null) {
                continue;
            }
            double sum = 0;
            double size = 0;
            for (int row : rows) {
                Double value = values[row - first][n];
                sum += value == null ? 0 : value;
                size += value == null ? 0 : Math.abs(value);
            }
            told++;
            right += size > 0 && isNear(total, sum, size) ? 1 : 0;
        }
        return right > 0 && right >= told * MOSTLY;
    }

    private static boolean isNear(double total, double sum, double size) {
        return Math.abs(total - sum) <= Math.max(size * NEARLY * NEARLY, Math.abs(total) * NEARLY);
    }

    /** Rows that nobody called totals: each the sum of the block below it, or of the one above, through the whole table. */
    private void byBlocks() {
        List<Integer> rows = new ArrayList<>();
        for (int i = first; i < end; i++) {
            if (!found.containsKey(i)) {
                rows.add(i);
            }
        }
        for (boolean below : new boolean[] {true, false}) {
            List<Integer> parents = parents(rows, below);
            if (parents.size() >= MIN_BLOCKS && found.isEmpty() | parents.size() > MIN_BLOCKS) {
                parents.forEach(i -> found.put(i, name(i)));
                return;
            }
        }
    }

    /** The rows that part all others into blocks that they sum up; none where that does not work out. */
    private List<Integer> parents(List<Integer> rows, boolean below) {
        for (int n = 0; n < numbers.size(); n++) {
            List<Integer> parents = parents(rows, n, below);
            boolean enough = parents.size() >= MIN_BLOCKS && rows.size() >= SURE_ROWS;
            if (enough && agree(parents, rows, n, below)) {
                return parents;
            }
        }
        return List.of();
    }

    private List<Integer> parents(List<Integer> rows, int n, boolean below) {
        List<Integer> parents = new ArrayList<>();
        int at = 0;
        while (at < rows.size()) {
            int ahead = below ? blockBelow(rows, at, n) : blockAbove(rows, at, n);
            if (ahead < 0) {
                return List.of();
            }
            parents.add(rows.get(below ? at : ahead - 1));
            at = ahead;
        }
        return parents;
    }

    /** Behind the block of rows that the row at {@code at} sums up; −1 for none. */
    private int blockBelow(List<Integer> rows, int at, int n) {
        Double total = values[rows.get(at) - first][n];
        double sum = 0;
        for (int i = at + 1; i < rows.size() && total != null && total > 0; i++) {
            Double value = values[rows.get(i) - first][n];
            if (value == null || value < 0) {
                return -1;
            }
            sum += value;
            if (i - at >= MIN_OF_BLOCK && isNear(total, sum, sum) && !goesOnWithZero(rows, i + 1, n)) {
                return i + 1;
            }
            if (sum > total * (1 + NEARLY)) {
                return -1;
            }
        }
        return -1;
    }

    private boolean goesOnWithZero(List<Integer> rows, int at, int n) {
        Double next = at < rows.size() ? values[rows.get(at) - first][n] : Double.valueOf(1);
        return next != null && next == 0;
    }

    /** Behind the first row that is the sum of those from {@code at} to it; −1 for none. */
    private int blockAbove(List<Integer> rows, int at, int n) {
        double sum = 0;
        for (int i = at; i < rows.size(); i++) {
            Double value = values[rows.get(i) - first][n];
            if (value == null || value < 0) {
                return -1;
            }
            if (i - at >= MIN_OF_BLOCK && sum > 0 && isNear(value, sum, sum)) {
                return i + 1;
            }
            sum += value;
        }
        return -1;
    }

    /** Whether other columns say the same; else whether there are blocks enough, of sums that differ, that it is no chance. */
    private boolean agree(List<Integer> parents, List<Integer> rows, int n, boolean below) {
        for (int other = 0; other < numbers.size(); other++) {
            if (other != n && parents(rows, other, below).equals(parents)) {
                return true;
            }
        }
        Set<Double> sums = new HashSet<>();
        parents.forEach(i -> sums.add(values[i - first][n]));
        return parents.size() > MIN_BLOCKS
                && sums.size() > parents.size() * MOSTLY; // 1, 2, 3 again and again: a number of the treatment
    }

    /** A row at either end that is the sum of all others in several columns, whatever it is called. */
    private void ofAll() {
        if (!found.isEmpty() || end - first < MIN_ROWS + 1) {
            return;
        }
        for (int i : new int[] {first, end - 1}) {
            int told = 0;
            for (int n = 0; n < numbers.size(); n++) {
                told += values[i - first][n] == null ? 0 : 1;
            }
            if (told >= 2 && isSumOfAll(i)) {
                found.put(i, name(i));
                return;
            }
        }
    }

    private boolean isSumOfAll(int i) {
        for (int n = 0; n < numbers.size(); n++) {
            Double total = values[i - first][n];
            double sum = 0;
            for (int row = first; row < end; row++) {
                Double value = values[row - first][n];
                sum += row == i || value == null ? 0 : value;
            }
            if (total == null || total == 0 || Math.abs(total - sum) > Math.abs(total) * NEARLY * NEARLY) {
                return false;
            }
        }
        return true;
    }
}
