package keensparrow.server.http;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.databind.DeserializationContext;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.deser.std.NumberDeserializers;
import com.fasterxml.jackson.databind.deser.std.StdDeserializer;
import com.fasterxml.jackson.databind.introspect.Annotated;
import com.fasterxml.jackson.databind.introspect.AnnotatedMember;
import com.fasterxml.jackson.databind.introspect.AnnotatedParameter;
import com.fasterxml.jackson.databind.introspect.JacksonAnnotationIntrospector;
import com.fasterxml.jackson.databind.module.SimpleModule;
import java.io.IOException;
import java.lang.reflect.RecordComponent;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Reads what callers send, which may be anything. What a record does not call {@code @Nullable} must be there, no list
 * holds nulls, nothing is nested deeply, and no number is so large that writing it out would fill the memory.
 */
final class StrictJson {
    private static final int DEEPEST = 50;
    private static final int MAX_DIGITS = 400;
    private static final int MAX_PLACES = 400;

    private StrictJson() {}

    static ObjectMapper of(ObjectMapper usual) {
        ObjectMapper strict = usual.copy();
        strict.getFactory()
                .setStreamReadConstraints(StreamReadConstraints.builder()
                        .maxNestingDepth(DEEPEST)
                        .maxNumberLength(MAX_DIGITS)
                        .build());
        strict.setAnnotationIntrospector(new Needed());
        strict.setDefaultSetterInfo(JsonSetter.Value.forContentNulls(Nulls.FAIL));
        strict.enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS);
        strict.registerModule(new SimpleModule().addDeserializer(BigDecimal.class, new Bounded()));
        return strict;
    }

    /** Components of records that are not marked as nullable are needed. */
    private static final class Needed extends JacksonAnnotationIntrospector {
        private static final long serialVersionUID = 1L;

        @Override
        public @Nullable Boolean hasRequiredMarker(AnnotatedMember member) {
            return isNeeded(member) ? Boolean.TRUE : super.hasRequiredMarker(member);
        }

        @Override
        public JsonSetter.Value findSetterInfo(Annotated member) {
            if (hasDefault(member)) {
                return JsonSetter.Value.construct(Nulls.AS_EMPTY, Nulls.FAIL);
            }
            return isNeeded(member)
                    ? JsonSetter.Value.construct(Nulls.FAIL, Nulls.FAIL)
                    : JsonSetter.Value.forContentNulls(Nulls.FAIL);
        }

        private static boolean isNeeded(Annotated member) {
            RecordComponent component = component(member);
            return component != null
                    && !hasOwnDefault(component)
                    && !component.getAnnotatedType().isAnnotationPresent(Nullable.class);
        }

        /** A list that is left out is empty, what is not said to be so is not, and pages begin at the first row. */
        private static boolean hasDefault(Annotated member) {
            RecordComponent component = component(member);
            return component != null
                    && hasOwnDefault(component)
                    && !component.getAnnotatedType().isAnnotationPresent(Nullable.class);
        }

        private static boolean hasOwnDefault(RecordComponent component) {
            Class<?> type = component.getType();
            return type == List.class
                    || type == Map.class
                    || type == boolean.class
                    || (type == int.class && component.getName().equals("offset"));
        }

        private static @Nullable RecordComponent component(Annotated member) {
            if (!(member instanceof AnnotatedParameter parameter)
                    || !parameter.getDeclaringClass().isRecord()) {
                return null;
            }
            RecordComponent[] components = parameter.getDeclaringClass().getRecordComponents();
            return parameter.getOwner().getParameterCount() == components.length
                    ? components[parameter.getIndex()]
                    : null;
        }
    }

    /** {@code 1e-999999999} is short to write and a gigabyte when written out. */
    private static final class Bounded extends StdDeserializer<BigDecimal> {
        private static final long serialVersionUID = 1L;

        Bounded() {
            super(BigDecimal.class);
        }

        @Override
        public BigDecimal deserialize(JsonParser json, DeserializationContext context) throws IOException {
            BigDecimal value = NumberDeserializers.BigDecimalDeserializer.instance.deserialize(json, context);
            if (value != null && (Math.abs((long) value.scale()) > MAX_PLACES || value.precision() > MAX_DIGITS)) {
                throw context.weirdNumberException(value.unscaledValue(), BigDecimal.class, "it is too large or small");
            }
            return value;
        }
    }
}
