package keensparrow.bench;

import java.util.List;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TextBuilder;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.engine.filter.FilterEvaluator;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.OneOf;
import keensparrow.core.group.ByValue;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.rows.RowSet;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;
import keensparrow.core.table.Table;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import org.openjdk.jmh.infra.Blackhole;

/** The hot loops: filters and groups over a million rows. Run with {@code org.openjdk.jmh.Main KernelBenchmark}. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 3, time = 1)
public class KernelBenchmark {
    private static final int ROWS = 1_000_000;

    private Table table;
    private int turn;

    @Setup
    public void makeTable() {
        SplittableRandom random = new SplittableRandom(1);
        TextBuilder routes = new TextBuilder();
        long[] amounts = new long[ROWS];
        for (int row = 0; row < ROWS; row++) {
            routes.add("route " + random.nextInt(60));
            amounts[row] = random.nextLong(1_000_000);
        }
        table = new Table(
                new Schema(List.of(
                        new ColumnInfo("route", "Route", ColumnType.TEXT, Role.CATEGORY),
                        new ColumnInfo("amount", "Amount", ColumnType.DECIMAL, Role.MEASURE))),
                List.of(routes.build(), new LongColumn(ColumnType.DECIMAL, 2, amounts, null)),
                ROWS);
    }

    @Benchmark
    public RowSet oneOfThreeValues() {
        return FilterEvaluator.select(OneOf.of("route", "route 1", "route 2", "route 3"), table);
    }

    @Benchmark
    public RowSet numberRange() {
        return FilterEvaluator.select(Between.of("amount", "1000", "5000"), table);
    }

    @Benchmark
    public void sumByCategory(Blackhole hole) {
        Question question = new Question.Groups(
                List.of(new Question.Grouped(new ByValue("route"), 5)),
                List.of(new Measure(Aggregate.SUM, "amount")),
                Question.Order.LARGEST_FIRST);
        QuestionSet set = new QuestionSet(
                List.of(new QuestionSet.ActiveFilter("a", Between.of("amount", "0", String.valueOf(5000 + turn++)))),
                List.of(new QuestionSet.Asked("q", question, java.util.Set.of())));
        new MemoryEngine(table).answer(set, hole::consume, () -> false);
    }
}
