package keensparrow.core.sql;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Derived;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.column.ColumnType;
import keensparrow.core.filter.Filter;
import keensparrow.core.group.ByBins;
import keensparrow.core.group.ByExpression;
import keensparrow.core.group.ByPart;
import keensparrow.core.group.ByTime;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.GroupingVisitor;
import keensparrow.core.question.Question;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;

/**
 * What a view asks, as a statement that gives the same numbers from a table of the same columns. What SQL has no short
 * word for stands as a remark: groups put together as Other, and what is made of all groups' values.
 */
public final class QuestionSql {
    private static final Map<Aggregate, String> PLAIN = Map.of(
            Aggregate.COUNT, "count",
            Aggregate.SUM, "sum",
            Aggregate.AVERAGE, "avg",
            Aggregate.MIN, "min",
            Aggregate.MAX, "max",
            Aggregate.STDDEV, "stddev_samp");

    private final Schema schema;
    private final String table;
    private final FilterSql filters;
    private final Map<String, Bins> bins;

    /**
     * @param table what the dataset is called
     * @param latest the latest day of a column of dates
     * @param bins that the answer has, by the column that they are of
     */
    public QuestionSql(
            Schema schema, String table, Function<String, Optional<LocalDate>> latest, Map<String, Bins> bins) {
        this.schema = schema;
        this.table = table;
        this.filters = new FilterSql(schema, latest);
        this.bins = Map.copyOf(bins);
    }

    /**
     * Bins of numbers: the first holds what is below it too, the last what is above.
     *
     * @param first lower edge of the first, @param last lower edge of the last
     */
    public record Bins(BigDecimal width, BigDecimal first, BigDecimal last) {}

    /** @param narrowing what rows must meet, all of it */
    public String of(Question question, Collection<Filter> narrowing) {
        if (question instanceof Question.Groups groups) {
            return groups(groups, narrowing);
        }
        if (question instanceof Question.Rows rows) {
            return select(rows.columns().stream().map(FilterSql::name).toList()) + from(narrowing) + order(rows.sort());
        }
        throw new IllegalArgumentException("no view asks " + question);
    }

    private static String select(List<String> what) {
        return "select " + (what.isEmpty() ? "*" : String.join(",\n       ", what));
    }

    private String from(Collection<Filter> narrowing) {
        String where = narrowing.stream().map(filters::of).sorted().collect(Collectors.joining("\n  and "));
        return "\nfrom " + FilterSql.name(table) + (where.isEmpty() ? "" : "\nwhere " + where);
    }

    private static String order(List<Question.Sort> sort) {
        return sort.isEmpty()
                ? ""
                : "\norder by "
                        + sort.stream()
                                .map(by ->
                                        FilterSql.name(by.column()) + (by.descending() ? " desc" : "") + " nulls last")
                                .collect(Collectors.joining(", "));
    }

    private String groups(Question.Groups question, Collection<Filter> narrowing) {
        List<String> groups = question.by().stream()
                .map(by -> by.grouping().accept(new Groupings()))
                .toList();
        List<String> what = new ArrayList<>(groups);
        question.measures().forEach(measure -> what.add(measure(measure)));
        StringBuilder sql = new StringBuilder(select(what)).append(from(narrowing));
        if (!groups.isEmpty()) {
            String places = IntStream.rangeClosed(1, groups.size())
                    .mapToObj(String::valueOf)
                    .collect(Collectors.joining(", "));
            boolean bySize = question.order() != Question.Order.LABEL
                    && question.by().get(0).grouping() instanceof ByValue;
            sql.append("\ngroup by ").append(String.join(", ", groups)).append("\norder by ");
            sql.append(
                    bySize
                            ? (groups.size() + 1 + question.orderingMeasure())
                                    + (question.order() == Question.Order.LARGEST_FIRST ? " desc" : "")
                            : places);
        }
        remarks(question).forEach(remark -> sql.append("\n-- ").append(remark));
        return sql.toString();
    }

