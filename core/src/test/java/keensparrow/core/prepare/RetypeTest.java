package keensparrow.core.prepare;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import keensparrow.core.TextRows;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TextColumn;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

/** Types are changed in tables that are too long to be read as text again row by row. */
class RetypeTest {
    private static final int ROWS = 30_000;
    private static final Table LONG = table();

    private static Table table() {
        Random random = new Random(3);
        StringBuilder csv = new StringBuilder("Id,Guests,Cost,Day,Late,Kind\n");
        for (int i = 0; i < ROWS; i++) {
            csv.append(i + 100_000).append(',');
            csv.append(i % 7 == 0 ? "" : random.nextInt(90)).append(',');
            csv.append(random.nextInt(500))
                    .append('.')
                    .append(random.nextInt(10))
                    .append(random.nextInt(10));
            csv.append(',').append(LocalDate.of(2026, 1, 1).plusDays(random.nextInt(300)));
            csv.append(',').append(random.nextBoolean() ? "yes" : "no");
            csv.append(',')
                    .append(i % 5 == 0 ? "tea" : String.valueOf(random.nextInt(40)))
                    .append('\n');
        }
        return TextRows.table(csv.toString());
    }

    private static void same(Column one, Column other) {
        for (int row = 0; row < ROWS; row++) {
            assertThat(one.plain(row)).isEqualTo(other.plain(row));
        }
    }

    @Test
    void toTextAndBackNothingIsLost() {
        for (String name : List.of("guests", "cost", "day", "late")) {
            ColumnType type = LONG.column(name).type();
            Table texts = new Retype(name, ColumnType.TEXT).apply(LONG);
            assertThat(texts.column(name).type()).isEqualTo(ColumnType.TEXT);
            same(texts.column(name), LONG.column(name));
            Table back = new Retype(name, type).apply(texts);
            assertThat(back.column(name).type()).isEqualTo(type);
            same(back.column(name), LONG.column(name));
            assertThat(back.schema().get(name).role())
                    .isEqualTo(LONG.schema().get(name).role());
        }
    }

    @Test
    void manyDifferentNumbersAreReadAsTheLoaderReadsThem() {
        Random random = new Random(9);
        String[] exact = new String[ROWS];
        String[] thousands = new String[ROWS];
        String[] odd = new String[ROWS];
        for (int i = 0; i < ROWS; i++) {
            int value = random.nextInt(100_000_000) - 20_000_000;
            exact[i] = i % 11 == 0 ? null : value / 100 + "." + Math.abs(value % 10) + (i % 3 == 0 ? "" : "5");
            thousands[i] = i + 1 + "." + String.valueOf(1000 + i % 1000).substring(1);
            odd[i] = i == 20 ? "12 apples" : String.valueOf(value);
        }
        for (String[] texts : List.of(exact, thousands, odd)) {
            Table table = new Table(
                    new Schema(List.of(new ColumnInfo("x", "X", ColumnType.TEXT, Role.CATEGORY))),
                    List.of(TextColumn.of(texts)),
                    ROWS);
            Column made = new Retype("x", ColumnType.DECIMAL).apply(table).column("x");
            Column few = new Retype("x", ColumnType.DECIMAL)
                    .apply(table.pick(IntStream.range(0, 9_000).toArray(), 9_000)) // read by the loader row by row
                    .column("x");
            for (int row = 0; row < few.rowCount(); row++) {
                assertThat(made.plain(row)).as(texts[row]).isEqualTo(few.plain(row));
            }
        }
    }

    @Test
    void whatDoesNotFitIsBlankAndIdentifiersStayOnes() {
        assertThat(LONG.column("kind").type()).isEqualTo(ColumnType.TEXT);
        Table numbers = new Retype("kind", ColumnType.WHOLE).apply(LONG);
        assertThat(numbers.column("kind").blankCount()).isEqualTo(ROWS / 5);
        assertThat(numbers.column("kind").isBlank(12_345)).isTrue();
        assertThat(numbers.column("kind").plain(4))
                .isEqualTo(LONG.column("kind").plain(4));
        Table ids = new Retype("id", ColumnType.TEXT).apply(LONG);
        assertThat(ids.schema().get("id").role()).isEqualTo(Role.IDENTIFIER);
        same(ids.column("id"), LONG.column("id"));
    }
}
