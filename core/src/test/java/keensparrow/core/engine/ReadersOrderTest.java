package keensparrow.core.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.text.Collator;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.Set;
import keensparrow.core.TextRows;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.group.ByExpression;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.Grouping;
import keensparrow.core.prepare.OrderValues;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Answered;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.table.Table;
import keensparrow.core.words.TextOrder;
import org.junit.jupiter.api.Test;

/** Texts in the order of the language of whoever reads, while which groups are the largest is the same for all. */
class ReadersOrderTest {
    private static final TextOrder SWEDISH = TextOrder.of("sv");
    private static final TextOrder DANISH = TextOrder.of("da");
    private static final Table TABLE = new OrderValues("size", List.of("Åby", "Abo")).apply(TextRows.table("""
                    stop,size,tags,n
                    Ör,Ör,Ör;x,1
                    Åby,Åby,Åby,2
                    Zinken,Zinken,Zinken;Åby,3
                    Abo,Abo,Abo,4
                    ,,,5
                    Ängby,Ängby,Ängby;x,6
                    Zinken,Zinken,Zinken,7
                    Stop 10,Stop 10,x,8
                    Stop 9,Stop 9,x,9
                    """));
    private static final QueryEngine ENGINE =
            EngineFactory.TESTED.of(TABLE); // one for all: readers do not disturb each other

    @SuppressWarnings("unchecked")
    private static <A extends Answer> A ask(QueryEngine engine, TextOrder order, Question question) {
        List<Answered> answers = new ArrayList<>();
        engine.answer(
                new QuestionSet(List.of(), List.of(new QuestionSet.Asked("q", question, Set.of())), order),
                answers::add,
                () -> false);
        return (A) answers.get(0).answer();
    }

    private static List<String> by(TextOrder order, Grouping grouping, int largest, Question.Order by) {
        Question question =
                new Question.Groups(List.of(new Question.Grouped(grouping, largest)), List.of(Measure.ROWS), by);
        return Asking.lines(ask(ENGINE, order, question));
    }

    @Test
    void groupsByTheirLabelsStandAsTheReaderHasThem() {
        Grouping stop = new ByValue("stop");
        assertThat(by(TextOrder.INSTANCE, stop, 0, Question.Order.LABEL))
                .containsExactly(
                        "Abo: 1", "Åby: 1", "Ängby: 1", "Ör: 1", "Stop 9: 1", "Stop 10: 1", "Zinken: 2", "blank: 1");
        assertThat(by(SWEDISH, stop, 0, Question.Order.LABEL))
                .containsExactly(
                        "Abo: 1", "Stop 9: 1", "Stop 10: 1", "Zinken: 2", "Åby: 1", "Ängby: 1", "Ör: 1", "blank: 1");
        assertThat(by(DANISH, stop, 0, Question.Order.LABEL))
                .containsExactly(
                        "Abo: 1", "Stop 9: 1", "Stop 10: 1", "Zinken: 2", "Ängby: 1", "Ör: 1", "Åby: 1", "blank: 1");
        assertThat(by(SWEDISH, new ByExpression("upper(stop)"), 0, Question.Order.LABEL))
                .containsExactly(
                        "ABO: 1", "STOP 9: 1", "STOP 10: 1", "ZINKEN: 2", "ÅBY: 1", "ÄNGBY: 1", "ÖR: 1", "blank: 1");
        assertThat(by(SWEDISH, new ByValue("tags"), 0, Question.Order.LABEL))
                .containsExactly("Abo: 1", "x: 4", "Zinken: 2", "Åby: 2", "Ängby: 1", "Ör: 1", "blank: 1");
    }

    @Test
    void theLargestAreTheSameForAllAndOnlyEqualOnesStandOtherwise() {
        Grouping stop = new ByValue("stop");
        assertThat(by(TextOrder.INSTANCE, stop, 4, Question.Order.LARGEST_FIRST))
                .containsExactly("Zinken: 2", "Abo: 1", "Åby: 1", "Ängby: 1", "Other 4: 4");
        assertThat(by(DANISH, stop, 4, Question.Order.LARGEST_FIRST))
                .containsExactly("Zinken: 2", "Abo: 1", "Ängby: 1", "Åby: 1", "Other 4: 4");
    }

