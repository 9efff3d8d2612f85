package keensparrow.formats.json;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import keensparrow.core.error.UserException;
import keensparrow.core.table.Table;
import keensparrow.formats.Loading;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** JSON of several shapes as rows. */
class JsonReaderTest {
    @TempDir
    Path folder;

    private Table table(String json) throws IOException {
        return Loading.load(folder, "rows.json", json.getBytes(StandardCharsets.UTF_8))
                .table();
    }

    @Test
    void unequalAndNestedObjects() throws IOException {
        Table table = table("""
                [{"id": "007", "at": {"city": "Graz", "zip": 8010}, "tags": ["a", "b"], "ok": true},
                 {"id": "008", "at": {"city": "Linz"}, "price": 1.50, "tags": []},
                 {"price": null, "id": "009", "more": [{"k": 1}]}]
                """);
        assertThat(Loading.labels(table)).containsExactly("id", "at.city", "at.zip", "tags", "ok", "price", "more");
        assertThat(Loading.row(table, 0)).containsExactly("007", "Graz", "8010", "a;b", "yes", "", "");
        assertThat(Loading.row(table, 1)).containsExactly("008", "Linz", "", "", "", "1.50", "");
        assertThat(Loading.row(table, 2)).containsExactly("009", "", "", "", "", "", "k: 1");
    }

    @Test
    void objectsALineArraysAndWrappedLists() throws IOException {
        assertThat(Loading.row(table("{\"a\": 1e3, \"b\": \"x\"}\n{\"a\": 2, \"b\": \"y\"}\n"), 0))
                .containsExactly("1000", "x");
        assertThat(Loading.labels(table("[[\"name\", \"n\"], [\"x\", 1], [\"y\", 2]]")))
                .containsExactly("name", "n");
        Table wrapped = table("{\"count\": 2, \"rows\": [{\"a\": 1}, {\"a\": 2}], \"next\": null}");
        assertThat(wrapped.rowCount()).isEqualTo(2);
        assertThat(Loading.labels(wrapped)).containsExactly("a");
    }

    @Test
    void namesOfObjectsAreTheHeadingsWhateverFollows() throws IOException {
        Table table = table("""
                [{"country": "Albania", "free": 1912}, {"country": "Chad", "free": 1960},
                 {"country": "Malta", "free": null}, {"country": "Total", "free": 3872}]
                """);
        assertThat(Loading.labels(table)).containsExactly("country", "free");
        assertThat(table.rowCount()).isEqualTo(4);
        assertThat(Loading.row(table, 3)).containsExactly("Total", "3872");
    }

    @Test
    void oneObjectOfColumnsOrOfEntriesIsATable() throws IOException {
        Table lists =
                table("{\"route\": [\"Graz\", \"Linz\", null], \"berths\": [12, 0, 7], \"full\": [true, false, true]}");
        assertThat(Loading.labels(lists)).containsExactly("route", "berths", "full");
        assertThat(Loading.row(lists, 0)).containsExactly("Graz", "12", "yes");
        assertThat(Loading.row(lists, 2)).containsExactly("", "7", "yes");
        Table counted = table("{\"route\": {\"0\": \"Graz\", \"1\": \"Linz\"}, \"berths\": {\"0\": 12, \"1\": 30}}");
        assertThat(Loading.labels(counted)).containsExactly("route", "berths");
        assertThat(Loading.row(counted, 1)).containsExactly("Linz", "30");
        Table entries = table("""
                {"GRZ": {"city": "Graz", "at": {"zip": 8010}}, "LNZ": {"city": "Linz", "at": {"zip": 4020}},
                 "WLS": {"city": "Wels"}}
                """);
        assertThat(Loading.labels(entries)).containsExactly("key", "city", "at.zip");
        assertThat(Loading.row(entries, 1)).containsExactly("LNZ", "Linz", "4020");
        assertThat(Loading.row(entries, 2)).containsExactly("WLS", "Wels", "");
    }

    @Test
    void oneObjectOfUnequalThingsIsOneRow() throws IOException {
        Table settings = table("{\"name\": \"x\", \"list\": [1, 2], \"other\": [1, 2, 3], \"in\": {\"a\": 1}}");
        assertThat(settings.rowCount()).isEqualTo(1);
        assertThat(Loading.row(settings, 0)).containsExactly("x", "1;2", "1;2;3", "1");
        Table lines = table("{\"a\": [1, 2], \"b\": [3, 4]}\n{\"a\": [5], \"b\": []}\n");
        assertThat(Loading.row(lines, 0)).containsExactly("1;2", "3;4");
    }

    @Test
    void objectsWithoutValuesAreRows() throws IOException {
        Table table = table("[{\"a\": 1}, {\"a\": null}, {}, {\"a\": 3}, {\"a\": \"\"}]");
        assertThat(table.rowCount()).isEqualTo(5);
        assertThat(table.column("a").blankCount()).isEqualTo(3);
    }

    @Test
    void whatIsNoRowsIsSaidWithItsPlace() {
        assertThatThrownBy(() -> table("[{\"a\": 1}, {\"a\": }]"))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("line 1, column")
                .hasMessageContaining("rows.json");
        assertThatThrownBy(() -> table("[{\"a\": 1}, {\"a\"")).isInstanceOf(UserException.class);
        assertThatThrownBy(() -> table("{\"a\": {\"b\": 1}, \"c\": [1, 2")).isInstanceOf(UserException.class);
    }

    @Test
    void deepNestingEndsInAMessage() {
        String deep = "[" + "{\"a\":".repeat(3000) + "1" + "}".repeat(3000) + "]";
        assertThatThrownBy(() -> table(deep)).isInstanceOf(UserException.class);
    }
}
