package keensparrow.core.prepare;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import keensparrow.core.column.Column;
import keensparrow.core.column.TextColumn;
import org.jspecify.annotations.Nullable;

/**
 * Which row of another table has the keys of each row here: equal when all of them are written alike, blanks match
 * nothing.
 *
 * @param rows of the other table for each row here, the first with its keys; below 0 for none
 * @param repeated keys that are asked for and stand in several rows there, several of one row with commas between
 */
record KeyMatches(int[] rows, Set<String> repeated) {
    /** @param here, there the columns of the keys, one for one */
    static KeyMatches of(List<Column> here, List<Column> there) {
        int[] ids = new int[here.get(0).rowCount()];
        int[] others = new int[there.get(0).rowCount()];
        for (int key = 0; key < here.size(); key++) {
            Map<String, Integer> values = new HashMap<>();
            boolean texts = here.get(key) instanceof TextColumn && there.get(key) instanceof TextColumn;
            int[] next = texts ? codes((TextColumn) there.get(key), null) : numbered(there.get(key), values, true);
            int[] asked = texts
                    ? codes((TextColumn) here.get(key), (TextColumn) there.get(key))
                    : numbered(here.get(key), values, false);
            if (key == 0) {
                others = next;
                ids = asked;
            } else {
                Map<Long, Integer> pairs = new HashMap<>();
                others = paired(others, next, pairs, true);
                ids = paired(ids, asked, pairs, false);
            }
        }
        return of(ids, others, there);
    }

    private static KeyMatches of(int[] ids, int[] others, List<Column> there) {
        int count = IntStream.of(others).max().orElse(-1) + 1;
        int[] first = new int[count];
        boolean[] twice = new boolean[count];
        Arrays.fill(first, -1);
        for (int row = 0; row < others.length; row++) {
            int id = others[row];
            if (id >= 0) {
                twice[id] = first[id] >= 0;
                first[id] = first[id] < 0 ? row : first[id];
            }
        }
        Set<Integer> repeated = new LinkedHashSet<>();
        int[] rows = new int[ids.length];
        for (int row = 0; row < rows.length; row++) {
            rows[row] = ids[row] < 0 || ids[row] >= count ? -1 : first[ids[row]]; // no row there may have the code
            if (rows[row] >= 0 && twice[ids[row]]) {
                repeated.add(rows[row]);
            }
        }
        return new KeyMatches(rows, named(repeated, there));
    }

    private static Set<String> named(Set<Integer> rows, List<Column> there) {
        return rows.stream()
                .map(row -> there.stream()
                        .map(column -> String.valueOf(column.plain(row)))
                        .collect(Collectors.joining(", ")))
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** The code of each row's text, in another column where one is given; below 0 for blanks and texts not there. */
    private static int[] codes(TextColumn column, @Nullable TextColumn as) {
        int[] codes = new int[column.rowCount()];
        int[] other = as == null ? null : as.codesOf(column);
        for (int row = 0; row < codes.length; row++) {
            int code = column.codes().code(row);
            codes[row] = code < 0 || other == null ? code : other[code];
        }
        return codes;
    }

    /** The number of each row's value; below 0 for blanks and, where values are not added, for those that are not known. */
    private static int[] numbered(Column column, Map<String, Integer> values, boolean adds) {
        List<Integer> ofCode = new ArrayList<>();
        if (column instanceof TextColumn texts) { // each different text once
            for (int code = 0; code < texts.dictionarySize(); code++) {
                ofCode.add(numberOf(texts.text(code), values, adds));
            }
        }
        int[] numbers = new int[column.rowCount()];
        for (int row = 0; row < numbers.length; row++) {
            if (column.isBlank(row)) {
                numbers[row] = -1;
            } else if (column instanceof TextColumn texts) {
                numbers[row] = ofCode.get(texts.codes().code(row));
            } else {
                numbers[row] = numberOf(String.valueOf(column.plain(row)), values, adds);
            }
        }
        return numbers;
    }

    private static <T> int numberOf(T value, Map<T, Integer> values, boolean adds) {
        Integer known = values.get(value);
        if (known == null && adds) {
            known = values.size();
            values.put(value, known);
        }
        return known == null ? -1 : known;
    }

    private static int[] paired(int[] before, int[] next, Map<Long, Integer> pairs, boolean adds) {
        int[] numbers = new int[before.length];
        for (int row = 0; row < numbers.length; row++) {
            numbers[row] = before[row] < 0 || next[row] < 0
                    ? -1
                    : numberOf((long) before[row] << Integer.SIZE | next[row], pairs, adds);
        }
        return numbers;
    }

    /** How many rows have no match. */
    int unmatched() {
        return (int) IntStream.of(rows).filter(row -> row < 0).count();
    }

    /** Whether several rows here take the same row there. */
    boolean repeats(int rowsThere) {
        boolean[] taken = new boolean[rowsThere];
        for (int row : rows) {
            if (row >= 0 && taken[row]) {
                return true;
            }
            if (row >= 0) {
                taken[row] = true;
            }
        }
        return false;
    }
}
