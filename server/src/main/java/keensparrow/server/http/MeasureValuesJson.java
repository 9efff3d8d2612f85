package keensparrow.server.http;

import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.databind.SerializerProvider;
import com.fasterxml.jackson.databind.ser.std.StdSerializer;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.question.Answer;
import org.jspecify.annotations.Nullable;

/** Dates and times among the values of a measure are written as everywhere else, not as the numbers they are computed by. */
final class MeasureValuesJson extends StdSerializer<Answer.MeasureValues> {
    private static final long serialVersionUID = 1L;
    private static final BigDecimal MICROS_A_DAY = BigDecimal.valueOf(86_400_000_000L);

    MeasureValuesJson() {
        super(Answer.MeasureValues.class);
    }

    @Override
    public void serialize(Answer.MeasureValues measure, JsonGenerator json, SerializerProvider provider)
            throws IOException {
        ColumnType type = measure.type();
        json.writeStartObject();
        provider.defaultSerializeField("type", type, json);
        provider.defaultSerializeField("format", measure.format(), json);
        values("values", measure.values(), type, json);
        json.writeNumberField("error", measure.error());
        Answer.Totals totals = measure.totals();
        if (totals == null) {
            json.writeNullField("totals");
        } else {
            json.writeObjectFieldStart("totals");
            json.writeFieldName("all");
            value(totals.all(), type, json);
            values("axis", totals.axis(), type, json);
            values("splits", totals.splits(), type, json);
            values("panels", totals.panels(), type, json);
            json.writeEndObject();
        }
        json.writeEndObject();
    }

    private static void values(
            String name, List<@Nullable BigDecimal> values, @Nullable ColumnType type, JsonGenerator json)
            throws IOException {
        json.writeArrayFieldStart(name);
        for (BigDecimal value : values) {
            value(value, type, json);
        }
        json.writeEndArray();
    }

    private static void value(@Nullable BigDecimal value, @Nullable ColumnType type, JsonGenerator json)
            throws IOException {
        if (value == null) {
            json.writeNull();
        } else if (type == ColumnType.DATE) {
            json.writeString(date(value));
        } else if (type == ColumnType.DATE_TIME) {
            json.writeString(LongColumn.dateTime(whole(value)).toString());
        } else {
            json.writeNumber(value);
        }
    }

    /** The middle of two days is a time of a day. */
    private static String date(BigDecimal days) {
        return days.stripTrailingZeros().scale() <= 0
                ? LocalDate.ofEpochDay(days.longValueExact()).toString()
                : LongColumn.dateTime(whole(days.multiply(MICROS_A_DAY))).toString();
    }

    private static long whole(BigDecimal value) {
        return value.setScale(0, RoundingMode.HALF_UP).longValueExact();
    }
}