    @Test
    void anOrderThatAnAuthorGaveStays() {
        assertThat(by(SWEDISH, new ByValue("size"), 0, Question.Order.LABEL))
                .isEqualTo(by(TextOrder.INSTANCE, new ByValue("size"), 0, Question.Order.LABEL))
                .startsWith("Åby: 1", "Abo: 1");
    }

    @Test
    void valuesOfFiltersFollowIt() {
        assertThat(values(SWEDISH, Question.ValueOrder.LABEL))
                .containsExactly("Abo", "Stop 9", "Stop 10", "Zinken", "Åby", "Ängby", "Ör");
        assertThat(values(DANISH, Question.ValueOrder.LAST_LABEL))
                .containsExactly("Åby", "Ör", "Ängby", "Zinken", "Stop 10", "Stop 9", "Abo");
        assertThat(values(SWEDISH, Question.ValueOrder.FREQUENT))
                .containsExactly("Zinken", "Abo", "Stop 9", "Stop 10", "Åby", "Ängby", "Ör");
        assertThat(values(TextOrder.INSTANCE, Question.ValueOrder.FREQUENT))
                .containsExactly("Zinken", "Abo", "Åby", "Ängby", "Ör", "Stop 9", "Stop 10");
    }

    private static List<String> values(TextOrder order, Question.ValueOrder by) {
        Answer.ValueCounts counts = ask(ENGINE, order, new Question.ValueCounts("stop", null, 100, List.of(), by));
        return counts.values().stream().map(Answer.ValueCount::value).toList();
    }

    @Test
    void tablesAndDownloadsSortedByTextsFollowIt() {
        for (boolean descending : List.of(false, true)) {
            for (TextOrder order : List.of(TextOrder.INSTANCE, SWEDISH, DANISH)) {
                List<Question.Sort> sort = List.of(new Question.Sort("stop", descending), new Question.Sort("n", true));
                Answer.Rows page = ask(ENGINE, order, new Question.Rows(List.of("stop", "n"), sort, 2, 4));
                List<List<String>> all = new ArrayList<>();
                ENGINE.rows(
                        new QueryEngine.RowScan(List.of("stop", "n"), Set.of(), sort, order),
                        row -> all.add(new ArrayList<>(row)),
                        () -> false);
                List<String> stops =
                        all.stream().map(row -> row.get(0)).limit(8).toList();
                Comparator<String> expected = descending ? order.reversed() : order;
                assertThat(stops).isSortedAccordingTo(expected);
                assertThat(all.get(8)).containsExactly(null, "5"); // blanks last either way
                assertThat(page.rows()).isEqualTo(all.subList(2, 6));
            }
        }
    }

    @Test
    void thousandsOfNamesStandAsAnotherLibraryHasThem() {
        Random random = new Random(20261201);
        List<String> names = new ArrayList<>();
        StringBuilder csv = new StringBuilder("name,n\n");
        for (int i = 0; i < 30_000; i++) {
            StringBuilder name = new StringBuilder("r");
            for (int n = 2 + random.nextInt(4); n > 0; n--) {
                name.append("abcdeklnorstyzåäö".charAt(random.nextInt(17)));
            }
            names.add(name.toString());
            csv.append(name).append(',').append(i).append('\n');
        }
        names.sort(Collator.getInstance(Locale.forLanguageTag("sv")));
        QueryEngine engine = EngineFactory.TESTED.of(TextRows.table(csv.toString()));
        List<Question.Sort> sort = List.of(new Question.Sort("name", false));
        for (int offset : List.of(0, 1_900, 17_000, 29_990)) { // found among the first rows, and cut from all
            Answer.Rows page = ask(engine, SWEDISH, new Question.Rows(List.of("name"), sort, offset, 50));
            assertThat(page.rows().stream().map(row -> row.get(0)).toList())
                    .isEqualTo(names.subList(offset, Math.min(names.size(), offset + 50)));
        }
    }
}