    private static List<String> remarks(Question.Groups question) {
        List<String> remarks = new ArrayList<>();
        for (Question.Grouped by : question.by()) {
            if (by.largest() > 0) {
                remarks.add(Words.say("sql.largestStandAlone", "largest", by.largest()));
            }
        }
        for (Measure measure : question.measures()) {
            Derived derived = measure.derived();
            if (derived != null) {
                remarks.add(Words.say("sql.shownAs", "derived", derived.label()));
            }
        }
        return remarks.stream().distinct().toList();
    }

    /** An aggregate as SQL says it. */
    String measure(Measure measure) {
        if (measure.aggregate() == Aggregate.FORMULA) {
            return Objects.requireNonNullElse(measure.expression(), "");
        }
        String expression = measure.expression();
        String of = measure.column() != null
                ? FilterSql.name(measure.column())
                : expression == null ? "*" : "(" + expression + ")";
        String with = measure.with() == null ? "" : FilterSql.name(measure.with());
        boolean tags = measure.column() != null
                && schema.find(measure.column())
                        .map(column -> column.type() == ColumnType.TAGS)
                        .orElse(false);
        return switch (measure.aggregate()) {
            case ROWS -> "count(*)";
            case DISTINCT -> tags ? "count(distinct unnest(" + of + "))" : "count(distinct " + of + ")";
            case MEDIAN -> percentile("0.5", of);
            case PERCENTILE ->
                percentile(
                        Objects.requireNonNullElse(measure.percent(), BigDecimal.ZERO)
                                .movePointLeft(2)
                                .stripTrailingZeros()
                                .toPlainString(),
                        of);
            case WEIGHTED_AVERAGE ->
                "sum(" + of + " * " + with + ") / nullif(sum(case when " + of + " is not null then " + with
                        + " end), 0)";
            case RATIO -> "sum(" + of + ") / nullif(sum(" + with + "), 0)";
            case SHARE -> "avg(case when " + of + " then 1.0 when not " + of + " then 0.0 end)";
            case FIRST -> edge(of, with, "");
            case LAST -> edge(of, with, " desc");
            case LEVEL -> "sum(" + of + ") " + Words.say("sql.ofTheLatest", "column", with);
            default -> PLAIN.get(measure.aggregate()) + "(" + of + ")";
        };
    }

    private static String percentile(String share, String of) {
        return "percentile_cont(" + share + ") within group (order by " + of + ")";
    }

    private static String edge(String of, String with, String direction) {
        return "(array_agg(" + of + " order by " + with + direction + "))[1]";
    }

    /** Groupings as SQL says them. */
    private final class Groupings implements GroupingVisitor<String> {
        @Override
        public String byValue(ByValue grouping) {
            boolean tags = schema.find(grouping.column())
                    .map(column -> column.type() == ColumnType.TAGS)
                    .orElse(false);
            String name = FilterSql.name(grouping.column());
            return tags ? "unnest(" + name + ")" : name;
        }

        @Override
        public String byTime(ByTime grouping) {
            return "date_trunc('" + grouping.step().name().toLowerCase(Locale.ROOT) + "', "
                    + FilterSql.name(grouping.column()) + ")";
        }

        @Override
        public String byPart(ByPart grouping) {
            return "extract(" + FilterSql.part(grouping.part()) + " from " + FilterSql.name(grouping.column()) + ")";
        }

        @Override
        public String byBins(ByBins grouping) {
            String name = FilterSql.name(grouping.column());
            Bins own = bins.get(grouping.column());
            if (own == null) {
                return name;
            }
            String width = own.width().toPlainString();
            return "case when " + name + " is not null then greatest("
                    + own.first().toPlainString() + ", least(" + own.last().toPlainString() + ", floor(1.0 * " + name
                    + " / " + width + ") * " + width + ")) end";
        }

        @Override
        public String byExpression(ByExpression grouping) {
            return "(" + grouping.expression() + ")";
        }
    }
}
