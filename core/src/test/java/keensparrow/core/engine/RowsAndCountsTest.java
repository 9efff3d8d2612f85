package keensparrow.core.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.OneOf;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Answered;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;

class RowsAndCountsTest {
    private static final Table TABLE = TextRows.table("""
            name,n,date,flag,tags
            pear 10,3,2026-01-01,yes,b;a
            Pear 9,,2026-01-15,no,a
            apple,3,,yes,
            ,-1,2026-02-01,,b
            fig,7,2025-12-31,no,c
            """);

    private static Answer.Rows rows(int offset, int limit, Question.Sort... sort) {
        return Asking.ask(TABLE, new Question.Rows(List.of("name", "n"), List.of(sort), offset, limit));
    }

    private static List<String> names(Answer.Rows answer) {
        List<String> names = new ArrayList<>();
        answer.rows().forEach(row -> names.add(String.valueOf(row.get(0))));
        return names;
    }

    private static Question.Sort up(String column) {
        return new Question.Sort(column, false);
    }

    private static Question.Sort down(String column) {
        return new Question.Sort(column, true);
    }

    @Test
    void rowsWithoutASortKeepTheOrderOfTheFile() {
        assertThat(names(rows(0, 10))).containsExactly("pear 10", "Pear 9", "apple", "null", "fig");
        assertThat(rows(0, 2).rows().get(1)).isEqualTo(Arrays.asList("Pear 9", null));
        assertThat(rows(0, 2).rowCount()).isEqualTo(5);
    }

    @Test
    void blanksComeLastInEitherDirection() {
        assertThat(names(rows(0, 10, up("n")))).containsExactly("null", "pear 10", "apple", "fig", "Pear 9");
        assertThat(names(rows(0, 10, down("n")))).containsExactly("fig", "pear 10", "apple", "null", "Pear 9");
    }

    @Test
    void textSortsWithNumbersInNumberOrder() {
        assertThat(names(rows(0, 10, up("name")))).containsExactly("apple", "fig", "Pear 9", "pear 10", "null");
    }

    @Test
    void sortsBySeveralColumnsAndEveryType() {
        assertThat(names(rows(0, 10, down("n"), down("name"))))
                .containsExactly("fig", "pear 10", "apple", "null", "Pear 9");
        assertThat(names(rows(0, 10, up("date")))).containsExactly("fig", "pear 10", "Pear 9", "null", "apple");
        assertThat(names(rows(0, 10, down("flag")))).containsExactly("pear 10", "apple", "Pear 9", "fig", "null");
        assertThat(names(rows(0, 10, up("tags"))).get(4)).isEqualTo("apple");
    }

    @Test
    void pagesAreCutOutOfTheWhole() {
        assertThat(names(rows(1, 2, up("n")))).containsExactly("pear 10", "apple");
        assertThat(names(rows(4, 10, up("n")))).containsExactly("Pear 9");
        assertThat(names(rows(5, 10, up("n")))).isEmpty();
        assertThat(names(rows(99, 10))).isEmpty();
    }

    @Test
    void countsValuesUnderOtherFiltersInTheOrderOfTheWhole() {
        Table table = TextRows.table("c,n\na,1\nb,1\nb,2\nc,2\nc,2\nc,3\n,3\n");
        Answer.ValueCounts answer =
                Asking.ask(table, new Question.ValueCounts("c", null, 10, List.of()), Between.of("n", "2", null));
        assertThat(answer.values())
                .containsExactly(
                        new Answer.ValueCount("c", 3, 3),
                        new Answer.ValueCount("b", 1, 2),
                        new Answer.ValueCount("a", 0, 1));
        assertThat(answer.blanks()).isEqualTo(1);
        assertThat(answer.distinct()).isEqualTo(3);
    }

    @Test
    void findsValuesAndAlwaysGivesThosePicked() {
        Table table = TextRows.table("c\nalpha\nbeta\nbeta\ngamma\n");
        Answer.ValueCounts found =
                Asking.ask(table, new Question.ValueCounts("c", "ALP", 10, List.of("gamma", "unknown")));
        assertThat(found.values()).extracting(Answer.ValueCount::value).containsExactly("alpha", "gamma");
        assertThat(found.distinct()).isEqualTo(1);
        Answer.ValueCounts few = Asking.ask(table, new Question.ValueCounts("c", null, 1, List.of("gamma")));
        assertThat(few.values()).extracting(Answer.ValueCount::value).containsExactly("beta", "gamma");
        assertThat(few.distinct()).isEqualTo(3);
        assertThat(few.blanks()).isNull();
    }

    @Test
    void spreadsNumbersOverBins() {
        Answer.Histogram answer = Asking.ask(TABLE, new Question.Histogram("n"), OneOf.of("flag", "yes"));
        assertThat(answer.bins()).hasSize(9);
        assertThat(answer.bins().get(0).from()).isEqualTo("-1");
        assertThat(answer.bins().get(4)).isEqualTo(new Answer.Bin("3", "4", 2, 2));
        assertThat(answer.bins().get(8)).isEqualTo(new Answer.Bin("7", "8", 0, 1));
        assertThat(answer.blanks()).isZero();
        assertThat(answer.openHigh()).isFalse();
    }

