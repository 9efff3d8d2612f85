package keensparrow.formats.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import keensparrow.core.column.ColumnType;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Between;
import keensparrow.core.infer.source.RowSource;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.question.Question;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import keensparrow.formats.Loading;
import keensparrow.formats.csv.CsvDownload;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TextSheetTest {
    @TempDir
    Path folder;

    private TextSheet source(byte[] bytes) throws IOException {
        Path file = folder.resolve("file.csv");
        Files.write(file, bytes);
        return TextSheet.open(file, "file.csv", TextFormat.find(file, "file.csv", ReadingChoices.AS_FOUND));
    }

    private List<List<String>> cells(String text) throws IOException {
        return cells(source(text.getBytes(StandardCharsets.UTF_8)));
    }

    private static List<List<String>> cells(TextSheet source) {
        List<List<String>> rows = new ArrayList<>();
        source.read(new RowSource.CellHandler() {
            private List<String> row = new ArrayList<>();

            @Override
            public void cell(char[] chars, int offset, int length) {
                row.add(new String(chars, offset, length));
            }

            @Override
            public void endRow(long line) {
                rows.add(row);
                row = new ArrayList<>();
            }
        });
        return rows;
    }

    private Table loaded(byte[] bytes) throws IOException {
        return Loading.load(folder, "file.csv", bytes).table();
    }

    private Table table(String text) throws IOException {
        return loaded(text.getBytes(StandardCharsets.UTF_8));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '!', textBlock = """
            a,b\\n1,2                        ! ,
            a;b\\n1,5;2,5                    ! ;
            a|b|c\\n1|2|3                    ! '|'
            single\\n1\\n2                   ! ,
            "a;b",c\\n"x;y",2                ! ,
            name;text\\nx;"a, b, c"          ! ;
            a,b;c,d\\n1,2;3,4\\n5,6;7,8      ! ,
            """)
    void findsTheDelimiterByItself(String text, char delimiter) throws IOException {
        assertThat(source(text.replace("\\n", "\n").getBytes(StandardCharsets.UTF_8))
                        .format()
                        .delimiter())
                .isEqualTo(delimiter);
    }

    @Test
    void findsTabs() throws IOException {
        assertThat(cells("a\tb\n1\t2, 3\n")).containsExactly(List.of("a", "b"), List.of("1", "2, 3"));
    }

    @Test
    void quotesHoldDelimitersQuotesAndLineEnds() throws IOException {
        assertThat(cells("a,b\n\"x, y\",\"he said \"\"no\"\"\"\n\"two\nlines\",z\n"))
                .containsExactly(List.of("a", "b"), List.of("x, y", "he said \"no\""), List.of("two\nlines", "z"));
    }

    @Test
    void takesEveryLineEndAndNoneAtTheEnd() throws IOException {
        assertThat(cells("a,b\r\n1,2\r\n3,4")).hasSize(3);
        assertThat(cells("a,b\r1,2\r3,4\r").get(2)).containsExactly("3", "4");
    }

    @Test
    void theMarkOfUtf8IsNoPartOfTheFirstHeading() throws IOException {
        assertThat(cells("\ufeffRoute,Größe\nZürich,5\n").get(0)).containsExactly("Route", "Größe");
    }

    @Test
    void linesAreCountedAcrossLineEndsInQuotes() throws IOException {
        List<Long> lines = new ArrayList<>();
        source("a,b\n\"1\n2\",x\n3,y\n".getBytes(StandardCharsets.UTF_8)).read(new RowSource.CellHandler() {
            @Override
            public void cell(char[] chars, int offset, int length) {}

            @Override
            public void endRow(long line) {
                lines.add(line);
            }
        });
        assertThat(lines).containsExactly(1L, 2L, 4L);
    }

    @Test
    void bytesThatAreNoUtf8AreReadInAnotherEncodingOrSaidWithTheLine() throws IOException {
        byte[] latin = "a,b\n1,ok\n2,Zürich\n".getBytes(StandardCharsets.ISO_8859_1);
        assertThat(loaded(latin).column("b").plain(1)).isEqualTo("Zürich");
        Path file = Files.write(folder.resolve("file.csv"), latin);
        ReadingChoices utf8 = new ReadingChoices("UTF-8", null, null, null, null, null, null, null);
        assertThatThrownBy(() -> Loading.load(file, utf8)).isInstanceOfSatisfying(UserException.class, e -> {
            assertThat(e.code()).isEqualTo(ErrorCode.FILE_NOT_TEXT);
            assertThat(e.text()).contains("not written in UTF-8").contains("after line");
        });
    }

    @Test
    void aQuoteThatIsNeverClosedIsSaid() throws IOException {
        byte[] open = "a,b\n1,2\n\"3,4\n5,6\n".getBytes(StandardCharsets.UTF_8);
        assertThatThrownBy(() -> source(open)).isInstanceOfSatisfying(UserException.class, e -> {
            assertThat(e.code()).isEqualTo(ErrorCode.FILE_NOT_READABLE);
            assertThat(e.text()).contains("quote");
        });
    }

    @Test
    void readsAnUntidyFile() throws IOException {
        Table table = table("""
                Stop;"Opened; on";Fare;"Line
                break"

                Lyon ;2001-06-10; 12.50 ;yes
                "Trie""ste";;;no
                ;2006-12-10;7
                """);
        assertThat(table.rowCount()).isEqualTo(3);
        assertThat(table.schema().columns())
                .extracting(ColumnInfo::label)
                .containsExactly("Stop", "Opened; on", "Fare", "Line break");
        assertThat(table.schema().columns())
                .extracting(ColumnInfo::type)
                .containsExactly(ColumnType.TEXT, ColumnType.DATE, ColumnType.DECIMAL, ColumnType.YES_NO);
        assertThat(table.column("stop").plain(0)).isEqualTo("Lyon");
        assertThat(table.column("stop").plain(1)).isEqualTo("Trie\"ste");
        assertThat(table.column("fare").plain(2)).isEqualTo("7.00");
    }

    @Test
    void whatIsDownloadedReadsBackTheSame() throws IOException {
        Random random = new Random(5);
        StringBuilder text = new StringBuilder("name,n,money,day,flag\n");
        for (int i = 0; i < 500; i++) {
            text.append(random.nextInt(4) == 0 ? "" : "\"a, \"\"b\"\" " + random.nextInt(30) + "\nc\"")
                    .append(',')
                    .append(random.nextInt(5) == 0 ? "" : random.nextInt(1000))
                    .append(',')
                    .append(random.nextInt(100))
                    .append(".5")
                    .append(random.nextInt(10))
                    .append(',')
                    .append(random.nextInt(6) == 0 ? "" : "2026-03-1" + random.nextInt(10))
                    .append(',')
                    .append(random.nextBoolean() ? "yes" : "no")
                    .append('\n');
        }
        Table table = table(text.toString());
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        CsvDownload.write(
                new MemoryEngine(table),
                new QueryEngine.RowScan(List.of("name", "n", "money", "day", "flag"), Set.of(), List.of()),
                CsvDownload.Style.USUAL,
                out);
        assertThat(out.toString(StandardCharsets.UTF_8)).startsWith("\ufeffname,n,money,day,flag\r\n");
        Table again = loaded(out.toByteArray());
        assertThat(again.schema()).isEqualTo(table.schema());
        for (ColumnInfo info : table.schema().columns()) {
            for (int row = 0; row < table.rowCount(); row++) {
                assertThat(again.column(info.name()).plain(row))
                        .isEqualTo(table.column(info.name()).plain(row));
            }
        }
    }

    @Test
    void downloadsGiveTheRowsAndColumnsAskedForInOrder() throws IOException {
        Table table = table("a,b\n1,x\n2,\n3,z\n");
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        QueryEngine.RowScan lastFirst = new QueryEngine.RowScan(
                List.of("b", "a"), Set.of(Between.of("a", "2", null)), List.of(new Question.Sort("a", true)));
        CsvDownload.write(new MemoryEngine(table), lastFirst, CsvDownload.Style.USUAL, out);
        assertThat(out.toString(StandardCharsets.UTF_8)).isEqualTo("\ufeffb,a\r\nz,3\r\n,2\r\n");
    }

    @Test
    void anyBytesGiveATableOrAClearError() throws IOException {
        Random random = new Random(20261123);
        String alphabet = "ab1,;\t|\"\n\r -.é0\u0001";
        for (int i = 0; i < 400; i++) {
            byte[] bytes;
            if (i % 3 == 0) {
                bytes = new byte[random.nextInt(200)];
                random.nextBytes(bytes);
            } else {
                StringBuilder text = new StringBuilder();
                for (int n = random.nextInt(300); n > 0; n--) {
                    text.append(alphabet.charAt(random.nextInt(alphabet.length())));
                }
                bytes = text.toString().getBytes(StandardCharsets.UTF_8);
            }
            try {
                Table table = loaded(bytes);
                assertThat(table.rowCount()).isPositive();
            } catch (UserException told) {
                assertThat(told.text()).as("round " + i).contains("file.csv");
            }
        }
    }
}
