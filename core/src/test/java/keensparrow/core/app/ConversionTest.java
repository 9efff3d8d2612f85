package keensparrow.core.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.view.Conversion;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewSettings;
import keensparrow.core.draft.FirstDraft;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.group.DatePart;
import keensparrow.core.group.TimeStep;
import keensparrow.core.profile.Profile;
import keensparrow.core.question.Answered;
import keensparrow.core.question.Question;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

/** A view drawn another way keeps what fits and is whole. */
class ConversionTest {
    private static final Table RUNS = TextRows.table("""
            Route,Class,Delay,Weight,Date,Latitude,Longitude
            A,Seat,10,1.5,2026-01-05,48.2,16.3
            A,Sleeper,20,2.5,2026-02-06,48.2,16.3
            B,Seat,4,3.5,2026-02-07,53.5,10.0
            C,Seat,6,0.5,2026-03-01,45.4,12.3
            """);
    private static final List<Table> TABLES = List.of(
            RUNS,
            TextRows.table("Name,Amount\nx,1\ny,2\nz,3\n"),
            TextRows.table("Day,Value\n2026-01-01,1\n2026-01-02,2\n2026-01-03,4\n"),
            TextRows.table("Name,Kind\nx,a\ny,b\nz,a\n"),
            TextRows.table("Only\n1\n2\n3\n"));

    private static Conversion of(Table table) {
        Profile profile = Profile.of(table);
        return new Conversion(table.schema(), profile, FirstDraft.measures(table.schema(), profile));
    }

    private static void answers(Table table, View view) {
        App app = new App(App.FORMAT, "t", "rows", List.of(), List.of(view));
        app.validate();
        List<Answered> answers = new ArrayList<>();
        new MemoryEngine(table)
                .answer(
                        AppQuestions.of(app, new PageRequest(Selection.NONE, null, Map.of(), Map.of(), false)),
                        answers::add,
                        () -> false);
        assertThat(answers)
                .allSatisfy(answer -> assertThat(answer.failure())
                        .as(view.kind() + " of " + table.schema())
                        .isNull());
    }

    @Test
    void everyKindThatFitsIsWholeAndTurnsIntoEveryOther() {
        int turned = 0;
        for (Table table : TABLES) {
            Conversion conversion = of(table);
            assertThat(conversion.fitting()).contains(View.Kind.FIGURE, View.Kind.TABLE, View.Kind.TEXT);
            for (View.Kind from : conversion.fitting()) {
                View made = conversion.made(from);
                answers(table, made);
                for (View.Kind to : conversion.fitting()) {
                    View next = conversion.to(to, made);
                    assertThat(next.kind()).isEqualTo(to);
                    answers(table, next);
                    turned++;
                }
            }
        }
        assertThat(turned).isGreaterThan(400);
    }

    @Test
    void onlyWhatTheColumnsAllowIsOffered() {
        assertThat(of(RUNS).fitting()).containsExactly(View.Kind.values());
        assertThat(of(TABLES.get(1)).fitting()).doesNotContain(View.Kind.MAP, View.Kind.GRID, View.Kind.TWO_WAY);
        assertThat(of(TABLES.get(3)).fitting()).doesNotContain(View.Kind.HISTOGRAM, View.Kind.BOX);
        assertThat(of(TABLES.get(4)).fitting()).doesNotContain(View.Kind.SHARES);
    }

    @Test
    void whatFitsIsKeptAndTheRestGoes() {
        View bars = of(RUNS).made(View.Kind.BARS)
                .withMeasure(new Measure(Aggregate.AVERAGE, "weight"))
                .withBy(new GroupBy("class", null))
                .withSplit("route")
                .withLargest(3)
                .drawn(ViewSettings.ofText("kept aside"));
        View lines = of(RUNS).to(View.Kind.LINES, bars);
        assertThat(lines.measure()).isEqualTo(new Measure(Aggregate.AVERAGE, "weight"));
        assertThat(lines.by()).isEqualTo(new GroupBy("class", null));
        assertThat(lines.split()).isEqualTo("route");
        assertThat(lines.largest()).isEqualTo(3);
        View ring = of(RUNS).to(View.Kind.SHARES, bars);
        assertThat(ring.measure()).isEqualTo(Measure.ROWS); // and no column here adds up
        assertThat(ring.split()).isNull();
        View box = of(RUNS).to(View.Kind.BOX, bars);
        assertThat(box.measure()).isEqualTo(new Measure(Aggregate.MEDIAN, "weight"));
        View histogram = of(RUNS).to(View.Kind.HISTOGRAM, bars);
        assertThat(histogram.measure()).isNull();
        assertThat(histogram.by()).isEqualTo(new GroupBy("delay", null, null, true, null));
        View grid = of(RUNS).to(View.Kind.GRID, bars);
        assertThat(grid.across()).isEqualTo(new GroupBy("route", null));
        View table = of(RUNS).to(View.Kind.TABLE, bars);
        assertThat(table.by()).isNull();
        assertThat(table.columns()).hasSize(7);
        View map = of(RUNS).to(View.Kind.MAP, bars);
        assertThat(map.drawing().latitude()).isEqualTo("latitude");
        View again = of(RUNS).to(
                        View.Kind.BARS, of(RUNS).to(View.Kind.LINES, bars.withBy(new GroupBy("date", TimeStep.WEEK))));
        assertThat(again.by()).isEqualTo(new GroupBy("date", TimeStep.WEEK));
        assertThat(again.largest()).isZero();
    }

    @Test
    void numbersThatAreCategoriesStandInTheirOrder() {
        Table table = TextRows.table("Score,Text\n1,a\n2,b\n3,c\n2,d\n1,e\n");
        View made = of(table).to(View.Kind.BARS, of(table).made(View.Kind.BARS).withBy(new GroupBy("score", null)));
        assertThat(made.order()).isEqualTo(Question.Order.LABEL);
        assertThat(made.largest()).isZero();
    }

    @Test
    void aSecondGroupingIsTheWeekdayWhereThereIsNoOtherCategory() {
        Table table = TextRows.table("Name,Day\nx,2026-01-01\ny,2026-01-02\nx,2026-01-03\ny,2026-01-04\n");
        View grid = of(table).made(View.Kind.GRID);
        assertThat(grid.by()).isEqualTo(new GroupBy("name", null));
        assertThat(grid.across()).isEqualTo(new GroupBy("day", null, DatePart.WEEKDAY, false, null));
    }
}
