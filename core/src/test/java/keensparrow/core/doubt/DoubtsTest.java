package keensparrow.core.doubt;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.function.IntFunction;
import keensparrow.core.TextRows;
import keensparrow.core.prepare.KeepRows;
import keensparrow.core.prepare.Steps;
import keensparrow.core.profile.Profile;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

/** Each doubt by a table that must raise it and one that must not. */
class DoubtsTest {
    private static final LocalDate START = LocalDate.of(2026, 1, 1);

    private static Table table(String headings, int rows, IntFunction<String> row) {
        StringBuilder csv = new StringBuilder(headings).append('\n');
        for (int i = 0; i < rows; i++) {
            csv.append(row.apply(i)).append('\n');
        }
        return TextRows.table(csv.toString());
    }

    private static List<Doubt> doubts(Table table) {
        return Doubts.of(table, Profile.of(table));
    }

    private static Table after(Table table, Doubt.Remedy remedy) {
        return Steps.run(table, List.of(remedy.step())).table();
    }

    @Test
    void aValueFarFromAllOthersIsFoundAndLeftOut() {
        Table table =
                table("Depot,Energy use", 60, i -> "D" + i % 4 + "," + (i == 31 ? 210_000 : 18_000 + i % 7 * 500));
        Doubt doubt = doubts(table).get(0);
        assertThat(doubt.column()).isEqualTo("energy_use");
        assertThat(doubt.text()).isEqualTo("A value of “Energy use” lies far above all others, from 210000 on.");
        assertThat(doubt.rows()).isEqualTo(1);
        assertThat(doubt.condition()).isEqualTo("\"energy_use\" >= 210000");
        Table mended = after(table, doubt.remedies().get(0));
        assertThat(mended.rowCount()).isEqualTo(59);
        assertThat(doubts(mended)).isEmpty();
    }

    @Test
    void aYearAndItsMonthApartAreJoined() {
        Table table =
                table("Year,Month,Cost", 48, i -> (2022 + i / 12) + "," + (i % 12 + 1) + "," + (100 + i * 7 % 31));
        Doubt doubt = doubts(table).get(0);
        assertThat(doubt.text()).startsWith("“Year” and “Month” hold a year and a part of it.");
        Table mended = after(table, doubt.remedies().get(0));
        assertThat(mended.column("year_month").plain(13)).isEqualTo("2023-02-01");
        assertThat(doubts(mended)).isEmpty();
        assertThat(doubts(table("Year,Cost", 12, i -> (2010 + i) + "," + i * 7 % 31)))
                .isEmpty();
    }

    @Test
    void codesThatLookLikeNumbersAreReadAsText() {
        int[] codes = {1010, 8057, 5023, 9493, 3012, 6301, 4051};
        Table table = table("Stop,Area,Guests", 70, i -> "S" + i % 9 + "," + codes[i % 7] + "," + (100 + i));
        Doubt doubt = doubts(table).get(0);
        assertThat(doubt.column()).isEqualTo("area");
        assertThat(doubt.text()).startsWith("“Area” may hold codes: numbers of 4 figures that come again and again.");
        Table mended = after(table, doubt.remedies().get(0));
        assertThat(mended.column("area").plain(1)).isEqualTo("8057");
        assertThat(doubts(mended)).isEmpty();
        Table pay = table("Stop,Pay", 70, i -> "S" + i % 9 + "," + (2000 + i % 7 * 950));
        assertThat(doubts(pay)).as("amounts are round").isEmpty();
        Table weights = table("Stop,Weight", 70, i -> "S" + i % 9 + "," + (1003 + i * 97));
        assertThat(doubts(weights)).as("measured values seldom come again").isEmpty();
    }

    @Test
    void twoColumnsThatNameARowTogetherNameItOnce() {
        IntFunction<String> grid = i -> START.plusMonths(i % 12) + ",Depot " + i / 12 % 5 + "," + (100 + i * 7 % 31);
        Table twice = table("Month,Depot,Cost", 61, i -> i == 60 ? START + ",Depot 0,999" : grid.apply(i));
        Doubt doubt = doubts(twice).get(0);
        assertThat(doubt.text())
                .isEqualTo("“Month” and “Depot” together look like the name of a row, but a pair of them stands in more"
                        + " than one.");
        assertThat(doubt.rows()).isEqualTo(1);
        assertThat(after(twice, doubt.remedies().get(0)).rowCount()).isEqualTo(60);
        assertThat(doubts(table("Month,Depot,Cost", 60, grid)))
                .as("each pair once")
                .isEmpty();
        Table several = table("Month,Depot,Cost", 120, grid);
        assertThat(doubts(several)).as("pairs that all come twice name nothing").isEmpty();
    }

    @Test
    void aLongTailIsNone() {
        Table table = table("Shop,Price", 400, i -> "S" + i % 5 + "," + Math.round(Math.exp(i / 40.0)));
        assertThat(doubts(table)).isEmpty();
    }

