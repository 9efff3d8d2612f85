package keensparrow.server.dataset;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import keensparrow.core.column.Column;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.guess.TypeOverride;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.prepare.LookUp;
import keensparrow.core.prepare.PutUnder;
import keensparrow.core.prepare.Step;
import keensparrow.core.table.Table;
import keensparrow.server.http.Json;
import org.jspecify.annotations.Nullable;

/**
 * Tables as they were read and as they were after some steps, as far as there is room: who looks at steps or changes
 * them does so many times, one a little further than the other.
 */
final class StepResults {
    private static final long MAX_BYTES = 320L << 20;
    private static final int SHARE = 6; // of the heap, at most
    private static final Duration KEPT_FOR = Duration.ofMinutes(5);

    private final Cache<Key, Kept> tables = Caffeine.newBuilder()
            .maximumWeight(Math.min(MAX_BYTES, Runtime.getRuntime().maxMemory() / SHARE))
            .weigher((Key key, Kept kept) -> (int) Math.min(Integer.MAX_VALUE, kept.bytes))
            .expireAfterAccess(KEPT_FOR)
            .build();

    /** All that what is read depends on. */
    record Source(
            String datasetId,
            List<Dataset.FileRef> files,
            ReadingChoices reading,
            Map<String, TypeOverride> types,
            List<ColumnPlan> plan) {}

    private record Key(Source source, List<Step> steps) {}

    /** @param bytes that it takes besides the table it was made from */
    private record Kept(LoadedTable table, long bytes) {}

    /** Does what is left to do. */
    interface Replay {
        /** @param done steps that {@code table} has behind it */
        Table from(int done, Table table);
    }

    /** Whether a step makes the same of the same table at any time. */
    static boolean isLasting(Step step) {
        boolean elsewhere = step instanceof LookUp || step instanceof PutUnder;
        return !elsewhere && !Json.write(step).toLowerCase(Locale.ROOT).contains("current_date");
    }

    /** What was read, read once however many ask. */
    LoadedTable read(Source source, Supplier<LoadedTable> reading) {
        return tables.get(new Key(source, List.of()), key -> {
                    LoadedTable table = reading.get();
                    return new Kept(table, table.table().sizeBytes());
                })
                .table;
    }

    /** Without what came before being read: null where it is not there. */
    @Nullable
    LoadedTable find(Source source) {
        Kept known = tables.getIfPresent(new Key(source, List.of()));
        return known == null ? null : known.table;
    }

    /** Keeps what was read anyway. */
    void put(Source source, LoadedTable table) {
        tables.put(new Key(source, List.of()), new Kept(table, table.table().sizeBytes()));
    }

    /** The table after the steps, from the furthest of them that is still there. */
    Table after(Source source, List<Step> steps, LoadedTable raw, Replay replay) {
        int lasting = 0;
        while (lasting < steps.size() && isLasting(steps.get(lasting))) {
            lasting++;
        }
        Table from = raw.table();
        int done = 0;
        for (int count = lasting; count > 0 && done == 0; count--) {
            Kept known = tables.getIfPresent(new Key(source, List.copyOf(steps.subList(0, count))));
            if (known != null) {
                from = known.table.table();
                done = count;
            }
        }
        if (done == steps.size()) {
            return from;
        }
        Table after = replay.from(done, from);
        if (lasting == steps.size()) {
            LoadedTable made = new LoadedTable(after, raw.plan(), raw.report());
            tables.put(new Key(source, List.copyOf(steps)), new Kept(made, bytes(after, from)));
        }
        return after;
    }

    private static long bytes(Table table, Table from) {
        Set<Column> shared = Collections.newSetFromMap(new IdentityHashMap<>());
        shared.addAll(from.columns());
        return table.columns().stream()
                .filter(column -> !shared.contains(column))
                .mapToLong(Column::sizeBytes)
                .sum();
    }
}
