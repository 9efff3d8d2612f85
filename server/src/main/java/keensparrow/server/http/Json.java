package keensparrow.server.http;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import keensparrow.core.filter.Between;
import keensparrow.core.filter.Containing;
import keensparrow.core.filter.During;
import keensparrow.core.filter.Filter;
import keensparrow.core.filter.OneOf;
import keensparrow.core.group.ByTime;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.Grouping;
import keensparrow.core.prepare.Compute;
import keensparrow.core.prepare.LeaveOutColumn;
import keensparrow.core.prepare.LeaveOutRows;
import keensparrow.core.prepare.Relabel;
import keensparrow.core.prepare.Retype;
import keensparrow.core.prepare.SetRole;
import keensparrow.core.prepare.Step;
import keensparrow.core.question.Answer;
import keensparrow.core.question.Question;
import keensparrow.server.store.StoreException;

/** JSON of records, here and in the database. The core knows nothing of it: alternatives get their names here. */
public final class Json {
    private static final ObjectMapper MAPPER = JsonMapper.builder()
            .addModule(new JavaTimeModule())
            .disable(SerializationFeature.WRITE_DATES_AS_TIMESTAMPS)
            .enable(JsonGenerator.Feature.WRITE_BIGDECIMAL_AS_PLAIN)
            .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
            .enable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .addMixIn(Filter.class, Filters.class)
            .addMixIn(Step.class, StepKinds.class)
            .addMixIn(Grouping.class, Groupings.class)
            .addMixIn(Question.class, Questions.class)
            .addMixIn(Answer.class, Answers.class)
            .build();

    private Json() {}

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

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = OneOf.class, name = "oneOf"),
        @JsonSubTypes.Type(value = Between.class, name = "between"),
        @JsonSubTypes.Type(value = During.class, name = "during"),
        @JsonSubTypes.Type(value = Containing.class, name = "containing")
    })
    private interface Filters {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Relabel.class, name = "relabel"),
        @JsonSubTypes.Type(value = Retype.class, name = "retype"),
        @JsonSubTypes.Type(value = SetRole.class, name = "setRole"),
        @JsonSubTypes.Type(value = LeaveOutColumn.class, name = "leaveOutColumn"),
        @JsonSubTypes.Type(value = LeaveOutRows.class, name = "leaveOutRows"),
        @JsonSubTypes.Type(value = Compute.class, name = "compute")
    })
    private interface StepKinds {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = ByValue.class, name = "byValue"),
        @JsonSubTypes.Type(value = ByTime.class, name = "byTime")
    })
    private interface Groupings {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Question.Groups.class, name = "groups"),
        @JsonSubTypes.Type(value = Question.Rows.class, name = "rows"),
        @JsonSubTypes.Type(value = Question.ValueCounts.class, name = "valueCounts"),
        @JsonSubTypes.Type(value = Question.Spread.class, name = "spread")
    })
    private interface Questions {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(value = Answer.Groups.class, name = "groups"),
        @JsonSubTypes.Type(value = Answer.Rows.class, name = "rows"),
        @JsonSubTypes.Type(value = Answer.ValueCounts.class, name = "valueCounts"),
        @JsonSubTypes.Type(value = Answer.Spread.class, name = "spread")
    })
    private interface Answers {}
}
