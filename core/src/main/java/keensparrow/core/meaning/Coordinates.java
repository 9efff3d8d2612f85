package keensparrow.core.meaning;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
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

    /** All pairs: a row may lie at two places, where it begins and where it ends. */
    public static List<Coordinates> all(Schema schema) {
        List<ColumnInfo> latitudes = findAll(schema, Vocabulary.LATITUDE);
        List<ColumnInfo> longitudes = findAll(schema, Vocabulary.LONGITUDE);
        return IntStream.range(0, Math.min(latitudes.size(), longitudes.size()))
                .mapToObj(i -> new Coordinates(
                        latitudes.get(i).name(), longitudes.get(i).name()))
                .toList();
    }

    private static Optional<ColumnInfo> find(Schema schema, Set<String> words) {
        return findAll(schema, words).stream().findFirst();
    }

    private static List<ColumnInfo> findAll(Schema schema, Set<String> words) {
        return schema.columns().stream()
                .filter(column -> column.role() == Role.PLACE && column.type().isNumber())
                .filter(column -> new HeadingWords(column.label()).has(words))
                .toList();
    }
}
