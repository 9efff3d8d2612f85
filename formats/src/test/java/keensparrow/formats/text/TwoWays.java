package keensparrow.formats.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.infer.load.TableLoader;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.infer.source.RowSource;
import keensparrow.core.layout.AreaSource;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.layout.TableChoice;
import keensparrow.core.layout.TableFinder;

/** A text read in blocks, and by the library twice. */
final class TwoWays {
    private TwoWays() {}

    /** The same cells without blocks. */
    record Slow(RowSource source) implements RowSource {
        @Override
        public String name() {
            return source.name();
        }

        @Override
        public void read(CellHandler handler) {
            source.read(handler);
        }
    }

    /** Null when no table is found. */
    static RowSource source(Path folder, byte[] bytes) throws IOException {
        Path file = Files.write(folder.resolve("rows.csv"), bytes);
        TextSheet sheet = TextSheet.open(file, "rows.csv", TextFormat.find(file, "file.csv", ReadingChoices.AS_FOUND));
        var found = TableFinder.find(sheet);
        return found.isEmpty() ? null : new AreaSource("rows.csv", sheet, found.get(0), TableChoice.AS_FOUND);
    }

    /** What is loaded, or the code of the message. */
    static Object result(RowSource source) {
        try {
            return new TableLoader(List.of(source), Map.of(), List.of(), LoadWatch.NONE).load();
        } catch (UserException e) {
            return e.code();
        }
    }

    static void assertSame(Object quick, Object slow, String what) {
        if (!(slow instanceof LoadedTable table)) {
            assertThat(quick).as(what).isEqualTo(slow);
            return;
        }
        LoadedTable other = (LoadedTable) quick;
        assertThat(other.plan()).as(what).isEqualTo(table.plan());
        assertThat(other.report()).as(what).isEqualTo(table.report());
        assertThat(other.table().schema()).as(what).isEqualTo(table.table().schema());
        assertThat(other.table().rowCount()).as(what).isEqualTo(table.table().rowCount());
        for (var info : table.table().schema().columns()) {
            for (int row = 0; row < table.table().rowCount(); row++) {
                assertThat(other.table().column(info.name()).plain(row))
                        .as(what + ", row " + row)
                        .isEqualTo(table.table().column(info.name()).plain(row));
            }
        }
    }
}
