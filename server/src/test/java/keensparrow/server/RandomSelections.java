package keensparrow.server;

import static keensparrow.server.TestServer.object;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Filters of every kind and marks of several views, picked at random, and the same said in SQL. */
final class RandomSelections {
    /** What the app calls its second dataset. */
    static final String PLAN = "plan";

    private static final LocalDate FIRST_DAY = LocalDate.of(2025, 1, 1);

    private final DemoInH2 h2;
    private final Random random;

    RandomSelections(DemoInH2 h2, Random random) {
        this.h2 = h2;
        this.random = random;
    }

    /**
     * Something picked.
     *
     * @param id of the filter, or of the view that is marked
     * @param filter as it is sent
     * @param departures condition on these in SQL, @param plan on those; null where it does not narrow them
     */
    record Picked(
            String id,
            boolean isMark,
            JsonNode filter,
            @Nullable String departures,
            @Nullable String plan) {
        @Nullable
        String of(String table) {
            return table.equals("d") ? departures : plan;
        }
    }

    /** Each of them is picked in one of four. */
    List<Picked> next() throws SQLException {
        List<Picked> picked = new ArrayList<>();
        for (Picked one : List.of(
                values("coach_class", "class_", null),
                values("country", "country", null),
                values("route", "route", "route"),
                values("cancelled", "cancelled", null),
                tags(),
                one(),
                delay(),
                days("date", false),
                note(),
                late(),
                search(),
                any(),
                seats(),
                marked("byRoute", "route", true),
                marked("byClass", "class_", false),
                marked("seatsByRoute", "route", true),
                days("byMonth", true))) {
            if (random.nextInt(4) == 0) {
                picked.add(one);
            }
        }
        return picked;
    }

    private List<String> some(String column, String table) throws SQLException {
        List<String> all = new ArrayList<>();
        h2.ask("select distinct " + column + " from " + table + " where " + column + " is not null order by 1")
                .forEach(row -> all.add(row.get(0)));
        Collections.shuffle(all, random);
        return all.subList(0, 1 + random.nextInt(Math.max(1, all.size() / 2)));
    }

    private static ObjectNode oneOf(String column, List<String> values, boolean blank, boolean exclude) {
        return object("kind", "oneOf", "column", column, "values", values, "blank", blank, "exclude", exclude);
    }

    private static String in(String column, List<String> values, boolean blank, boolean exclude) {
        String held = values.stream().map(RandomSelections::quoted).collect(Collectors.joining(", ", "(", ")"));
        String one = "coalesce(" + column + " in " + held + ", " + blank + ")";
        return exclude ? "not " + one : one;
    }

    private static String quoted(String value) {
        return "'" + value.replace("'", "''") + "'";
    }

    private Picked values(String column, String sql, @Nullable String plan) throws SQLException {
        List<String> values = some(sql, "d");
        boolean exclude = random.nextInt(3) == 0;
        boolean blank = random.nextInt(3) == 0;
        return new Picked(
                column,
                false,
                oneOf(column, values, blank, exclude),
                in(sql, values, blank, exclude),
                plan == null ? null : in(plan, values, blank, exclude));
    }

    private Picked marked(String view, String sql, boolean both) throws SQLException {
        List<String> values = some(sql, view.equals("seatsByRoute") ? "p" : "d");
        String column = sql.equals("route") ? "route" : "coach_class";
        String held = in(sql, values, false, false);
        return new Picked(view, true, oneOf(column, values, false, false), held, both ? held : null);
    }

    private Picked tags() {
        List<String> tags =
                List.of("weather", "signalling", "rolling stock", "crew").subList(0, 1 + random.nextInt(2));
        if (random.nextInt(3) == 0) {
            String all = tags.stream().map(RandomSelections::has).collect(Collectors.joining(" and "));
            return new Picked(
                    "incident_tags",
                    false,
                    object("kind", "hasAll", "column", "incident_tags", "tags", tags),
                    "(" + all + ")",
                    null);
        }
        boolean exclude = random.nextBoolean();
        String any = tags.stream().map(RandomSelections::has).collect(Collectors.joining(" or "));
        String held = "coalesce(" + any + ", false)";
        return new Picked(
                "incident_tags",
                false,
                oneOf("incident_tags", tags, false, exclude),
                exclude ? "not " + held : held,
                null);
    }

