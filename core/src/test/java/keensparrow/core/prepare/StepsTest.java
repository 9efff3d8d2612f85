package keensparrow.core.prepare;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Set;
import keensparrow.core.TextRows;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.guess.TypeOverride;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

class StepsTest {
    private static final Table RAW = TextRows.table("""
            Route,Passengers,Revenue
            A,10,100.00
            Total,30,250.00
            B,20,150.00
            ,0,0.00
            """);

    @Test
    void aComputedColumnIsNamedAfterItsLabelWhereNoNameIsGiven() {
        Compute unnamed = new Compute(null, "Fare per passenger (€)", "1 + 1");
        assertThat(unnamed.name()).isEqualTo("fare_per_passenger");
        assertThat(new Compute("fare", "Another", "1").name()).isEqualTo("fare");
        assertThat(new Compute(null, "…", "1").name()).isEmpty(); // which is told when it is done
    }

    @Test
    void replaysStepsInOrder() {
        Steps.Run run = Steps.run(
                RAW,
                List.of(
                        new LeaveOutRows("route", List.of("Total"), true),
                        new Compute("fare", "Fare", "revenue / passengers"),
                        new Relabel("route", " Line "),
                        new LeaveOutColumn("revenue")));
        Table table = run.table();
        assertThat(table.rowCount()).isEqualTo(2);
        assertThat(table.schema().columns())
                .extracting(ColumnInfo::label)
                .containsExactly("Line", "Passengers", "Fare");
        assertThat(table.column("fare").plain(0)).isEqualTo("10");
        assertThat(table.column("fare").plain(1)).isEqualTo("7.5");
        assertThat(run.done())
                .extracting(done -> done.sentence().text())
                .containsExactly(
                        "Leave out the rows where Route is Total or blank.",
                        "Compute Fare as revenue / passengers.",
                        "Label Route as  Line .",
                        "Leave out the column Revenue.");
        assertThat(run.done())
                .extracting(Steps.Done::effect)
                .containsExactly("2 of 4 rows left out", "no blanks", "", "3 columns stay");
    }

    @Test
    void aFormatChangesHowNumbersAreShownAndNotWhatTheyAre() {
        ColumnFormat euros = new ColumnFormat(ColumnFormat.Kind.MONEY, "€", 0, true);
        Steps.Run run = Steps.run(RAW, List.of(new SetFormat("revenue", euros)));
        assertThat(run.table().schema().get("revenue").format()).isEqualTo(euros);
        assertThat(run.table().column("revenue").plain(0)).isEqualTo("100.00");
        assertThat(run.done().get(0).sentence().text())
                .isEqualTo("Show Revenue as money in €, with 0 decimals, cut to a few figures.");
        assertThatThrownBy(() -> Steps.run(RAW, List.of(new SetFormat("route", euros))))
                .hasMessageContaining("only numbers are shown this way");
        ColumnFormat years = new ColumnFormat(ColumnFormat.Kind.DURATION, "years");
        assertThatThrownBy(() -> Steps.run(RAW, List.of(new SetFormat("revenue", years))))
                .hasMessageContaining("durations of s, min, h or d");
    }

    @Test
    void valuesOfNumbersCanBeLeftOutToo() {
        Table table = Steps.run(RAW, List.of(new LeaveOutRows("passengers", List.of("0", "30"), false)))
                .table();
        assertThat(table.rowCount()).isEqualTo(2);
        assertThat(table.column("route").plain(1)).isEqualTo("B");
    }

    @Test
    void theTableBeforeStaysAsItWas() {
        Steps.run(RAW, List.of(new LeaveOutColumn("revenue"), new LeaveOutRows("route", List.of("A"), false)));
        assertThat(RAW.rowCount()).isEqualTo(4);
        assertThat(RAW.columns()).hasSize(3);
    }

