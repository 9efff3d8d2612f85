package keensparrow.core.profile;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.IntStream;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.DoubleColumn;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.engine.MemoryEngine;
import keensparrow.core.parallel.ParallelRunner;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.core.question.QuestionSet;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Table;
import org.jspecify.annotations.Nullable;

/**
 * What is in each column of a table.
 *
 * @param series names of columns whose values each come once at a time of the table
 * @param spans names of columns whose values each have a span of time of their own
 */
public record Profile(int rowCount, List<ColumnProfile> columns, List<String> series, List<String> spans) {
    private static final int COMMONEST = 8;

    public Profile {
        columns = List.copyOf(columns);
        series = series == null ? List.of() : List.copyOf(series); // older records have none
        spans = spans == null ? List.of() : List.copyOf(spans);
    }

    public ColumnProfile column(String name) {
        return columns.stream()
                .filter(column -> column.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("no profile of " + name));
    }

    /** Looks at every column. Cost O(rows log rows) for numbers. */
    public static Profile of(Table table) {
        return of(table, new IdentityHashMap<>());
    }

    /**
     * What was found in a column.
     *
     * @param of the column as it was: bars of dates are of the periods that its format says, values in its order
     */
    public record Known(ColumnProfile profile, ColumnInfo of) {
        boolean holds(ColumnInfo info) {
            return Objects.equals(of.format(), info.format()) && Objects.equals(of.order(), info.order());
        }
    }

    /**
     * Looks at every column that is not known yet: of a table to which a step added one, at that one.
     *
     * @param known what was found in columns before, by their identity; what is found now is added. Safe for use by
     *     several threads only if it is.
     */
    public static Profile of(Table table, Map<Column, Known> known) {
        List<ColumnInfo> infos = table.schema().columns();
        Map<String, ColumnProfile> profiles = new HashMap<>();
        List<ColumnInfo> unknown = new ArrayList<>();
        for (ColumnInfo info : infos) {
            Known before = known.get(table.column(info.name()));
            if (before != null && before.holds(info)) {
                profiles.put(info.name(), before.profile.named(info.name()));
            } else {
                unknown.add(info);
            }
        }
        Map<String, Answer> answers = unknown.isEmpty() ? Map.of() : ask(table, unknown);
        List<ColumnProfile> found = unknown.parallelStream() // each sorts its values
                .map(info -> profile(info, table.column(info.name()), answers))
                .toList();
        for (int i = 0; i < found.size(); i++) {
            ColumnInfo info = unknown.get(i);
            profiles.put(info.name(), found.get(i));
            known.put(table.column(info.name()), new Known(found.get(i), info));
        }
        List<ColumnProfile> all = infos.stream()
                .map(info -> Objects.requireNonNull(profiles.get(info.name())))
                .toList();
        return new Profile(table.rowCount(), all, Series.of(table, all), Spans.of(table, all));
    }

    private static Map<String, Answer> ask(Table table, List<ColumnInfo> infos) {
        List<QuestionSet.Asked> asked = new ArrayList<>();
        for (ColumnInfo info : infos) {
            String name = info.name();
            if (isOfDifferentTexts(table.column(name))) {
                continue; // each comes once
            }
            if (info.type().isCoded()) {
                asked.add(ask(name, new Question.ValueCounts(name, null, COMMONEST, List.of())));
            } else {
                asked.add(ask(name, new Question.Histogram(name)));
            }
            if (info.type().isNumber()) {
                Measure mean = new Measure(Aggregate.AVERAGE, name);
                asked.add(ask("mean " + name, new Question.Groups(List.of(), List.of(mean), Question.Order.LABEL)));
            }
        }
        Map<String, Answer> answers = new HashMap<>();
        try (ParallelRunner workers = ParallelRunner.ofMachine()) {
            new MemoryEngine(table, workers, 0)
                    .answer(
                            new QuestionSet(List.of(), asked),
                            answered -> {
                                if (answered.answer() != null) {
                                    answers.put(answered.id(), answered.answer());
                                }
                            },
                            () -> false);
        }
        return answers;
    }

    private static boolean isOfDifferentTexts(Column column) {
        return column instanceof TextColumn text && text.blankCount() == 0 && text.dictionarySize() == text.rowCount();
    }

