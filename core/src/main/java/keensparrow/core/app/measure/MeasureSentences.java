package keensparrow.core.app.measure;

import java.math.BigDecimal;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.aggregate.Measure;
import keensparrow.core.sentence.Wording;
import keensparrow.core.table.Schema;
import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Measures as phrases. */
public final class MeasureSentences {
    private static final int TEENS_FROM = 11;
    private static final int TEENS_TO = 13;

    private MeasureSentences() {}

    public static String of(Measure measure, String noun, Schema schema) {
        String plain = plain(measure, noun, schema);
        return measure.derived() == null
                ? plain
                : plain + ", " + measure.derived().label();
    }

    /** As a title: {@code Average of delay}. */
    public static String title(Measure measure, String noun, Schema schema) {
        if (measure.aggregate() == Aggregate.ROWS && measure.derived() == null) {
            return Wording.capital(noun);
        }
        if (measure.derived() != null
                || measure.column() == null
                || measure.aggregate() == Aggregate.PERCENTILE
                || measure.aggregate().isOfTwo()) {
            String words = of(measure, noun, schema);
            return measure.aggregate() == Aggregate.FORMULA ? words : Wording.capital(words);
        }
        String label = schema.label(measure.column());
        return switch (measure.aggregate()) {
            case SUM -> label;
            case DISTINCT -> Words.say("measure.differentValuesOf", "label", label);
            case COUNT -> Words.say("measure.filled", "label", label);
            case SHARE -> Words.say("measure.shareOf", "label", label);
            default -> Words.say("measure.of", "aggregate", Wording.capital(name(measure, schema)), "label", label);
        };
    }

    /** The smallest time is the earliest. */
    private static String name(Measure measure, Schema schema) {
        boolean ofTime = measure.column() != null
                && schema.find(measure.column())
                        .map(column -> column.type().isTime())
                        .orElse(false);
        return switch (measure.aggregate()) {
            case MIN ->
                ofTime ? Words.say("measure.earliest") : measure.aggregate().label();
            case MAX ->
                ofTime ? Words.say("measure.latest") : measure.aggregate().label();
            default -> measure.aggregate().label();
        };
    }

    private static String plain(Measure measure, String noun, Schema schema) {
        String expression = measure.expression();
        if (measure.aggregate() == Aggregate.FORMULA) {
            return String.valueOf(expression);
        }
        if (measure.aggregate() == Aggregate.ROWS || (measure.column() == null && expression == null)) {
            return Words.say("measure.numberOf", "noun", noun);
        }
        String label = expression != null ? expression : label(measure.column(), schema);
        String second = beforeSecond(measure.aggregate());
        String percent = measure.aggregate() == Aggregate.PERCENTILE ? ordinal(measure.percent()) + " " : "";
        return percent + before(measure, schema) + " " + label
                + (second == null ? "" : " " + second + " " + label(measure.with(), schema));
    }

    /** What stands before the column. */
    public static String before(Measure measure, Schema schema) {
        return switch (measure.aggregate()) {
            case COUNT -> Words.say("measure.filledValuesOf");
            case DISTINCT -> Words.say("measure.distinctValuesOf");
            case WEIGHTED_AVERAGE -> Words.say("measure.averageOf");
            case RATIO, LEVEL -> Words.say("measure.sumOf");
            case FIRST, LAST -> measure.aggregate().label();
            default -> Words.say("measure.of2", "aggregate", name(measure, schema));
        };
    }

    /** What stands before the second column; null where there is none. */
    public static @Nullable String beforeSecond(Aggregate aggregate) {
        return switch (aggregate) {
            case WEIGHTED_AVERAGE -> Words.say("measure.weightedBy");
            case RATIO -> Words.say("measure.per");
            case FIRST, LAST -> Words.say("measure.by");
            case LEVEL -> Words.say("measure.atTheLast");
            default -> null;
        };
    }

    private static String label(@Nullable String column, Schema schema) {
        return column == null
                ? Words.say("measure.noColumn")
                : schema.label(column) + (schema.has(column) ? "" : Words.say("measure.thisColumnIsGone"));
    }

    /** {@code 95th}, {@code 1st}, {@code 99.9th}. */
    private static String ordinal(@Nullable BigDecimal number) {
        if (number == null) {
            return Words.say("measure.no");
        }
        BigDecimal plain = number.stripTrailingZeros();
        int rest = plain.scale() > 0 ? 0 : plain.intValue() % 100;
        boolean teen = rest >= TEENS_FROM && rest <= TEENS_TO;
        String ending = teen
                ? "th"
                : switch (rest % 10) {
                    case 1 -> "st";
                    case 2 -> "nd";
                    case 3 -> "rd";
                    default -> "th";
                };
        return plain.toPlainString() + ending;
    }
}
