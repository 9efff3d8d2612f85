package keensparrow.formats.json;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.io.SerializedString;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.engine.QueryEngine;
import keensparrow.core.table.ColumnInfo;
import keensparrow.formats.sheet.PlainNumbers;
import org.jspecify.annotations.Nullable;

/**
 * Rows as JSON lines: an object a row, by the names of its columns. Numbers are numbers, yes and no are true and false,
 * lists of tags are arrays, dates are texts as ISO 8601 says, blanks are null.
 */
public final class JsonLinesDownload {
    private static final JsonFactory JSON = new JsonFactory();
    private static final String TAGS_APART = ";";

    private JsonLinesDownload() {}

    /**
     * Writes rows as they come, never all in memory.
     *
     * @throws keensparrow.core.error.UserException COLUMN_NOT_FOUND before anything is written
     */
    public static void write(QueryEngine engine, QueryEngine.RowScan scan, OutputStream out) throws IOException {
        List<ColumnInfo> columns =
                scan.columns().stream().map(engine.schema()::get).toList();
        try (JsonGenerator json = generator(out)) {
            engine.rows(
                    scan,
                    values -> {
                        try {
                            json.writeStartObject();
                            for (int i = 0; i < columns.size(); i++) {
                                json.writeFieldName(columns.get(i).name());
                                value(json, columns.get(i).type(), values.get(i));
                            }
                            json.writeEndObject();
                        } catch (IOException gone) {
                            throw new UncheckedIOException(gone);
                        }
                    },
                    () -> false);
        }
    }

    /** Rows that are texts already, by their headings; columns that hold nothing but plain numbers are numbers. */
    public static void write(List<String> headings, List<List<String>> rows, OutputStream out) throws IOException {
        boolean[] numbers = PlainNumbers.columns(headings.size(), rows);
        try (JsonGenerator json = generator(out)) {
            for (List<String> row : rows) {
                json.writeStartObject();
                for (int i = 0; i < headings.size(); i++) {
                    json.writeFieldName(headings.get(i));
                    value(json, numbers[i] ? ColumnType.DECIMAL : ColumnType.TEXT, blankAsNull(row.get(i)));
                }
                json.writeEndObject();
            }
        }
    }

    private static @Nullable String blankAsNull(String text) {
        return text.isEmpty() ? null : text;
    }

    private static JsonGenerator generator(OutputStream out) throws IOException {
        JsonGenerator json = JSON.createGenerator(out);
        json.setRootValueSeparator(new SerializedString("\n"));
        json.disable(JsonGenerator.Feature.AUTO_CLOSE_TARGET);
        return json;
    }

    private static void value(JsonGenerator json, ColumnType type, @Nullable String value) throws IOException {
        if (value == null) {
            json.writeNull();
            return;
        }
        switch (type) {
            case WHOLE, DECIMAL -> json.writeNumber(new BigDecimal(value));
            case YES_NO -> json.writeBoolean(value.equals("yes"));
            case TAGS -> {
                json.writeStartArray();
                for (String tag : value.split(TAGS_APART)) {
                    json.writeString(tag.strip());
                }
                json.writeEndArray();
            }
            default -> json.writeString(value);
        }
    }
}
