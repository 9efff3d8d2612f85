package keensparrow.core.prepare;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import keensparrow.core.column.Column;
import keensparrow.core.column.TextColumn;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Table;

/** Texts of a column that differ in case, spaces, accents or marks alone, and are probably the same. */
final class Spellings {
    private static final int MAX_VALUES = 20_000;
    private static final int MAX_FOUND = 12;

    private Spellings() {}

    /** @param texts the commonest first, @param rows of each */
    record Found(ColumnInfo column, List<String> texts, List<Integer> rows) {}

    /** Those of categories and names; identifiers differ by such marks on purpose. */
    static List<Found> find(Table table) {
        List<Found> found = new ArrayList<>();
        for (ColumnInfo info : table.schema().columns()) {
            Column column = table.column(info.name());
            if (column instanceof TextColumn texts
                    && info.role() != Role.IDENTIFIER
                    && texts.dictionarySize() <= MAX_VALUES) {
                found.addAll(in(info, texts));
            }
        }
        return found.subList(0, Math.min(MAX_FOUND, found.size()));
    }

    private static List<Found> in(ColumnInfo info, TextColumn texts) {
        Map<String, List<Integer>> alike = new LinkedHashMap<>();
        for (int code = 0; code < texts.dictionarySize(); code++) {
            alike.computeIfAbsent(fingerprint(texts.text(code)), key -> new ArrayList<>())
                    .add(code);
        }
        alike.entrySet()
                .removeIf(one -> one.getValue().size() < 2 || one.getKey().length() < 2);
        if (alike.isEmpty()) {
            return List.of();
        }
        int[] rows = new int[texts.dictionarySize()];
        for (int row = 0; row < texts.rowCount(); row++) {
            int code = texts.codes().code(row);
            if (code >= 0) {
                rows[code]++;
            }
        }
        List<Found> found = new ArrayList<>();
        for (List<Integer> codes : alike.values()) {
            codes.sort(Comparator.comparingInt((Integer code) -> -rows[code]));
            found.add(new Found(
                    info,
                    codes.stream().map(texts::text).toList(),
                    codes.stream().map(code -> rows[code]).toList()));
        }
        return found;
    }

    /** Letters and digits in small, without accents; a mark between digits stays, since 1.2 is not 12. */
    static String fingerprint(String text) {
        String plain = Normalizer.normalize(text, Normalizer.Form.NFKD)
                .replaceAll("\\p{M}+", "")
                .toLowerCase(Locale.ROOT);
        return plain.replaceAll("(?<=\\p{N})[^\\p{L}\\p{N}]+(?=\\p{N})", "-")
                .replaceAll("(?<!\\p{N})[^\\p{L}\\p{N}]+|[^\\p{L}\\p{N}]+(?!\\p{N})", "");
    }
}
