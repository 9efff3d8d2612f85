package keensparrow.core.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Derived;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.Place;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.app.view.ViewSettings;
import keensparrow.core.column.ColumnType;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.group.DatePart;
import keensparrow.core.group.TimeStep;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Answered;
import keensparrow.core.sentence.Slot;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

/** All that is offered can be answered and said; what is said of it is what the editor offers. */
class GrammarTest {
    private static final Table TABLE = TextRows.table("""
            day,moment,route,n,weight,flag
            2026-01-05,2026-01-05T06:15:00,A,1,2,yes
            2026-01-06,2026-01-06T07:15:00,B,12,1,no
            2026-02-02,2026-02-02T06:30:00,A,7,1,yes
            2026-02-09,2026-02-09T23:00:00,B,26,4,no
            """);
    private static final Place PLACE = new Place(0, 0, 6, 5);

    private static App app(View view) {
        return new App(1, "Runs", "runs", List.of(), List.of(view));
    }

    private static View bars(Measure measure, GroupBy by) {
        return new View("v", "", View.Kind.BARS, measure, by, null, 0, List.of(), List.of(), PLACE);
    }

    private static Answer.Groups answer(View view) {
        return (Answer.Groups) anyAnswer(view);
    }

    private static Answer anyAnswer(View view) {
        List<Answered> answers = new ArrayList<>();
        new MemoryEngine(TABLE)
                .answer(
                        AppQuestions.of(
                                app(view), new PageRequest(Selection.NONE, List.of("v"), Map.of(), Map.of(), false)),
                        answers::add,
                        () -> false);
        Answered own = answers.stream()
                .filter(each -> each.id().equals(AppQuestions.viewId("v")))
                .findFirst()
                .orElseThrow();
        assertThat(own.failure()).as(view.toString()).isNull();
        return java.util.Objects.requireNonNull(own.answer());
    }

    private static String column(List<ColumnType> types) {
        return TABLE.schema().columns().stream()
                .filter(column -> types.contains(column.type()))
                .findFirst()
                .orElseThrow()
                .name();
    }

    @Test
    void everyAggregateOfferedIsAnsweredAndSaidInTheSameWords() {
        for (Grammar.OfAggregate each : Grammar.whole().aggregates()) {
            String name = column(each.types());
            String with = each.withWords() == null ? null : column(each.withTypes());
            Measure measure = new Measure(
                    each.aggregate(), name, with, each.percent() ? BigDecimal.valueOf(90) : null, null, null);
            View view = bars(measure, new GroupBy("route", null));
            assertThat(answer(view).axis()).hasSize(2);
            String said = AppSentences.view(view, app(view), TABLE.schema()).text();
            assertThat(said.toLowerCase(java.util.Locale.ROOT)).contains(each.words() + " " + name);
            if (with != null) {
                assertThat(said).contains(each.withWords() + " " + with);
            }
        }
    }

    @Test
    void everyStepPartAndDerivedValueOfferedIsAnsweredAndSaid() {
        for (Grammar.OfStep each : Grammar.whole().steps()) {
            View view = bars(Measure.ROWS, new GroupBy(each.needsTimes() ? "moment" : "day", each.step()));
            assertThat(answer(view).rowCount()).isEqualTo(4);
            assertThat(AppSentences.title(view, app(view), TABLE.schema())).isEqualTo("Runs by " + each.words());
        }
        for (Grammar.OfPart each : Grammar.whole().parts()) {
            String column = each.needsTimes() ? "moment" : "day";
            View view = bars(Measure.ROWS, new GroupBy(column, null, each.part(), false, null));
            assertThat(answer(view).rowCount()).isEqualTo(4);
            assertThat(AppSentences.view(view, app(view), TABLE.schema()).text())
                    .isEqualTo("Number of runs by " + each.words() + " of " + column + ", as bars.");
        }
        for (Grammar.OfDerived each : Grammar.whole().derived()) {
            View view =
                    bars(new Measure(Aggregate.SUM, "n").derived(each.derived()), new GroupBy("day", TimeStep.MONTH));
            ColumnFormat format = answer(view).measures().get(0).format();
            assertThat(format != null && format.kind() == ColumnFormat.Kind.PERCENT)
                    .isEqualTo(each.derived().isShare());
        }
    }

