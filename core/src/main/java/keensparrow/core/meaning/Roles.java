package keensparrow.core.meaning;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TextColumn;
import keensparrow.core.table.Role;

/** What a column is for, from its type, its values and its heading. The rules are in docs/draft-rules.md. */
public final class Roles {
    private static final int MAX_CATEGORIES = 2000;
    private static final int MAX_PLACES = 50_000;
    private static final int MAX_CATEGORY = 60;
    private static final int MAX_CODE = 40;
    private static final int SHORT_CODE = 5;
    private static final int FEW_CODES = 12;
    private static final int MAX_CODED = 31; // days of a month
    private static final int MAX_NUMBERED = 60; // shops known by their number
    private static final int FEW_NUMBERS = 8;
    private static final double MOSTLY = 0.8;
    private static final int LOOKED_AT = 1000; // texts

    private Roles() {}

    static Role of(HeadingWords words, Column column) {
        return switch (column.type()) {
            case DATE, DATE_TIME -> Role.TIME;
            case YES_NO, TAGS -> Role.CATEGORY;
            case TEXT -> ofText(words, (TextColumn) column);
            case WHOLE, DECIMAL -> ofNumber(words, ColumnFacts.of(column));
        };
    }

    private static Role ofNumber(HeadingWords words, ColumnFacts facts) {
        if (isCoordinate(words, facts)) {
            return Role.PLACE;
        }
        if (!facts.isIntegral()) {
            return Role.MEASURE;
        }
        if (words.has(Vocabulary.POSTAL)) {
            return Role.IDENTIFIER;
        }
        if ((facts.isCounter() || facts.isRunningNumber()) && !words.has(Vocabulary.SUM)) {
            return Role.IDENTIFIER;
        }
        boolean code = words.endsWith(Vocabulary.IDENTIFIER) || words.endsWith(Vocabulary.NUMBERED_BY_OFFICES);
        if (code && !isAnswer(words) && !isCountOf(words)) {
            return facts.areFewCodes(FEW_CODES) ? Role.CATEGORY : Role.IDENTIFIER;
        }
        boolean again = facts.filled() >= facts.distinct() * 2L;
        if (words.endsWith(Vocabulary.CODED) && facts.distinct() <= MAX_CODED && facts.min() >= 0 && again) {
            return Role.CATEGORY;
        }
        boolean numbered = words.endsWith(Vocabulary.NAMING)
                || words.endsWith(Vocabulary.PLACE)
                || (words.endsWith(Vocabulary.NUMBERED) && words.plural().isEmpty());
        if (numbered && !isMeasured(words) && facts.min() >= 0) {
            return facts.distinct() <= MAX_NUMBERED && again ? Role.CATEGORY : Role.IDENTIFIER;
        }
        boolean few = facts.areFlags()
                || (facts.areFewCodes(FEW_NUMBERS) && words.plural().isEmpty());
        return few && !isMeasured(words) ? Role.CATEGORY : Role.MEASURE;
    }

    /** {@code smoker_yes_ill_no} beside {@code smoker_no_ill_no}. */
    private static boolean isAnswer(HeadingWords words) {
        return words.all().contains("yes")
                || words.all().stream().filter("no"::equals).count() > 1;
    }

    private static boolean isCountOf(HeadingWords words) {
        return words.all().size() > 1 && words.all().contains("of");
    }

    private static boolean isCoordinate(HeadingWords words, ColumnFacts facts) {
        return (words.has(Vocabulary.LATITUDE) && facts.isWithin(-90, 90))
                || (words.has(Vocabulary.LONGITUDE) && facts.isWithin(-180, 180));
    }

    /** Whether a word says that it is measured or counted. */
    private static boolean isMeasured(HeadingWords words) {
        return MEASURED.stream().anyMatch(words::has) || words.isPer();
    }

    private static final List<Set<String>> MEASURED = List.of(
            Vocabulary.PERCENT,
            Vocabulary.PRICE,
            Vocabulary.RATE,
            Vocabulary.SCORE,
            Vocabulary.TEMPERATURE,
            Vocabulary.MOMENT,
            Vocabulary.AGE,
            Vocabulary.DURATION,
            Vocabulary.BODY,
            Vocabulary.MIDDLE,
            Vocabulary.LEVEL,
            Vocabulary.RUNNING,
            Vocabulary.SUM,
            Vocabulary.RAIN,
            Vocabulary.CURRENCY);

    private static Role ofText(HeadingWords words, TextColumn column) {
        int distinct = column.dictionarySize();
        long filled = column.rowCount() - (long) column.blankCount();
        List<String> values = some(column);
        double length = values.stream().mapToInt(String::length).average().orElse(0);
        boolean isShort = length <= MAX_CATEGORY;
        boolean named = words.has(Vocabulary.PLACE) || words.has(Vocabulary.POSTAL);
        boolean code = words.endsWith(Vocabulary.IDENTIFIER) && length <= MAX_CODE;
        if (isShort && !code && distinct <= MAX_PLACES && (named || Countries.are(values))) {
            return Role.PLACE;
        }
        if (filled == 0) {
            return Role.TEXT;
        }
        boolean isUnique = distinct == filled && filled > 1;
        if (isUnique && (code || areCodes(values)) || code && distinct > MAX_NUMBERED) {
            return Role.IDENTIFIER;
        }
        boolean repeats =
                distinct <= MAX_CATEGORIES && (distinct * 2L <= filled || (distinct <= FEW_CODES && !isUnique));
        if (repeats && isShort) {
            return Role.CATEGORY;
        }
        return code ? Role.IDENTIFIER : Role.TEXT;
    }

    private static List<String> some(TextColumn column) {
        int step = Math.max(1, column.dictionarySize() / LOOKED_AT);
        List<String> values = new ArrayList<>();
        for (int code = 0; code < column.dictionarySize(); code += step) {
            values.add(column.text(code));
        }
        return values;
    }

    /** Whether most are one word with a digit in it, or short and in capitals, as numbers of parts and codes are. */
    private static boolean areCodes(List<String> values) {
        long codes = values.stream()
                .filter(value -> value.indexOf(' ') < 0
                        && (value.chars().anyMatch(Character::isDigit)
                                || (value.length() <= SHORT_CODE && value.equals(value.toUpperCase(Locale.ROOT)))))
                .count();
        return codes >= values.size() * MOSTLY;
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
