package keensparrow.core.expression;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import keensparrow.core.column.LongColumn;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import org.jspecify.annotations.Nullable;

/** {@code cast(x as type)}: a value that cannot be read as the type is blank, as a cell of a file is. */
final class Casts {
    private static final long MICROS_A_DAY = 86_400_000_000L;
    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("uuuu-MM-dd HH:mm:ss", Locale.ROOT);
    private static final Set<String> YES = Set.of("true", "yes", "t", "y", "1");
    private static final Set<String> NO = Set.of("false", "no", "f", "n", "0");

    private Casts() {}

    /** What a value of a row becomes. */
    private interface ToText {
        String of(Vector values, int i);
    }

    /** From a text; null for one that cannot be read. */
    private interface FromText {
        @Nullable
        Long of(String text);
    }

    private interface FromLong {
        long of(long value);
    }

    /** @throws UserException TYPE_MISMATCH for values that never are of the type, such as a date read as yes or no */
    static Node bind(Expression.Cast cast, Node of) {
        Kind kind = of.kind();
        if (kind == Kind.NOTHING) {
            return Binder.as(of, kindOf(cast.target()), 0);
        }
        Node made = switch (cast.target()) {
            case TEXT -> text(of);
            case WHOLE -> number(of, 0);
            case DECIMAL -> number(of, cast.scale());
            case DATE ->
                kind == Kind.DATE
                        ? of
                        : kind == Kind.DATE_TIME
                                ? longs(of, Kind.DATE, micros -> Math.floorDiv(micros, MICROS_A_DAY))
                                : kind == Kind.TEXT ? texts(of, Kind.DATE, Casts::day) : null;
            case DATE_TIME ->
                kind.isTime()
                        ? Binder.as(of, Kind.DATE_TIME, 0)
                        : kind == Kind.TEXT ? texts(of, Kind.DATE_TIME, Casts::moment) : null;
            case BOOLEAN ->
                kind == Kind.BOOLEAN
                        ? of
                        : kind == Kind.NUMBER && of.scale() != Node.DOUBLES
                                ? longs(of, Kind.BOOLEAN, value -> value == 0 ? 0 : 1)
                                : kind == Kind.TEXT ? texts(of, Kind.BOOLEAN, Casts::truth) : null;
        };
        if (made == null) {
            throw Binder.mismatch(
                    Text.of(
                            "expression.noCast",
                            "from",
                            kind.label(),
                            "to",
                            kindOf(cast.target()).label()),
                    cast.span());
        }
        return made;
    }

    private static Kind kindOf(Expression.Target target) {
        return switch (target) {
            case TEXT -> Kind.TEXT;
            case WHOLE, DECIMAL -> Kind.NUMBER;
            case DATE -> Kind.DATE;
            case DATE_TIME -> Kind.DATE_TIME;
            case BOOLEAN -> Kind.BOOLEAN;
        };
    }

    private static Node longs(Node of, Kind kind, FromLong made) {
        return Node.of(kind, 0, (from, count) -> {
            Vector values = of.at(from, count);
            long[] longs = new long[count];
            for (int i = 0; i < count; i++) {
                longs[i] = values.blank[i] ? 0 : made.of(values.longs[i]);
            }
            return Vector.ofLongs(longs, values.blank);
        });
    }

    private static Node texts(Node of, Kind kind, FromText made) {
        return Node.of(kind, 0, (from, count) -> {
            Vector values = of.at(from, count);
            long[] longs = new long[count];
            boolean[] blank = new boolean[count];
            for (int i = 0; i < count; i++) {
                Long value = values.blank[i]
                        ? null
                        : made.of(String.valueOf(values.texts[i]).strip());
                blank[i] = value == null;
                longs[i] = value == null ? 0 : value;
            }
            return Vector.ofLongs(longs, blank);
        });
    }

    private static Node text(Node of) {
        if (of.kind() == Kind.TEXT) {
            return of;
        }
        ToText written = switch (of.kind()) {
            case DATE -> (values, i) -> LocalDate.ofEpochDay(values.longs[i]).toString();
            case DATE_TIME -> (values, i) -> written(values.longs[i]);
            case BOOLEAN -> (values, i) -> values.longs[i] == 0 ? "false" : "true";
            default -> (values, i) -> decimal(values, of.scale(), i).toPlainString();
        };
        return Node.of(Kind.TEXT, 0, (from, count) -> {
            Vector values = of.at(from, count);
            @Nullable String[] texts = new String[count];
            for (int i = 0; i < count; i++) {
                texts[i] = values.blank[i] ? null : written.of(values, i);
            }
            return Vector.ofTexts(texts, values.blank);
        });
    }