    @Test
    void retypingIsAskedOfTheReading() {
        List<Step> steps =
                List.of(new Retype("passengers", ColumnType.TEXT), new Retype("passengers", ColumnType.DECIMAL));
        assertThat(Steps.wantedTypes(steps)).isEqualTo(Map.of("passengers", new TypeOverride(ColumnType.DECIMAL)));
        assertThat(Steps.run(RAW, steps).table().columns()).hasSize(3);
    }

    @Test
    void rolesMustFitTheirType() {
        assertThat(Steps.run(RAW, List.of(new SetRole("route", Role.PLACE)))
                        .table()
                        .schema()
                        .get("route")
                        .role())
                .isEqualTo(Role.PLACE);
        assertThatThrownBy(() -> Steps.run(RAW, List.of(new SetRole("route", Role.MEASURE))))
                .isInstanceOf(UserException.class)
                .hasMessageContaining("cannot be used as measure");
    }

    @Test
    void aStepThatDoesNotFitIsNamedByNumberAndSentence() {
        List<Step> steps = List.of(new Relabel("route", "Line"), new LeaveOutColumn("passenger"));
        assertThatThrownBy(() -> Steps.run(RAW, steps)).isInstanceOfSatisfying(UserException.class, e -> {
            assertThat(e.code()).isEqualTo(ErrorCode.COLUMN_NOT_FOUND);
            assertThat(e.text())
                    .startsWith("Step 2, “Leave out the column passenger.”, does not fit:")
                    .contains("Did you mean “passengers”?");
        });
        Step endless = new Compute(null, "Sum", "passengers" + " + passengers".repeat(2000));
        assertThatThrownBy(() -> Steps.run(RAW, List.of(endless)))
                .isInstanceOfSatisfying(
                        UserException.class,
                        e -> assertThat(e.text())
                                .hasSizeLessThan(400)
                                .contains("…”, does not fit: The expression is longer than 4000 characters."));
    }

    @Test
    void aStepThatDidFitBeforeIsSkippedAndTold() {
        Step gone = new LeaveOutColumn("passenger");
        List<Step> steps = List.of(gone, new Relabel("route", "Line"));
        Steps.Run run = Steps.run(RAW, steps, 1, Tables.NONE, Set.of(gone));
        assertThat(run.table().schema().label("route")).isEqualTo("Line"); // the rest runs
        assertThat(run.done().get(0).problem())
                .startsWith("Skipped, since it does not fit any more:")
                .contains("Did you mean “passengers”?");
        assertThat(run.done().get(0).effect()).isEmpty();
        assertThat(run.done().get(1).problem()).isNull();
    }

    @Test
    void aStepThatIsSwitchedOffStaysInItsPlaceAndDoesNothing() {
        Step off = new SwitchedOff(new LeaveOutColumn("passengers"));
        Steps.Run run = Steps.run(RAW, List.of(off));
        assertThat(run.table()).isSameAs(RAW);
        assertThat(run.done().get(0).sentence().text()).isEqualTo("Leave out the column Passengers.");
        assertThat(run.done().get(0).effect()).isEqualTo("switched off");
        assertThat(Steps.wantedTypes(List.of(new SwitchedOff(new Retype("route", ColumnType.DATE, null, null)))))
                .isEmpty();
        assertThatThrownBy(() -> new SwitchedOff(off)).isInstanceOf(UserException.class);
    }

    @Test
    void namesMustBeFreeAndLabelsFilled() {
        for (Step bad : List.of(
                new Compute("route", "Route", "1"),
                new Compute(" ", " ", "1"),
                new Relabel("route", "  "),
                new Relabel("route", "x".repeat(200)))) {
            assertThatThrownBy(() -> Steps.run(RAW, List.of(bad)))
                    .isInstanceOfSatisfying(
                            UserException.class, e -> assertThat(e.code()).isEqualTo(ErrorCode.STEP_DOES_NOT_FIT));
        }
    }

    @Test
    void theLastColumnStays() {
        Table one = TextRows.table("a\n1\n");
        assertThatThrownBy(() -> Steps.run(one, List.of(new LeaveOutColumn("a"))))
                .isInstanceOf(UserException.class);
    }
}
