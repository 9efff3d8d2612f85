package keensparrow.formats.detect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a file is, by what is in it. */
class DetectTest {
    @TempDir
    Path folder;

    private static byte[] bytes(int... values) {
        byte[] bytes = new byte[values.length];
        for (int i = 0; i < values.length; i++) {
            bytes[i] = (byte) values[i];
        }
        return bytes;
    }

    @Test
    void theDelimiterCutsMostLinesAlike() {
        assertThat(Delimiter.find("a,b,c\n1,2,3\n4,5,6\n")).isEqualTo(',');
        assertThat(Delimiter.find("a;b;c\n1,5;2;3\n4;5,5;6\n")).isEqualTo(';');
        assertThat(Delimiter.find("a\tb\n1,2\t3\n4,5\t6\n")).isEqualTo('\t');
        assertThat(Delimiter.find("name|town\nAnna, dear|Linz\nBoris|Graz; or near\n"))
                .isEqualTo('|');
    }

    @Test
    void whatStandsInQuotesCutsNothing() {
        assertThat(Delimiter.find("a;b\n\"x,y,z\";\"1,2,3\"\n\"p,q\nr,s\";4\n")).isEqualTo(';');
        assertThat(Delimiter.find("\"a,b\"|c\n\"1,2\"|3\n")).isEqualTo('|');
    }

    @Test
    void aSingleColumnIsTakenAsSuch() {
        assertThat(Delimiter.find("town\nLinz\nGraz, Styria\nWien\n")).isEqualTo(',');
        assertThat(Delimiter.find("")).isEqualTo(',');
        assertThat(Delimiter.find("\n\n\n")).isEqualTo(',');
        assertThat(Delimiter.find("a;b")).isEqualTo(';');
    }

    @Test
    void aFewUntidyLinesDoNotMatter() {
        StringBuilder text = new StringBuilder("day;route;note\n");
        for (int i = 0; i < 50; i++) {
            text.append("2026-01-01;A;")
                    .append(i % 10 == 0 ? "one; two; three" : "fine, so far")
                    .append('\n');
        }
        assertThat(Delimiter.find(text.toString())).isEqualTo(';');
    }

    private static void notText(byte[] head, String why) {
        assertThatThrownBy(() -> FileKind.requireText(head, "file.csv"))
                .isInstanceOfSatisfying(UserException.class, e -> {
                    assertThat(e.code()).isEqualTo(ErrorCode.FILE_NOT_TEXT);
                    assertThat(e.text()).startsWith("“file.csv” ").contains(why);
                });
    }

    @Test
    void otherKindsOfFileAreNamedAndToldWhatToDo() {
        notText(bytes('P', 'K', 3, 4, 20, 0), "Save its sheet as CSV");
        notText(bytes(0xD0, 0xCF, 0x11, 0xE0), "old kind");
        notText(bytes(0x1F, 0x8B, 8, 0), "gzip");
        notText(bytes(0xFF, 0xFE, 'a', 0), "UTF-16");
        notText(bytes('a', ',', 0, 'b'), "byte 3 is zero");
        assertThatThrownBy(() -> FileKind.requireText(new byte[0], "file.csv"))
                .isInstanceOfSatisfying(
                        UserException.class, e -> assertThat(e.code()).isEqualTo(ErrorCode.FILE_EMPTY));
    }

    @Test
    void textIsText() {
        for (String text : new String[] {"a,b\n1,2\n", "Zürich;Łódź\n", "PK is a word", "\ufeffa,b\n", "\t\r\n"}) {
            assertThatCode(() -> FileKind.requireText(text.getBytes(StandardCharsets.UTF_8), "file.csv"))
                    .doesNotThrowAnyException();
        }
    }

    @Test
    void onlyTheBeginningIsLookedAt() throws Exception {
        Path file = folder.resolve("large.csv");
        Files.write(file, new byte[200_000]);
        assertThat(FileKind.head(file)).hasSize(64 * 1024);
        Files.write(file, bytes('a'));
        assertThat(FileKind.head(file)).hasSize(1);
    }
}
