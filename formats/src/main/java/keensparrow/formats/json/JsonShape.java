package keensparrow.formats.json;

import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import java.io.IOException;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * What a file of one JSON object is: equally long lists are columns, and so are objects whose fields are counted from 0;
 * other objects of one kind are rows, each under its key. Anything else is read as {@link JsonReader} reads objects.
 *
 * @param keyHeading of the column that the keys of rows are put into
 */
record JsonShape(Kind kind, String keyHeading) {
    enum Kind {
        OBJECTS,
        COLUMNS,
        ENTRIES
    }

    static final JsonShape OBJECTS = new JsonShape(Kind.OBJECTS, "");

    private static final int MIN_ROWS = 2;
    private static final int MIN_ENTRIES = 3;
    private static final int MAX_NAMES = 5000;
    private static final List<String> KEY_HEADINGS = List.of("key", "entry", "key of the entry");

    /** @param json at the beginning of an object */
    static JsonShape of(JsonParser json) throws IOException {
        Look look = new Look();
        while (json.nextToken() == JsonToken.FIELD_NAME) {
            JsonToken token = json.nextToken();
            if (token == JsonToken.START_ARRAY) {
                look.list(json);
            } else if (token == JsonToken.START_OBJECT) {
                look.object(json);
            } else {
                look.others++;
            }
            if (look.isOver()) {
                return OBJECTS;
            }
        }
        return json.nextToken() != null ? OBJECTS : look.shape();
    }

    /** What was seen of the fields so far. */
    private static final class Look {
        private final Set<String> names = new HashSet<>();
        private long named; // fields of all objects
        private int lists;
        private int objects;
        private int others;
        private long length = -1; // of all lists, or objects counted from 0
        private boolean columns = true;

        void list(JsonParser json) throws IOException {
            lists++;
            long count = 0;
            for (JsonToken token = json.nextToken();
                    token != JsonToken.END_ARRAY && token != null;
                    token = json.nextToken()) {
                columns &= token.isScalarValue();
                json.skipChildren();
                count++;
            }
            asLong(count);
        }

        void object(JsonParser json) throws IOException {
            objects++;
            long count = 0;
            while (json.nextToken() == JsonToken.FIELD_NAME) {
                String name = json.currentName();
                columns &= name.equals(Long.toString(count)) && json.nextToken().isScalarValue();
                if (!columns) {
                    names.add(name);
                    if (json.currentToken() == JsonToken.FIELD_NAME) {
                        json.nextToken();
                    }
                }
                json.skipChildren();
                count++;
                named++;
            }
            asLong(count);
        }

        private void asLong(long count) {
            columns &= length < 0 || length == count;
            length = count;
        }

        boolean isOver() {
            return others > 0 || names.size() > MAX_NAMES || (lists > 0 && objects > 0);
        }

        JsonShape shape() {
            if (columns && length >= MIN_ROWS) {
                return new JsonShape(Kind.COLUMNS, "");
            }
            boolean alike = objects >= MIN_ENTRIES && (long) names.size() * objects <= 2 * named;
            String heading = KEY_HEADINGS.stream()
                    .filter(each -> !names.contains(each))
                    .findFirst()
                    .orElse("");
            return alike && !heading.isEmpty() ? new JsonShape(Kind.ENTRIES, heading) : OBJECTS;
        }
    }
}