    private static String written(long micros) {
        long seconds = Math.floorDiv(micros, 1_000_000);
        int nanos = (int) Math.floorMod(micros, 1_000_000) * 1000;
        return MOMENT.format(LocalDateTime.ofEpochSecond(seconds, nanos, ZoneOffset.UTC));
    }

    private static BigDecimal decimal(Vector values, int scale, int i) {
        if (values.doubles == null) {
            return BigDecimal.valueOf(values.longs[i], scale);
        }
        BigDecimal plain = new BigDecimal(Double.toString(values.doubles[i]));
        return plain.scale() > 0 && plain.stripTrailingZeros().scale() <= 0
                ? plain.setScale(0, RoundingMode.DOWN)
                : plain;
    }

    /** @param places that it is rounded to, half away from zero; null for as it is */
    private static @Nullable Node number(Node of, @Nullable Integer places) {
        if (of.kind().isTime()) {
            return null;
        }
        boolean exact = places != null && places <= LongColumn.LARGEST_SCALE;
        if (!exact && of.kind() != Kind.TEXT) {
            return of.kind() == Kind.NUMBER ? of : Node.of(Kind.NUMBER, 0, of::at);
        }
        int scale = exact ? Objects.requireNonNull(places) : Node.DOUBLES;
        return Node.of(Kind.NUMBER, scale, (from, count) -> {
            Vector values = of.at(from, count);
            boolean[] blank = new boolean[count];
            long[] longs = new long[exact ? count : 0];
            double[] doubles = new double[exact ? 0 : count];
            for (int i = 0; i < count; i++) {
                BigDecimal value = values.blank[i]
                        ? null
                        : of.kind() == Kind.TEXT ? read(String.valueOf(values.texts[i])) : finite(values, of, i);
                BigDecimal rounded = value == null || !exact ? value : value.setScale(scale, RoundingMode.HALF_UP);
                blank[i] = rounded == null || exact && rounded.precision() > 18;
                if (rounded != null && !blank[i] && exact) {
                    longs[i] = rounded.unscaledValue().longValueExact();
                } else if (rounded != null && !blank[i]) {
                    doubles[i] = rounded.doubleValue();
                    blank[i] = Double.isInfinite(doubles[i]);
                }
            }
            return exact ? Vector.ofLongs(longs, blank) : Vector.ofDoubles(doubles, blank);
        });
    }

    private static @Nullable BigDecimal finite(Vector values, Node of, int i) {
        boolean none = values.doubles != null && !Double.isFinite(values.doubles[i]);
        return none ? null : decimal(values, of.scale(), i);
    }

    private static @Nullable BigDecimal read(String text) {
        String plain = text.strip();
        if (plain.isEmpty() || plain.length() > 60) {
            return null;
        }
        try {
            BigDecimal value = new BigDecimal(plain);
            return Math.abs((long) value.scale()) > 400 ? null : value; // no number of ours, and costly to round
        } catch (NumberFormatException e) {
            return null;
        }
    }

    private static @Nullable Long day(String text) {
        try {
            return LocalDate.parse(text).toEpochDay();
        } catch (DateTimeException e) {
            Long micros = text.length() > 10 ? moment(text) : null;
            return micros == null ? null : (Long) Math.floorDiv(micros, MICROS_A_DAY);
        }
    }

    private static @Nullable Long moment(String text) {
        try {
            LocalDateTime value = text.length() <= 10
                    ? LocalDate.parse(text).atStartOfDay()
                    : LocalDateTime.parse(text.replace(' ', 'T'));
            return value.toEpochSecond(ZoneOffset.UTC) * 1_000_000 + value.getNano() / 1000;
        } catch (DateTimeException e) {
            return null;
        }
    }

    private static @Nullable Long truth(String text) {
        String plain = text.toLowerCase(Locale.ROOT);
        return YES.contains(plain) ? (Long) 1L : NO.contains(plain) ? (Long) 0L : null;
    }
}
