package keensparrow.server.http;

import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.MapperFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.databind.jsontype.NamedType;
import com.fasterxml.jackson.databind.module.SimpleModule;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keensparrow.core.aggregate.Aggregate;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.Both;
import keensparrow.core.filter.Containing;
import keensparrow.core.filter.DateRange;
import keensparrow.core.filter.ExpressionFilter;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.HasAll;
import keensparrow.core.filter.OneOf;
import keensparrow.core.filter.PartOfDate;
import keensparrow.core.filter.RelativePeriod;
import keensparrow.core.filter.TextSearch;
import keensparrow.core.group.ByBins;
import keensparrow.core.group.ByExpression;
import keensparrow.core.group.ByPart;
import keensparrow.core.group.ByTime;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.Grouping;
import keensparrow.core.infer.load.LoadReport;
import keensparrow.core.prepare.Step;
import keensparrow.core.prepare.StepKinds;
import keensparrow.core.profile.ColumnProfile;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.server.store.StoreException;
import org.jspecify.annotations.Nullable;

/** JSON of records, here and in the database. The core knows nothing of it: alternatives get their names here. */
public final class Json {
    /** The names of alternatives, in the field {@code kind}. */
    private static final Map<Class<?>, String> NAMES = names();

    private static final ObjectMapper MAPPER = JsonMapper.builder()
            .addModule(new JavaTimeModule())
            .disable(MapperFeature.AUTO_DETECT_IS_GETTERS) // a record is its components
            .disable(SerializationFeature.WRITE_DATES_AS_TIMESTAMPS)
            .enable(JsonGenerator.Feature.WRITE_BIGDECIMAL_AS_PLAIN)
            .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
            .enable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .addMixIn(Filter.class, Named.class)
            .addMixIn(Step.class, Named.class)
            .addMixIn(Grouping.class, Named.class)
            .addMixIn(Question.class, Named.class)
            .addMixIn(Answer.class, Named.class)
            .addModule(new SimpleModule().addSerializer(new MeasureValuesJson()))
            .addMixIn(Aggregate.class, EarlierNames.OfAggregate.class)
            .addMixIn(LoadReport.class, EarlierNames.OfLoadReport.class)
            .addMixIn(ColumnProfile.class, EarlierNames.OfColumnProfile.class)
            .registerSubtypes(subtypes())
            .build();

    private static final ObjectMapper STRICT = StrictJson.of(MAPPER);

    private Json() {}

    private static Map<Class<?>, String> names() {
        Map<Class<?>, String> names = new LinkedHashMap<>();
        names.put(OneOf.class, "oneOf");
        names.put(Between.class, "between");
        names.put(DateRange.class, "during");
        names.put(Containing.class, "containing");
        names.put(HasAll.class, "hasAll");
        names.put(RelativePeriod.class, "namedPeriod");
        names.put(TextSearch.class, "anywhere");
        names.put(Both.class, "both");
        names.put(PartOfDate.class, "parts");
        names.put(ExpressionFilter.class, "where");
        StepKinds.ALL.forEach(kind -> names.put(kind.type(), kind.name()));
        names.put(ByValue.class, "byValue");
        names.put(ByTime.class, "byTime");
        names.put(ByPart.class, "byPart");
        names.put(ByBins.class, "byBins");
        names.put(ByExpression.class, "byExpression");
        names.put(Question.Groups.class, "groups");
        names.put(Question.Rows.class, "rows");
        names.put(Question.Extremes.class, "extremes");
        names.put(Question.ValueCounts.class, "valueCounts");
        names.put(Question.Histogram.class, "histogram");
        names.put(Answer.Groups.class, "groups");
        names.put(Answer.Rows.class, "rows");
        names.put(Answer.Extremes.class, "extremes");
        names.put(Answer.ValueCounts.class, "valueCounts");
        names.put(Answer.Histogram.class, "histogram");
        return names;
    }

    private static NamedType[] subtypes() {
        List<NamedType> types = new ArrayList<>();
        NAMES.forEach((type, name) -> types.add(new NamedType(type, name)));
        types.add(new NamedType(Answer.Histogram.class, "spread")); // read only: earlier versions wrote it so
        return types.toArray(NamedType[]::new);
    }

    /** What the field {@code kind} of a record says; null where it has none. */
    static @Nullable String kindOf(Class<?> type) {
        return NAMES.get(type);
    }

    /** For what callers send. */
    static ObjectMapper strict() {
        return STRICT;
    }

    public static ObjectMapper mapper() {
        return MAPPER;
    }

    public static String write(Object value) {
        try {
            return MAPPER.writeValueAsString(value);
        } catch (JsonProcessingException e) {
            throw new IllegalStateException("cannot be written as JSON", e);
        }
    }

    /** Reads what {@link #write} wrote to the database. */
    public static <T> T read(String json, Class<T> type) {
        try {
            return MAPPER.readValue(json, type);
        } catch (JsonProcessingException e) {
            throw new StoreException("a stored document cannot be read", e);
        }
    }

    public static <T> T read(String json, TypeReference<T> type) {
        try {
            return MAPPER.readValue(json, type);
        } catch (JsonProcessingException e) {
            throw new StoreException("a stored document cannot be read", e);
        }
    }

    public static String writeList(Object list, TypeReference<?> type) {
        try {
            return MAPPER.writerFor(type).writeValueAsString(list); // keeps the names of alternatives in lists
        } catch (JsonProcessingException e) {
            throw new IllegalStateException("cannot be written as JSON", e);
        }
    }

    /** Alternatives are told apart by the field {@code kind}; their names are registered above. */
    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    private interface Named {}
}
