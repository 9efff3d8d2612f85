package keensparrow.formats.json;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.JsonToken;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import keensparrow.core.infer.source.CellKind;
import keensparrow.core.words.Text;
import keensparrow.core.words.Words;
import keensparrow.formats.archive.Scratch;
import keensparrow.formats.sheet.NumberFormats;
import keensparrow.formats.sheet.SheetWriter;

/**
 * Reads JSON as rows: an array of objects, objects a line, an array of arrays, one of these inside an object, or what
 * {@link JsonShape} says of a single object.
 * Objects in objects become columns with a point in their name, lists of texts and numbers become tags, other lists stay
 * JSON. The file is read twice: which columns there are is known only at its end.
 */
public final class JsonReader {
    private static final int MAX_COLUMNS = 5000;
    private static final long MAX_CELLS = 5_000_000;
    private static final JsonFactory FACTORY = new JsonFactory();

    private final Path file;
    private final String name;
    private final Map<String, Integer> columns = new LinkedHashMap<>();
    private final JsonShape shape;
    private boolean arrays; // rows are arrays without names

    private JsonReader(Path file, String name) throws IOException {
        this.file = file;
        this.name = name;
        this.shape = shape();
    }

    /** @return one sheet, to be closed by the caller. @throws UserException FILE_NOT_READABLE, with line and column */
    public static List<SheetWriter> read(Path file, String name, Scratch scratch) throws IOException {
        JsonReader reader = new JsonReader(file, name);
        long[] rows = {0};
        reader.rows(row -> {
            rows[0]++;
            row.keySet().forEach(reader::column);
        });
        if (rows[0] == 0) {
            throw new UserException(ErrorCode.FILE_NO_ROWS, Text.of("formats.json.holdsNoListOfObjects", "name", name));
        }
        SheetWriter sheet = new SheetWriter(name, "", false, scratch);
        boolean whole = false;
        try {
            reader.write(sheet);
            whole = true;
            return List.of(sheet);
        } finally {
            if (!whole) {
                sheet.close();
            }
        }
    }

    private void column(String key) {
        columns.putIfAbsent(key, columns.size());
        if (columns.size() > MAX_COLUMNS) {
            throw new UserException(
                    ErrorCode.FILE_NOT_READABLE,
                    Text.of("formats.json.hasObjectsWithMoreThan", "name", name, "maxColumns", MAX_COLUMNS));
        }
    }

    private void write(SheetWriter sheet) throws IOException {
        long[] number = {0};
        if (!arrays) {
            number[0] = 1;
            columns.forEach((key, at) -> sheet.put(at, CellKind.TEXT, key));
            sheet.endRow(1);
            sheet.namesColumns();
        }
        Value[] cells = new Value[columns.size()];
        rows(row -> {
            java.util.Arrays.fill(cells, null);
            row.forEach((key, value) -> cells[columns.getOrDefault(key, 0)] = value);
            for (int at = 0; at < cells.length; at++) {
                if (cells[at] != null) {
                    sheet.put(at, cells[at].kind, cells[at].text);
                }
            }
            sheet.endRow(++number[0]);
        });
    }

    private record Value(CellKind kind, String text) {}

    private interface RowTaker {
        void take(Map<String, Value> row);
    }

    private JsonShape shape() throws IOException {
        try (JsonParser json = FACTORY.createParser(file.toFile())) {
            return json.nextToken() == JsonToken.START_OBJECT ? JsonShape.of(json) : JsonShape.OBJECTS;
        } catch (JsonProcessingException e) {
            return JsonShape.OBJECTS; // said with its place when it is read
        }
    }

    /** Lists, or objects counted from 0, one for each column: kept in memory until the last one is there. */
    private void columns(JsonParser json, RowTaker taker) throws IOException {
        Map<String, List<Value>> lists = new LinkedHashMap<>();
        long cells = 0;
        Map<String, Value> one = new LinkedHashMap<>();
        while (json.nextToken() == JsonToken.FIELD_NAME) {
            List<Value> list = new ArrayList<>();
            lists.put(json.currentName(), list);
            json.nextToken();
            for (JsonToken token = json.nextToken(); !token.isStructEnd(); token = json.nextToken()) {
                if (token != JsonToken.FIELD_NAME) {
                    value(json, "", one);
                    list.add(Objects.requireNonNull(one.get("")));
                }
                if (++cells > MAX_CELLS) {
                    throw new UserException(
                            ErrorCode.FILE_NOT_READABLE,
                            Text.of("formats.json.hasItsColumnsOneAfter", "name", name, "maxCells", MAX_CELLS));
                }
            }
        }
        int rows = lists.values().stream().mapToInt(List::size).min().orElse(0);
        for (int row = 0; row < rows; row++) {
            Map<String, Value> cellsOfRow = new LinkedHashMap<>();
            for (Map.Entry<String, List<Value>> list : lists.entrySet()) {
                cellsOfRow.put(list.getKey(), list.getValue().get(row));
            }
            taker.take(cellsOfRow);
        }
    }

    /** Objects, each under its key. */
    private void entries(JsonParser json, RowTaker taker) throws IOException {
        while (json.nextToken() == JsonToken.FIELD_NAME) {
            Map<String, Value> row = new LinkedHashMap<>();
            row.put(shape.keyHeading(), new Value(CellKind.TEXT, json.currentName()));
            json.nextToken();
            fields(json, "", row);
            taker.take(row);
        }
    }

