package keensparrow.formats.detect;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
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
        assertThat(Delimiter.find("a,b,c\n1,2,3\n4,5,6\n", '\"').delimiter()).isEqualTo(',');
        assertThat(Delimiter.find("a;b;c\n1,5;2;3\n4;5,5;6\n", '\"').delimiter())
                .isEqualTo(';');
        assertThat(Delimiter.find("a\tb\n1,2\t3\n4,5\t6\n", '\"').delimiter()).isEqualTo('\t');
        assertThat(Delimiter.find("name|town\nAnna, dear|Linz\nBoris|Graz; or near\n", '\"')
                        .delimiter())
                .isEqualTo('|');
    }

    @Test
    void whatStandsInQuotesCutsNothing() {
        assertThat(Delimiter.find("a;b\n\"x,y,z\";\"1,2,3\"\n\"p,q\nr,s\";4\n", '\"')
                        .delimiter())
                .isEqualTo(';');
        assertThat(Delimiter.find("\"a,b\"|c\n\"1,2\"|3\n", '\"').delimiter()).isEqualTo('|');
    }

    @Test
    void aSingleColumnIsTakenAsSuch() {
        assertThat(Delimiter.find("town\nLinz\nGraz, Styria\nWien\n", '\"').delimiter())
                .isEqualTo(',');
        assertThat(Delimiter.find("", '\"').delimiter()).isEqualTo(',');
        assertThat(Delimiter.find("\n\n\n", '\"').delimiter()).isEqualTo(',');
        assertThat(Delimiter.find("a;b", '\"').delimiter()).isEqualTo(';');
    }

    @Test
    void spacesPartCellsOnlyWhereColumnsAreSetOut() {
        assertThat(delimiter("Days Weight\n 1.5     20\n 12     3\n 13     40\n"))
                .isEqualTo(' ');
        assertThat(delimiter("    Expt  Run\n001    1   850\n002    1   740\n003    1   900\n"))
                .isEqualTo(' ');
        assertThat(delimiter("0.1 0.25\n-0.5 .125\n1e3 2\n0.5 1.5e-2\n".replace("1e3 2", "1.0e3 2.0")))
                .isEqualTo(' ');
        assertThat(delimiter("1 2 3\r\n4 5 6\r\n7 8 9\r\n")).isEqualTo(' ');
        assertThat(delimiter("name\nAnn Lee\nBob Ray\nCleo Moss\n")).isEqualTo(',');
        assertThat(delimiter("Ann Lee\nBob Ray\nCleo Moss\n")).isEqualTo(',');
        assertThat(delimiter("day\n12 Mar 2026\n13 Mar 2026\n14 Mar 2026\n")).isEqualTo(',');
        assertThat(delimiter("2026-01-01 12:00\n2026-01-02 13:00\n2026-01-03 14:00\n"))
                .isEqualTo(',');
        assertThat(delimiter("amount\n1 234\n5 678\n9 012\n")).isEqualTo(',');
    }

    @Test
    void commasHereAndThereInASingleColumnPartNoCells() {
        assertThat(Delimiter.find("answer\nno\nyes, gladly\nno\nnever\nno\nyes, of course\nno\nno\n", '\"')
                        .delimiter())
                .isNotEqualTo(',');
        assertThat(Delimiter.find("Made in May\nby hand\n\nfrom memory\nall of it\na,b\n1,2\n3,4\n", '\"')
                        .delimiter())
                .isEqualTo(',');
    }

    @Test
    void commasOfASingleColumnOfNumbersPartNoCells() {
        assertThat(delimiter("Betrag\n12,5\n7\n13,75\n")).isEqualTo(';');
        assertThat(delimiter("a,b\n1,2\n3,4\n")).isEqualTo(',');
        assertThat(delimiter("1,2\n3,4\n5,6\n")).isEqualTo(',');
    }

    @Test
    void colonsOfTimesAndAddressesPartNoCells() {
        String times = "12:00:05\n13:10:06\n14:20:07\n";
        assertThat(delimiter("time\n" + times.repeat(9))).isEqualTo(',');
        assertThat(delimiter(times)).isEqualTo(',');
        assertThat(delimiter("link\n" + "https://a.example/x\n".repeat(30))).isEqualTo(',');
        assertThat(delimiter("user:x:name\nann:x:Ann Lee\nbob:y:Bob Ray\n")).isEqualTo(':');
    }

    private static char delimiter(String text) {
        return Delimiter.find(text, '\"').delimiter();
    }

    @Test
    void aFewUntidyLinesDoNotMatter() {
        StringBuilder text = new StringBuilder("day;route;note\n");
        for (int i = 0; i < 50; i++) {
            text.append("2026-01-01;A;")
                    .append(i % 10 == 0 ? "one; two; three" : "fine, so far")
                    .append('\n');
        }
        assertThat(Delimiter.find(text.toString(), '\"').delimiter()).isEqualTo(';');
    }

    private FileKind kind(byte[] bytes) throws IOException {
        return FileKind.of(Files.write(folder.resolve("file.csv"), bytes), "file.csv");
    }

    private void refused(byte[] bytes, ErrorCode code, String why) {
        assertThatThrownBy(() -> kind(bytes)).isInstanceOfSatisfying(UserException.class, e -> {
            assertThat(e.code()).isEqualTo(code);
            assertThat(e.text()).startsWith("“file.csv” ").contains(why);
        });
    }

    private static byte[] text(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    @Test
    void webPagesAreKnownBehindDeclarationsAndComments() throws IOException {
        for (String page : List.of(
                " <!DOCTYPE html><p>",
                "<html>",
                "<!-- saved by an office -->\n<html><body>",
                "<?xml version=\"1.0\"?>\n<!-- x --><html xmlns=\"http://www.w3.org/1999/xhtml\">",
                "<table border=1><tr><td>1",
                "\ufeff<TABLE>",
                "<meta charset=utf-8><table>")) {
            assertThat(kind(text(page))).as(page).isEqualTo(FileKind.HTML);
        }
        assertThat(kind(text("a<b,c\n1,2\n"))).isEqualTo(FileKind.DELIMITED);
        assertThat(kind(text("<5,>7\n1,2\n"))).isEqualTo(FileKind.DELIMITED);
    }

    @Test
    void whatCannotBeReadIsNamedAndToldWhatToDo() {
        refused(bytes('P', 'K', 3, 4, 20, 0), ErrorCode.FILE_NOT_READABLE, "damaged or cut off");
        refused(bytes('a', ',', 0, 'b'), ErrorCode.FILE_NOT_TEXT, "byte 3, in line 1, is zero");
        refused("%PDF-1.7\n".getBytes(StandardCharsets.UTF_8), ErrorCode.FILE_NOT_TEXT, "PDF");
        refused(text("{\\rtf1 x}"), ErrorCode.FILE_NOT_TEXT, "RTF");
        refused(text("<?xml version=\"1.0\"?>\n<rows><row/></rows>"), ErrorCode.FILE_NOT_TEXT, "is XML");
        refused(
                text("<?xml version=\"1.0\"?><Workbook xmlns=\"urn:schemas-microsoft-com:office:spreadsheet\">"),
                ErrorCode.FILE_NOT_TEXT,
                "workbook saved as XML");
        refused(bytes(9, 8, 8, 0, 0, 5, 5, 0), ErrorCode.FILE_NOT_READABLE, "1995 or older");
        refused(bytes(9, 0, 4, 0, 2, 0), ErrorCode.FILE_NOT_READABLE, "1995 or older");
        refused(bytes('B', 'Z', 'h', '9'), ErrorCode.FILE_NOT_TEXT, "pack it with zip or gzip");
        refused("PAR1...".getBytes(StandardCharsets.UTF_8), ErrorCode.FILE_NOT_TEXT, "Save its table as CSV");
        refused(new byte[0], ErrorCode.FILE_EMPTY, "0 bytes");
    }

    @Test
    void kindsAreToldByTheBytes() throws IOException {
        assertThat(kind(bytes(0xD0, 0xCF, 0x11, 0xE0))).isEqualTo(FileKind.XLS);
        assertThat(kind(bytes(0x1F, 0x8B, 8, 0))).isEqualTo(FileKind.GZIP);
        for (String json : new String[] {"[{\"a\": 1}]", "{\"a\": 1}\n{\"a\": 2}", " [ [1, 2] ]", "[1, 2]", "[]"}) {
            boolean isJson = !json.equals("[]");
            assertThat(kind(json.getBytes(StandardCharsets.UTF_8)) == FileKind.JSON)
                    .as(json)
                    .isEqualTo(isJson);
        }
        assertThat(kind("[sic] a,b\n1,2\n".getBytes(StandardCharsets.UTF_8))).isEqualTo(FileKind.DELIMITED);
    }

    @Test
    void textIsText() throws IOException {
        for (String text : new String[] {"a,b\n1,2\n", "Zürich;Łódź\n", "PK is a word", "\ufeffa,b\n", "\t\r\n"}) {
            assertThat(kind(text.getBytes(StandardCharsets.UTF_8))).isEqualTo(FileKind.DELIMITED);
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
