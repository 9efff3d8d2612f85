package keensparrow.core.infer.load;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import keensparrow.core.TextRows;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.guess.ColumnPlan;
import keensparrow.core.infer.source.LoadWatch;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.words.Text;
import org.junit.jupiter.api.Test;

class TableLoaderTest {
    private static LoadedTable load(List<ColumnPlan> earlier, TextRows... rows) {
        return new TableLoader(List.of(rows), Map.of(), earlier, LoadWatch.NONE).load();
    }

    private static UserException refusal(List<ColumnPlan> earlier, TextRows... rows) {
        List<UserException> failures = new ArrayList<>();
        assertThatThrownBy(() -> load(earlier, rows)).isInstanceOfSatisfying(UserException.class, failures::add);
        return failures.get(0);
    }

    @Test
    void headingsGetUsableNamesAndStayAsLabels() {
        LoadedTable loaded = TextRows.load("Delay in minutes,,Größe (m²),Delay in minutes,2026\n1,2,3,4,5\n");
        assertThat(loaded.table().schema().columns())
                .extracting(ColumnInfo::name)
                .containsExactly(
                        "delay_in_minutes", "column_2", "größe_m2".replace("ö", "o"), "delay_in_minutes_2", "c_2026");
        assertThat(loaded.table().schema().columns())
                .extracting(ColumnInfo::label)
                .containsExactly("Delay in minutes", "Column 2", "Größe (m²)", "Delay in minutes (2)", "2026");
    }

    @Test
    void emptyLinesAreNoRows() {
        LoadedTable loaded = TextRows.load("\n ,\na,b\n\n1,2\n,\n3,4\n\n");
        assertThat(loaded.table().rowCount()).isEqualTo(2);
        assertThat(loaded.table().column("a").plain(1)).isEqualTo("3");
    }

    @Test
    void rowsOfUnequalLengthAreReadAndTold() {
        LoadedTable loaded = TextRows.load("a,b,c\n1,2,3\n4\n5,6,7,8\n9,10\n");
        assertThat(loaded.table().rowCount()).isEqualTo(4);
        assertThat(loaded.table().column("b").plain(1)).isNull();
        assertThat(loaded.table().column("c").plain(2)).isEqualTo("7");
        assertThat(loaded.report().notes())
                .containsExactly(
                        "2 rows of “rows.csv” have fewer cells than there are headings; the missing ones are blank"
                                + " (first in line 3).",
                        "1 row of “rows.csv” has more cells than there are headings; the ones beyond were left out"
                                + " (first in line 4). Check for a delimiter inside a value that is not in quotes.");
    }

    @Test
    void delimitersAtTheEndOfEachLineMakeNoColumn() {
        LoadedTable loaded = TextRows.load("a,b,\n1,2,\n");
        assertThat(loaded.table().columns()).hasSize(2);
        assertThat(loaded.report().notes()).isEmpty();
    }

    @Test
    void nothingToReadIsSaid() {
        assertThat(refusal(List.of(), new TextRows("empty.csv", "")).code()).isEqualTo(ErrorCode.FILE_EMPTY);
        assertThat(refusal(List.of(), new TextRows("blank.csv", "\n\n")).code()).isEqualTo(ErrorCode.FILE_EMPTY);
        UserException headings = refusal(List.of(), new TextRows("headings.csv", "a,b\n"));
        assertThat(headings.code()).isEqualTo(ErrorCode.FILE_NO_ROWS);
        assertThat(headings.text()).contains("“headings.csv”").contains("no row below");
    }

    @Test
    void severalFilesArePutUnderOneAnother() {
        LoadedTable loaded =
                load(List.of(), new TextRows("one.csv", "a,b\n1,x\n2,y\n"), new TextRows("two.csv", "B ,A\nz,2.5\n"));
        assertThat(loaded.table().rowCount()).isEqualTo(3);
        assertThat(loaded.table().schema().get("a").type()).isEqualTo(ColumnType.DECIMAL);
        assertThat(loaded.table().column("a").plain(0)).isEqualTo("1.0");
        assertThat(loaded.table().column("a").plain(2)).isEqualTo("2.5");
        assertThat(loaded.table().column("b").plain(2)).isEqualTo("z");
        assertThat(loaded.table().column("file").plain(1)).isEqualTo("one.csv");
        assertThat(loaded.table().column("file").plain(2)).isEqualTo("two.csv");
    }

