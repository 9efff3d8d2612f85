package keensparrow.formats.sheet;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.infer.source.RowSource;
import keensparrow.formats.archive.Scratch;
import org.junit.jupiter.api.Test;

/** What was spooled is read back the same, as often as wanted. */
class SpoolTest {
    /** All that is handed on, in words. */
    private static final class Written implements RowSource.CellHandler {
        private final List<String> words = new ArrayList<>();

        @Override
        public void cell(char[] chars, int offset, int length) {
            typed(CellKind.TEXT, chars, offset, length);
        }

        @Override
        public void typed(CellKind kind, char[] chars, int offset, int length) {
            words.add(kind + " " + new String(chars, offset, length));
        }

        @Override
        public void endRow(long number) {
            words.add("end of " + number);
        }
    }

    @Test
    void anythingComesBackAsItWas() throws IOException {
        Random random = new Random(9);
        Written expected = new Written();
        try (Spool spool = new Spool(Scratch.inTemp())) {
            for (int i = 0; i < 60_000; i++) {
                int length = i % 5000 == 0 ? 150_000 : random.nextInt(40);
                StringBuilder text = new StringBuilder();
                for (int c = 0; c < length; c++) {
                    text.append((char) (i % 3 == 0 ? random.nextInt(0x3000) : ' ' + random.nextInt(90)));
                }
                char[] chars = ("##" + text).toCharArray();
                CellKind kind = CellKind.values()[random.nextInt(5)];
                for (RowSource.CellHandler handler : List.of(spool, expected)) {
                    handler.typed(kind, chars, 2, length);
                    if (i % 7 == 0) {
                        handler.endRow(i * 1_000_003L);
                    }
                }
            }
            spool.finish();
            for (int again = 0; again < 2; again++) {
                Written read = new Written();
                spool.read(read);
                assertThat(read.words).isEqualTo(expected.words);
            }
        }
    }

    @Test
    void nothingIsNothing() throws IOException {
        try (Spool spool = new Spool(Scratch.inTemp())) {
            spool.finish();
            Written read = new Written();
            spool.read(read);
            assertThat(read.words).isEmpty();
        }
    }
}
