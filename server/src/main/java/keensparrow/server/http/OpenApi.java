package keensparrow.server.http;

import java.lang.reflect.GenericArrayType;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Describes the routes as OpenAPI 3.1, from the records they take and give. */
public final class OpenApi {
    private static final Pattern IN_PATH = Pattern.compile("\\{([a-zA-Z]+)}");

    private final Map<String, Object> schemas = new TreeMap<>();

    private OpenApi() {}

    public static Map<String, Object> document(List<Api.Route> routes) {
        return new OpenApi().describe(routes);
    }

    private Map<String, Object> describe(List<Api.Route> routes) {
        Map<String, Object> paths = new LinkedHashMap<>();
        for (Api.Route route : routes) {
            Map<String, Object> methods = child(paths, route.path());
            methods.put(route.method().toString().toLowerCase(Locale.ROOT), operation(route));
        }
        reference(Errors.Problem.class);
        Map<String, Object> bearer = Map.of("type", "http", "scheme", "bearer");
        Map<String, Object> cookie = Map.of("type", "apiKey", "in", "cookie", "name", "sparrow");
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("openapi", "3.1.0");
        document.put("info", Map.of("title", "Keen Sparrow", "version", "0.1.0"));
        document.put("paths", paths);
        document.put(
                "components",
                Map.of("schemas", schemas, "securitySchemes", Map.of("bearer", bearer, "cookie", cookie)));
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
                        Map.of("application/problem+json", Map.of("schema", reference(Errors.Problem.class)))));
        operation.put("responses", responses);
        return operation;
    }

    private Map<String, Object> content(Class<?> body) {
        Stream stream = body.getAnnotation(Stream.class);
        String mediaType = stream == null ? "application/json" : stream.value();
        return Map.of(mediaType, Map.of("schema", reference(body)));
    }

    private Map<String, Object> schema(Type type) {
        if (type instanceof ParameterizedType generic) {
            Type[] arguments = generic.getActualTypeArguments();
            return Map.class.isAssignableFrom((Class<?>) generic.getRawType())
                    ? Map.of("type", "object", "additionalProperties", schema(arguments[1]))
                    : Map.of("type", "array", "items", schema(arguments[0]));
        }
        if (type instanceof GenericArrayType || !(type instanceof Class<?> plain)) {
            return Map.of();
        }
        if (plain == String.class || plain == Character.class) {
            return Map.of("type", "string");
        }
        if (plain == boolean.class || plain == Boolean.class) {
            return Map.of("type", "boolean");
        }
        if (plain == int.class || plain == Integer.class || plain == long.class || plain == Long.class) {
            return Map.of("type", "integer");
        }
        if (plain == BigDecimal.class || plain == double.class) {
            return Map.of("type", "number");
        }
        if (plain == LocalDate.class) {
            return Map.of("type", "string", "format", "date");
        }
        if (plain == Instant.class) {
            return Map.of("type", "string", "format", "date-time");
        }
        return reference(plain);
    }

    private Map<String, Object> reference(Class<?> type) {
        String name = type.getEnclosingClass() == null
                ? type.getSimpleName()
                : type.getEnclosingClass().getSimpleName() + type.getSimpleName();
        if (!schemas.containsKey(name)) {
            schemas.put(name, Map.of()); // a record may hold itself
            schemas.put(name, definition(type));
        }
        return Map.of("$ref", "#/components/schemas/" + name);
    }

    private Map<String, Object> definition(Class<?> type) {
        if (type.isEnum()) {
            return Map.of(
                    "type",
                    "string",
                    "enum",
                    Arrays.stream(type.getEnumConstants()).map(Object::toString).toList());
        }
        if (type.isSealed()) {
            List<Map<String, Object>> options = Arrays.stream(type.getPermittedSubclasses())
                    .map(this::reference)
                    .toList();
            return Map.of("oneOf", options, "discriminator", Map.of("propertyName", "kind"));
        }
        if (!type.isRecord()) {
            return Map.of();
        }
        Map<String, Object> properties = new LinkedHashMap<>();
        List<String> required = new ArrayList<>();
        for (RecordComponent component : type.getRecordComponents()) {
            properties.put(component.getName(), schema(component.getGenericType()));
            if (component.getAnnotatedType().getAnnotation(Nullable.class) == null) {
                required.add(component.getName());
            }
        }
        return Map.of("type", "object", "properties", properties, "required", required);
    }

    /** Marks a body that is a stream of lines or bytes, with its media type. */
    @java.lang.annotation.Retention(java.lang.annotation.RetentionPolicy.RUNTIME)
    public @interface Stream {
        String value();
    }
}
