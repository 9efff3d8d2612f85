package keensparrow.core.app;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.View;
import keensparrow.core.column.ColumnType;
import keensparrow.core.group.GroupKey;
import keensparrow.core.group.TimeStep;
import keensparrow.core.question.Answer;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.Schema;
import org.jspecify.annotations.Nullable;

/**
 * The numbers of a view as a table for other programs: values written plainly, periods as sources write them.
 *
 * @param rows a row for each group; blank is an empty text
 */
public record ViewTable(List<String> headings, List<List<String>> rows) {
    private static final Set<Aggregate> OF_COLUMN =
            Set.of(Aggregate.MIN, Aggregate.MAX, Aggregate.MEDIAN, Aggregate.FIRST, Aggregate.LAST);
    private static final long MICROS_A_SECOND = 1_000_000;

    public ViewTable {
        headings = List.copyOf(headings);
        rows = List.copyOf(rows);
    }

    /** @param answer to the question of that view, which is no table of rows */
    public static ViewTable of(View view, Answer.Groups answer, App app, Schema schema) {
        GroupBy by = view.kind().definition().by(view);
        boolean split = by != null && view.kind().definition().split(view) != null;
        List<String> headings = new ArrayList<>();
        if (by != null) {
            headings.add(schema.label(by.column()));
        }
        for (GroupKey key : answer.splits()) {
            headings.add(split ? text(key, null) : AppSentences.title(view, app, schema));
        }
        Answer.MeasureValues measure = answer.measures().get(0);
        int width = answer.splits().size();
        List<List<String>> rows = new ArrayList<>();
        for (int a = 0; a < answer.axis().size(); a++) {
            List<String> row = new ArrayList<>();
            if (by != null) {
                row.add(text(answer.axis().get(a), by));
            }
            for (int s = 0; s < width; s++) {
                row.add(number(
                        measure.values().get(a * width + s), view.measured().aggregate(), measure.type()));
            }
            rows.add(row);
        }
        return new ViewTable(headings, rows);
    }

    private static String text(GroupKey key, @Nullable GroupBy by) {
        if (key.merged() > 0) {
            return "Other, " + key.merged();
        }
        String value = key.value();
        if (value == null) {
            return "";
        }
        if (by != null && by.part() != null) {
            return by.part().name(Integer.parseInt(value));
        }
        if (by != null && by.isBinned() && key.to() != null) {
            return value + " to " + key.to();
        }
        TimeStep step = by == null ? null : by.step();
        return step == null
                ? value
                : switch (step) {
                    case YEAR -> ColumnFormat.YEAR.written(value);
                    case QUARTER -> ColumnFormat.QUARTER.written(value);
                    case MONTH -> ColumnFormat.MONTH.written(value);
                    case WEEK -> ColumnFormat.WEEK.written(value);
                    case DAY, HOUR -> value;
                };
    }

    private static String number(@Nullable BigDecimal value, Aggregate aggregate, @Nullable ColumnType type) {
        if (value == null) {
            return "";
        }
        if (type != null && type.isTime() && OF_COLUMN.contains(aggregate)) {
            BigInteger whole = value.toBigInteger();
            return type == ColumnType.DATE
                    ? LocalDate.ofEpochDay(whole.longValue()).toString()
                    : LocalDateTime.ofEpochSecond(
                                    Math.floorDiv(whole.longValue(), MICROS_A_SECOND),
                                    (int) Math.floorMod(whole.longValue(), MICROS_A_SECOND) * 1000,
                                    ZoneOffset.UTC)
                            .toString();
        }
        return value.toPlainString();
    }
}
