package keensparrow.server.dataset;

import io.javalin.http.Context;
import java.util.List;
import java.util.stream.IntStream;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.error.Span;
import keensparrow.core.error.UserException;
import keensparrow.core.expression.Expressions;
import keensparrow.core.expression.TypedExpression;
import keensparrow.core.table.Table;
import keensparrow.core.words.Words;
import keensparrow.server.http.Access;
import keensparrow.server.http.Api;
import keensparrow.server.http.Caller;
import keensparrow.server.http.CallerWatch;
import keensparrow.server.http.Requests;
import keensparrow.server.memory.MemoryWatch;
import org.jspecify.annotations.Nullable;

/** What an expression would give while its author types it. */
public final class ExpressionRoutes {
    private static final int SAMPLES = 3;
    private static final long MAX_LOOK_NANOS = 120_000_000_000L;

    private final DatasetService datasets;
    private final MemoryWatch memory;

    public ExpressionRoutes(DatasetService datasets, MemoryWatch memory) {
        this.datasets = datasets;
        this.memory = memory;
    }

    /**
     * @param steps over the table as it is after so many of the steps; after all of them when null
     * @param condition whether it must give yes or no; not when null
     */
    record CheckRequest(
            @Nullable String expression,
            @Nullable Integer steps,
            @Nullable Boolean condition) {}

    /**
     * @param kind of the values in words: {@code numbers}; null for an expression that gives none
     * @param type of the values
     * @param samples for the first rows, written plainly, null where blank
     * @param fault what is wrong with it; null if nothing is
     */
    record Checked(
            @Nullable String kind,
            @Nullable ColumnType type,
            List<@Nullable String> samples,
            @Nullable Fault fault) {}

    /** @param span where it lies; null for the whole */
    record Fault(String detail, @Nullable Span span) {}

    public void add(Api api) {
        api.post(
                "/api/datasets/{id}/expressions",
                Access.AUTHOR,
                "What an expression would give for the first rows, or what is wrong with it",
                CheckRequest.class,
                Checked.class,
                this::check);
    }

    private void check(Context ctx, Caller caller) {
        CheckRequest request = Requests.body(ctx, CheckRequest.class);
        String text = Requests.present(request.expression(), Words.say("server.dataset.theExpression"));
        memory.requireRoom();
        Table table = table(ctx, caller, request.steps());
        ctx.json(checked(text, Boolean.TRUE.equals(request.condition()), table));
    }

    private Table table(Context ctx, Caller caller, @Nullable Integer steps) {
        String id = ctx.pathParam("id");
        Dataset.Version version = datasets.version(datasets.get(caller.id(), id));
        if (steps == null || steps == version.steps().size()) {
            return datasets.table(version);
        }
        try (CallerWatch gone = new CallerWatch(ctx, MAX_LOOK_NANOS)) {
            return datasets.preparation().after(caller.id(), id, steps, gone);
        }
    }

    private static Checked checked(String text, boolean condition, Table table) {
        try {
            TypedExpression typed = condition
                    ? TypedExpression.condition(text, table.schema())
                    : TypedExpression.of(text, table.schema());
            Column values = Expressions.compute(typed, table, Math.min(SAMPLES, table.rowCount()));
            List<@Nullable String> samples = IntStream.range(0, values.rowCount())
                    .mapToObj(values::plain)
                    .toList();
            return new Checked(typed.kind().label(), values.type(), samples, null);
        } catch (UserException e) {
            return new Checked(
                    null, null, List.of(), new Fault(e.text(), e.span().orElse(null)));
        }
    }
}