    @Test
    void everyKindOfViewOfferedIsAnsweredSaidAndTitled() {
        for (Grammar.OfViewKind each : Grammar.whole().viewKinds()) {
            GroupBy by =
                    each.groupings().isEmpty() ? null : groupBy(each.groupings().get(0));
            List<String> columns = each.slots().contains(ViewKind.Slot.COLUMNS) ? List.of("day", "n") : List.of();
            Measure measure =
                    each.aggregates().contains(Aggregate.MEDIAN) ? new Measure(Aggregate.MEDIAN, "n") : Measure.ROWS;
            View view = new View("v", "", each.kind(), measure, by, null, 0, columns, List.of(), PLACE)
                    .besides(
                            each.slots().contains(ViewKind.Slot.MEASURES)
                                    ? List.of(new Measure(Aggregate.SUM, "n"))
                                    : List.of())
                    .grouped(
                            each.acrossForms().contains(GroupBy.Form.PARTS)
                                    ? new GroupBy("day", null, DatePart.WEEKDAY, false, null)
                                    : new GroupBy("weight", null, null, true, null),
                            null)
                    .drawn(ViewSettings.at("n", "n"));
            app(view).validate();
            Answer answer = anyAnswer(view);
            int rows = answer instanceof Answer.Rows table ? table.rowCount() : ((Answer.Groups) answer).rowCount();
            assertThat(rows).isEqualTo(4);
            String said = AppSentences.view(view, app(view), TABLE.schema()).text();
            assertThat(said).endsWith("as " + each.words() + ".");
            assertThat(AppSentences.title(view, app(view), TABLE.schema())).isNotBlank();
            assertThat(new Place(0, 0, each.width(), each.height()).isOnGrid()).isTrue();
        }
    }

    private static GroupBy groupBy(GroupBy.Form form) {
        GroupBy by = switch (form) {
            case VALUES -> new GroupBy("route", null);
            case PERIODS -> new GroupBy("day", TimeStep.MONTH);
            case PARTS -> new GroupBy("day", null, DatePart.WEEKDAY, false, null);
            case BINS -> new GroupBy("n", null, null, true, BigDecimal.TEN);
        };
        assertThat(by.form()).isEqualTo(form);
        return by;
    }

    @Test
    void aHistogramCountsRowsWhateverItsMeasureSaysAndKeepsItsGaps() {
        GroupBy fives = new GroupBy("n", null, null, true, BigDecimal.valueOf(5));
        Measure sum = new Measure(Aggregate.SUM, "weight");
        View view = new View("v", "", View.Kind.HISTOGRAM, sum, fives, null, 0, List.of(), List.of(), PLACE);
        Answer.Groups spread = answer(view);
        assertThat(spread.axis().stream().map(key -> key.value() + "–" + key.to()))
                .containsExactly("0–5", "5–10", "10–15", "15–20", "20–25", "25–30");
        assertThat(spread.measures().get(0).values())
                .extracting(count -> count == null ? 0 : count.intValue())
                .containsExactly(1, 1, 1, 0, 0, 1);
        assertThat(AppSentences.view(view, app(view), TABLE.schema()).text())
                .isEqualTo("Number of runs by n in bins of 5, as a histogram.");
        Answer.Groups split = answer(view.withSplit("route"));
        int parts = split.splits().size();
        assertThat(parts).isGreaterThan(1);
        for (int a = 0; a < split.axis().size(); a++) {
            BigDecimal all = split.measures().get(0).values().subList(a * parts, (a + 1) * parts).stream()
                    .filter(Objects::nonNull)
                    .reduce(BigDecimal.ZERO, BigDecimal::add);
            BigDecimal whole = spread.measures().get(0).values().get(a);
            assertThat(all).isEqualByComparingTo(whole == null ? BigDecimal.ZERO : whole);
        }
        View ofValues = new View(
                "v", "", View.Kind.HISTOGRAM, null, new GroupBy("n", null), null, 0, List.of(), List.of(), PLACE);
        assertThatThrownBy(() -> app(ofValues).validate()).hasMessageContaining("needs a number in bins");
    }

