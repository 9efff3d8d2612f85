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
import keensparrow.core.aggregate.Measure;
import keensparrow.core.app.view.GroupBy;
import keensparrow.core.app.view.View;
import keensparrow.core.app.view.ViewKind;
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
        ViewKind kind = view.kind().definition();
        List<Direction> directions = directions(view, answer, schema);
        boolean wide = answer.measures().size() == 1 && directions.size() == 2;
        return wide
                ? wide(view, answer, directions)
                : listed(directions, answer, headings(view, kind, app, schema), kind.measures(view));
    }

    /** One of an answer's groupings with its groups. */
    private record Direction(String label, @Nullable GroupBy by, List<GroupKey> keys) {}

    private static List<Direction> directions(View view, Answer.Groups answer, Schema schema) {
        ViewKind kind = view.kind().definition();
        List<List<GroupKey>> keys = List.of(answer.axis(), answer.splits(), answer.panels());
        List<Direction> directions = new ArrayList<>();
        GroupBy by = kind.by(view);
        String split = kind.split(view);
        if (by != null) {
            directions.add(new Direction(schema.label(by.column()), by, keys.get(0)));
            if (split != null) {
                directions.add(new Direction(schema.label(split), null, keys.get(1)));
            }
            for (GroupBy more : new GroupBy[] {kind.across(view), kind.panels(view)}) {
                if (more != null) {
                    directions.add(new Direction(schema.label(more.column()), more, keys.get(directions.size())));
                }
            }
        }
        return directions;
    }

    private static List<String> headings(View view, ViewKind kind, App app, Schema schema) {
        List<Measure> measures = kind.measures(view);
        boolean titled =
                kind.slots().contains(ViewKind.Slot.MEASURE); // else the title says another thing than the numbers
        if (measures.size() == 1 && titled) {
            return List.of(AppSentences.title(view, app, schema));
        }
        return AppSentences.measures(view, app, schema);
    }

    /** A row for each group of the first direction, a column for each of the second. */
    private static ViewTable wide(View view, Answer.Groups answer, List<Direction> directions) {
        List<String> headings = new ArrayList<>(List.of(directions.get(0).label));
        directions.get(1).keys.forEach(key -> headings.add(text(key, directions.get(1).by)));
        Answer.MeasureValues measure = answer.measures().get(0);
        int width = answer.splits().size();
        List<List<String>> rows = new ArrayList<>();
        for (int a = 0; a < answer.axis().size(); a++) {
            List<String> row = new ArrayList<>(List.of(text(answer.axis().get(a), directions.get(0).by)));
            for (int s = 0; s < width; s++) {
                row.add(number(
                        measure.values().get(a * width + s), view.measured().aggregate(), measure.type()));
            }
            rows.add(row);
        }
        return new ViewTable(headings, rows);
    }

    /** A row for each group, pair or three of groups that has a value, a column for each measure. */
    private static ViewTable listed(
            List<Direction> directions, Answer.Groups answer, List<String> measures, List<Measure> asked) {
        List<String> headings = new ArrayList<>();
        directions.forEach(direction -> headings.add(direction.label));
        headings.addAll(measures);
        List<List<String>> rows = new ArrayList<>();
        int cells =
                answer.axis().size() * answer.splits().size() * answer.panels().size();
        for (int cell = 0; cell < cells; cell++) {
            List<String> row = new ArrayList<>();
            int rest = cells;
            for (Direction direction : directions) {
                rest /= direction.keys.size();
                row.add(text(direction.keys.get(cell / rest % direction.keys.size()), direction.by));
            }
            boolean filled = directions.size() < 2;
            for (int m = 0; m < asked.size(); m++) {
                Answer.MeasureValues values = answer.measures().get(m);
                BigDecimal value = values.values().get(cell);
                filled |= value != null;
                row.add(number(value, asked.get(m).aggregate(), values.type()));
            }
            if (filled) {
                rows.add(row);
            }
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
