package keensparrow.server.http;

import com.fasterxml.classmate.ResolvedType;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.github.victools.jsonschema.generator.CustomDefinition;
import com.github.victools.jsonschema.generator.CustomDefinitionProviderV2;
import com.github.victools.jsonschema.generator.FieldScope;
import com.github.victools.jsonschema.generator.Option;
import com.github.victools.jsonschema.generator.OptionPreset;
import com.github.victools.jsonschema.generator.SchemaBuilder;
import com.github.victools.jsonschema.generator.SchemaGenerationContext;
import com.github.victools.jsonschema.generator.SchemaGenerator;
import com.github.victools.jsonschema.generator.SchemaGeneratorConfigBuilder;
import com.github.victools.jsonschema.generator.SchemaKeyword;
import com.github.victools.jsonschema.generator.SchemaVersion;
import com.github.victools.jsonschema.generator.impl.DefinitionKey;
import com.github.victools.jsonschema.generator.naming.SchemaDefinitionNamingStrategy;
import java.lang.reflect.AnnotatedParameterizedType;
import java.lang.reflect.AnnotatedType;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import keensparrow.core.question.Answer;
import org.jspecify.annotations.Nullable;

/**
 * JSON Schemas of the records that the interface takes and gives. A component is nullable and may be left out where it is
 * marked so; alternatives are told apart by their field {@code kind}, or {@code line} in a stream.
 */
final class Schemas {
    private static final String PLACE = "components/schemas";

    /** What the field {@code line} of a record says, in a stream of lines. */
    private static final Map<String, List<String>> LINES = Map.of(
            "Head", List.of("head"),
            "Result", List.of("view", "beside", "filter", "question"),
            "End", List.of("end"),
            "Cancelled", List.of("cancelled"));

    private final SchemaBuilder builder;
    private final CustomDefinitionProviderV2 measures = this::measureValues;

    Schemas() {
        SchemaGeneratorConfigBuilder config = new SchemaGeneratorConfigBuilder(
                        Json.mapper(), SchemaVersion.DRAFT_2020_12, OptionPreset.PLAIN_JSON)
                .with(
                        Option.DEFINITIONS_FOR_ALL_OBJECTS,
                        Option.NULLABLE_ARRAY_ITEMS_ALLOWED,
                        Option.EXTRA_OPEN_API_FORMAT_VALUES,
                        Option.INLINE_NULLABLE_SCHEMAS)
                .without(Option.SCHEMA_VERSION_INDICATOR);
        config.forFields()
                .withNullableCheck(Schemas::isNullable)
                .withRequiredCheck(field -> !field.isFakeContainerItemScope() && !isNullable(field))
                .withTargetTypeOverridesResolver(field -> null);
        config.forTypesInGeneral()
                .withCustomDefinitionProvider(this::alternatives)
                .withCustomDefinitionProvider(this::plain)
                .withCustomDefinitionProvider(measures)
                .withTypeAttributeOverride(Schemas::addKind)
                .withDefinitionNamingStrategy(new Names());
        builder = new SchemaGenerator(config.build()).buildMultipleSchemaDefinitions();
    }

    /** A reference to the schema of a type, which becomes one of {@link #definitions}. */
    ObjectNode reference(Class<?> type) {
        return builder.createSchemaReference(type);
    }

    /** All types that were referred to so far, and those that they refer to, by name. */
    JsonNode definitions() {
        return builder.collectDefinitions(PLACE);
    }

    private static String name(Class<?> type) {
        Class<?> around = type.getEnclosingClass();
        return around == null ? type.getSimpleName() : around.getSimpleName() + type.getSimpleName();
    }

    private static boolean isNullable(FieldScope field) {
        AnnotatedType type = field.getRawMember().getAnnotatedType();
        if (field.isFakeContainerItemScope()) {
            if (!(type instanceof AnnotatedParameterizedType container)) {
                return false;
            }
            AnnotatedType[] arguments = container.getAnnotatedActualTypeArguments();
            type = arguments[arguments.length - 1];
        }
        return type.isAnnotationPresent(Nullable.class);
    }

