package keensparrow.core.parallel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicIntegerArray;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.engine.RandomTables;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.filter.OneOf;
import keensparrow.core.question.Answered;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.table.Table;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

@Timeout(value = 60, threadMode = Timeout.ThreadMode.SEPARATE_THREAD)
class ParallelRunnerTest {
    @Test
    void everyPieceRunsOnceAndNoTwoUnderOneNumberAtATime() {
        try (ParallelRunner workers = new ParallelRunner(4)) {
            AtomicIntegerArray runs = new AtomicIntegerArray(500);
            Set<Integer> busy = ConcurrentHashMap.newKeySet();
            workers.run(500, (worker, piece) -> {
                assertThat(busy.add(worker)).isTrue();
                runs.incrementAndGet(piece);
                busy.remove(worker);
            });
            for (int piece = 0; piece < 500; piece++) {
                assertThat(runs.get(piece)).isEqualTo(1);
            }
        }
    }

    @Test
    void aFailureEndsTheWorkAndReachesTheAsker() {
        try (ParallelRunner workers = new ParallelRunner(3)) {
            assertThatThrownBy(() -> workers.run(1000, (worker, piece) -> {
                        if (piece == 7) {
                            throw new IllegalStateException("piece seven");
                        }
                    }))
                    .isInstanceOf(IllegalStateException.class)
                    .hasMessage("piece seven");
            AtomicInteger done = new AtomicInteger();
            workers.run(10, (worker, piece) -> done.incrementAndGet());
            assertThat(done).hasValue(10);
        }
    }

    @Test
    void longWorkLetsOthersHaveTheirTurn() throws Exception {
        try (ParallelRunner workers = new ParallelRunner(2)) {
            CountDownLatch started = new CountDownLatch(1);
            CountDownLatch shortDone = new CountDownLatch(1);
            Thread heavy = new Thread(() -> workers.run(100_000, (worker, piece) -> {
                started.countDown();
                if (shortDone.getCount() > 0) { // goes on until the short work came in between
                    long end = System.nanoTime() + 1_000_000;
                    while (System.nanoTime() < end) {
                        Thread.onSpinWait();
                    }
                }
            }));
            heavy.start();
            started.await();
            workers.run(2, (worker, piece) -> {});
            shortDone.countDown();
            heavy.join();
            assertThat(shortDone.getCount()).isZero();
        }
    }

    @Test
    void cancellingStopsAQuestionInTheMiddle() {
        Table table = RandomTables.of(3, 400_000);
        try (ParallelRunner workers = new ParallelRunner(2)) {
            MemoryEngine engine = new MemoryEngine(table, workers, 64L << 20);
            QuestionSet page = new QuestionSet(
                    List.of(new QuestionSet.ActiveFilter("few", OneOf.of("few", "v1", "v2"))),
                    List.of(new QuestionSet.Asked(
                            "sum",
                            new Question.Groups(
                                    List.of(), List.of(new Measure(Aggregate.SUM, "money")), Question.Order.LABEL),
                            Set.of())));
            AtomicInteger looks = new AtomicInteger();
            List<Answered> answers = new ArrayList<>();
            assertThatThrownBy(() -> engine.answer(page, answers::add, () -> looks.incrementAndGet() > 3))
                    .isInstanceOfSatisfying(
                            UserException.class, e -> assertThat(e.code()).isEqualTo(ErrorCode.CANCELLED));
            assertThat(answers).isEmpty();
            engine.answer(page, answers::add, () -> false);
            List<Answered> fresh = new ArrayList<>();
            new MemoryEngine(table).answer(page, fresh::add, () -> false);
            assertThat(answers.get(0).answer()).isEqualTo(fresh.get(0).answer());
        }
    }

    @Test
    void whoIsCancelledGoesAtOnceAndTheBuildingComesToItsEnd() throws InterruptedException {
        CountDownLatch mayEnd = new CountDownLatch(1);
        CountDownLatch ended = new CountDownLatch(1);
        try (ParallelRunner workers = new ParallelRunner(2)) {
            assertThatThrownBy(() -> workers.aside(
                            () -> {
                                await(mayEnd);
                                ended.countDown();
                                return "built";
                            },
                            () -> true))
                    .isInstanceOf(UserException.class)
                    .hasMessageContaining("cancelled");
            assertThat(ended.getCount()).isOne();
            mayEnd.countDown();
            assertThat(ended.await(10, TimeUnit.SECONDS)).isTrue();
        }
    }

    @Test
    void whatFailsAsideFailsHere() {
        try (ParallelRunner workers = new ParallelRunner(1)) {
            assertThat(workers.aside(() -> 7, () -> false)).isEqualTo(7);
            assertThatThrownBy(() -> workers.aside(
                            () -> {
                                throw new IllegalArgumentException("no such thing");
                            },
                            () -> false))
                    .isInstanceOf(IllegalArgumentException.class);
        }
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