    @Test
    void aColumnMoreOrLessKeepsNoFileOut() {
        LoadedTable loaded = load(
                List.of(),
                new TextRows("jan.csv", "a,b,c\n1,x,5\n"),
                new TextRows("feb.csv", "a,b,c,d\n2,y,6,7\n"),
                new TextRows("mar.csv", "b,a\nz,3\n"));
        assertThat(loaded.table().rowCount()).isEqualTo(3);
        assertThat(loaded.table().column("d").plain(0)).isNull();
        assertThat(loaded.table().column("d").plain(1)).isEqualTo("7");
        assertThat(loaded.table().column("c").plain(2)).isNull();
        assertThat(loaded.table().column("a").plain(2)).isEqualTo("3");
        assertThat(loaded.report().notes())
                .contains("The column “d” is in “feb.csv” and not in those before: there it is blank.")
                .contains("In “mar.csv” there is no “c” and “d”: its rows are blank there.");
    }

    @Test
    void underscoresAndHyphensMakeNoOtherColumnUnlessTwoCanBeMeant() {
        LoadedTable loaded = load(
                List.of(),
                new TextRows("jan.csv", "net_sales,day of week,_id,id\n1,Mon,a,b\n"),
                new TextRows("feb.csv", "Day-of-week,Net sales,id,_id\n" + "Tue,2,d,c\n"));
        assertThat(loaded.table().columns()).hasSize(5); // the file is one
        assertThat(loaded.table().column("net_sales").plain(1)).isEqualTo("2");
        assertThat(loaded.table().column("day_of_week").plain(1)).isEqualTo("Tue");
        assertThat(loaded.table().column("id").plain(1)).isEqualTo("c"); // each by its own heading
        assertThat(loaded.table().column("id_2").plain(1)).isEqualTo("d");
        LoadedTable doubtful = load(
                List.of(),
                new TextRows("jan.csv", "a,b,c,x_1,x 1\n1,2,3,4,5\n"),
                new TextRows("feb.csv", "a,b,c,X-1\n1,2,3,6\n"));
        assertThat(doubtful.report().notes())
                .contains("The column “X-1” is in “feb.csv” and not in those before: there it is blank.");
        LoadedTable next = load(doubtful.plan(), new TextRows("mar.csv", "A,B,C,x_1,x 1,x-1\n1,2,3,4,5,6\n"));
        assertThat(next.table().schema().columns())
                .extracting(ColumnInfo::name)
                .isEqualTo(doubtful.table().schema().columns().subList(0, 6).stream()
                        .map(ColumnInfo::name)
                        .toList());
    }

    @Test
    void filesOfOtherShapesAreRefused() {
        UserException missing =
                refusal(List.of(), new TextRows("one.csv", "a,b\n1,2\n"), new TextRows("two.csv", "a\n1\n"));
        assertThat(missing.code()).isEqualTo(ErrorCode.FILE_SHAPES_DIFFER);
        assertThat(missing.text()).contains("“b” is missing from “two.csv”");
        UserException extra =
                refusal(List.of(), new TextRows("one.csv", "a\n1\n"), new TextRows("two.csv", "a,c\n1,2\n"));
        assertThat(extra.text()).contains("“c” is only in “two.csv”");
    }

    @Test
    void aNewVersionKeepsNamesWhereverColumnsStand() {
        LoadedTable first = TextRows.load("Route,Delay\nA,1\nB,2\n");
        LoadedTable second = load(first.plan(), new TextRows("next.csv", "delay,Note,route\n3,n,C\n"));
        assertThat(second.table().column("route").plain(0)).isEqualTo("C");
        assertThat(second.table().column("delay").plain(0)).isEqualTo("3");
        assertThat(second.report().notes()).contains("“Note” is a new column.");
    }

    @Test
    void aMissingColumnIsToldWithTheLikeliestNewName() {
        LoadedTable first = TextRows.load("Route,Delay\nA,1\n");
        UserException refused = refusal(first.plan(), new TextRows("next.csv", "Route,Delays\nA,1\n"));
        assertThat(refused.code()).isEqualTo(ErrorCode.VERSION_DOES_NOT_FIT);
        assertThat(refused.text())
                .contains("The column “Delay” is missing from “next.csv”")
                .contains("Was it renamed to “Delays”?")
                .contains("The last version stays");
    }

