package keensparrow.formats.document;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.table.Table;
import keensparrow.formats.Loading;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What was read of a generated file, added up here and by H2's own reader of the same file. */
class ReadAgainstSqlTest {
    private static final String[] TOWNS = {
        "Graz", "Zürich", "Łódź", "Saint-Étienne", "Coach, 2", "say \"so\"", "two\nlines"
    };

    @TempDir
    Path folder;

    private Connection sql;

    @BeforeEach
    void open() throws SQLException {
        sql = DriverManager.getConnection("jdbc:h2:mem:");
    }

    @AfterEach
    void close() throws SQLException {
        sql.close();
    }

    private static String quoted(String text) {
        boolean needed = text.matches("(?s).*[,;\"\n].*");
        return needed ? "\"" + text.replace("\"", "\"\"") + "\"" : text;
    }

    private Path write(Random random, int rows, String lineEnd, char delimiter, double blanks) throws IOException {
        StringBuilder text = new StringBuilder();
        text.append(String.join(String.valueOf(delimiter), "id", "town", "people", "money", "day", "open"))
                .append(lineEnd);
        for (int row = 0; row < rows; row++) {
            List<String> cells = new ArrayList<>();
            cells.add("N" + (100_000 + (random.nextInt(50) == 0 ? random.nextInt(rows) : row)));
            cells.add(quoted(TOWNS[random.nextInt(TOWNS.length)]));
            cells.add(String.valueOf(random.nextInt(2_000_000) - 1_000_000));
            cells.add(BigDecimal.valueOf(random.nextInt(9_000_000), random.nextInt(4))
                    .toPlainString());
            cells.add(java.time.LocalDate.of(1995, 1, 1)
                    .plusDays(random.nextInt(20_000))
                    .toString());
            cells.add(random.nextBoolean() ? "true" : "false");
            for (int i = 1; i < cells.size(); i++) {
                if (random.nextDouble() < blanks) {
                    cells.set(i, "");
                }
            }
            text.append(String.join(String.valueOf(delimiter), cells)).append(lineEnd);
        }
        return Files.write(folder.resolve("rows.csv"), text.toString().getBytes(StandardCharsets.UTF_8));
    }

    private Map<String, String> groups(String query) throws SQLException {
        Map<String, String> groups = new TreeMap<>();
        try (ResultSet rows = sql.createStatement().executeQuery(query)) {
            while (rows.next()) {
                groups.put(String.valueOf(rows.getString(1)), String.valueOf(rows.getString(2)));
            }
        }
        return groups;
    }

    private static Map<String, String> groups(Column by, Column of) {
        Map<String, BigDecimal> sums = new TreeMap<>();
        for (int row = 0; row < by.rowCount(); row++) {
            BigDecimal value = of.isBlank(row) ? BigDecimal.ZERO : new BigDecimal(of.plain(row));
            sums.merge(String.valueOf(by.plain(row)), value, BigDecimal::add);
        }
        Map<String, String> plain = new TreeMap<>();
        sums.forEach((key, sum) -> plain.put(key, sum.stripTrailingZeros().toPlainString()));
        return plain;
    }

    private static Map<String, String> stripped(Map<String, String> groups) {
        Map<String, String> plain = new TreeMap<>();
        groups.forEach((key, sum) ->
                plain.put(key, new BigDecimal(sum).stripTrailingZeros().toPlainString()));
        return plain;
    }

    @ParameterizedTest
    @CsvSource({"40,LF,0", "5000,CRLF,0.1", "30000,LF,0.02", "60000,CRLF,0.5", "25000,CR,0.01"})
    void countsSumsAndGroupsAreThose(int rows, String ends, double blanks) throws Exception {
        String lineEnd = ends.equals("LF") ? "\n" : ends.equals("CR") ? "\r" : "\r\n";
        Path file = write(new Random(rows), rows, lineEnd, ',', blanks);
        Table table = Loading.load(file).table();
        assertThat(table.rowCount()).isEqualTo(rows);
        sql.createStatement()
                .execute(
                        "create table t as select id, nullif(town, '') town, cast(nullif(people, '') as bigint) people,"
                                + " cast(nullif(money, '') as decimal(20, 3)) money, cast(nullif(\"DAY\", '') as date) \"DAY\","
                                + " open from csvread('" + file + "', null, 'charset=UTF-8 null=')");
        assertThat(table.schema().get("people").type()).isEqualTo(ColumnType.WHOLE);
        assertThat(table.schema().get("money").type()).isEqualTo(ColumnType.DECIMAL);
        assertThat(table.schema().get("day").type()).isEqualTo(ColumnType.DATE);
        assertThat(table.schema().get("open").type()).isEqualTo(ColumnType.YES_NO);
        assertThat(groups(table.column("town"), table.column("money")))
                .isEqualTo(stripped(groups("select town, coalesce(sum(money), 0) from t group by town")));
        assertThat(groups(table.column("day"), table.column("people")))
                .isEqualTo(stripped(groups("select \"DAY\", coalesce(sum(people), 0) from t group by \"DAY\"")));
        assertThat(groups(table.column("id"), table.column("people")))
                .isEqualTo(stripped(groups("select id, coalesce(sum(people), 0) from t group by id")));
        for (String column : List.of("town", "people", "money", "day", "open")) {
            String blank = groups("select 0, count(*) - count(nullif(cast(\""
                            + column.toUpperCase(java.util.Locale.ROOT) + "\" as varchar), '')) from t")
                    .get("0");
            assertThat(table.column(column).blankCount()).as(column).isEqualTo(Integer.parseInt(blank));
        }
    }

    @Test
    void theSameRowsReadTheSameWhateverPartsThemAndHoweverTheyArePacked() throws Exception {
        Path commas = write(new Random(8), 12_000, "\n", ',', 0.1);
        Table one = Loading.load(commas).table();
        Path semicolons = write(new Random(8), 12_000, "\r\n", ';', 0.1);
        Table other = Loading.load(semicolons).table();
        Path zip = folder.resolve("rows.zip");
        Files.write(zip, keensparrow.formats.Packed.zip(Map.of("rows.csv", Files.readAllBytes(semicolons))));
        Table packed = Loading.load(zip).table();
        assertThat(other.schema()).isEqualTo(one.schema());
        assertThat(packed.schema()).isEqualTo(one.schema());
        for (int row = 0; row < 12_000; row++) {
            assertThat(Loading.row(other, row)).isEqualTo(Loading.row(one, row));
            assertThat(Loading.row(packed, row)).isEqualTo(Loading.row(one, row));
        }
    }
}
