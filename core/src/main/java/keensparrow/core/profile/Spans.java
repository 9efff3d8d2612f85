package keensparrow.core.profile;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.meaning.MainTime;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;

/** Finds the columns whose values each have a span of time of their own, as the sheets of a workbook of months do. */
final class Spans {
    private static final int MAX_SPANS = 200;
    private static final int FIRST_ROWS = 4096; // where spans overlap among them, no more need be looked at

    private Spans() {}

    /** Names of such columns. Cost O(rows) for each column of few values. */
    static List<String> of(Table table, List<ColumnProfile> profiles) {
        List<ColumnInfo> infos = table.schema().columns();
        Optional<ColumnInfo> time = MainTime.of(
                table.schema(), info -> profiles.get(infos.indexOf(info)).distinct());
        List<String> found = new ArrayList<>();
        if (time.isEmpty()) {
            return found;
        }
        LongColumn times = (LongColumn) table.column(time.get().name());
        int moments = profiles.get(infos.indexOf(time.get())).distinct();
        for (int i = 0; i < infos.size(); i++) {
            int distinct = profiles.get(i).distinct();
            if (distinct >= 2
                    && distinct <= MAX_SPANS
                    && distinct * 2L <= moments // of one moment each, anything follows anything
                    && table.column(infos.get(i).name()) instanceof TextColumn texts
                    && areApart(texts, times)) {
                found.add(infos.get(i).name());
            }
        }
        return found;
    }

    private static boolean areApart(TextColumn texts, LongColumn times) {
        long[][] spans = new long[texts.dictionarySize()][];
        int first = Math.min(FIRST_ROWS, texts.rowCount());
        widen(spans, texts, times, 0, first);
        if (overlap(spans)) {
            return false;
        }
        widen(spans, texts, times, first, texts.rowCount());
        return !overlap(spans);
    }

    /** Takes rows into the span of their text: earliest and latest time, null where there is none yet. */
    private static void widen(long[][] spans, TextColumn texts, LongColumn times, int from, int to) {
        for (int row = from; row < to; row++) {
            if (texts.isBlank(row) || times.isBlank(row)) {
                continue;
            }
            int code = texts.codes().code(row);
            long time = times.value(row);
            if (spans[code] == null) {
                spans[code] = new long[] {time, time};
            }
            spans[code][0] = Math.min(spans[code][0], time);
            spans[code][1] = Math.max(spans[code][1], time);
        }
    }

    private static boolean overlap(long[][] spans) {
        long[][] ordered = Arrays.stream(spans)
                .filter(span -> span != null)
                .sorted(Comparator.comparingLong(span -> span[0]))
                .toArray(long[][]::new);
        for (int i = 1; i < ordered.length; i++) {
            if (ordered[i][0] <= ordered[i - 1][1]) {
                return true;
            }
        }
        return false;
    }
}
