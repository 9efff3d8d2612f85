package keensparrow.core.sql;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import keensparrow.core.column.ColumnType;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.Both;
import keensparrow.core.filter.Containing;
import keensparrow.core.filter.DateRange;
import keensparrow.core.filter.ExpressionFilter;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.FilterVisitor;
import keensparrow.core.filter.HasAll;
import keensparrow.core.filter.OneOf;
import keensparrow.core.filter.PartOfDate;
import keensparrow.core.filter.RelativePeriod;
import keensparrow.core.filter.TextSearch;
import keensparrow.core.group.DatePart;
import keensparrow.core.table.Schema;
import org.jspecify.annotations.Nullable;

/** Filters as conditions in SQL; lists of tags are arrays there. */
final class FilterSql implements FilterVisitor<String> {
    private static final String NEVER = "1 = 0";

    private final Schema schema;
    private final Function<String, Optional<LocalDate>> latest;

    /** @param latest the latest day of a column of dates, that named periods are counted from */
    FilterSql(Schema schema, Function<String, Optional<LocalDate>> latest) {
        this.schema = schema;
        this.latest = latest;
    }

    String of(Filter filter) {
        return filter.accept(this);
    }

    /** A name in double quotes. */
    static String name(String column) {
        return "\"" + column.replace("\"", "\"\"") + "\"";
    }

    static String text(String value) {
        return "'" + value.replace("'", "''") + "'";
    }

    private @Nullable ColumnType type(String column) {
        return schema.find(column).map(info -> info.type()).orElse(null);
    }

    /** A value as it is written for a column. */
    private String value(String column, String value) {
        ColumnType type = type(column);
        if (type != null && type.isNumber()) {
            return value;
        }
        if (type == ColumnType.YES_NO) {
            return value.equals("yes") ? "true" : "false";
        }
        return type == ColumnType.DATE ? "date " + text(value) : text(value);
    }

    private String values(String column, List<String> values) {
        return values.stream().map(value -> value(column, value)).collect(Collectors.joining(", "));
    }

    private static String orBlank(String condition, String column, boolean blank) {
        return blank ? "(" + condition + " or " + name(column) + " is null)" : condition;
    }

    @Override
    public String oneOf(OneOf filter) {
        String column = name(filter.column());
        boolean tags = type(filter.column()) == ColumnType.TAGS;
        if (filter.values().isEmpty()) {
            return filter.blank()
                    ? column + (filter.exclude() ? " is not null" : " is null")
                    : filter.exclude() ? "1 = 1" : NEVER;
        }
        String values = values(filter.column(), filter.values());
        String in = tags
                ? column + " && array[" + values + "]"
                : filter.values().size() == 1 ? column + " = " + values : column + " in (" + values + ")";
        if (!filter.exclude()) {
            return orBlank(in, filter.column(), filter.blank());
        }
        String not = tags
                ? "not (" + in + ")"
                : filter.values().size() == 1 ? column + " <> " + values : column + " not in (" + values + ")";
        return orBlank(not, filter.column(), !filter.blank());
    }

    @Override
    public String between(Between filter) {
        return orBlank(range(filter), filter.column(), filter.blanks());
    }

    private static String range(Between filter) {
        String column = name(filter.column());
        List<String> parts = new ArrayList<>();
        BigDecimal from = filter.from();
        BigDecimal to = filter.to();
        if (from != null) {
            parts.add(column + " >= " + from.toPlainString());
        }
        if (to != null) {
            parts.add(column + (filter.belowTo() ? " < " : " <= ") + to.toPlainString());
        }
        return parts.isEmpty() ? column + " is not null" : String.join(" and ", parts);
    }

    @Override
    public String dateRange(DateRange filter) {
        String column = name(filter.column());
        List<String> parts = new ArrayList<>();
        LocalDate from = filter.from();
        LocalDate to = filter.to();
        if (from != null) {
            parts.add(column + " >= date '" + from + "'");
        }
        if (to != null) { // times of the last day too
            parts.add(column + " < date '" + to.plusDays(1) + "'");
        }
        String range = parts.isEmpty() ? column + " is not null" : String.join(" and ", parts);
        return orBlank(range, filter.column(), filter.blanks());
    }

    @Override
    public String relativePeriod(RelativePeriod filter) {
        return latest.apply(filter.column())
                .map(day -> {
                    LocalDate[] days = filter.name().days(day);
                    return dateRange(new DateRange(filter.column(), days[0], days[1], filter.blanks()));
                })
                .orElse(orBlank(NEVER, filter.column(), filter.blanks()));
    }

    @Override
    public String containing(Containing filter) {
        return contains(filter.column(), filter.text());
    }

    private String contains(String column, String text) {
        String pattern = text("%"
                + text.toLowerCase(Locale.ROOT)
                        .replace("\\", "\\\\")
                        .replace("%", "\\%")
                        .replace("_", "\\_")
                + "%");
        return type(column) == ColumnType.TAGS
                ? "exists (select from unnest(" + name(column) + ") tag where lower(tag) like " + pattern + ")"
                : "lower(" + name(column) + ") like " + pattern;
    }

    @Override
    public String hasAll(HasAll filter) {
        return name(filter.column()) + " @> array[" + values(filter.column(), filter.tags()) + "]";
    }

    @Override
    public String textSearch(TextSearch filter) {
        return filter.columns().stream()
                .map(column -> contains(column, filter.text()))
                .collect(Collectors.joining(" or ", "(", ")"));
    }

    @Override
    public String both(Both filter) {
        return of(filter.first()) + " and " + of(filter.second());
    }

    @Override
    public String partOfDate(PartOfDate filter) {
        String values = filter.values().stream().map(String::valueOf).collect(Collectors.joining(", "));
        return "extract(" + part(filter.part()) + " from " + name(filter.column()) + ") in (" + values + ")";
    }

    /** What SQL calls a part of a date. */
    static String part(DatePart part) {
        return switch (part) {
            case MONTH_OF_YEAR -> "month";
            case QUARTER_OF_YEAR -> "quarter";
            case DAY_OF_MONTH -> "day";
            case WEEKDAY -> "isodow";
            case HOUR_OF_DAY -> "hour";
        };
    }

    @Override
    public String expression(ExpressionFilter filter) {
        return "(" + filter.expression() + ")";
    }
}
