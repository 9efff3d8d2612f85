package keensparrow.server.dataset;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** What is kept in memory, and what makes room. */
class EngineCacheTest {
    private static final int ROWS = 100_000;
    private static final long TABLE_BYTES = 8L * ROWS;

    private final ParallelRunner workers = new ParallelRunner(1);
    private final List<String> loaded = new ArrayList<>();

    @AfterEach
    void stop() {
        workers.close();
    }

    private static Table table() {
        long[] values = new long[ROWS];
        values[0] = Long.MAX_VALUE;
        ColumnInfo info = new ColumnInfo("n", "n", ColumnType.WHOLE, Role.MEASURE);
        return new Table(new Schema(List.of(info)), List.of(new LongColumn(ColumnType.WHOLE, 0, values, null)), ROWS);
    }

    private MemoryEngine get(EngineCache engines, String dataset) {
        return engines.get(new DatasetRepository.VersionId(dataset, 1), TABLE_BYTES, () -> {
            loaded.add(dataset);
            return table();
        });
    }

    @Test
    void whatWasNotUsedForLongestMakesRoomAndIsReadAgain() {
        EngineCache engines = new EngineCache(TABLE_BYTES * 5 / 2, workers);
        MemoryEngine first = get(engines, "a");
        get(engines, "b");
        assertThat(get(engines, "a")).isSameAs(first);
        get(engines, "c"); // b was not used since
        assertThat(get(engines, "a")).isSameAs(first);
        assertThat(loaded).containsExactly("a", "b", "c");
        get(engines, "b");
        assertThat(loaded).containsExactly("a", "b", "c", "b");
    }

    @Test
    void aTableThatWasJustMadeMakesRoomToo() {
        EngineCache engines = new EngineCache(TABLE_BYTES * 5 / 2, workers);
        get(engines, "a");
        get(engines, "b");
        engines.put(new DatasetRepository.VersionId("c", 1), table());
        assertThat(engines.sizeBytes()).isLessThanOrEqualTo(TABLE_BYTES * 5 / 2);
        get(engines, "c");
        get(engines, "b");
        assertThat(loaded).containsExactly("a", "b");
    }

    @Test
    void whatCanNeverFitIsRefusedBeforeItIsLoaded() {
        EngineCache engines = new EngineCache(TABLE_BYTES / 2, workers);
        assertThatThrownBy(() -> get(engines, "a")).isInstanceOfSatisfying(UserException.class, e -> {
            assertThat(e.code()).isEqualTo(ErrorCode.MEMORY_FULL);
            assertThat(e.text()).contains("1 MB of memory").contains("Leave out columns");
        });
        assertThat(loaded).isEmpty();
    }

    @Test
    void roomIsMadeForALoadBeforeItBegins() {
        EngineCache engines = new EngineCache(TABLE_BYTES * 5 / 2, workers);
        get(engines, "a");
        get(engines, "b");
        engines.makeRoomFor(TABLE_BYTES);
        assertThat(engines.sizeBytes()).isLessThanOrEqualTo(TABLE_BYTES * 3 / 2);
        get(engines, "b"); // the one used last is still there
        assertThat(loaded).containsExactly("a", "b");
        assertThatThrownBy(() -> engines.makeRoomFor(TABLE_BYTES * 3)).hasMessageContaining("Leave out columns");
        assertThat(engines.sizeBytes()).isPositive(); // and nothing was given up for it
    }

    @Test
    void aLoadThatFailsIsTriedAgain() {
        EngineCache engines = new EngineCache(TABLE_BYTES * 2, workers);
        assertThatThrownBy(() -> engines.get(new DatasetRepository.VersionId("a", 1), 0, () -> {
                    throw new IllegalStateException("the disk");
                }))
                .isInstanceOf(IllegalStateException.class);
        assertThat(get(engines, "a")).isNotNull();
    }
}