    @Test
    void aYearFarFromAllOthersIsFound() {
        Table table = table(
                "Ordered,Amount",
                80,
                i -> (i == 5 ? LocalDate.of(2046, 3, 1) : START.plusDays(i)) + "," + (100 + i % 9));
        assertThat(doubts(table))
                .extracting(Doubt::text)
                .containsExactly("A value of “Ordered” lies far above all others, from 2046-03-01 on.");
        assertThat(doubts(table).get(0).condition()).isEqualTo("\"ordered\" >= date '2046-03-01'");
        assertThat(after(table, doubts(table).get(0).remedies().get(0)).rowCount())
                .isEqualTo(79);
        Table births = table("Born,Amount", 80, i -> LocalDate.of(1930 + i, 5, 1) + "," + (100 + i % 9));
        assertThat(doubts(births)).isEmpty();
    }

    @Test
    void rowsThatStandTwiceAndIdentifiersOfSeveralRowsAreFound() {
        IntFunction<String> orders = i -> "A-" + (1000 + i) + "," + START.plusDays(i % 50) + ",K" + i % 7 + ","
                + (10 + i % 13) + "," + (i % 3 + 1);
        assertThat(doubts(table("Order id,Day,Customer,Amount,Pieces", 120, orders)))
                .isEmpty();
        Table twice = table("Order id,Day,Customer,Amount,Pieces", 122, i -> orders.apply(i % 120));
        Doubt doubt = doubts(twice).get(0);
        assertThat(doubt.text()).isEqualTo("2 rows stand in the table more than once, alike in every column.");
        assertThat(after(twice, doubt.remedies().get(0)).rowCount()).isEqualTo(120);
        Table sameKey = table(
                "Order id,Day,Customer,Amount,Pieces",
                121,
                i -> i == 120 ? "A-1003,2026-02-01,K9,99,4" : orders.apply(i));
        assertThat(doubts(sameKey))
                .extracting(Doubt::text)
                .containsExactly("“Order id” looks like the name of a row, but a value stands in more than one.");
    }

    @Test
    void aRunningTotalIsFoundAndTurnedIntoDifferences() {
        int[] sum = {0};
        Table table = table("Day,Visitors", 40, i -> START.plusDays(i) + "," + (sum[0] += 20 + i % 5));
        Doubt doubt = doubts(table).get(0);
        assertThat(doubt.text()).startsWith("“Visitors” only ever rises through Day");
        Table mended = after(table, doubt.remedies().get(0));
        assertThat(mended.column("change_of_visitors").plain(1)).isEqualTo("21");
        Table daily = table("Day,Visitors", 40, i -> START.plusDays(i) + "," + (20 + i * 7 % 11));
        assertThat(doubts(daily)).isEmpty();
    }

    @Test
    void personalDataAreNamedByTheirForm() {
        assertThat(PersonalData.isAccount("DE89 3704 0044 0532 0130 00")).isTrue(); // the usual example of the standard
        assertThat(PersonalData.isAccount("DE89 3704 0044 0532 0130 01")).isFalse();
        assertThat(PersonalData.isCard("4111 1111 1111 1111")).isTrue();
        assertThat(PersonalData.isCard("4111 1111 1111 1112")).isFalse();
        Table mail = table("Note,Contact", 30, i -> "n" + i + ",guest" + i + "@example.org");
        assertThat(doubts(mail))
                .extracting(Doubt::text)
                .containsExactly("“Contact” holds mail addresses: personal data, if they are of people.");
        Table phone = table("Note,Contact", 30, i -> "n" + i + ",+49 30 55501" + (10 + i));
        assertThat(doubts(phone))
                .extracting(Doubt::text)
                .singleElement()
                .asString()
                .contains("telephone numbers");
        assertThat(after(mail, doubts(mail).get(0).remedies().get(0)).schema().has("contact"))
                .isFalse();
        Table handle = table("Note,Contact", 30, i -> "n" + i + ",guest-" + i);
        assertThat(doubts(handle)).isEmpty();
    }

    @Test
    void columnsThatSayNothingAreFound() {
        Table table = table(
                "Shop,Country,Amount",
                1000,
                i -> "S" + i % 5 + "," + (i == 3 ? "Norway" : "Sweden") + "," + (5 + i % 90));
        assertThat(doubts(table)).extracting(Doubt::text).containsExactly("“Country” is Sweden in all rows but 1.");
        assertThat(doubts(table).get(0).condition()).isEqualTo("\"country\" <> 'Sweden'");
        Table flags =
                table("Shop,Paid,Amount", 1000, i -> "S" + i % 5 + "," + (i == 3 ? "no" : "yes") + "," + (5 + i % 90));
        Doubt flag = doubts(flags).get(0);
        assertThat(flag.text()).isEqualTo("“Paid” is yes in all rows but 1.");
        String rest = java.util.Objects.requireNonNull(flag.condition());
        assertThat(after(flags, new Doubt.Remedy("", new KeepRows(KeepRows.Which.KEEP, rest)))
                        .rowCount())
                .isEqualTo(1);
        Table one = table("Shop,Country,Amount", 60, i -> "S" + i % 5 + ",Sweden," + (5 + i % 40));
        assertThat(doubts(one)).extracting(Doubt::text).containsExactly("“Country” is Sweden in every row.");
    }
}
