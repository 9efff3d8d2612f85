package keensparrow.formats.sheet;

import java.util.Optional;
import keensparrow.core.column.ColumnType;
import keensparrow.core.table.ColumnFormat;
import keensparrow.core.table.ColumnInfo;

/**
 * How the numbers of a column are shown in a sheet: the value of a cell stays a number.
 *
 * @param before what stands before it, such as a sign of a currency, @param after behind it, such as a unit
 * @param decimals always shown; {@link #AS_IS} for as many as each number has
 */
public record NumberStyle(String before, String after, int decimals, boolean isPercent) {
    public static final int AS_IS = -1;

    /** Nothing for numbers shown as they are, and for other types. */
    public static Optional<NumberStyle> of(ColumnInfo info) {
        ColumnFormat format = info.format();
        if (format == null || !info.type().isNumber()) {
            return Optional.empty();
        }
        int asIs = info.type() == ColumnType.WHOLE ? 0 : AS_IS;
        String unit = format.unit() == null ? "" : format.unit().replace("\"", "");
        int decimals = format.decimals() == null ? asIs : format.decimals();
        return switch (format.kind()) {
            case PERCENT ->
                Optional.of(new NumberStyle("", "%", format.decimals() == null ? 1 : format.decimals(), true));
            case MONEY -> {
                int places = format.decimals() == null && asIs == AS_IS ? 2 : decimals;
                boolean code = !unit.isEmpty() && Character.isLetter(unit.charAt(0));
                yield Optional.of(
                        code
                                ? new NumberStyle("", " " + unit, places, false)
                                : new NumberStyle(unit, "", places, false));
            }
            case NUMBER ->
                unit.isEmpty() && format.decimals() == null
                        ? Optional.empty()
                        : Optional.of(new NumberStyle("", unit.isEmpty() ? "" : " " + unit, decimals, false));
            case DURATION -> Optional.of(new NumberStyle("", " " + unit, AS_IS, false));
            default -> Optional.empty();
        };
    }

    /** As spreadsheet programs write such formats. */
    public String pattern() {
        String number = decimals == AS_IS
                ? "General"
                : (isPercent ? "0" : "#,##0") + (decimals > 0 ? "." + "0".repeat(decimals) : "");
        return isPercent ? number + "%" : quoted(before) + number + quoted(after);
    }

    private static String quoted(String text) {
        return text.isEmpty() ? "" : "\"" + text + "\"";
    }
}
