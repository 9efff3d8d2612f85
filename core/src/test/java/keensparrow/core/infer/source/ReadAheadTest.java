package keensparrow.core.infer.source;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

@Timeout(value = 30, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
class ReadAheadTest {
    private static RowSource source(Consumer<RowSource.CellHandler> rows) {
        return new RowSource() {
            @Override
            public String name() {
                return "made up";
            }

            @Override
            public void read(CellHandler handler) {
                rows.accept(handler);
            }
        };
    }

    private static void cell(RowSource.CellHandler handler, String text) {
        handler.cell(("<" + text + ">").toCharArray(), 1, text.length());
    }

    /** Cells joined by a bar, rows ended by their line. */
    private static final class Written implements RowSource.CellHandler {
        final List<String> rows = new ArrayList<>();
        private final StringBuilder row = new StringBuilder();

        @Override
        public void cell(char[] chars, int offset, int length) {
            row.append(chars, offset, length).append('|');
        }

        @Override
        public void endRow(long line) {
            rows.add(row.append(line).toString());
            row.setLength(0);
        }
    }

    @Test
    void handsOverEveryCellInOrder() {
        int count = 100_000;
        RowSource source = source(handler -> {
            for (int row = 0; row < count; row++) {
                for (int i = 0; i < row % 4; i++) {
                    cell(handler, i == 1 ? "" : row + "." + i);
                }
                handler.endRow(row + 1);
            }
        });
        Written written = new Written();
        ReadAhead.read(source, written);
        assertThat(written.rows).hasSize(count);
        assertThat(written.rows.get(0)).isEqualTo("1");
        assertThat(written.rows.get(99_999)).isEqualTo("99999.0||99999.2|100000");
    }

    @Test
    void aCellLargerThanABatchPasses() {
        String large = "x".repeat(1_000_000);
        Written written = new Written();
        ReadAhead.read(
                source(handler -> {
                    cell(handler, "small");
                    cell(handler, large);
                    handler.endRow(1);
                    cell(handler, "after");
                    handler.endRow(2);
                }),
                written);
        assertThat(written.rows).containsExactly("small|" + large + "|1", "after|2");
    }

    @Test
    void whatTheSourceThrowsComesAfterWhatItRead() {
        Written written = new Written();
        RowSource broken = source(handler -> {
            cell(handler, "one");
            handler.endRow(1);
            throw new IllegalStateException("torn file");
        });
        assertThatThrownBy(() -> ReadAhead.read(broken, written)).hasMessage("torn file");
        assertThat(written.rows).containsExactly("one|1");
    }

    @Test
    void aHandlerThatStopsStopsTheSource() throws Exception {
        CountDownLatch ended = new CountDownLatch(1);
        RowSource endless = source(handler -> {
            try {
                for (long line = 1; ; line++) {
                    cell(handler, "more");
                    handler.endRow(line);
                }
            } finally {
                ended.countDown();
            }
        });
        assertThatThrownBy(() -> ReadAhead.read(endless, new RowSource.CellHandler() {
                    @Override
                    public void cell(char[] chars, int offset, int length) {}

                    @Override
                    public void endRow(long line) {
                        if (line == 5000) {
                            throw new IllegalStateException("cancelled");
                        }
                    }
                }))
                .hasMessage("cancelled");
        ended.await();
    }
}