    @Test
    void spreadsDatesOverPeriods() {
        Answer.Histogram answer = Asking.ask(TABLE, new Question.Histogram("date"));
        assertThat(answer.step()).isEqualTo("day");
        assertThat(answer.bins()).hasSize(33);
        assertThat(answer.bins().get(0)).isEqualTo(new Answer.Bin("2025-12-31", "2025-12-31", 1, 1));
        assertThat(answer.blanks()).isEqualTo(1);
        Table years = TextRows.table("date\n2001-05-05\n2026-01-01\n");
        Answer.Histogram wide = Asking.ask(years, new Question.Histogram("date"));
        assertThat(wide.step()).isEqualTo("year");
        assertThat(wide.bins()).hasSize(26);
    }

    @Test
    void aColumnOfBlanksHasNoBars() {
        Table table = TextRows.table("n,d\n1,2026-01-01\n");
        Table blank = TextRows.table("n,x\n,1\n");
        assertThat(((Answer.Histogram) Asking.ask(table, new Question.Histogram("d"))).bins())
                .hasSize(1);
        assertThatThrownBy(() -> Asking.ask(blank, new Question.Histogram("n"))).isInstanceOf(UserException.class);
    }

    @Test
    void aFailingQuestionLeavesTheOthersAlone() {
        List<Answered> answers = new ArrayList<>();
        Question rows = new Question.Groups(List.of(), List.of(Measure.ROWS), Question.Order.LABEL);
        QuestionSet set = new QuestionSet(
                List.of(),
                List.of(
                        new QuestionSet.Asked("bad", new Question.Histogram("gone"), Set.of()),
                        new QuestionSet.Asked("good", rows, Set.of())));
        EngineFactory.TESTED.of(TABLE).answer(set, answers::add, () -> false);
        assertThat(answers.get(0).failure()).isNotNull();
        assertThat(answers.get(0).failure().code()).isEqualTo(ErrorCode.COLUMN_NOT_FOUND);
        assertThat(answers.get(1).answer()).isNotNull();
    }

    @Test
    void stopsWhenCancelled() {
        AtomicInteger looks = new AtomicInteger();
        List<Answered> answers = new ArrayList<>();
        Question rows = new Question.Groups(List.of(), List.of(Measure.ROWS), Question.Order.LABEL);
        List<QuestionSet.Asked> asked = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
            asked.add(new QuestionSet.Asked("q" + i, rows, Set.of()));
        }
        QueryEngine engine = EngineFactory.TESTED.of(TABLE);
        assertThatThrownBy(() -> engine.answer(
                        new QuestionSet(List.of(), asked), answers::add, () -> looks.incrementAndGet() > 4))
                .isInstanceOfSatisfying(
                        UserException.class, e -> assertThat(e.code()).isEqualTo(ErrorCode.CANCELLED));
        assertThat(answers).hasSizeLessThan(10);
    }

    @Test
    void aQuestionCanLeaveConditionsOut() {
        List<Answered> answers = new ArrayList<>();
        Question rows = new Question.Groups(List.of(), List.of(Measure.ROWS), Question.Order.LABEL);
        QuestionSet set = new QuestionSet(
                List.of(
                        new QuestionSet.ActiveFilter("flag", OneOf.of("flag", "yes")),
                        new QuestionSet.ActiveFilter("n", Between.of("n", "5", null))),
                List.of(
                        new QuestionSet.Asked("both", rows, Set.of()),
                        new QuestionSet.Asked("n only", rows, Set.of("flag")),
                        new QuestionSet.Asked("none", rows, Set.of("flag", "n"))));
        EngineFactory.TESTED.of(TABLE).answer(set, answers::add, () -> false);
        assertThat(answers)
                .extracting(answered -> ((Answer.Groups) answered.answer()).rowCount())
                .containsExactly(0, 1, 5);
    }

    @Test
    void oneEngineServesManyThreads() throws Exception {
        QueryEngine engine = EngineFactory.TESTED.of(TABLE);
        List<Thread> threads = new ArrayList<>();
        List<Integer> counts = java.util.Collections.synchronizedList(new ArrayList<>());
        for (int i = 0; i < 4; i++) {
            int low = i % 2 == 0 ? 3 : 7;
            threads.add(new Thread(() -> {
                for (int n = 0; n < 200; n++) {
                    counts.add(
                            Asking.rows(engine, List.of("name"), Asking.set(Between.of("n", String.valueOf(low), null)))
                                    .size());
                }
            }));
        }
        threads.forEach(Thread::start);
        for (Thread thread : threads) {
            thread.join();
        }
        assertThat(counts).hasSize(800).containsOnly(3, 1);
        assertThat(Asking.rows(engine, List.of("n"), Set.of(), down("n")))
                .isEqualTo(Arrays.asList(
                        List.of("7"),
                        List.of("3"),
                        List.of("3"),
                        List.of("-1"),
                        java.util.Collections.singletonList(null)));
    }
}
