package keensparrow.core.meaning;

import java.util.Optional;
import java.util.Set;
import keensparrow.core.table.ColumnInfo;
import keensparrow.core.table.Role;
import keensparrow.core.table.Schema;

/** The two columns that say where a row lies. */
public record Coordinates(String latitude, String longitude) {
    /** By their headings, of numbers that are used as places. */
    public static Optional<Coordinates> of(Schema schema) {
        Optional<ColumnInfo> latitude = find(schema, Vocabulary.LATITUDE);
        Optional<ColumnInfo> longitude = find(schema, Vocabulary.LONGITUDE);
        return latitude.isPresent() && longitude.isPresent()
                ? Optional.of(
                        new Coordinates(latitude.get().name(), longitude.get().name()))
                : Optional.empty();
    }

    private static Optional<ColumnInfo> find(Schema schema, Set<String> words) {
        return schema.columns().stream()
                .filter(column -> column.role() == Role.PLACE && column.type().isNumber())
                .filter(column -> new HeadingWords(column.label()).has(words))
                .findFirst();
    }
}
