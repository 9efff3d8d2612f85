package keensparrow.core.infer;

import java.util.List;
import java.util.regex.Pattern;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.LongColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.table.Role;

/** What a column is for, from its type, its values and its name. The rules are in docs/draft-rules.md. */
public final class Roles {
    private static final int MOST_CATEGORIES = 2000;
    private static final int LONGEST_CATEGORY = 60;
    private static final Pattern PLACE = words(
            "city|country|region|state|province|county|station|town|place|location|address|postcode|zip|lat|latitude|lon|lng|longitude|origin|destination|land|stadt|pays|ville");
    private static final Pattern IDENTIFIER = words("id|key|code|number|no|nr|uuid|reference|ref");

    private static final Pattern YEAR = words("year|jahr|annee|ano|anno|jaar|rok|fy");

    private Roles() {}

    private static Pattern words(String alternatives) {
        return Pattern.compile("(^|_)(" + alternatives + ")(_|$)");
    }

    public static Role of(String name, Column column) {
        return switch (column.type()) {
            case DATE, DATE_TIME -> Role.TIME;
            case YES_NO, TAGS -> Role.CATEGORY;
            case TEXT -> ofText(name, (TextColumn) column);
            case WHOLE, DECIMAL -> ofNumber(name, column);
        };
    }

    private static Role ofNumber(String name, Column column) {
        if (PLACE.matcher(name).find()) {
            return Role.PLACE;
        }
        if (YEAR.matcher(name).find() && column.type() == ColumnType.WHOLE && isOfYears((LongColumn) column)) {
            return Role.CATEGORY; // nobody adds years up
        }
        boolean identifies = IDENTIFIER.matcher(name).find() && column.type() == ColumnType.WHOLE;
        return identifies && isMostlyUnique((LongColumn) column) ? Role.IDENTIFIER : Role.MEASURE;
    }

    private static boolean isOfYears(LongColumn column) {
        return java.util.stream.IntStream.range(0, column.rowCount())
                .filter(row -> !column.isBlank(row))
                .allMatch(row -> column.value(row) >= 1000 && column.value(row) < 3000);
    }

    private static boolean isMostlyUnique(LongColumn column) {
        long filled = column.rowCount() - (long) column.blankCount();
        long distinct = java.util.stream.IntStream.range(0, column.rowCount())
                .filter(row -> !column.isBlank(row))
                .mapToLong(column::value)
                .distinct()
                .count();
        return distinct > filled * 0.9;
    }

    private static Role ofText(String name, TextColumn column) {
        int distinct = column.dictionarySize();
        long filled = column.rowCount() - (long) column.blankCount();
        boolean isUnique = distinct == filled && filled > 1;
        double length = averageLength(column);
        if (PLACE.matcher(name).find() && length <= LONGEST_CATEGORY && distinct <= MOST_CATEGORIES) {
            return Role.PLACE;
        }
        if (isUnique && (IDENTIFIER.matcher(name).find() || (filled > 20 && length <= 24))) {
            return Role.IDENTIFIER;
        }
        boolean repeats = distinct <= MOST_CATEGORIES && (distinct * 2L <= filled || distinct <= 12);
        return repeats && length <= LONGEST_CATEGORY ? Role.CATEGORY : codeOrText(name, distinct, filled, length);
    }

    private static Role codeOrText(String name, int distinct, long filled, double length) {
        boolean code = IDENTIFIER.matcher(name).find() && length <= 40 && distinct * 2L > filled;
        return code ? Role.IDENTIFIER : Role.TEXT;
    }

    private static double averageLength(TextColumn column) {
        int size = column.dictionarySize();
        int step = Math.max(1, size / 1000);
        long total = 0;
        int seen = 0;
        for (int code = 0; code < size; code += step) {
            total += column.text(code).length();
            seen++;
        }
        return seen == 0 ? 0 : (double) total / seen;
    }

    /** Roles that a column of that type can be given. */
    public static List<Role> possible(ColumnType type) {
        return switch (type) {
            case DATE, DATE_TIME -> List.of(Role.TIME);
            case YES_NO, TAGS -> List.of(Role.CATEGORY);
            case TEXT -> List.of(Role.CATEGORY, Role.PLACE, Role.TEXT, Role.IDENTIFIER);
            case WHOLE, DECIMAL -> List.of(Role.MEASURE, Role.CATEGORY, Role.IDENTIFIER, Role.PLACE);
        };
    }
}
