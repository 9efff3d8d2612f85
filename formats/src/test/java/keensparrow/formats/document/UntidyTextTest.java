package keensparrow.formats.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.zip.GZIPOutputStream;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.load.LoadedTable;
import keensparrow.core.layout.ReadingChoices;
import keensparrow.core.layout.TableChoice;
import keensparrow.core.table.Table;
import keensparrow.formats.Loading;
import keensparrow.formats.Packed;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Text files as they come from offices and programs, with the table that was meant. */
class UntidyTextTest {
    @TempDir
    Path folder;

    private LoadedTable load(String text) throws IOException {
        return Loading.load(folder, "office.csv", text.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void aYearGivenTwiceAboveNumbersIsAHeadingAboveYearsAValue() throws IOException {
        LoadedTable named = load("""
                name,2019,2019,note
                Anna,12.5,13.5,ok
                Ben,11,14,late
                Cleo,10,9,ok
                """);
        assertThat(Loading.labels(named.table())).containsExactly("name", "2019", "2019 (2)", "note");
        assertThat(named.table().rowCount()).isEqualTo(3);

        LoadedTable unnamed = load("""
                Berlin,2019,2019,x
                Bonn,2018,2019,y
                Kiel,2001,2004,x
                """);
        assertThat(unnamed.table().rowCount()).isEqualTo(3);
    }

    @Test
    void titlesTotalsAndNotesAreNoRows() throws IOException {
        LoadedTable loaded = load("""
                Duskline GmbH
                Bericht: Energie
                Stand;03.02.2026

                Datum;Strecke;Kosten;Anteil
                01.02.2026;Wien–Hamburg;1.234,50;12,5 %
                02.02.2026;Zürich–Rom;987,00;8 %
                03.02.2026;Zürich–Rom;n/a;8 %
                Summe;;2.221,50;

                Quelle: Buchhaltung
                """);
        assertThat(Loading.labels(loaded.table())).containsExactly("Datum", "Strecke", "Kosten", "Anteil");
        assertThat(loaded.table().rowCount()).isEqualTo(3);
        assertThat(Loading.row(loaded.table(), 0)).containsExactly("2026-02-01", "Wien–Hamburg", "1234.50", "0.125");
        assertThat(loaded.report().notes())
                .containsExactly(
                        "Rows 1 to 3 above the headings were left out: “Duskline GmbH” and what follows.",
                        "Row 9, “Summe”, was left out: it sums up the rows above.",
                        "Row 11 was left out: it is a note, “Quelle: Buchhaltung”.",
                        "In “Kosten”, “n/a” (once) is read as blank.",
                        "The numbers of “Kosten” are read with a decimal comma.",
                        "The numbers of “Anteil” are read with a decimal comma.",
                        "The percentages of “Anteil” are kept as shares: 25% is 0.25, shown as 25%.");
        assertThat(loaded.report().ambiguities()).isEmpty();
    }

    /** Three places under each number could be thousands; where commas part the cells they are not, and that is told once. */
    @Test
    void pointsAmongCommasAreDecimalPoints() throws IOException {
        LoadedTable loaded = load("Year,Jan,Feb\n1950,23.110,24.200\n1951,24.190,25.280\n");
        assertThat(Loading.row(loaded.table(), 0)).containsExactly("1950-01-01", "23.110", "24.200");
        assertThat(loaded.report().notes())
                .containsExactly(
                        "The numbers of “Jan” and one more column, such as “23.110”, are read with a decimal point,"
                                + " as is usual where commas part the cells.");
        assertThat(loaded.report().ambiguities()).isEmpty();
        LoadedTable mixed = load("Year,Jan\n1950,1.110\n1951,950\n");
        assertThat(mixed.report().ambiguities())
                .as("950 may be less than a thousand")
                .hasSize(1);
        LoadedTable tabs = load("Year\tJan\n1950\t23.110\n1951\t24.190\n");
        assertThat(tabs.report().ambiguities()).hasSize(1);
    }

    @ParameterizedTest
    @CsvSource({
        "windows-1252, Größe;Straße;Öl, Köln;Málaga;Besançon",
        "windows-1252, Produkt;Marke;Ort, Microcap®;Dusk™ Line;Nº 3",
        "ISO-8859-15, Preis in €;Ort;x, 12 €;Zürich;Évora",
        "windows-1250, Miasto;Ulica;Opis, Łódź;Świętokrzyska;ąęść",
        "windows-1251, Город;Улица;Число, Москва;Ленина;Невский",
        "windows-1253, Πόλη;Δρόμος;Τιμή, Αθήνα;Ερμού;Πάτρα",
        "UTF-16LE, Größe;Ort;x, Łódź;Zürich;Αθήνα",
        "UTF-16BE, Größe;Ort;x, Łódź;Zürich;Αθήνα",
        "UTF-8, Größe;Ort;x, Łódź;Zürich;Αθήνα",
    })
    void encodingsAreFoundFromTheBytes(String charset, String headings, String values) throws IOException {
        String text = headings + "\n" + (values + "\n").repeat(6);
        Table table = Loading.load(folder, "office.csv", text.getBytes(Charset.forName(charset)))
                .table();
        assertThat(Loading.labels(table)).containsExactly(headings.split(";"));
        assertThat(table.column(table.schema().columns().get(1).name()).plain(5))
                .isEqualTo(values.split(";")[1]);
    }

    @ParameterizedTest
    @ValueSource(strings = {"\r\r\n", "\n\n", "\r\n\r\n", "\r\r\r\n", "\r"})
    void lineEndsWrittenTwiceAreLineEnds(String end) throws IOException {
        String text =
                String.join(end, "Place,Trains,Day", "Linz,3,2026-01-01", "Graz,4,2026-01-02", "Wels,5,2026-01-03", "");
        LoadedTable loaded = load(text);
        assertThat(Loading.labels(loaded.table())).containsExactly("Place", "Trains", "Day");
        assertThat(loaded.table().rowCount()).isEqualTo(3);
        assertThat(Loading.row(loaded.table(), 2)).containsExactly("Wels", "5", "2026-01-03");
    }

    @Test
    void columnsSetOutWithSpacesAreColumns() throws IOException {
        LoadedTable loaded = load("""
                     Town   Trains  Delay
                A1   Linz      3     1.5
                A2   "Graz M"  4    12.25
                A3   Wels     51     0
                """);
        assertThat(Loading.labels(loaded.table())).containsExactly("Column 1", "Town", "Trains", "Delay");
        assertThat(Loading.row(loaded.table(), 1)).containsExactly("A2", "Graz M", "4", "12.25");
    }

    /** A space at the same place within every cell of a column parts nothing: it has no heading of its own. */
    @Test
    void columnsAtFixedPlacesStandUnderTheirHeadings() throws IOException {
        StringBuilder text = new StringBuilder("id   name      amount\n");
        for (int i = 1; i < 30; i++) {
            text.append(String.format("%-5d%-10s%6d%n", i, "item " + i, i * 7));
        }
        LoadedTable loaded = load(text.toString());
        assertThat(Loading.labels(loaded.table())).containsExactly("id", "name", "amount");
        assertThat(Loading.row(loaded.table(), 11)).containsExactly("12", "item 12", "84");
    }

    /** One space between cells; remarks with commas above columns set out with spaces. */
    @Test
    void spacesPartCellsWhereEveryLineHasAsMany() throws IOException {
        LoadedTable phones = load("""
                first last state phone
                Ada Smith WA 418-Y11-4111
                Mary Hart CA 319-Z19-4341
                Eva Nolan IL 219-532-c301
                """);
        assertThat(Loading.labels(phones.table())).containsExactly("first", "last", "state", "phone");
        assertThat(Loading.row(phones.table(), 2)).containsExactly("Eva", "Nolan", "IL", "219-532-c301");
        assertThat(load("a word or two\nand some more words\nno table at all\nbut four in each\n")
                        .table()
                        .schema()
                        .columns())
                .hasSize(1);
        StringBuilder money = new StringBuilder("""
                /*quarterly, seasonally adjusted, all lines
                investment, income, spending
                in millions, 2020Q1-2025Q4;
                source: the books
                */
                <2020 Q1>
                invest     income     cons
                """);
        for (int i = 0; i < 24; i++) {
            money.append(100 + i)
                    .append("        ")
                    .append(400 + i)
                    .append("       ")
                    .append(300 + i)
                    .append('\n');
        }
        LoadedTable loaded = load(money.toString());
        assertThat(Loading.labels(loaded.table())).containsExactly("invest", "income", "cons");
        assertThat(loaded.table().rowCount()).isEqualTo(24);
        assertThat(Loading.row(loaded.table(), 0)).containsExactly("100", "400", "300");
    }

    @ParameterizedTest
    @ValueSource(strings = {"\n", "\r\n", "\r"})
    void headingsBehindTheMarkOfCommentsAreHeadings(String end) throws IOException {
        LoadedTable zones = load(String.join(
                end,
                "# zones of the world",
                "# made in November, by hand",
                "#",
                "#code\tplace\tzone",
                "AD\t+4230\tEurope/Andorra",
                "AE\t+2518\tAsia/Dubai",
                "# none of the others",
                "AF\t+3431\tAsia/Kabul",
                ""));
        assertThat(Loading.labels(zones.table())).containsExactly("code", "place", "zone");
        assertThat(zones.table().rowCount()).isEqualTo(3);
        assertThat(Loading.row(zones.table(), 0)).containsExactly("AD", "4230", "Europe/Andorra");
        LoadedTable one = load("# day; n".concat(end) + "2026-01-01;3" + end + "2026-01-02;4" + end);
        assertThat(Loading.labels(one.table())).containsExactly("day", "n");
        LoadedTable numbered = load("id,n" + end + "#1,3" + end + "#2,4" + end);
        assertThat(Loading.row(numbered.table(), 1)).containsExactly("#2", "4");
    }

    @Test
    void codesOfOneLengthStayTextWhereSomeAreNoNumbers() throws IOException {
        StringBuilder text = new StringBuilder("zone,jobs\n");
        for (int i = 0; i < 200; i++) {
            text.append(110_018_000 + i).append(',').append(i).append('\n');
        }
        Table table = load(text + "9&&&&&&&&,5\n9@@@@@@@@,6\n").table();
        assertThat(table.column("zone").type()).isEqualTo(ColumnType.TEXT);
        assertThat(table.column("zone").plain(200)).isEqualTo("9&&&&&&&&");
        assertThat(load(text + "9,5\n").table().column("zone").type()).isEqualTo(ColumnType.WHOLE);
    }

    @Test
    void marksAtTheStartAreNoText() throws IOException {
        for (String charset : List.of("UTF-8", "UTF-16LE", "UTF-16BE")) {
            byte[] bytes = "\ufeffa\tb\n1\t2\n".getBytes(Charset.forName(charset));
            assertThat(Loading.labels(Loading.load(folder, "m.txt", bytes).table()))
                    .containsExactly("a", "b");
        }
    }

    @Test
    void anEncodingFarDownInTheFileIsStillFound() throws IOException {
        String text = "a,b\n" + "1,x\n".repeat(400_000) + "2,Zürich\n";
        Table table = Loading.load(folder, "late.csv", text.getBytes(Charset.forName("windows-1252")))
                .table();
        assertThat(table.column("b").plain(400_000)).isEqualTo("Zürich");
    }

    @Test
    void escapesSingleQuotesCommentsAndNamedDelimiters() throws IOException {
        assertThat(Loading.row(
                        load("a,b\n\"he said \\\"no\\\" to it\",1\n\"fine\",2\n")
                                .table(),
                        0))
                .containsExactly("he said \"no\" to it", "1");
        assertThat(Loading.row(load("a,b\n'x, y',1\n'p, q',2\n'r',3\n's',4\n").table(), 0))
                .containsExactly("x, y", "1");
        assertThat(load("# made 2026\n# by hand\nid,name\n1,A\n# in between\n2,B\n")
                        .table()
                        .rowCount())
                .isEqualTo(2);
        assertThat(Loading.labels(load("#id,name\n1,A\n2,B\n").table())).containsExactly("id", "name");
        assertThat(Loading.row(load("sep=|\na|b\n1,5|x\n2,5|y\n").table(), 1)).containsExactly("2.5", "y");
        assertThat(Loading.labels(load("a^b^c\n1^2^3\n4^5^6\n7^8^9\n").table())).hasSize(3);
    }

    @Test
    void twoTablesSideBySideOrUnderOneAnotherAreTwo() throws IOException {
        LoadedTable beside = load("A,B,,X,Y\n1,2,,u,3\n3,4,,v,4\n5,6,,w,5\n7,8,,,\n");
        assertThat(Loading.labels(beside.table())).containsExactly("A", "B");
        assertThat(beside.table().rowCount()).isEqualTo(4);
        assertThat(beside.report().notes()).contains("Not loaded is another table: “office.csv” from row 1.");
        LoadedTable under = load("First\nName,N\na,1\nb,2\n\nSecond\nCity,M,K\nc,3,4\nd,5,6\ne,5,6\n");
        assertThat(Loading.labels(under.table())).containsExactly("City", "M", "K");
        assertThat(under.table().rowCount()).isEqualTo(3);
    }

    @Test
    void anEmptyColumnWithinATableIsLeftOut() throws IOException {
        LoadedTable loaded = load("a,b,,c\n1,x,,3\n2,y,,4\n3,z,,5\n");
        assertThat(Loading.labels(loaded.table())).containsExactly("a", "b", "c");
        assertThat(loaded.report().notes()).containsExactly("Column C is empty and left out.");
    }

    @Test
    void headingsMayBeMissingRepeatedOrYears() throws IOException {
        assertThat(Loading.labels(load("1,2.5,2026-01-01\n2,3.5,2026-01-02\n3,4,2026-01-03\n")
                        .table()))
                .containsExactly("Column 1", "Column 2", "Column 3");
        assertThat(Loading.labels(load("a,a,,a\n1,2,3,4\n5,6,7,8\n").table()))
                .containsExactly("a", "a (2)", "Column 3", "a (3)");
        assertThat(Loading.labels(load("Region,2023,2024,2025\nNorth,10,11,12\nSouth,20,21,22\n")
                        .table()))
                .containsExactly("Region", "2023", "2024", "2025");
        assertThat(Loading.labels(
                        load("Route,Length,Cost\n,km,EUR\nA,10,5.5\nB,12,7.5\n").table()))
                .containsExactly("Route", "Length km", "Cost EUR");
    }

    @Test
    void totalsAreToldByWordOrBySum() throws IOException {
        assertThat(load("name,v,w\na,1,2\nb,2,3\nc,4,4\n,7,9\n").table().rowCount())
                .isEqualTo(3);
        assertThat(load("name,v\na,1\nb,2\nGrand total,3\n").table().rowCount()).isEqualTo(2);
        assertThat(load("sex,v\nTotal,3\nmale,1\nfemale,2\nTotal,4\n").table().rowCount())
                .isEqualTo(4); // a category, not a sum
        assertThat(load("name,v\na,1\nb,2\nTotally,4\n").table().rowCount()).isEqualTo(3);
    }

    @Test
    void theEndOfALargeFileIsLookedAtToo() throws IOException {
        StringBuilder text = new StringBuilder("name,value,remark\n");
        for (int i = 0; i < 700_000; i++) {
            text.append("row ").append(i).append(',').append(i).append(",x\n");
        }
        text.append("Total,244999650000,\n\nSource: the office\n");
        LoadedTable loaded = load(text.toString());
        assertThat(loaded.table().rowCount()).isEqualTo(700_000);
        assertThat(loaded.table().column("value").plain(699_999)).isEqualTo("699999");
        assertThat(loaded.report().notes())
                .containsExactly(
                        "Row 2 from the end, “Total”, was left out: it sums up the rows above.",
                        "The last row was left out: it is a note, “Source: the office”.");
    }

    @Test
    void whatTheAuthorSaysGoesBeforeWhatIsFound() throws IOException {
        Path file = Files.writeString(folder.resolve("office.csv"), "Title\na;b\n1,5;2\n3,5;4\n9;9\n");
        TableChoice edges = new TableChoice(null, null, null, 2L, 1, 4L, 0, 0, null, null, null, null);
        ReadingChoices choices = new ReadingChoices(null, ";", null, null, null, null, null, List.of(edges));
        Table table = Loading.load(file, choices).table();
        assertThat(Loading.labels(table)).containsExactly("a");
        assertThat(table.rowCount()).isEqualTo(2);
        TableChoice none = new TableChoice(null, null, null, 0L, 0, null, null, null, null, null, null, null);
        ReadingChoices bare = new ReadingChoices(null, null, null, null, null, null, null, List.of(none));
        Path data = Files.writeString(folder.resolve("data.csv"), "x,y\nu,v\n");
        assertThat(Loading.load(data, bare).table().rowCount()).isEqualTo(2);
        ReadingChoices comma = new ReadingChoices(null, ",", null, null, null, null, null, null);
        assertThat(Loading.labels(Loading.load(file, comma).table())).doesNotContain("a");
        assertThatThrownBy(() ->
                        Loading.load(file, new ReadingChoices("klingon", null, null, null, null, null, null, null)))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("UTF-8");
    }

    @Test
    void packedFilesAreOpened() throws IOException {
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (GZIPOutputStream out = new GZIPOutputStream(packed)) {
            out.write("a,b\n1,2\n".getBytes(StandardCharsets.UTF_8));
        }
        assertThat(Loading.load(folder, "x.csv.gz", packed.toByteArray())
                        .table()
                        .rowCount())
                .isOne();
        Map<String, byte[]> files = new LinkedHashMap<>();
        files.put("data/jan.csv", Packed.bytes("a,b\n1,2\n"));
        files.put("data/feb.csv", Packed.bytes("b,a\n3,4\n"));
        files.put("__MACOSX/._jan.csv", new byte[] {0, 1});
        files.put("readme.pdf", Packed.bytes("%PDF-1.4"));
        LoadedTable two = Loading.load(folder, "two.zip", Packed.zip(files));
        assertThat(Loading.row(two.table(), 1)).containsExactly("4", "3", "feb.csv");
        assertThat(two.report().notes()).anyMatch(note -> note.contains("readme.pdf"));
    }

    private static ReadingChoices tables(TableChoice... choices) {
        return new ReadingChoices(null, null, null, null, null, null, null, List.of(choices));
    }

    @Test
    void aFileOfAnArchiveIsPicked() throws IOException {
        Map<String, byte[]> files = new LinkedHashMap<>();
        files.put("stops.csv", Packed.bytes("id,name\n1,Graz\n2,Linz\n"));
        files.put("trips.csv", Packed.bytes("trip,minutes\n7,40\n8,55\n9,10\n"));
        Path zip = Files.write(folder.resolve("feed.zip"), Packed.zip(files));
        Table stops =
                Loading.load(zip, tables(TableChoice.AS_FOUND.in("stops.csv"))).table();
        assertThat(Loading.labels(stops)).containsExactly("id", "name");
        assertThat(stops.rowCount()).isEqualTo(2);
        Table trips =
                Loading.load(zip, tables(TableChoice.AS_FOUND.in("trips.csv"))).table();
        assertThat(Loading.labels(trips)).containsExactly("trip", "minutes");
        TableChoice[] both = {TableChoice.AS_FOUND.in("stops.csv"), TableChoice.AS_FOUND.in("trips.csv")};
        try (Document document = Document.open(zip, "feed.zip", ReadingChoices.AS_FOUND)) {
            assertThat(new Reading(List.of(document), tables(both)).notes())
                    .anyMatch(note -> note.contains("cannot be put under one another"));
        }
        assertThatThrownBy(() -> Loading.load(zip, tables(both)))
                .isInstanceOfSatisfying(
                        UserException.class, e -> assertThat(e.code()).isEqualTo(ErrorCode.FILE_SHAPES_DIFFER));
        assertThatThrownBy(() -> Loading.load(zip, tables(TableChoice.AS_FOUND.in("fares.csv"))))
                .isInstanceOfSatisfying(UserException.class, e -> {
                    assertThat(e.code()).isEqualTo(ErrorCode.INVALID_REQUEST);
                    assertThat(e.text()).contains("holds no file “fares.csv”");
                });
    }

    private void refused(String name, byte[] bytes, ErrorCode code, String says) {
        assertThatThrownBy(() -> Loading.load(folder, name, bytes)).isInstanceOfSatisfying(UserException.class, e -> {
            assertThat(e.code()).isEqualTo(code);
            assertThat(e.text()).contains(says);
        });
    }

    @Test
    void archivesThatDoHarmAreRefused() throws IOException {
        refused(
                "bomb.zip",
                Packed.zip(Map.of("a.csv", new byte[260 << 20])),
                ErrorCode.FILE_NOT_READABLE,
                "would unpack to");
        Map<String, byte[]> many = new LinkedHashMap<>();
        for (int i = 0; i < 201; i++) {
            many.put(i + ".csv", Packed.bytes("a\n1\n"));
        }
        refused("many.zip", Packed.zip(many), ErrorCode.FILE_NOT_READABLE, "more than 200 files");
        byte[] inner = Packed.zip(Map.of("a.csv", Packed.bytes("a,b\n1,2\n")));
        byte[] deep = Packed.zip(Map.of("c.zip", Packed.zip(Map.of("b.zip", inner))));
        refused("deep.zip", deep, ErrorCode.FILE_NOT_READABLE, "Unpack it");
        refused(
                "cut.csv.gz",
                new byte[] {0x1F, (byte) 0x8B, 8, 0, 0, 0, 0, 0, 0, 0, 1},
                ErrorCode.FILE_NOT_READABLE,
                "cut off");
    }

    @Test
    void manyColumnsAreReadOrRefused() throws IOException {
        for (int columns : new int[] {300, 2000}) {
            String headings = "h"
                    + String.join(
                            ",h",
                            IntStream.range(0, columns)
                                    .mapToObj(String::valueOf)
                                    .toList());
            Table table = load(headings + "\n" + ("1" + ",1".repeat(columns - 1) + "\n").repeat(3))
                    .table();
            assertThat(table.schema().columns()).hasSize(columns);
        }
        String many = "h"
                + String.join(
                        ",h",
                        IntStream.range(0, 16_384).mapToObj(String::valueOf).toList());
        refused(
                "wide.csv",
                (many + "\n" + ("1" + ",1".repeat(16_383) + "\n").repeat(3)).getBytes(StandardCharsets.UTF_8),
                ErrorCode.FILE_NOT_READABLE,
                "more than 2000 columns");
    }

    @Test
    void aLongTextInTheFirstRowIsNoHeading() throws IOException {
        LoadedTable loaded = load("a,b\nx," + "y".repeat(100_000) + "\nz,2\n");
        assertThat(Loading.labels(loaded.table())).containsExactly("a", "b");
        assertThat(loaded.table().rowCount()).isEqualTo(2);
    }

    @Test
    void oddCharactersAreKept() throws IOException {
        List<String> odd =
                List.of("con\u0001trol", "\ud83d\ude00 pair", "\u202eright to left שלום", "=cmd|' /C calc'!A0", "a\tb");
        for (String one : odd) {
            Table table = load("note,n\n\"" + one + "\",1\nb,2\n").table();
            assertThat(table.column("note").plain(0)).isEqualTo(one.strip());
        }
    }
}
