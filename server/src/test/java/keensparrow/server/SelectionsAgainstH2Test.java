package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.nio.charset.Charset;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import keensparrow.demo.DemoFiles;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Every kind of filter and marks of several views, picked at random over two of the demo's datasets: all that the page
 * shows, the filters' own counts too, is what H2 reads from the same files.
 */
class SelectionsAgainstH2Test {
    private static final int EVERY = 13; // of the departures' lines one is read, so that a run is short
    private static final int PICKS = 12;
    private static final String PLAN = "plan";
    private static final LocalDate FIRST_DAY = LocalDate.of(2025, 1, 1);
    private static final LocalDate LAST_MONTH = LocalDate.of(2026, 10, 1);

    @TempDir
    static Path folder;

    private static TestServer server;
    private static Connection h2;
    private static String answers;

    /**
     * Something picked.
     *
     * @param id of the filter, or of the view that is marked
     * @param filter as it is sent
     * @param departures condition on these in SQL, @param plan on those; null where it does not narrow them
     */
    private record Picked(
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

    @BeforeAll
    static void start() throws Exception {
        Path files = folder.resolve("files");
        DemoFiles.writeTo(files);
        List<String> lines = new ArrayList<>(Files.readAllLines(files.resolve("departures-2025.csv")));
        List<String> later = Files.readAllLines(files.resolve("departures-2026.csv"));
        lines.addAll(later.subList(1, later.size()));
        StringBuilder some = new StringBuilder(lines.get(0)).append('\n');
        for (int i = 1; i < lines.size(); i += EVERY) {
            some.append(lines.get(i)).append('\n');
        }
        String seats = Files.readString(files.resolve("seats-offered.csv"), Charset.forName("windows-1252"));
        read(some.toString(), seats);
        server = new TestServer(folder.resolve("data"));
        TestServer.Caller anna = server.author();
        String departures = anna.dataset("departures.csv", some.toString());
        String plan = anna.dataset("seats.csv", seats);
        JsonNode made = anna.newApp(departures);
        answers = anna.published(made, app(made, plan), "ANYONE") + "/answers";
    }

    /** The same files as H2 reads them, with no code of ours. */
    private static void read(String departures, String seats) throws Exception {
        Path one = Files.writeString(folder.resolve("departures.csv"), departures);
        Path two = Files.writeString(folder.resolve("seats.csv"), seats);
        h2 = DriverManager.getConnection("jdbc:h2:mem:selections", "sa", "");
        try (Statement statement = h2.createStatement()) {
            statement.execute("create table d as select \"Departure id\" id, cast(\"DATE\" as date) day_, route,"
                    + " origin, destination, country, \"Coach class\" class_, \"Booking channel\" channel,"
                    + " cast(passengers as int) passengers, cast(revenue as decimal(14, 2)) revenue,"
                    + " cast(nullif(\"Delay in minutes\", '') as int) delay, cancelled,"
                    + " nullif(\"Incident tags\", '') tags, nullif(\"Incident note\", '') note from csvread('" + one
                    + "', null, 'charset=UTF-8')");
            statement.execute("create table p as select parsedatetime(\"Month begins\", 'dd.MM.yyyy') day_, route,"
                    + " cast(replace(\"Seats offered\", '.', '') as int) seats from csvread('" + two
                    + "', null, 'charset=UTF-8 fieldSeparator=;')");
            statement.execute("alter table p alter column day_ date");
        }
    }

    @AfterAll
    static void stop() throws SQLException {
        server.close();
        h2.close();
    }

    private static ObjectNode app(JsonNode made, String plan) {
        ObjectNode app = made.path("page").path("app").deepCopy();
        app.putArray("datasets")
                .addObject()
                .put("name", PLAN)
                .put("dataset", plan)
                .put("noun", "months");
        ArrayNode filters = app.putArray("filters");
        filter(filters, "coach_class", "VALUES");
        filter(filters, "country", "VALUES");
        filter(filters, "cancelled", "VALUES");
        filter(filters, "incident_tags", "VALUES");
        filter(filters, "booking_channel", "ONE");
        filter(filters, "delay_in_minutes", "RANGE");
        filter(filters, "incident_note", "TEXT");
        filter(filters, "route", "VALUES")
                .putArray("also")
                .addObject()
                .put("dataset", PLAN)
                .put("column", "route");
        filter(filters, "date", "DATES")
                .putArray("also")
                .addObject()
                .put("dataset", PLAN)
                .put("column", "month_begins");
        filter(filters, "late", "CONDITION").put("title", "Late").put("condition", "delay_in_minutes > 15");
        filter(filters, "search", "SEARCH")
                .putArray("columns")
                .add("origin")
                .add("destination")
                .add("incident_note");
        filter(filters, "any", "COLUMN_FIRST").putArray("columns").add("origin").add("destination");
        filter(filters, "seats_offered", "RANGE").put("dataset", PLAN);
        ArrayNode views = app.putArray("views");
        measured(views, "rows", "FIGURE", "ROWS", null);
        measured(views, "byRoute", "BARS", "SUM", "passengers").putObject("by").put("column", "route");
        measured(views, "byClass", "BARS", "AVERAGE", "delay_in_minutes")
                .putObject("by")
                .put("column", "coach_class");
        measured(views, "byMonth", "LINES", "SUM", "revenue")
                .putObject("by")
                .put("column", "date")
                .put("step", "MONTH");
        measured(views, "seats", "FIGURE", "SUM", "seats_offered").put("dataset", PLAN);
        measured(views, "seatsByRoute", "BARS", "SUM", "seats_offered")
                .put("dataset", PLAN)
                .putObject("by")
                .put("column", "route");
        TestServer.view(views, "table", "TABLE", 18)
                .putArray("columns")
                .add("departure_id")
                .add("route");
        return app;
    }

    private static ObjectNode filter(ArrayNode filters, String column, String kind) {
        return filters.addObject().put("column", column).put("kind", kind);
    }

    private static ObjectNode measured(
            ArrayNode views, String id, String kind, String aggregate, @Nullable String column) {
        ObjectNode view = TestServer.view(views, id, kind, views.size() * 3);
        ObjectNode measure = view.putObject("measure").put("aggregate", aggregate);
        if (column != null) {
            measure.put("column", column);
        }
        return view;
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void agree(long seed) throws Exception {
        Random random = new Random(seed);
        for (int i = 0; i < PICKS; i++) {
            List<Picked> picked = picks(random);
            ObjectNode request = object("withFilters", true);
            ArrayNode filters = request.putArray("filters");
            ArrayNode marks = request.putArray("marks");
            for (Picked one : picked) {
                if (one.isMark) {
                    marks.addObject().put("view", one.id).set("filter", one.filter);
                } else {
                    filters.add(one.filter);
                }
            }
            TestServer.Reply reply = server.caller().call("POST", answers, request);
            Map<String, JsonNode> lines = new HashMap<>();
            for (String line : reply.body().split("\n")) {
                JsonNode read = TestServer.JSON.readTree(line);
                lines.put(read.path("line").asText() + " " + read.path("id").asText(""), read);
            }
            String context = "seed " + seed + ", pick " + i + ": " + request;
            assertThat(lines).as(context + " " + reply.body()).containsKey("end ");
            assertThat(lines.get("head ").path("notices")).as(context).isEmpty();
            views(lines, picked, context);
            filters(lines, picked, context);
        }
    }

    private static List<Picked> picks(Random random) throws SQLException {
        List<Picked> picked = new ArrayList<>();
        for (Picked one : List.of(
                values(random, "coach_class", "class_", null),
                values(random, "country", "country", null),
                values(random, "route", "route", "route"),
                values(random, "cancelled", "cancelled", null),
                tags(random),
                one(random),
                delay(random),
                days(random, "date", false),
                note(random),
                late(random),
                search(random),
                any(random),
                seats(random),
                marked(random, "byRoute", "route", true),
                marked(random, "byClass", "class_", false),
                marked(random, "seatsByRoute", "route", true),
                days(random, "byMonth", true))) {
            if (random.nextInt(4) == 0) {
                picked.add(one);
            }
        }
        return picked;
    }

    private static List<String> some(Random random, String column, String table) throws SQLException {
        List<String> all = new ArrayList<>();
        ask("select distinct " + column + " from " + table + " where " + column + " is not null order by 1")
                .forEach(row -> all.add(row.get(0)));
        java.util.Collections.shuffle(all, random);
        return all.subList(0, 1 + random.nextInt(Math.max(1, all.size() / 2)));
    }

    private static ObjectNode oneOf(String column, List<String> values, boolean blank, boolean exclude) {
        return object("kind", "oneOf", "column", column, "values", values, "blank", blank, "exclude", exclude);
    }

    private static String in(String column, List<String> values, boolean blank, boolean exclude) {
        String held = values.stream().map(SelectionsAgainstH2Test::quoted).collect(Collectors.joining(", ", "(", ")"));
        String one = "coalesce(" + column + " in " + held + ", " + blank + ")";
        return exclude ? "not " + one : one;
    }

    private static String quoted(String value) {
        return "'" + value.replace("'", "''") + "'";
    }

    private static Picked values(Random random, String column, String sql, @Nullable String plan) throws SQLException {
        List<String> values = some(random, sql, "d");
        boolean exclude = random.nextInt(3) == 0;
        boolean blank = random.nextInt(3) == 0;
        return new Picked(
                column,
                false,
                oneOf(column, values, blank, exclude),
                in(sql, values, blank, exclude),
                plan == null ? null : in(plan, values, blank, exclude));
    }

    private static Picked marked(Random random, String view, String sql, boolean both) throws SQLException {
        List<String> values = some(random, sql, view.equals("seatsByRoute") ? "p" : "d");
        String column = sql.equals("route") ? "route" : "coach_class";
        String held = in(sql, values, false, false);
        return new Picked(view, true, oneOf(column, values, false, false), held, both ? held : null);
    }

    private static Picked tags(Random random) {
        List<String> tags =
                List.of("weather", "signalling", "rolling stock", "crew").subList(0, 1 + random.nextInt(2));
        if (random.nextInt(3) == 0) {
            String all = tags.stream().map(SelectionsAgainstH2Test::has).collect(Collectors.joining(" and "));
            return new Picked(
                    "incident_tags",
                    false,
                    object("kind", "hasAll", "column", "incident_tags", "tags", tags),
                    "(" + all + ")",
                    null);
        }
        boolean exclude = random.nextBoolean();
        String any = tags.stream().map(SelectionsAgainstH2Test::has).collect(Collectors.joining(" or "));
        String held = "coalesce(" + any + ", false)";
        return new Picked(
                "incident_tags",
                false,
                oneOf("incident_tags", tags, false, exclude),
                exclude ? "not " + held : held,
                null);
    }

    private static String has(String tag) {
        return "';' || tags || ';' like '%;" + tag + ";%'";
    }

    private static Picked one(Random random) throws SQLException {
        List<String> value = some(random, "channel", "d").subList(0, 1);
        return new Picked(
                "booking_channel",
                false,
                oneOf("booking_channel", value, false, false),
                in("channel", value, false, false),
                null);
    }

    private static Picked delay(Random random) {
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

    private static Picked days(Random random, String id, boolean isMark) {
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

    private static Picked note(Random random) {
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

    private static Picked late(Random random) {
        boolean yes = random.nextBoolean();
        return new Picked(
                "late",
                false,
                oneOf("late", List.of(yes ? "yes" : "no"), false, false),
                yes ? "delay > 15" : "not (delay > 15)",
                null);
    }

    private static Picked search(Random random) {
        String text = List.of("vienna", "signal", "Basel", "o").get(random.nextInt(4));
        return new Picked(
                "search",
                false,
                object("kind", "containing", "column", "search", "text", text),
                "(" + contains("origin", text) + " or " + contains("destination", text) + " or "
                        + contains("note", text) + ")",
                null);
    }

    private static Picked any(Random random) throws SQLException {
        String column = random.nextBoolean() ? "origin" : "destination";
        List<String> values = some(random, column, "d");
        List<String> said = new ArrayList<>(List.of(column));
        said.addAll(values);
        return new Picked("any", false, oneOf("any", said, false, false), in(column, values, false, false), null);
    }

    private static Picked seats(Random random) {
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

    private static String where(List<Picked> picked, String table, Predicate<Picked> but) {
        return picked.stream()
                .filter(one -> !but.test(one))
                .map(one -> one.of(table))
                .filter(java.util.Objects::nonNull)
                .collect(Collectors.joining(" and ", " where true and ", ""))
                .replaceFirst(" and $", "");
    }

    private static Predicate<Picked> mark(String view) {
        return one -> one.isMark && one.id.equals(view);
    }

    private static void views(Map<String, JsonNode> lines, List<Picked> picked, String context) throws SQLException {
        Predicate<Picked> none = one -> false;
        String d = where(picked, "d", none);
        String p = where(picked, "p", none);
        JsonNode head = lines.get("head ");
        assertThat(head.path("passing").asText()).as(context).isEqualTo(single("select count(*) from d" + d));
        assertThat(head.at("/datasets/0/passing").asText()).as(context).isEqualTo(single("select count(*) from p" + p));
        assertThat(numbers(lines.get("view rows"))).as(context).isEqualTo(sql("select '', count(*) from d" + d));
        assertThat(numbers(lines.get("view seats"))).as(context).isEqualTo(sql("select '', sum(seats) from p" + p));
        grouped(lines, "byRoute", "route", "sum(passengers)", "d", where(picked, "d", mark("byRoute")), context);
        grouped(
                lines,
                "byClass",
                "class_",
                "avg(cast(delay as decimal(30, 12)))",
                "d",
                where(picked, "d", mark("byClass")),
                context);
        grouped(lines, "seatsByRoute", "route", "sum(seats)", "p", where(picked, "p", mark("seatsByRoute")), context);
        grouped(
                lines,
                "byMonth",
                "cast(date_trunc('month', day_) as date)",
                "sum(revenue)",
                "d",
                where(picked, "d", mark("byMonth")),
                context);
        JsonNode table = lines.get("view table").path("answer");
        assertThat(table.path("rowCount").asText())
                .as(context)
                .isEqualTo(head.path("passing").asText());
        List<String> ids = new ArrayList<>();
        table.path("rows").forEach(row -> ids.add(row.get(0).asText()));
        List<String> all =
                ask("select id from d" + d).stream().map(row -> row.get(0)).toList();
        assertThat(all).as(context).containsAll(ids);
    }

    private static void grouped(
            Map<String, JsonNode> lines,
            String view,
            String by,
            String measure,
            String table,
            String where,
            String context)
            throws SQLException {
        Map<String, String> ours = numbers(lines.get("view " + view));
        Map<String, String> theirs =
                sql("select " + by + ", " + measure + " from " + table + where + " group by " + by);
        assertThat(ours).as(view + ", " + context).isEqualTo(theirs);
    }

    private static void filters(Map<String, JsonNode> lines, List<Picked> picked, String context) throws SQLException {
        for (Map.Entry<String, String> column : Map.of(
                        "coach_class", "class_",
                        "country", "country",
                        "cancelled", "cancelled",
                        "booking_channel", "channel",
                        "route", "route")
                .entrySet()) {
            String where = where(picked, "d", one -> !one.isMark && one.id.equals(column.getKey()));
            Map<String, String> theirs =
                    sql("select " + column.getValue() + ", count(*) from d" + where + " group by " + column.getValue());
            theirs.remove("null");
            assertThat(counts(lines, column.getKey()))
                    .as(column + ", " + context)
                    .isEqualTo(theirs);
        }
        String lateness = where(picked, "d", one -> one.id.equals("late"));
        String isLate = "case when delay > 15 then 'yes' else 'no' end";
        Map<String, String> late =
                sql("select " + isLate + ", count(*) from d" + lateness + " and delay is not null group by " + isLate);
        assertThat(counts(lines, "late")).as(context).isEqualTo(late);
        bins(lines, "delay_in_minutes", "d", "delay", picked, context);
        bins(lines, "date", "d", "day_", picked, context);
        bins(lines, PLAN + ":seats_offered", "p", "seats", picked, context);
        for (String tag : List.of("weather", "signalling")) {
            String where = where(picked, "d", one -> one.id.equals("incident_tags"));
            assertThat(counts(lines, "incident_tags").getOrDefault(tag, "0"))
                    .as(tag + ", " + context)
                    .isEqualTo(single("select count(*) from d" + where + " and " + has(tag)));
        }
    }

    private static Map<String, String> counts(Map<String, JsonNode> lines, String filter) {
        Map<String, String> counts = new TreeMap<>();
        for (JsonNode value : lines.get("filter " + filter).at("/answer/values")) {
            if (value.path("count").asInt() > 0) {
                counts.put(value.path("value").asText(), value.path("count").asText());
            }
        }
        return counts;
    }

    /** Each bar of a distribution, by its own edges; those at the ends may hold what lies beyond. */
    private static void bins(
            Map<String, JsonNode> lines,
            String filter,
            String table,
            String column,
            List<Picked> picked,
            String context)
            throws SQLException {
        JsonNode answer = lines.get("filter " + filter).path("answer");
        JsonNode bins = answer.path("bins");
        String where = where(picked, table, one -> !one.isMark && one.id.equals(filter));
        boolean days = column.equals("day_");
        List<String> ours = new ArrayList<>();
        List<String> theirs = new ArrayList<>();
        for (int i = 0; i < bins.size(); i++) {
            JsonNode bin = bins.get(i);
            boolean first = i == 0 && answer.path("openLow").asBoolean();
            boolean last = i == bins.size() - 1;
            String from = (days ? "date " : "") + "'" + bin.path("from").asText() + "'";
            String to = (days ? "date " : "") + "'" + bin.path("to").asText() + "'";
            String above = first ? "true" : column + " >= " + from;
            String below = last && answer.path("openHigh").asBoolean()
                    ? "true"
                    : column + (days || last ? " <= " : " < ") + to;
            ours.add(bin.path("count").asText());
            theirs.add(
                    single("select count(" + column + ") from " + table + where + " and " + above + " and " + below));
        }
        assertThat(ours).as(filter + ", " + context).isNotEmpty().isEqualTo(theirs);
    }

    /** The first measure of a view by its groups. */
    private static Map<String, String> numbers(JsonNode line) {
        Map<String, String> numbers = new TreeMap<>();
        JsonNode axis = line.at("/answer/axis");
        for (int i = 0; i < axis.size(); i++) {
            if (axis.size() > 1 && line.at("/answer/counts/" + i).asInt() == 0) {
                continue; // a month without a row between those that have some
            }
            numbers.put(
                    axis.get(i).path("value").asText(),
                    text(line.at("/answer/measures/0/values/" + i).asText()));
        }
        return numbers;
    }

    private static String text(@Nullable String number) {
        return number == null || number.equals("null")
                ? "null"
                : new BigDecimal(number)
                        .setScale(4, RoundingMode.HALF_EVEN)
                        .stripTrailingZeros()
                        .toPlainString();
    }

    private static Map<String, String> sql(String sql) throws SQLException {
        Map<String, String> numbers = new TreeMap<>();
        ask(sql).forEach(row -> numbers.put(row.get(0), text(row.get(1))));
        return numbers;
    }

    private static String single(String sql) throws SQLException {
        return ask(sql).get(0).get(0);
    }

    private static List<List<String>> ask(String sql) throws SQLException {
        List<List<String>> rows = new ArrayList<>();
        try (Statement statement = h2.createStatement();
                ResultSet result = statement.executeQuery(sql)) {
            while (result.next()) {
                List<String> row = new ArrayList<>();
                for (int i = 1; i <= result.getMetaData().getColumnCount(); i++) {
                    row.add(String.valueOf(result.getString(i)));
                }
                rows.add(row);
            }
        }
        return rows;
    }
}
