package keensparrow.core.prepare;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import keensparrow.core.TextRows;
import keensparrow.core.prepare.TableChange.State;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

/** What a step made of a table, row by row, by tables worked out by hand. */
class TableChangeTest {
    private static final Table BEFORE = TextRows.table("""
            Route,Class,Fare
            A, Seat,10
            A,Sleeper,30
            B,Seat,
            B,Seat,40
            A, Seat,10
            """);

    private static TableChange of(Step step) {
        return of(step, 100);
    }

    private static TableChange of(Step step, int limit) {
        return TableChange.between(BEFORE, step.apply(BEFORE.traced()), limit);
    }

    private static List<String> told(TableChange change) {
        return change.rows().stream()
                .map(row -> row.state() + " "
                        + String.join(
                                "|", row.cells().stream().map(String::valueOf).toList()))
                .toList();
    }

    @Test
    void rowsThatAreLeftOutAreGone() {
        TableChange change = of(new KeepRows(KeepRows.Which.KEEP, "fare > 20"));
        assertThat(change.isFollowed()).isTrue();
        assertThat(change.gone()).isEqualTo(3);
        assertThat(change.added()).isZero();
        assertThat(change.cells()).isZero();
        assertThat(told(change)).containsExactly("GONE A|Seat|10", "GONE B|Seat|null", "GONE A|Seat|10");
        assertThat(told(of(new KeepRows(KeepRows.Which.KEEP, "fare > 20"), 1))).hasSize(1);
    }

    @Test
    void rowsThatAreAlikeAreGoneButOne() {
        TableChange change = of(new DropRepeated(List.of(), DropRepeated.Kept.FIRST));
        assertThat(change.gone()).isEqualTo(1);
        assertThat(change.rowsAfter()).isEqualTo(4);
        assertThat(change.isReordered()).isFalse();
    }

    @Test
    void otherCellsAreCountedByColumnAndToldWithWhatTheyWere() {
        TableChange change = of(new MergeValues("class", List.of("Sleeper"), "Seat"));
        assertThat(change.cells()).isEqualTo(1);
        assertThat(change.columns())
                .filteredOn(column -> column.cells() > 0)
                .extracting(column -> column.info().label())
                .containsExactly("Class");
        assertThat(change.rows()).hasSize(1);
        assertThat(change.rows().get(0).state()).isEqualTo(State.STAYS);
        assertThat(change.rows().get(0).before()).containsExactly("A", "Sleeper", "30");
        assertThat(change.rows().get(0).cells()).containsExactly("A", "Seat", "30");
    }

    @Test
    void aNewColumnIsSeenInTheFirstRowsAndOneThatIsGoneWithWhatItHeld() {
        TableChange added = of(new Compute(null, "Double", "fare * 2"));
        assertThat(added.columnsNew()).isEqualTo(1);
        assertThat(added.cells()).isZero();
        assertThat(added.rows()).hasSize(5);
        assertThat(added.rows().get(0).before()).isEqualTo(Arrays.asList("A", "Seat", "10", null));
        TableChange left = of(new LeaveOutColumn("fare"));
        assertThat(left.columnsGone()).isEqualTo(1);
        assertThat(left.columns()).extracting(TableChange.ChangedColumn::state).contains(State.GONE);
    }

    @Test
    void rowsInAnotherOrderAreTheSameRows() {
        TableChange change = of(new SortRows("fare", SortRows.Direction.LARGEST_FIRST));
        assertThat(change.isReordered()).isTrue();
        assertThat(change.cells()).isZero();
        assertThat(change.gone()).isZero();
        assertThat(change.rows()).isEmpty();
    }

    @Test
    void rowsPutUnderAreNew() {
        Table other = TextRows.table("Route,Fare\nC,7\n");
        Table after = new PutUnder("d2", "Other", "").apply(BEFORE.traced(), dataset -> other);
        TableChange change = TableChange.between(BEFORE, after, 100);
        assertThat(change.added()).isEqualTo(1);
        assertThat(change.gone()).isZero();
        assertThat(told(change)).containsExactly("NEW C|null|7");
    }

    @Test
    void ofRowsThatAreMadeOfSeveralTheNumbersAreToldAlone() {
        TableChange change = of(new GroupRows(List.of("route"), GroupRows.How.SUM, List.of("fare")));
        assertThat(change.isFollowed()).isFalse();
        assertThat(change.rowsBefore()).isEqualTo(5);
        assertThat(change.rowsAfter()).isEqualTo(2);
        assertThat(change.rows()).isEmpty();
    }
}
