package keensparrow.core.prepare;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TextColumn;
import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Table;

/** Finds a value of a category whose rows sum up those of the others, such as “All regions”: counted, it doubles every sum. */
final class TotalRows {
    private static final Pattern CALLED = Pattern.compile(
            "(?iu)(grand )?totals?\\b.*|.*\\btotal|all\\b.*|overall|world|both( sexes)?|sum"
                    + "|gesamt.*|insgesamt|alle\\b.*|summe|ensemble|tous\\b.*|toutes\\b.*|todos\\b.*|todas\\b.*|totale|tutti\\b.*|totaal|razem|ogółem");
    private static final int MAX_ROWS = 300_000;
    private static final int MAX_VALUES = 300;
    private static final double NEARLY = 0.005;
    private static final double MOSTLY = 0.9;

    private final Table table;

    TotalRows(Table table) {
        this.table = table;
    }

    /** A value of a category, and whether its rows do sum up the others. */
    record Found(ColumnInfo column, String value, boolean sums) {}

    List<Found> find() {
        List<Found> found = new ArrayList<>();
        if (table.rowCount() > MAX_ROWS) {
            return found;
        }
        for (ColumnInfo info : table.schema().columns()) {
            if (info.type() == ColumnType.TEXT && info.isGrouping()) {
                TextColumn texts = (TextColumn) table.column(info.name());
                called(texts)
                        .ifPresent(code -> found.add(new Found(info, texts.text(code), sumsUp(info, texts, code))));
            }
        }
        return found;
    }

    /** The code of the only value that is called a total. */
    private static Optional<Integer> called(TextColumn texts) {
        if (texts.dictionarySize() < 3 || texts.dictionarySize() > MAX_VALUES) {
            return Optional.empty();
        }
        List<Integer> codes = new ArrayList<>();
        for (int code = 0; code < texts.dictionarySize(); code++) {
            if (CALLED.matcher(texts.text(code).strip()).matches()) {
                codes.add(code);
            }
        }
        return codes.size() == 1 ? Optional.of(codes.get(0)) : Optional.empty();
    }

    private boolean sumsUp(ColumnInfo category, TextColumn texts, int total) {
        List<Column> keys = new ArrayList<>();
        List<Column> values = new ArrayList<>();
        for (ColumnInfo info : table.schema().columns()) {
            Additivity additivity = info.additivity();
            boolean measured = info.type().isNumber() && info.role() == Role.MEASURE;
            if (measured && additivity != null && additivity.kind() != Additivity.Kind.AVERAGE) {
                values.add(table.column(info.name()));
            } else if (!measured && !info.equals(category) && info.role() != Role.IDENTIFIER) {
                keys.add(table.column(info.name()));
            }
        }
        return !values.isEmpty() && values.stream().allMatch(column -> sumsUp(texts, total, keys, column));
    }

    private boolean sumsUp(TextColumn texts, int total, List<Column> keys, Column values) {
        Map<String, BigDecimal[]> sums = new HashMap<>(); // of the total and of the others
        for (int row = 0; row < table.rowCount(); row++) {
            String value = values.plain(row);
            if (value == null || texts.isBlank(row)) {
                continue;
            }
            StringBuilder key = new StringBuilder();
            for (Column column : keys) {
                key.append(column.plain(row)).append('\n');
            }
            BigDecimal[] both = sums.computeIfAbsent(key.toString(), none -> new BigDecimal[] {null, BigDecimal.ZERO});
            if (texts.codes().code(row) == total) {
                both[0] = both[0] == null ? new BigDecimal(value) : both[0].add(new BigDecimal(value));
            } else {
                both[1] = both[1].add(new BigDecimal(value));
            }
        }
        long told = sums.values().stream().filter(both -> both[0] != null).count();
        long right = sums.values().stream()
                .filter(both -> both[0] != null && isNear(both[0].doubleValue(), both[1].doubleValue()))
                .count();
        return told > 0 && right >= told * MOSTLY;
    }

    private static boolean isNear(double total, double sum) {
        return Math.abs(total - sum) <= Math.abs(total) * NEARLY && total != 0 || total == 0 && sum == 0;
    }
}
