package keensparrow.core.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TextBuilder;
import keensparrow.core.engine.filter.FilterEvaluator;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.ExpressionFilter;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
import keensparrow.core.group.ByValue;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Answered;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

/** The edges: nothing there, one value, too much asked, filters that do not fit, pages far down. */
class EngineLimitsTest {
    private static final List<Measure> NUMBERS = List.of(
            new Measure(Aggregate.SUM, "n"),
            new Measure(Aggregate.AVERAGE, "n"),
            new Measure(Aggregate.MEDIAN, "n"),
            new Measure(Aggregate.MIN, "n"),
            new Measure(Aggregate.MAX, "n"),
            new Measure(Aggregate.STDDEV, "n"),
            Measure.of(Aggregate.RATIO, "n", "n"),
            Measure.of(Aggregate.WEIGHTED_AVERAGE, "n", "n"),
            Measure.of(Aggregate.FIRST, "n", "n"));

    private static Table numbers(DoubleColumn column) {
        return new Table(
                new Schema(List.of(new ColumnInfo("n", "n", ColumnType.DECIMAL, Role.MEASURE))),
                List.of(column),
                column.rowCount());
    }

    private static String figures(Table table) {
        Question question = new Question.Groups(List.of(), NUMBERS, Question.Order.LABEL);
        return Asking.lines(Asking.ask(table, question)).get(0);
    }

    @Test
    void aColumnOfBlanksHasNoNumbers() {
        assertThat(figures(numbers(new DoubleColumn(new double[5], new long[1]))))
                .isEqualTo(":" + " –".repeat(9));
        Table wholes = new Table(
                new Schema(List.of(new ColumnInfo("n", "n", ColumnType.WHOLE, Role.MEASURE))),
                List.of(new LongColumn(ColumnType.WHOLE, 0, new long[3], new long[1])),
                3);
        assertThat(figures(wholes)).isEqualTo(":" + " –".repeat(9));
        assertThat(Asking.lines(Asking.ask(
                        wholes,
                        new Question.Groups(
                                List.of(new Question.Grouped(new ByValue("n"), 3)),
                                List.of(Measure.ROWS),
                                Question.Order.LABEL))))
                .containsExactly("blank: 3");
    }

    @Test
    void oneValueIsItsOwnMiddle() {
        assertThat(figures(numbers(new DoubleColumn(new double[] {2.5}, null))))
                .isEqualTo(": 2.5 2.5 2.5 2.5 2.5 – 1 2.5 2.5");
    }

    @Test
    void whatIsNoNumberIsBlank() {
        double[] values = {Double.NaN, Double.POSITIVE_INFINITY, 3, Double.NEGATIVE_INFINITY, 5};
        assertThat(figures(numbers(new DoubleColumn(values, null)))).startsWith(": 8 4 4 3 5 ");
    }

    @Test
    void aSumBeyondADoubleIsBlankNotInfinite() {
        double[] values = {Double.MAX_VALUE, Double.MAX_VALUE};
        assertThat(figures(numbers(new DoubleColumn(values, null)))).startsWith(": – – ");
    }

    @Test
    void rangesUpsideDownSelectNothing() {
        Table table = TextRows.table("n,m\n1,a\n2,b\n3,c\n");
        assertThat(FilterEvaluator.select(Between.of("n", "3", "1"), table).size())
                .isZero();
        assertThat(FilterEvaluator.select(Between.of("n", "2", "2"), table).toArray())
                .containsExactly(1);
    }