    /** One of the records that an interface permits. */
    private @Nullable CustomDefinition alternatives(ResolvedType type, SchemaGenerationContext context) {
        Class<?> erased = type.getErasedType();
        if (!erased.isSealed()) {
            return null;
        }
        List<Class<?>> permitted = Stream.<Class<?>>of(erased.getPermittedSubclasses())
                .sorted(Comparator.comparing(Class::getSimpleName)) // compilers list them as they please
                .toList();
        ObjectNode definition = context.getGeneratorConfig().createObjectNode();
        ArrayNode options = definition.putArray(context.getKeyword(SchemaKeyword.TAG_ONEOF));
        for (Class<?> one : permitted) {
            options.add(
                    context.createDefinitionReference(context.getTypeContext().resolve(one)));
        }
        boolean inLines = Json.kindOf(permitted.get(0)) == null;
        ObjectNode discriminator = definition.putObject("discriminator");
        discriminator.put("propertyName", inLines ? "line" : "kind");
        ObjectNode mapping = discriminator.putObject("mapping");
        for (Class<?> one : permitted) {
            List<String> told = inLines
                    ? LINES.getOrDefault(one.getSimpleName(), List.of())
                    : List.of(String.valueOf(Json.kindOf(one)));
            told.forEach(value -> mapping.put(value, "#/" + PLACE + "/" + name(one)));
        }
        return new CustomDefinition(
                definition, CustomDefinition.DefinitionType.STANDARD, CustomDefinition.AttributeInclusion.NO);
    }

    private @Nullable CustomDefinition plain(ResolvedType type, SchemaGenerationContext context) {
        Class<?> erased = type.getErasedType();
        if (erased == Map.class) {
            ObjectNode map = context.getGeneratorConfig().createObjectNode();
            map.put("type", "object");
            map.set(
                    "additionalProperties",
                    context.createDefinitionReference(type.getTypeParameters().get(1)));
            return new CustomDefinition(map, true);
        }
        if (erased != LocalDate.class && erased != Instant.class) {
            return null;
        }
        ObjectNode definition = context.getGeneratorConfig().createObjectNode();
        definition.put("type", "string").put("format", erased == LocalDate.class ? "date" : "date-time");
        return new CustomDefinition(definition, true);
    }

    /** Numbers, or dates as text: what {@link MeasureValuesJson} writes. */
    private @Nullable CustomDefinition measureValues(ResolvedType type, SchemaGenerationContext context) {
        Class<?> erased = type.getErasedType();
        if (erased != Answer.MeasureValues.class && erased != Answer.Totals.class) {
            return null;
        }
        CustomDefinition standard = new CustomDefinition(context.createStandardDefinition(type, measures));
        ObjectNode properties = (ObjectNode) standard.getValue().path("properties");
        for (Map.Entry<String, JsonNode> property : properties.properties()) {
            JsonNode numbers =
                    property.getValue().has("items") ? property.getValue().path("items") : property.getValue();
            if (numbers instanceof ObjectNode node
                    && node.path("type").toString().contains("\"number\"")
                    && !property.getKey().equals("error")) {
                node.putArray("type").add("number").add("string").add("null");
            }
        }
        return standard;
    }

    /** The field that tells alternatives apart. */
    private static void addKind(
            ObjectNode definition,
            com.github.victools.jsonschema.generator.TypeScope scope,
            SchemaGenerationContext context) {
        String kind = Json.kindOf(scope.getType().getErasedType());
        if (kind != null && definition.has("properties")) {
            ObjectNode properties = (ObjectNode) definition.path("properties");
            properties.putObject("kind").put("const", kind);
            definition.withArray("/required").add("kind");
        }
        Class<?> around = scope.getType().getErasedType().getEnclosingClass();
        if (around != null && around.isSealed() && definition.path("properties").has("line")) {
            ObjectNode line = ((ObjectNode) definition.path("properties")).putObject("line");
            LINES.getOrDefault(scope.getType().getErasedType().getSimpleName(), List.of())
                    .forEach(line.putArray("enum")::add);
        }
    }

    /** The names of records, with the one they stand in before them. */
    private static final class Names implements SchemaDefinitionNamingStrategy {
        @Override
        public String getDefinitionNameForKey(DefinitionKey key, SchemaGenerationContext context) {
            return name(key.getType().getErasedType());
        }
    }
}