    @Test
    void aColumnThatHoldsOtherThingsIsRefusedWithAnExample() {
        LoadedTable first = TextRows.load("Route,Delay\nA,1\nB,2\n");
        UserException refused = refusal(first.plan(), new TextRows("next.csv", "Route,Delay\nA,late\nB,2\n"));
        assertThat(refused.code()).isEqualTo(ErrorCode.VERSION_DOES_NOT_FIT);
        assertThat(refused.text())
                .contains("“Delay” held whole number before")
                .contains("1 of 2 values")
                .contains("“late” in line 2 of “next.csv”");
    }

    @Test
    void wholeNumbersMayGetDecimalsAndTextMayLookLikeNumbers() {
        LoadedTable first = TextRows.load("amount,code,rate\n1,A1,0.5\n2,B2,1.25\n");
        LoadedTable second = load(first.plan(), new TextRows("next.csv", "amount,code,rate\n1.5,77,3\n"));
        assertThat(second.table().column("amount").plain(0)).isEqualTo("1.5");
        assertThat(second.table().schema().get("code").type()).isEqualTo(ColumnType.TEXT);
        assertThat(second.table().schema().get("rate").type()).isEqualTo(ColumnType.DECIMAL);
    }

    @Test
    void aColumnThatIsAllBlankNowKeepsItsType() {
        LoadedTable first = TextRows.load("a,d\n1,2026-01-01\n");
        LoadedTable second = load(first.plan(), new TextRows("next.csv", "a,d\n2,\n"));
        assertThat(second.table().schema().get("d").type()).isEqualTo(ColumnType.DATE);
        assertThat(second.table().column("d").blankCount()).isEqualTo(1);
    }

    @Test
    void canBeStoppedAndTellsHowFarItIs() {
        StringBuilder rows = new StringBuilder("a,b\n");
        for (int i = 0; i < 20_000; i++) {
            rows.append(i).append(",x\n");
        }
        List<Long> seen = new ArrayList<>();
        LoadWatch watch = new LoadWatch() {
            @Override
            public void looking(long done) {
                seen.add(done);
            }

            @Override
            public void reading(long done, long of) {
                assertThat(of).isEqualTo(20_000);
                throw new UserException(ErrorCode.CANCELLED, Text.said("stop"));
            }
        };
        TextRows source = new TextRows("many.csv", rows.toString());
        assertThatThrownBy(() -> new TableLoader(List.of(source), Map.of(), List.of(), watch).load())
                .isInstanceOf(UserException.class);
        assertThat(seen).containsExactly(4096L, 8192L, 12_288L, 16_384L);
    }

    @Test
    void tooManyColumnsAreRefused() {
        String headings = "a,".repeat(TableLoader.MAX_COLUMNS) + "b";
        assertThat(refusal(List.of(), new TextRows("wide.csv", headings + "\n1\n"))
                        .text())
                .contains("more than 2000");
    }

    @Test
    void repeatedHeadingsKeepTheirColumnsInNewerFilesAndInSeveralFiles() {
        TextRows first = new TextRows("a.csv", "Kind,N,N,x-y\na,1,10,5\nb,2,20,6\n");
        LoadedTable before = load(List.of(), first);
        assertThat(before.plan()).extracting(ColumnPlan::name).containsExactly("kind", "n", "n_2", "x_y");
        TextRows newer = new TextRows("b.csv", "x y,Kind,N,N,x-y\n9,c,3,30,7\n");
        LoadedTable after = load(before.plan(), newer);
        assertThat(after.plan()).extracting(ColumnPlan::name).containsExactly("x_y_2", "kind", "n", "n_2", "x_y");
        assertThat(after.table().column("n").plain(0)).isEqualTo("3");
        assertThat(after.table().column("n_2").plain(0)).isEqualTo("30");
        assertThat(after.table().column("x_y").plain(0)).isEqualTo("7");
        LoadedTable both = load(List.of(), first, new TextRows("c.csv", "N,x-y,Kind,N\n4,8,d,40\n"));
        assertThat(both.table().column("n").plain(2)).isEqualTo("4");
        assertThat(both.table().column("n_2").plain(2)).isEqualTo("40");
    }
}