    @Test
    void whatWouldTakeForEverIsRefusedBeforeAnyWork() {
        Table large = new Table(
                new Schema(List.of(new ColumnInfo("n", "n", ColumnType.WHOLE, Role.MEASURE))),
                List.of(new LongColumn(ColumnType.WHOLE, 0, new long[4_000_000], null)),
                4_000_000);
        List<Measure> heavy = new ArrayList<>();
        for (int i = 1; i <= 50; i++) {
            heavy.add(Measure.percentile("n", String.valueOf(i)));
        }
        Question question = new Question.Groups(List.of(), heavy, Question.Order.LABEL);
        List<QuestionSet.Asked> few = List.of(new QuestionSet.Asked("q", question, Set.of()));
        QueryCost.of(large, new QuestionSet(List.of(), few)).requireAffordable();
        List<QuestionSet.Asked> many = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            many.add(new QuestionSet.Asked("q" + i, question, Set.of()));
        }
        assertThatThrownBy(() -> EngineFactory.TESTED
                        .of(large)
                        .answer(new QuestionSet(List.of(), many), each -> {}, () -> {
                            throw new AssertionError("work began");
                        }))
                .isInstanceOfSatisfying(UserException.class, e -> {
                    assertThat(e.code()).isEqualTo(ErrorCode.TOO_MUCH_ASKED);
                    assertThat(e)
                            .hasMessageContaining("48 thousand million values")
                            .hasMessageContaining("at most 40");
                });
    }

    @Test
    void countersOfAllQuestionsTogetherHaveALimit() {
        long first = QueryCost.requireFits(1_000_000_000L, 3, 1_000_000, 0);
        assertThat(first).isEqualTo(1_000_000L * 24 * 4);
        assertThat(QueryCost.requireFits(12, 1, 1_000_000, first)).isEqualTo(first + 12 * 24 * 2);
        assertThatThrownBy(() -> QueryCost.requireFits(
                        2_000_000, 50, 2_000_000, Runtime.getRuntime().maxMemory() / 4))
                .hasMessageContaining("MB for the groups");
    }

    private static Map<String, Answered> answers(
            Table table, List<QuestionSet.ActiveFilter> conditions, QuestionSet.Asked... asked) {
        Map<String, Answered> answers = new TreeMap<>();
        EngineFactory.TESTED
                .of(table)
                .answer(new QuestionSet(conditions, List.of(asked)), each -> answers.put(each.id(), each), () -> false);
        return answers;
    }

    private static QuestionSet.Asked rows(String id, String... without) {
        return new QuestionSet.Asked(
                id, new Question.Groups(List.of(), List.of(Measure.ROWS), Question.Order.LABEL), Set.of(without));
    }

    private static int rowCount(Answered answered) {
        return ((Answer.Groups) answered.answer()).rowCount();
    }

    @Test
    void aFilterThatDoesNotFitFailsOnlyWhatItNarrows() {
        Table table = TextRows.table("n,m\n1,a\n2,b\n3,c\n");
        List<QuestionSet.ActiveFilter> conditions = List.of(
                new QuestionSet.ActiveFilter("good", OneOf.of("m", "a", "b")),
                new QuestionSet.ActiveFilter("gone", OneOf.of("weather", "rain")),
                new QuestionSet.ActiveFilter("wrong", Between.of("m", "1", "2")));
        Map<String, Answered> answers =
                answers(table, conditions, rows("all"), rows("most", "gone"), rows("fine", "gone", "wrong"));
        assertThat(answers.get("all").failure()).isNotNull();
        assertThat(answers.get("most").failure().code()).isEqualTo(ErrorCode.TYPE_MISMATCH);
        assertThat(rowCount(answers.get("fine"))).isEqualTo(2);
    }

    @Test
    void moreFiltersThanAPageCanHaveAreRefused() {
        Table table = TextRows.table("n\n1\n2\n");
        List<QuestionSet.ActiveFilter> conditions = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            conditions.add(new QuestionSet.ActiveFilter("c" + i, new ExpressionFilter("n < " + (100 + i))));
        }
        assertThat(rowCount(answers(table, conditions, rows("all")).get("all"))).isEqualTo(2);
        conditions.add(new QuestionSet.ActiveFilter("one more", new ExpressionFilter("n > 0")));
        assertThatThrownBy(() -> answers(table, conditions, rows("all")))
                .isInstanceOfSatisfying(
                        UserException.class, e -> assertThat(e.code()).isEqualTo(ErrorCode.INVALID_REQUEST));
    }

    @Test
    void theSameFilterTwiceNarrowsOnce() {
        Table table = TextRows.table("n,m\n1,a\n2,b\n3,c\n");
        Filter same = OneOf.of("m", "a");
        List<QuestionSet.ActiveFilter> conditions =
                List.of(new QuestionSet.ActiveFilter("filter", same), new QuestionSet.ActiveFilter("mark", same));
        Map<String, Answered> answers =
                answers(table, conditions, rows("all"), rows("without", "mark"), rows("none", "mark", "filter"));
        assertThat(rowCount(answers.get("all"))).isEqualTo(1);
        assertThat(rowCount(answers.get("without"))).isEqualTo(1);
        assertThat(rowCount(answers.get("none"))).isEqualTo(3);
    }

    @Test
    void pagesFarDownGoOnWhereTheOnesBeforeEnd() {
        Table table = RandomTables.of(21, 9000);
        List<Question.Sort> sort = List.of(new Question.Sort("small", true), new Question.Sort("few", false));
        QueryEngine engine = EngineFactory.TESTED.of(table);
        List<List<String>> all = Asking.rows(
                engine,
                List.of("many", "small"),
                Set.of(Between.of("small", "0", "40")),
                sort.toArray(Question.Sort[]::new));
        int size = all.size();
        for (int offset : new int[] {0, 1900, 1999, 2000, 2001, size - 30, size - 1, size, size + 50}) {
            List<Answered> answers = new ArrayList<>();
            engine.answer(
                    new QuestionSet(
                            List.of(new QuestionSet.ActiveFilter("small", Between.of("small", "0", "40"))),
                            List.of(new QuestionSet.Asked(
                                    "page", new Question.Rows(List.of("many", "small"), sort, offset, 40), Set.of()))),
                    answers::add,
                    () -> false);
            Answer.Rows page = (Answer.Rows) answers.get(0).answer();
            assertThat(page.rowCount()).isEqualTo(size);
            assertThat(page.rows())
                    .as("from " + offset)
                    .isEqualTo(all.subList(Math.min(size, offset), Math.min(size, offset + 40)));
        }
    }

    /** More values than there are places for: they get numbers as they occur, which are not those of the dictionary. */
    @Test
    void eachOfVeryManyValuesKeepsItsOwnCount() {
        int rows = (1 << 19) + 1000;
        TextBuilder texts = new TextBuilder();
        long[] numbers = new long[rows];
        for (int row = 0; row < rows; row++) {
            int value = row < 5 ? rows - 7 : rows - row; // falls, and one value comes six times
            texts.add("t" + (1_000_000 + value));
            numbers[row] = value;
        }
        Table table = new Table(
                new Schema(List.of(
                        new ColumnInfo("t", "t", ColumnType.TEXT, Role.TEXT),
                        new ColumnInfo("n", "n", ColumnType.WHOLE, Role.MEASURE))),
                List.of(texts.build(), new LongColumn(ColumnType.WHOLE, 0, numbers, null)),
                rows);
        Filter upper = Between.of("n", String.valueOf(rows - 8), null);
        Answer.ValueCounts counts =
                Asking.ask(table, new Question.ValueCounts("t", null, 3, List.of("t1000005")), upper);
        assertThat(counts.values())
                .containsExactly(
                        new Answer.ValueCount("t" + (1_000_000 + rows - 7), 6, 6),
                        new Answer.ValueCount("t1000001", 0, 1),
                        new Answer.ValueCount("t1000002", 0, 1),
                        new Answer.ValueCount("t1000005", 0, 1));
    }
}