    private static List<Answer.ValueCount> firstTexts(TextColumn column) {
        return IntStream.range(0, Math.min(COMMONEST, column.dictionarySize()))
                .mapToObj(code -> new Answer.ValueCount(column.text(code), 1, 1))
                .toList();
    }

    private static QuestionSet.Asked ask(String id, Question question) {
        return new QuestionSet.Asked(id, question, Set.of());
    }

    private static ColumnProfile profile(ColumnInfo info, Column column, Map<String, Answer> answers) {
        Answer answer = answers.get(info.name());
        List<Answer.ValueCount> commonest = answer instanceof Answer.ValueCounts counts
                ? counts.values().stream().limit(COMMONEST).toList()
                : isOfDifferentTexts(column) ? firstTexts((TextColumn) column) : List.of();
        Answer.Histogram spread = answer instanceof Answer.Histogram found ? found : null;
        if (column instanceof LongColumn longs) {
            return ofLongs(info, longs, mean(info, answers), spread);
        }
        if (column instanceof DoubleColumn doubles) {
            return ofDoubles(info, doubles, mean(info, answers), spread);
        }
        return new ColumnProfile(
                info.name(),
                column.blankCount(),
                distinct(column),
                null,
                null,
                null,
                null,
                null,
                null,
                commonest,
                null);
    }

    private static int distinct(Column column) {
        if (column instanceof TextColumn text) {
            return text.dictionarySize();
        }
        if (column instanceof TagsColumn tags) {
            return tags.dictionarySize();
        }
        YesNoColumn yesNo = (YesNoColumn) column;
        boolean yes = false;
        boolean no = false;
        for (int row = 0; row < yesNo.rowCount() && !(yes && no); row++) {
            yes |= yesNo.code(row) == 1;
            no |= yesNo.code(row) == 0;
        }
        return (yes ? 1 : 0) + (no ? 1 : 0);
    }

    private static @Nullable String mean(ColumnInfo info, Map<String, Answer> answers) {
        if (answers.get("mean " + info.name()) instanceof Answer.Groups groups) {
            BigDecimal mean = groups.measures().get(0).values().get(0);
            return mean == null ? null : mean.toPlainString();
        }
        return null;
    }

    private static ColumnProfile ofLongs(
            ColumnInfo info, LongColumn column, @Nullable String mean, Answer.@Nullable Histogram spread) {
        OrderedLongs ordered = new OrderedLongs(column);
        boolean number = info.type() != ColumnType.DATE && info.type() != ColumnType.DATE_TIME;
        boolean empty = column.isAllBlank();
        return new ColumnProfile(
                info.name(),
                column.blankCount(),
                ordered.distinct(),
                empty ? null : column.plainOf(column.min()),
                number ? ordered.quartile(1) : null,
                number ? ordered.quartile(2) : null,
                mean,
                number ? ordered.quartile(3) : null,
                empty ? null : column.plainOf(column.max()),
                List.of(),
                spread);
    }

    private static ColumnProfile ofDoubles(
            ColumnInfo info, DoubleColumn column, @Nullable String mean, Answer.@Nullable Histogram spread) {
        double[] sorted = new double[column.rowCount() - column.blankCount()];
        int filled = 0;
        for (int row = 0; row < column.rowCount(); row++) {
            if (!column.isBlank(row)) {
                sorted[filled++] = column.value(row);
            }
        }
        Arrays.sort(sorted);
        int distinct = 0;
        for (int i = 0; i < sorted.length; i++) {
            distinct += i == 0 || sorted[i] != sorted[i - 1] ? 1 : 0;
        }
        boolean empty = sorted.length == 0;
        return new ColumnProfile(
                info.name(),
                column.blankCount(),
                distinct,
                empty ? null : DoubleColumn.plainOf(sorted[0]),
                quartile(sorted, 1),
                quartile(sorted, 2),
                mean,
                quartile(sorted, 3),
                empty ? null : DoubleColumn.plainOf(sorted[sorted.length - 1]),
                List.of(),
                spread);
    }

    private static @Nullable String quartile(double[] sorted, int quarters) {
        if (sorted.length == 0) {
            return null;
        }
        double position = (sorted.length - 1) * quarters / 4.0;
        int below = (int) position;
        int above = Math.min(sorted.length - 1, below + 1);
        return DoubleColumn.plainOf(sorted[below] + (sorted[above] - sorted[below]) * (position - below));
    }
}
