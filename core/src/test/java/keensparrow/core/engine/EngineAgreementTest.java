package keensparrow.core.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.TreeMap;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.question.Answered;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * The same answers to the last digit whatever the number of threads, and whether counted anew or out of what was
 * counted for an earlier selection. A failure prints the seed.
 */
class EngineAgreementTest {
    private static Map<String, Answered> answers(MemoryEngine engine, QuestionSet page) {
        Map<String, Answered> answers = new TreeMap<>();
        engine.answer(page, answered -> answers.put(answered.id(), answered), () -> false);
        return answers;
    }

    private static void assertSame(Map<String, Answered> actual, Map<String, Answered> expected, String context) {
        assertThat(actual.keySet()).as(context).isEqualTo(expected.keySet());
        expected.forEach((id, answered) -> {
            assertThat(actual.get(id).answer()).as(context + " " + id).isEqualTo(answered.answer());
            String failure =
                    answered.failure() == null ? null : answered.failure().text();
            String own = actual.get(id).failure() == null
                    ? null
                    : actual.get(id).failure().text();
            assertThat(own).as(context + " " + id).isEqualTo(failure);
        });
    }

    @ParameterizedTest
    @ValueSource(longs = {11, 12, 13})
    void threadsAndEarlierCountsChangeNothing(long seed) {
        Table table = RandomTables.of(seed, seed == 11 ? 200_000 : 66_000 + (int) seed);
        try (ParallelRunner one = new ParallelRunner(1);
                ParallelRunner two = new ParallelRunner(2);
                ParallelRunner seven = new ParallelRunner(7)) {
            MemoryEngine alone = new MemoryEngine(table); // lives through all selections, as do the next two
            MemoryEngine withTwo = new MemoryEngine(table, two, 64L << 20);
            MemoryEngine withSeven = new MemoryEngine(table, seven, 64L << 20);
            RandomQuestions person = new RandomQuestions(seed);
            QuestionSet page = person.page();
            for (int i = 0; i < 24; i++) {
                person.changeAFilter();
                QuestionSet now = new QuestionSet(person.page().conditions(), page.asked());
                String context = "seed " + seed + ", selection " + i + " " + now.conditions();
                Map<String, Answered> fresh =
                        answers(new MemoryEngine(table, one, 0), now); // keeps nothing to count by
                assertSame(answers(alone, now), fresh, context);
                assertSame(answers(withTwo, now), fresh, context + " on two threads");
                assertSame(answers(withSeven, now), fresh, context + " on seven threads");
                if (i % 6 == 5) {
                    page = person.page();
                }
            }
        }
    }

    @Test
    void emptyTablesAndTablesOfOneRowHaveAnswers() {
        for (int rows : new int[] {0, 1, 63, 64, 65, 4096, 4097}) {
            Table table = RandomTables.of(5, rows);
            RandomQuestions person = new RandomQuestions(5);
            for (int i = 0; i < 20; i++) {
                person.changeAFilter();
                Map<String, Answered> answers = answers(new MemoryEngine(table), person.page());
                assertThat(answers).hasSize(8);
                assertThat(answers.get("q0").answer()).as(rows + " rows").isNotNull();
            }
        }
    }
}
