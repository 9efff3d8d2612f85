package keensparrow.core.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Derived;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.choice.Choice;
import keensparrow.core.app.choice.Option;
import keensparrow.core.app.filter.FilterSpec;
import keensparrow.core.app.measure.AppWords;
import keensparrow.core.app.slot.ViewSlots;
import keensparrow.core.app.view.Conversion;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.Place;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
import keensparrow.core.app.view.ViewSettings;
import keensparrow.core.column.ColumnType;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.group.DatePart;
import keensparrow.core.group.TimeStep;
import keensparrow.core.profile.Profile;
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
    private static final Conversion CONVERSION =
            new Conversion(TABLE.schema(), Profile.of(TABLE), List.of(new Measure(Aggregate.SUM, "n")));
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

    private static final AppWords WORDS = new AppWords("runs", TABLE.schema(), List.of());

    private static List<Slot> slots(View view) {
        return new ViewSlots(view, app(view), WORDS, CONVERSION).all();
    }

    private static Slot slot(List<Slot> slots, String path) {
        return slots.stream()
                .flatMap(slot -> Stream.concat(Stream.of(slot), slot.parts().stream()))
                .filter(slot -> slot.path().equals(path))
                .findFirst()
                .orElseThrow();
    }

    /** What the options of a slot set a path to. */
    private static <T> Map<String, T> set(Slot slot, String path, Class<T> type) {
        Map<String, T> all = new LinkedHashMap<>();
        for (Slot.Option option : slot.options()) {
            Object value = option.set() == null ? null : option.set().get(path);
            if (value != null) {
                all.put(option.words(), type.cast(value));
            }
        }
        return all;
    }

    @Test
    void everyAggregateOfferedIsAnsweredAndSaidInTheSameWords() {
        View view = bars(Measure.ROWS, new GroupBy("route", null));
        Map<String, Measure> offered = set(slot(slots(view), "measure/aggregate"), "measure", Measure.class);
        assertThat(offered.values()).contains(Measure.ROWS);
        offered.values().removeIf(Measure.ROWS::equals);
        assertThat(offered.values().stream().map(Measure::aggregate))
                .containsExactlyInAnyOrderElementsOf(Stream.of(Aggregate.values())
                        .filter(each -> each != Aggregate.ROWS && each != Aggregate.FORMULA)
                        .toList());
        offered.forEach((words, measure) -> {
            View shown = view.withMeasure(measure);
            assertThat(answer(shown).axis()).hasSize(2);
            String said = AppSentences.view(shown, app(shown), TABLE.schema()).text();
            String[] parts = words.split(" … ?");
            assertThat(said.toLowerCase(java.util.Locale.ROOT)).contains(parts[0] + " " + measure.column());
            if (measure.with() != null) {
                assertThat(said).contains(parts[1] + " " + measure.with());
            }
        });
    }

    @Test
    void everyMeasureOfTheShortListIsAnsweredUnderTheWordsOfItsSentence() {
        View view = bars(Measure.ROWS, new GroupBy("route", null));
        Slot slot = slot(slots(view), "measure");
        Map<String, Measure> offered = set(slot, "measure", Measure.class);
        assertThat(offered).hasSizeGreaterThan(30).containsEntry("number of runs", Measure.ROWS);
        offered.forEach((words, measure) -> {
            View shown = view.withMeasure(measure);
            assertThat(answer(shown).axis()).hasSize(2);
            assertThat(AppSentences.view(shown, app(shown), TABLE.schema())
                            .text()
                            .toLowerCase(java.util.Locale.ROOT))
                    .startsWith(words.toLowerCase(java.util.Locale.ROOT) + " by route");
        });
        assertThat(slot.options().get(slot.options().size() - 1).more()).isTrue();
    }

    @Test
    void everyGroupingAndDerivedValueOfferedIsAnsweredAndSaid() {
        View view = bars(Measure.ROWS, new GroupBy("day", TimeStep.MONTH));
        Map<String, GroupBy> offered = set(slot(slots(view), "by"), "by", GroupBy.class);
        assertThat(offered.values().stream().map(GroupBy::step)).contains(TimeStep.values());
        assertThat(offered.values().stream().map(GroupBy::part)).contains(DatePart.values());
        assertThat(offered).doesNotContainKey("hour of day"); // a date has none
        offered.forEach((words, by) -> {
            View shown = view.withBy(by);
            assertThat(answer(shown).axis()).as(words).isNotEmpty();
            String said = AppSentences.view(shown, app(shown), TABLE.schema()).text();
            assertThat(said).contains(by.step() == null ? words : by.step().label());
        });
        View summed = bars(new Measure(Aggregate.SUM, "n"), new GroupBy("day", TimeStep.MONTH))
                .withSplit("route");
        Map<String, Derived> derived = set(slot(slots(summed), "measure/derived"), "measure/derived", Derived.class);
        assertThat(derived.values()).containsExactly(Derived.values());
        derived.values().forEach(each -> {
            View shown = bars(new Measure(Aggregate.SUM, "n").derived(each), new GroupBy("day", TimeStep.MONTH));
            ColumnFormat format = answer(shown).measures().get(0).format();
            assertThat(format != null && format.kind() == ColumnFormat.Kind.PERCENT)
                    .isEqualTo(each.isShare());
        });
        View plain = bars(new Measure(Aggregate.SUM, "n"), new GroupBy("route", null));
        assertThat(set(slot(slots(plain), "measure/derived"), "measure/derived", Derived.class)
                        .values())
                .noneMatch(Derived::needsPeriods);
    }

    @Test
    void eachPartOfEachKindHasItsEditorAndWhatIsChosenHasNone() {
        for (View.Kind kind : View.Kind.values()) {
            View view = CONVERSION.made(kind);
            List<String> paths = slots(view).stream().map(Slot::path).toList();
            assertThat(paths).as(kind.name()).doesNotHaveDuplicates().endsWith("kind");
            assertThat(slots(view).get(0).before()).startsWith("Show");
        }
        View view = CONVERSION.made(View.Kind.BARS);
        App app = app(view)
                .with(
                        List.of(),
                        List.of(new Choice(
                                "c",
                                "",
                                Choice.Kind.GROUPING,
                                List.of(
                                        Option.of("a", new GroupBy("route", null)),
                                        Option.of("b", new GroupBy("flag", null))),
                                "b",
                                List.of("v"))));
        Slot by = slot(new ViewSlots(view, app, WORDS, CONVERSION).all(), "by");
        assertThat(by.type()).isEqualTo(Slot.Type.CHOSEN);
        assertThat(by.words()).isEqualTo("Flag");
    }

    @Test
    void aGroupingSetsHowManyGroupsAreKeptAndAKindAllThatBecomesOfTheView() {
        View view = bars(Measure.ROWS, new GroupBy("day", TimeStep.MONTH));
        Slot.Option route = slot(slots(view), "by").options().stream()
                .filter(option -> option.words().equals("route"))
                .findFirst()
                .orElseThrow();
        assertThat(route.set()).containsEntry("largest", 6);
        Slot.Option table = slot(slots(view), "kind").options().stream()
                .filter(option -> option.value().equals("TABLE"))
                .findFirst()
                .orElseThrow();
        assertThat(table.set()).containsEntry("kind", View.Kind.TABLE).containsEntry("by", null);
        assertThat((List<?>) table.set().get("columns")).hasSize(6);
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
