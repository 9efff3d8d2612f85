package keensparrow.server.http;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Describes the routes as OpenAPI 3.1, from the records they take and give. */
public final class OpenApi {
    private static final Pattern IN_PATH = Pattern.compile("\\{([a-zA-Z]+)}");

    private final Schemas schemas = new Schemas();

    private OpenApi() {}

    public static Map<String, Object> document(List<Api.Route> routes) {
        return new OpenApi().describe(routes);
    }

    /** A JSON Schema of one type and all that it is made of, for documents that stand alone. */
    public static JsonNode schemaOf(Class<?> type) {
        Schemas schemas = new Schemas();
        ObjectNode schema = Json.mapper().createObjectNode();
        schema.put("$schema", "https://json-schema.org/draft/2020-12/schema");
        ObjectNode reference = schemas.reference(type);
        schema.set("$defs", schemas.definitions()); // which fills the reference too
        schema.setAll(reference);
        return Json.read(Json.write(schema).replace("#/components/schemas/", "#/$defs/"), JsonNode.class);
    }

    private Map<String, Object> describe(List<Api.Route> routes) {
        Map<String, Object> paths = new LinkedHashMap<>();
        for (Api.Route route : routes) {
            Map<String, Object> methods = child(paths, route.path());
            methods.put(route.method().toString().toLowerCase(Locale.ROOT), operation(route));
        }
        schemas.reference(Errors.Problem.class);
        Map<String, Object> bearer = Map.of("type", "http", "scheme", "bearer");
        Map<String, Object> cookie = Map.of("type", "apiKey", "in", "cookie", "name", "sparrow");
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("openapi", "3.1.0");
        document.put("info", Map.of("title", "Keen Sparrow", "version", "0.1.0"));
        document.put("paths", paths);
        document.put(
                "components",
                Map.of(
                        "schemas",
                        schemas.definitions(),
                        "securitySchemes",
                        Map.of("bearer", bearer, "cookie", cookie)));
        return document;
    }

    @SuppressWarnings("unchecked")
    private static Map<String, Object> child(Map<String, Object> of, String name) {
        return (Map<String, Object>) of.computeIfAbsent(name, fresh -> new LinkedHashMap<String, Object>());
    }

    private Map<String, Object> operation(Api.Route route) {
        Map<String, Object> operation = new LinkedHashMap<>();
        operation.put("summary", route.summary());
        operation.put("x-access", route.access().name());
        if (route.access() != Access.ANYONE && route.access() != Access.ENTRANCE) {
            operation.put("security", List.of(Map.of("bearer", List.of()), Map.of("cookie", List.of())));
        }
        List<Map<String, Object>> parameters = new ArrayList<>();
        Matcher names = IN_PATH.matcher(route.path());
        while (names.find()) {
            parameters.add(
                    Map.of("name", names.group(1), "in", "path", "required", true, "schema", Map.of("type", "string")));
        }
        if (!parameters.isEmpty()) {
            operation.put("parameters", parameters);
        }
        Class<?> request = route.request();
        if (request != null) {
            operation.put("requestBody", Map.of("required", true, "content", content(request)));
        }
        Map<String, Object> responses = new LinkedHashMap<>();
        Class<?> response = route.response();
        responses.put(
                response == null ? "204" : "200",
                response == null
                        ? Map.of("description", "Done")
                        : Map.of("description", "Done", "content", content(response)));
        responses.put(
                "default",
                Map.of(
                        "description",
                        "A problem, with what to do",
                        "content",
                        Map.of("application/problem+json", Map.of("schema", schemas.reference(Errors.Problem.class)))));
        operation.put("responses", responses);
        return operation;
    }

    private Map<String, Object> content(Class<?> body) {
        Stream stream = body.getAnnotation(Stream.class);
        if (stream == null) {
            return Map.of("application/json", Map.of("schema", schemas.reference(body)));
        }
        Object schema = stream.of() == Object.class
                ? stream.value().contains("json") ? Map.of("type", "object") : Map.of("type", "string")
                : schemas.reference(stream.of());
        return Map.of(stream.value(), Map.of("schema", schema));
    }

    /** Comma-separated rows. */
    @Stream("text/csv")
    public record Csv() {}

    /** Rows as a workbook. */
    @Stream("application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
    public record Workbook() {}

    /** The same as OpenDocument. */
    @Stream("application/vnd.oasis.opendocument.spreadsheet")
    public record OpenWorkbook() {}

    /** A line of JSON for each row. */
    @Stream(value = "application/x-ndjson", of = Object.class)
    public record JsonLines() {}

    /** The bytes of a file as they are. */
    @Stream("application/octet-stream")
    public record Bytes() {}

    /** Text as it is. */
    @Stream("text/plain")
    public record PlainText() {}

    /** An archive of files. */
    @Stream("application/zip")
    public record Archive() {}

    /** Any document. */
    @Stream(value = "application/json", of = Object.class)
    public record AnyJson() {}

    /** Marks a body that is a stream of lines or bytes, with its media type. */
    @java.lang.annotation.Retention(java.lang.annotation.RetentionPolicy.RUNTIME)
    public @interface Stream {
        String value();

        /** What each line is; bytes if left out. */
        Class<?> of() default Object.class;
    }
}
