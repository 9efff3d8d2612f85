package keensparrow.core.expression;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.time.temporal.IsoFields;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.function.DoubleBinaryOperator;
import java.util.function.DoubleUnaryOperator;
import keensparrow.core.column.LongColumn;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.words.Text;
import org.jspecify.annotations.Nullable;

/**
 * Functions of texts, numbers and dates, each a line in the table below. A row is blank where an argument is; numbers
 * that are none, such as the root of one below 0, are blank too.
 */
final class RowFunctions {
    private static final long MICROS_A_DAY = 86_400_000_000L;
    private static final int MAX_PADDED = 10_000;

    /** How the arguments become a node. */
    private interface Made {
        Node of(List<Node> arguments);
    }

    /** @param kinds of the arguments; the last may be left out, or repeated, as said */
    private record Signature(List<Kind> kinds, int least, boolean repeated, Made made) {}

    private static final Map<String, Signature> ALL = new TreeMap<>();

    static {
        texts();
        numbers();
        dates();
    }

    private final Binder binder;

    RowFunctions(Binder binder) {
        this.binder = binder;
    }

    static List<String> names() {
        return List.copyOf(ALL.keySet());
    }

    static boolean has(String name) {
        return ALL.containsKey(name);
    }

    /** @throws UserException EXPRESSION_SYNTAX for a wrong number or type of arguments */
    Node bind(Expression.Call call) {
        Signature signature = Objects.requireNonNull(ALL.get(call.name()));
        int most = signature.repeated ? 100 : signature.kinds.size();
        List<Expression> given = Functions.arguments(call, signature.least, most);
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < given.size(); i++) {
            Kind wanted = signature.kinds.get(Math.min(i, signature.kinds.size() - 1));
            nodes.add(argument(call, given.get(i), wanted));
        }
        return signature.made.of(nodes);
    }

    private Node argument(Expression.Call call, Expression given, Kind wanted) {
        if (wanted == Kind.NUMBER) {
            return binder.number(given);
        }
        Node node = binder.bind(given);
        boolean fits = wanted == Kind.DATE ? node.kind().isTime() : node.kind() == wanted;
        if (!fits && node.kind() != Kind.NOTHING) {
            throw new UserException(
                    ErrorCode.EXPRESSION_SYNTAX,
                    Text.of(
                            "expression.argumentIs",
                            "function",
                            UserException.quote(call.name()),
                            "wanted",
                            wanted.label(),
                            "found",
                            node.kind().label()),
                    given.span());
        }
        return node;
    }

    private static void add(String name, List<Kind> kinds, int least, Made made) {
        ALL.put(name, new Signature(kinds, least, false, made));
    }

    // ---- texts

    private interface OfTexts {
        @Nullable
        String of(String[] texts, double[] numbers);
    }

    private static void texts() {
        Kind t = Kind.TEXT;
        Kind n = Kind.NUMBER;
        text("trim", List.of(t), 1, (texts, numbers) -> texts[0].strip());
        text(
                "replace",
                List.of(t, t, t),
                3,
                (texts, numbers) -> texts[1].isEmpty() ? texts[0] : texts[0].replace(texts[1], texts[2]));
        text("substring", List.of(t, n, n), 2, (texts, numbers) -> {
            int from = (int) Math.max(1, numbers[1]);
            double end = numbers.length > 2 ? numbers[1] + numbers[2] : Integer.MAX_VALUE;
            return cut(texts[0], from - 1, end - 1);
        });
        text("left", List.of(t, n), 2, (texts, numbers) -> cut(texts[0], 0, numbers[1]));
        text("right", List.of(t, n), 2, (texts, numbers) -> {
            int length = texts[0].codePointCount(0, texts[0].length());
            return cut(texts[0], (int) Math.max(0, length - numbers[1]), length);
        });
        text("lpad", List.of(t, n, t), 2, (texts, numbers) -> {
            String fill = texts.length > 2 ? texts[2] : " ";
            int wanted = (int) Math.min(MAX_PADDED, numbers[1]);
            StringBuilder made = new StringBuilder();
            while (!fill.isEmpty() && made.length() < wanted - texts[0].length()) {
                made.append(fill);
            }
            made.setLength(Math.max(0, Math.min(made.length(), wanted - texts[0].length())));
            return cut(made.append(texts[0]).toString(), 0, wanted);
        });
        ALL.put(
                "concat",
                new Signature(
                        List.of(t), 2, true, nodes -> ofTexts(nodes, (texts, numbers) -> String.join("", texts))));
        add(
                "position",
                List.of(t, t),
                2,
                nodes -> ofNumbers(nodes, (texts, numbers) -> {
                    int at = texts[1].indexOf(texts[0]);
                    return at < 0 ? 0 : texts[1].codePointCount(0, at) + 1;
                }));
        add("like", List.of(t, t), 2, RowFunctions::like);
    }

    private static void text(String name, List<Kind> kinds, int least, OfTexts made) {
        add(name, kinds, least, nodes -> ofTexts(nodes, made));
    }

    /** By characters as people count them, both ends within the text. */
    private static String cut(String text, double from, double to) {
        int length = text.codePointCount(0, text.length());
        int first = (int) Math.max(0, Math.min(length, from));
        int last = (int) Math.max(first, Math.min(length, to));
        return text.substring(text.offsetByCodePoints(0, first), text.offsetByCodePoints(0, last));
    }

    /** % stands for any characters, _ for one, as SQL says. */
    private static Node like(List<Node> nodes) {
        Node test = ofNumbers(nodes, (texts, numbers) -> isLike(texts[0], texts[1]) ? 1 : 0);
        return Node.of(Kind.BOOLEAN, 0, (from, count) -> {
            Vector values = test.at(from, count);
            return Vector.ofLongs(values.longs, values.blank);
        });
    }

    /** Going back to the last % alone is enough, so that no pattern takes longer than text times pattern. */
    private static boolean isLike(String text, String pattern) {
        int t = 0;
        int p = 0;
        int any = -1;
        int since = 0;
        while (t < text.length()) {
            char wanted = p < pattern.length() ? pattern.charAt(p) : 0;
            if (p < pattern.length() && wanted == '%') {
                any = p++;
                since = t;
            } else if (p < pattern.length() && (wanted == '_' || wanted == text.charAt(t))) {
                p++;
                t++;
            } else if (any >= 0) {
                p = any + 1;
                t = ++since;
            } else {
                return false;
            }
        }
        while (p < pattern.length() && pattern.charAt(p) == '%') {
            p++;
        }
        return p == pattern.length();
    }

    /** Reads the arguments of a row, texts in one array and numbers in the other at the same places. */
    private static final class Arguments {
        final Vector[] vectors;
        final boolean[] blank;
        final String[] texts;
        final double[] numbers;
        private final List<Node> nodes;

        Arguments(List<Node> nodes, int from, int count) {
            this.nodes = nodes;
            vectors = new Vector[nodes.size()];
            blank = new boolean[count];
            texts = new String[nodes.size()];
            numbers = new double[nodes.size()];
            for (int a = 0; a < vectors.length; a++) {
                vectors[a] = nodes.get(a).at(from, count);
                for (int i = 0; i < count; i++) {
                    blank[i] |= vectors[a].blank[i];
                }
            }
        }

        void row(int i) {
            for (int a = 0; a < vectors.length; a++) {
                if (nodes.get(a).kind() == Kind.TEXT) {
                    texts[a] = String.valueOf(vectors[a].texts[i]);
                } else {
                    numbers[a] = NumberNodes.number(vectors[a], nodes.get(a).scale(), i);
                }
            }
        }
    }

    private static Node ofTexts(List<Node> nodes, OfTexts made) {
        return Node.of(Kind.TEXT, 0, (from, count) -> {
            Arguments arguments = new Arguments(nodes, from, count);
            @Nullable String[] texts = new String[count];
            for (int i = 0; i < count; i++) {
                if (!arguments.blank[i]) {
                    arguments.row(i);
                    String text = made.of(arguments.texts, arguments.numbers);
                    texts[i] = text == null || text.isEmpty() ? null : text; // an empty text is a blank
                    arguments.blank[i] = texts[i] == null;
                }
            }
            return Vector.ofTexts(texts, arguments.blank);
        });
    }

    private interface OfLongs {
        long of(String[] texts, double[] numbers);
    }

    private static Node ofNumbers(List<Node> nodes, OfLongs made) {
        return Node.of(Kind.NUMBER, 0, (from, count) -> {
            Arguments arguments = new Arguments(nodes, from, count);
            long[] longs = new long[count];
            for (int i = 0; i < count; i++) {
                if (!arguments.blank[i]) {
                    arguments.row(i);
                    longs[i] = made.of(arguments.texts, arguments.numbers);
                }
            }
            return Vector.ofLongs(longs, arguments.blank);
        });
    }

    // ---- numbers

    private static void numbers() {
        Kind n = Kind.NUMBER;
        number("sqrt", Math::sqrt);
        number("ln", Math::log);
        number("exp", Math::exp);
        number("log10", Math::log10);
        add("power", List.of(n, n), 2, nodes -> doubles(nodes, Math::pow));
        add("sign", List.of(n), 1, nodes -> ofNumbers(nodes, (texts, numbers) -> (long) Math.signum(numbers[0])));
        whole("floor", false);
        whole("ceiling", true);
        add("mod", List.of(n, n), 2, RowFunctions::remainder);
        ALL.put("least", new Signature(List.of(n), 2, true, nodes -> chosen(nodes, true)));
        ALL.put("greatest", new Signature(List.of(n), 2, true, nodes -> chosen(nodes, false)));
    }

    private static void number(String name, DoubleUnaryOperator made) {
        add(name, List.of(Kind.NUMBER), 1, nodes -> doubles(nodes, (a, b) -> made.applyAsDouble(a)));
    }

    /** Of one or two numbers; what is no finite number is blank. */
    private static Node doubles(List<Node> nodes, DoubleBinaryOperator made) {
        Node left = NumberNodes.scaled(nodes.get(0), Node.DOUBLES);
        Node right = nodes.size() > 1 ? NumberNodes.scaled(nodes.get(1), Node.DOUBLES) : left;
        return Node.of(Kind.NUMBER, Node.DOUBLES, (from, count) -> {
            Vector first = left.at(from, count);
            Vector second = right.at(from, count);
            boolean[] blank = NumberNodes.either(first, second);
            double[] a = Objects.requireNonNull(first.doubles);
            double[] b = Objects.requireNonNull(second.doubles);
            double[] result = new double[count];
            for (int i = 0; i < count; i++) {
                result[i] = made.applyAsDouble(a[i], b[i]);
                blank[i] |= !Double.isFinite(result[i]);
            }
            return Vector.ofDoubles(result, blank);
        });
    }

    /** The next whole number below or above; exact for what is exact. */
    private static void whole(String name, boolean up) {
        add(name, List.of(Kind.NUMBER), 1, nodes -> {
            Node of = nodes.get(0);
            return Node.of(Kind.NUMBER, 0, (from, count) -> {
                Vector values = of.at(from, count);
                long[] longs = new long[count];
                long unit = values.doubles == null ? LongColumn.powerOfTen(of.scale()) : 1;
                for (int i = 0; i < count; i++) {
                    if (values.blank[i]) {
                        continue;
                    }
                    if (values.doubles != null) {
                        double value = values.doubles[i];
                        longs[i] = (long) (up ? Math.ceil(value) : Math.floor(value));
                    } else {
                        longs[i] = up ? -Math.floorDiv(-values.longs[i], unit) : Math.floorDiv(values.longs[i], unit);
                    }
                }
                return Vector.ofLongs(longs, values.blank);
            });
        });
    }

    /** With the sign of what is divided, as SQL does; by 0 it is blank. */
    private static Node remainder(List<Node> nodes) {
        int scale = NumberNodes.common(nodes.get(0), nodes.get(1));
        if (scale == Node.DOUBLES) {
            return doubles(nodes, (a, b) -> a % b);
        }
        Node left = NumberNodes.scaled(nodes.get(0), scale);
        Node right = NumberNodes.scaled(nodes.get(1), scale);
        return Node.of(Kind.NUMBER, scale, (from, count) -> {
            Vector a = left.at(from, count);
            Vector b = right.at(from, count);
            boolean[] blank = NumberNodes.either(a, b);
            long[] longs = new long[count];
            for (int i = 0; i < count; i++) {
                blank[i] |= !blank[i] && b.longs[i] == 0;
                longs[i] = blank[i] ? 0 : a.longs[i] % b.longs[i];
            }
            return Vector.ofLongs(longs, blank);
        });
    }

    private static Node chosen(List<Node> nodes, boolean least) {
        Node best = nodes.get(0);
        for (Node next : nodes.subList(1, nodes.size())) {
            best = chosen(best, next, least);
        }
        return best;
    }

    private static Node chosen(Node left, Node right, boolean least) {
        int scale = NumberNodes.common(left, right);
        if (scale == Node.DOUBLES) {
            return doubles(List.of(left, right), least ? Math::min : Math::max);
        }
        Node one = NumberNodes.scaled(left, scale);
        Node two = NumberNodes.scaled(right, scale);
        return Node.of(Kind.NUMBER, scale, (from, count) -> {
            Vector a = one.at(from, count);
            Vector b = two.at(from, count);
            long[] longs = new long[count];
            for (int i = 0; i < count; i++) {
                longs[i] = least ? Math.min(a.longs[i], b.longs[i]) : Math.max(a.longs[i], b.longs[i]);
            }
            return Vector.ofLongs(longs, NumberNodes.either(a, b));
        });
    }

    // ---- dates

    private interface OfTime {
        long of(LocalDateTime time);
    }

    private static void dates() {
        part("year", LocalDateTime::getYear);
        part("quarter", time -> time.get(IsoFields.QUARTER_OF_YEAR));
        part("month", LocalDateTime::getMonthValue);
        part("week", time -> time.get(IsoFields.WEEK_OF_WEEK_BASED_YEAR));
        part("day", LocalDateTime::getDayOfMonth);
        part("weekday", time -> time.getDayOfWeek().getValue()); // 1 is Monday
        part("hour", LocalDateTime::getHour);
        part("minute", LocalDateTime::getMinute);
        between("days_between", ChronoUnit.DAYS);
        between("months_between", ChronoUnit.MONTHS);
        between("years_between", ChronoUnit.YEARS);
        add("add_days", List.of(Kind.DATE, Kind.NUMBER), 2, nodes -> moved(nodes, ChronoUnit.DAYS));
        add("add_months", List.of(Kind.DATE, Kind.NUMBER), 2, nodes -> moved(nodes, ChronoUnit.MONTHS));
        for (ChronoUnit unit : new ChronoUnit[] {ChronoUnit.YEARS, ChronoUnit.MONTHS, ChronoUnit.WEEKS}) {
            String name = unit.name().toLowerCase(Locale.ROOT).replaceFirst("s$", "") + "_start";
            add(name, List.of(Kind.DATE), 1, nodes -> days(nodes.get(0), date -> start(date, unit)));
        }
        add(
                "quarter_start",
                List.of(Kind.DATE),
                1,
                nodes -> days(
                        nodes.get(0),
                        date -> date.withDayOfMonth(1).withMonth((date.getMonthValue() - 1) / 3 * 3 + 1)));
    }

    private static LocalDate start(LocalDate date, ChronoUnit unit) {
        return switch (unit) {
            case YEARS -> date.withDayOfYear(1);
            case MONTHS -> date.withDayOfMonth(1);
            default -> date.with(DayOfWeek.MONDAY);
        };
    }

    private static LocalDateTime time(Node node, Vector vector, int i) {
        return node.kind() == Kind.DATE
                ? LocalDate.ofEpochDay(vector.longs[i]).atStartOfDay()
                : LongColumn.dateTime(vector.longs[i]);
    }

    private static void part(String name, OfTime made) {
        add(name, List.of(Kind.DATE), 1, nodes -> {
            Node of = nodes.get(0);
            return Node.of(Kind.NUMBER, 0, (from, count) -> {
                Vector values = of.at(from, count);
                long[] longs = new long[count];
                for (int i = 0; i < count; i++) {
                    longs[i] = values.blank[i] ? 0 : made.of(time(of, values, i));
                }
                return Vector.ofLongs(longs, values.blank);
            });
        });
    }

    /** Whole ones from the first to the second, below 0 where the second is earlier. */
    private static void between(String name, ChronoUnit unit) {
        add(
                name,
                List.of(Kind.DATE, Kind.DATE),
                2,
                nodes -> Node.of(Kind.NUMBER, 0, (from, count) -> {
                    Vector a = nodes.get(0).at(from, count);
                    Vector b = nodes.get(1).at(from, count);
                    boolean[] blank = NumberNodes.either(a, b);
                    long[] longs = new long[count];
                    for (int i = 0; i < count; i++) {
                        longs[i] = blank[i] ? 0 : unit.between(time(nodes.get(0), a, i), time(nodes.get(1), b, i));
                    }
                    return Vector.ofLongs(longs, blank);
                }));
    }

    private static Node moved(List<Node> nodes, ChronoUnit unit) {
        Node of = nodes.get(0);
        return Node.of(of.kind() == Kind.DATE_TIME ? Kind.DATE_TIME : Kind.DATE, 0, (from, count) -> {
            Vector times = of.at(from, count);
            Vector by = nodes.get(1).at(from, count);
            boolean[] blank = NumberNodes.either(times, by);
            long[] longs = new long[count];
            for (int i = 0; i < count; i++) {
                if (!blank[i]) {
                    long steps = (long) NumberNodes.number(by, nodes.get(1).scale(), i);
                    LocalDateTime time = time(of, times, i).plus(steps, unit);
                    longs[i] = of.kind() == Kind.DATE_TIME
                            ? Math.addExact(
                                    Math.multiplyExact(time.toEpochSecond(ZoneOffset.UTC), 1_000_000),
                                    time.getNano() / 1000)
                            : time.toLocalDate().toEpochDay();
                }
            }
            return Vector.ofLongs(longs, blank);
        });
    }

    private interface OfDate {
        LocalDate of(LocalDate date);
    }

    private static Node days(Node of, OfDate made) {
        return Node.of(Kind.DATE, 0, (from, count) -> {
            Vector values = of.at(from, count);
            long[] longs = new long[count];
            for (int i = 0; i < count; i++) {
                if (!values.blank[i]) {
                    long day = of.kind() == Kind.DATE ? values.longs[i] : Math.floorDiv(values.longs[i], MICROS_A_DAY);
                    longs[i] = made.of(LocalDate.ofEpochDay(day)).toEpochDay();
                }
            }
            return Vector.ofLongs(longs, values.blank);
        });
    }
}
