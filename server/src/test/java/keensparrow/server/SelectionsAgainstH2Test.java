package keensparrow.server;

import static keensparrow.server.TestServer.object;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.nio.charset.Charset;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.function.Predicate;
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

    @TempDir
    static Path folder;

    private static TestServer server;
    private static DemoInH2 h2;
    private static String answers;

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
        h2 = new DemoInH2(folder, some.toString(), seats);
        server = new TestServer(folder.resolve("data"));
        TestServer.Caller anna = server.author();
        String departures = anna.dataset("departures.csv", some.toString());
        String plan = anna.dataset("seats.csv", seats);
        JsonNode made = anna.newApp(departures);
        answers = anna.published(made, app(made, plan), "ANYONE") + "/answers";
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
                .put("name", RandomSelections.PLAN)
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
                .put("dataset", RandomSelections.PLAN)
                .put("column", "route");
        filter(filters, "date", "DATES")
                .putArray("also")
                .addObject()
                .put("dataset", RandomSelections.PLAN)
                .put("column", "month_begins");
        filter(filters, "late", "CONDITION").put("title", "Late").put("condition", "delay_in_minutes > 15");
        filter(filters, "search", "SEARCH")
                .putArray("columns")
                .add("origin")
                .add("destination")
                .add("incident_note");
        filter(filters, "any", "COLUMN_FIRST").putArray("columns").add("origin").add("destination");
        filter(filters, "seats_offered", "RANGE").put("dataset", RandomSelections.PLAN);
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
        measured(views, "seats", "FIGURE", "SUM", "seats_offered").put("dataset", RandomSelections.PLAN);
        measured(views, "seatsByRoute", "BARS", "SUM", "seats_offered")
                .put("dataset", RandomSelections.PLAN)
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
        RandomSelections random = new RandomSelections(h2, new Random(seed));
        for (int i = 0; i < PICKS; i++) {
            List<RandomSelections.Picked> picked = random.next();
            ObjectNode request = object("withFilters", true);
            ArrayNode filters = request.putArray("filters");
            ArrayNode marks = request.putArray("marks");
            for (RandomSelections.Picked one : picked) {
                if (one.isMark()) {
                    marks.addObject().put("view", one.id()).set("filter", one.filter());
                } else {
                    filters.add(one.filter());
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

    private static void views(Map<String, JsonNode> lines, List<RandomSelections.Picked> picked, String context)
            throws SQLException {
        Predicate<RandomSelections.Picked> none = one -> false;
        String d = RandomSelections.where(picked, "d", none);
        String p = RandomSelections.where(picked, "p", none);
        JsonNode head = lines.get("head ");
        assertThat(head.path("passing").asText()).as(context).isEqualTo(h2.single("select count(*) from d" + d));
        assertThat(head.at("/datasets/0/passing").asText())
                .as(context)
                .isEqualTo(h2.single("select count(*) from p" + p));
        assertThat(numbers(lines.get("view rows"))).as(context).isEqualTo(h2.sql("select '', count(*) from d" + d));
        assertThat(numbers(lines.get("view seats"))).as(context).isEqualTo(h2.sql("select '', sum(seats) from p" + p));
        grouped(
                lines,
                "byRoute",
                "route",
                "sum(passengers)",
                "d",
                RandomSelections.where(picked, "d", RandomSelections.mark("byRoute")),
                context);
        grouped(
                lines,
                "byClass",
                "class_",
                "avg(cast(delay as decimal(30, 12)))",
                "d",
                RandomSelections.where(picked, "d", RandomSelections.mark("byClass")),
                context);
        grouped(
                lines,
                "seatsByRoute",
                "route",
                "sum(seats)",
                "p",
                RandomSelections.where(picked, "p", RandomSelections.mark("seatsByRoute")),
                context);
        grouped(
                lines,
                "byMonth",
                "cast(date_trunc('month', day_) as date)",
                "sum(revenue)",
                "d",
                RandomSelections.where(picked, "d", RandomSelections.mark("byMonth")),
                context);
        JsonNode table = lines.get("view table").path("answer");
        assertThat(table.path("rowCount").asText())
                .as(context)
                .isEqualTo(head.path("passing").asText());
        List<String> ids = new ArrayList<>();
        table.path("rows").forEach(row -> ids.add(row.get(0).asText()));
        List<String> all =
                h2.ask("select id from d" + d).stream().map(row -> row.get(0)).toList();
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
                h2.sql("select " + by + ", " + measure + " from " + table + where + " group by " + by);
        assertThat(ours).as(view + ", " + context).isEqualTo(theirs);
    }

    private static void filters(Map<String, JsonNode> lines, List<RandomSelections.Picked> picked, String context)
            throws SQLException {
        for (Map.Entry<String, String> column : Map.of(
                        "coach_class", "class_",
                        "country", "country",
                        "cancelled", "cancelled",
                        "booking_channel", "channel",
                        "route", "route")
                .entrySet()) {
            String where = RandomSelections.where(
                    picked, "d", one -> !one.isMark() && one.id().equals(column.getKey()));
            Map<String, String> theirs = h2.sql(
                    "select " + column.getValue() + ", count(*) from d" + where + " group by " + column.getValue());
            theirs.remove("null");
            assertThat(counts(lines, column.getKey()))
                    .as(column + ", " + context)
                    .isEqualTo(theirs);
        }
        String lateness = RandomSelections.where(picked, "d", one -> one.id().equals("late"));
        String isLate = "case when delay > 15 then 'yes' else 'no' end";
        Map<String, String> late = h2.sql(
                "select " + isLate + ", count(*) from d" + lateness + " and delay is not null group by " + isLate);
        assertThat(counts(lines, "late")).as(context).isEqualTo(late);
        bins(lines, "delay_in_minutes", "d", "delay", picked, context);
        bins(lines, "date", "d", "day_", picked, context);
        bins(lines, RandomSelections.PLAN + ":seats_offered", "p", "seats", picked, context);
        for (String tag : List.of("weather", "signalling")) {
            String where = RandomSelections.where(picked, "d", one -> one.id().equals("incident_tags"));
            assertThat(counts(lines, "incident_tags").getOrDefault(tag, "0"))
                    .as(tag + ", " + context)
                    .isEqualTo(h2.single("select count(*) from d" + where + " and " + RandomSelections.has(tag)));
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
            List<RandomSelections.Picked> picked,
            String context)
            throws SQLException {
        JsonNode answer = lines.get("filter " + filter).path("answer");
        JsonNode bins = answer.path("bins");
        String where = RandomSelections.where(
                picked, table, one -> !one.isMark() && one.id().equals(filter));
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
            theirs.add(h2.single(
                    "select count(" + column + ") from " + table + where + " and " + above + " and " + below));
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
                    DemoInH2.text(line.at("/answer/measures/0/values/" + i).asText()));
        }
        return numbers;
    }
}