    static String has(String tag) {
        return "';' || tags || ';' like '%;" + tag + ";%'";
    }

    private Picked one() throws SQLException {
        List<String> value = some("channel", "d").subList(0, 1);
        return new Picked(
                "booking_channel",
                false,
                oneOf("booking_channel", value, false, false),
                in("channel", value, false, false),
                null);
    }

    private Picked delay() {
        int from = random.nextInt(30);
        int to = from + random.nextInt(60);
        boolean below = random.nextBoolean();
        boolean blanks = random.nextBoolean();
        String span = "(delay >= " + from + " and delay " + (below ? "<" : "<=") + " " + to + ")";
        return new Picked(
                "delay_in_minutes",
                false,
                object(
                        "kind",
                        "between",
                        "column",
                        "delay_in_minutes",
                        "from",
                        from,
                        "to",
                        to,
                        "belowTo",
                        below,
                        "blanks",
                        blanks),
                blanks ? "(" + span + " or delay is null)" : span,
                null);
    }

    private Picked days(String id, boolean isMark) {
        LocalDate from = FIRST_DAY.plusDays(random.nextInt(500));
        LocalDate to = from.plusDays(30 + random.nextInt(300));
        JsonNode filter = object(
                "kind", "during", "column", "date", "from", from.toString(), "to", to.toString(), "blanks", false);
        if (!isMark && random.nextInt(3) == 0) {
            LocalDate latest = LocalDate.of(2026, 10, 31);
            from = latest.minusDays(89);
            to = latest;
            filter = object("kind", "namedPeriod", "column", "date", "name", "LAST_90_DAYS", "blanks", false);
        }
        String held = "day_ between date '" + from + "' and date '" + to + "'";
        return new Picked(id, isMark, filter, held, held);
    }

    private Picked note() {
        String text = List.of("signal", "Snow", "POWER", "a", "no such words").get(random.nextInt(5));
        return new Picked(
                "incident_note",
                false,
                object("kind", "containing", "column", "incident_note", "text", text),
                contains("note", text),
                null);
    }

    private static String contains(String column, String text) {
        return "coalesce(position(lower('" + text + "') in lower(" + column + ")) > 0, false)";
    }

    private Picked late() {
        boolean yes = random.nextBoolean();
        return new Picked(
                "late",
                false,
                oneOf("late", List.of(yes ? "yes" : "no"), false, false),
                yes ? "delay > 15" : "not (delay > 15)",
                null);
    }

    private Picked search() {
        String text = List.of("vienna", "signal", "Basel", "o").get(random.nextInt(4));
        return new Picked(
                "search",
                false,
                object("kind", "containing", "column", "search", "text", text),
                "(" + contains("origin", text) + " or " + contains("destination", text) + " or "
                        + contains("note", text) + ")",
                null);
    }

    private Picked any() throws SQLException {
        String column = random.nextBoolean() ? "origin" : "destination";
        List<String> values = some(column, "d");
        List<String> said = new ArrayList<>(List.of(column));
        said.addAll(values);
        return new Picked("any", false, oneOf("any", said, false, false), in(column, values, false, false), null);
    }

    private Picked seats() {
        int from = 5000 + random.nextInt(10_000);
        return new Picked(
                PLAN + ":seats_offered",
                false,
                object(
                        "kind",
                        "between",
                        "column",
                        PLAN + ":seats_offered",
                        "from",
                        from,
                        "to",
                        16_000,
                        "belowTo",
                        false,
                        "blanks",
                        false),
                null,
                "seats between " + from + " and 16000");
    }

    static String where(List<Picked> picked, String table, Predicate<Picked> but) {
        return picked.stream()
                .filter(one -> !but.test(one))
                .map(one -> one.of(table))
                .filter(Objects::nonNull)
                .collect(Collectors.joining(" and ", " where true and ", ""))
                .replaceFirst(" and $", "");
    }

    static Predicate<Picked> mark(String view) {
        return one -> one.isMark && one.id.equals(view);
    }
}