    @Test
    void everyColumnHasFiltersAndEachIsAnswered() {
        for (ColumnInfo column : TABLE.schema().columns()) {
            List<FilterSpec.Kind> kinds = FilterSpec.Kind.fitting(column, 4);
            assertThat(kinds).as(column.name()).isNotEmpty();
            for (FilterSpec.Kind kind : kinds) {
                List<Answered> answers = new ArrayList<>();
                App app = new App(1, "Runs", "runs", List.of(new FilterSpec(column.name(), kind)), List.of());
                PageRequest page = new PageRequest(Selection.NONE, List.of(), Map.of(), Map.of(), true);
                new MemoryEngine(TABLE).answer(AppQuestions.of(app, page), answers::add, () -> false);
                assertThat(answers).hasSize(2).allMatch(answered -> answered.failure() == null);
            }
        }
        ColumnInfo code = new ColumnInfo("code", "Code", ColumnType.WHOLE, Role.CATEGORY);
        ColumnInfo amount = new ColumnInfo("amount", "Amount", ColumnType.WHOLE, Role.MEASURE);
        ColumnInfo note = new ColumnInfo("note", "Note", ColumnType.TEXT, Role.TEXT);
        assertThat(FilterSpec.Kind.fitting(code, 9))
                .containsExactly(FilterSpec.Kind.VALUES, FilterSpec.Kind.RANGE, FilterSpec.Kind.ONE);
        assertThat(FilterSpec.Kind.fitting(amount, 9))
                .containsExactly(FilterSpec.Kind.RANGE, FilterSpec.Kind.VALUES, FilterSpec.Kind.ONE);
        assertThat(FilterSpec.Kind.fitting(note, 2000))
                .containsExactly(FilterSpec.Kind.VALUES, FilterSpec.Kind.TEXT, FilterSpec.Kind.ONE);
        assertThat(FilterSpec.Kind.fitting(note, 2001))
                .containsExactly(FilterSpec.Kind.TEXT, FilterSpec.Kind.VALUES, FilterSpec.Kind.ONE);
    }

    @Test
    void binsAndWeekdaysByHand() {
        Answer.Groups bins = answer(bars(Measure.ROWS, new GroupBy("n", null, null, true, BigDecimal.TEN)));
        assertThat(bins.axis().stream().map(key -> key.value() + "–" + key.to()))
                .containsExactly("0–10", "10–20", "20–30");
        assertThat(bins.measures().get(0).values())
                .extracting(BigDecimal::intValue)
                .containsExactly(2, 1, 1);
        View weekdays = bars(Measure.ROWS, new GroupBy("day", null, DatePart.WEEKDAY, false, null));
        ViewTable table = ViewTable.of(weekdays, answer(weekdays), app(weekdays), TABLE.schema());
        assertThat(table.rows().get(0)).containsExactly("Monday", "3"); // 5 Jan, 2 and 9 Feb 2026
        assertThat(table.rows().get(1)).containsExactly("Tuesday", "1");
        Measure shares = Measure.ROWS.derived(Derived.SHARE_OF_TOTAL);
        assertThat(answer(bars(shares, new GroupBy("route", null)))
                        .measures()
                        .get(0)
                        .values())
                .allSatisfy(share -> assertThat(share).isEqualByComparingTo("0.5"));
    }

    @Test
    void everyStepKindNamesFieldsThatItsStepHas() {
        for (Slot.OfStepKind kind : Grammar.whole().stepKinds()) {
            String simple =
                    Character.toUpperCase(kind.kind().charAt(0)) + kind.kind().substring(1);
            Class<?> step;
            try {
                step = Class.forName("keensparrow.core.prepare." + simple);
            } catch (ClassNotFoundException e) {
                throw new AssertionError(e);
            }
            Set<String> fields = java.util.Arrays.stream(step.getRecordComponents())
                    .map(java.lang.reflect.RecordComponent::getName)
                    .collect(java.util.stream.Collectors.toSet());
            assertThat(fields)
                    .as(kind.kind())
                    .containsAll(kind.slots().stream().map(Slot::path).toList());
        }
    }
}