    private void rows(RowTaker taker) throws IOException {
        try (JsonParser json = FACTORY.createParser(file.toFile())) {
            JsonToken token = json.nextToken();
            if (token == JsonToken.START_ARRAY) {
                list(json, taker);
            } else if (shape.kind() == JsonShape.Kind.COLUMNS) {
                columns(json, taker);
            } else if (shape.kind() == JsonShape.Kind.ENTRIES) {
                entries(json, taker);
            } else {
                objects(json, token, taker);
            }
        } catch (JsonProcessingException e) {
            throw new UserException(
                    ErrorCode.FILE_NOT_READABLE,
                    Text.of(
                            "formats.json.isNoValidJsonCorrect",
                            "name",
                            name,
                            "file",
                            JsonFault.of(file, e).text()));
        }
    }

    /** Objects a line, or one object that holds the list. */
    private void objects(JsonParser json, @org.jspecify.annotations.Nullable JsonToken first, RowTaker taker)
            throws IOException {
        JsonToken token = first;
        if (token != JsonToken.START_OBJECT) {
            return;
        }
        boolean anyList = false;
        Map<String, Value> row = new LinkedHashMap<>();
        int objects = 0;
        while (token == JsonToken.START_OBJECT) {
            objects++;
            row.clear();
            boolean alone = objects == 1;
            while (json.nextToken() == JsonToken.FIELD_NAME) {
                String key = json.currentName();
                JsonToken value = json.nextToken();
                if (alone && value == JsonToken.START_ARRAY && startsRows(json, key, row, taker)) {
                    anyList = true;
                } else if (!(alone && value == JsonToken.START_ARRAY)) {
                    value(json, key, row);
                }
            }
            if (!anyList) {
                taker.take(row);
            }
            token = json.nextToken();
            if (token == JsonToken.START_ARRAY) {
                return;
            }
        }
    }

    /** The list that has just begun: rows if its first element is an object, else the tags of a cell. */
    private boolean startsRows(JsonParser json, String key, Map<String, Value> row, RowTaker taker) throws IOException {
        JsonToken token = json.nextToken();
        if (token == JsonToken.START_OBJECT) {
            while (token == JsonToken.START_OBJECT) {
                object(json, taker);
                token = json.nextToken();
            }
            return true;
        }
        tags(json, key, row, token);
        return false;
    }

    private void object(JsonParser json, RowTaker taker) throws IOException {
        Map<String, Value> row = new LinkedHashMap<>();
        fields(json, "", row);
        taker.take(row);
    }

    private void list(JsonParser json, RowTaker taker) throws IOException {
        for (JsonToken token = json.nextToken();
                token != JsonToken.END_ARRAY && token != null;
                token = json.nextToken()) {
            Map<String, Value> row = new LinkedHashMap<>();
            if (token == JsonToken.START_OBJECT) {
                fields(json, "", row);
            } else if (token == JsonToken.START_ARRAY) {
                arrays = true;
                for (int at = 0; json.nextToken() != JsonToken.END_ARRAY; at++) {
                    value(json, Words.say("formats.json.column", "at", at + 1), row);
                }
            } else {
                value(json, "value", row);
            }
            taker.take(row);
        }
    }

    private void fields(JsonParser json, String prefix, Map<String, Value> row) throws IOException {
        while (json.nextToken() == JsonToken.FIELD_NAME) {
            String key = prefix + json.currentName();
            json.nextToken();
            value(json, key, row);
        }
    }

    private void value(JsonParser json, String key, Map<String, Value> row) throws IOException {
        switch (json.currentToken()) {
            case START_OBJECT -> fields(json, key + ".", row);
            case START_ARRAY -> tags(json, key, row, json.nextToken());
            case VALUE_STRING -> row.put(key, new Value(CellKind.TEXT, json.getText()));
            case VALUE_NUMBER_INT, VALUE_NUMBER_FLOAT ->
                row.put(key, new Value(CellKind.NUMBER, number(json.getText())));
            case VALUE_TRUE, VALUE_FALSE -> row.put(key, new Value(CellKind.TRUTH, json.getText()));
            default -> row.put(key, new Value(CellKind.TEXT, "")); // null: the column is there, the value is blank
        }
    }

    private static String number(String text) {
        return text.indexOf('e') < 0 && text.indexOf('E') < 0 ? text : NumberFormats.plain(text);
    }

    private void tags(
            JsonParser json, String key, Map<String, Value> row, @org.jspecify.annotations.Nullable JsonToken first)
            throws IOException {
        List<String> tags = new ArrayList<>();
        StringBuilder raw = new StringBuilder();
        boolean plain = true;
        JsonToken token = first;
        for (int depth = 1; depth > 0 && token != null; ) {
            if (token.isStructEnd()) {
                depth--;
            } else if (token.isStructStart()) {
                depth++;
                plain = false;
            } else if (token == JsonToken.FIELD_NAME) {
                raw.append(json.currentName()).append(": ");
            } else if (token != JsonToken.VALUE_NULL) {
                tags.add(json.getText());
                raw.append(json.getText()).append("; ");
            }
            token = depth > 0 ? json.nextToken() : token;
        }
        String text = plain ? String.join(";", tags) : raw.toString().replaceAll("; $", "");
        row.put(key, new Value(CellKind.TEXT, text));
    }
}
