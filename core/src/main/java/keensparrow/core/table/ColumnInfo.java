package keensparrow.core.table;

import java.util.List;
import keensparrow.core.column.ColumnType;
import org.jspecify.annotations.Nullable;

/**
 * One column of a schema.
 *
 * @param name unique in its table; what expressions and addresses call it; never changes with the label
 * @param label what people read; at first the heading in the file
 * @param format null for values shown as they are
 * @param additivity of numbers; null for other types, and in records that are older than it
 * @param description what it means, for whoever asks; null for none
 * @param sensitive whether its values are never downloaded
 * @param order values in the order in which its categories follow each other, those not named behind them by their labels;
 *     null for all by their labels
 */
public record ColumnInfo(
        String name,
        String label,
        ColumnType type,
        Role role,
        @Nullable ColumnFormat format,
        @Nullable Additivity additivity,
        @Nullable String description,
        @Nullable Boolean sensitive,
        @Nullable List<String> order) {
    public ColumnInfo {
        sensitive = sensitive != null && sensitive; // older records do not say
        order = order == null || order.isEmpty() ? null : List.copyOf(order);
    }

    public ColumnInfo(
            String name,
            String label,
            ColumnType type,
            Role role,
            @Nullable ColumnFormat format,
            @Nullable Additivity additivity) {
        this(name, label, type, role, format, additivity, null, false, null);
    }

    public ColumnInfo(String name, String label, ColumnType type, Role role, @Nullable ColumnFormat format) {
        this(name, label, type, role, format, null);
    }

    /** Shown as the values are. */
    public ColumnInfo(String name, String label, ColumnType type, Role role) {
        this(name, label, type, role, null);
    }

    public ColumnInfo withLabel(String newLabel) {
        return new ColumnInfo(name, newLabel, type, role, format, additivity, description, sensitive, order);
    }

    public ColumnInfo withRole(Role newRole) {
        return new ColumnInfo(name, label, type, newRole, format, additivity, description, sensitive, order);
    }

    public ColumnInfo withFormat(@Nullable ColumnFormat newFormat) {
        return new ColumnInfo(name, label, type, role, newFormat, additivity, description, sensitive, order);
    }

    public ColumnInfo withAdditivity(Additivity newAdditivity) {
        return new ColumnInfo(name, label, type, role, format, newAdditivity, description, sensitive, order);
    }

    /** @param text null for none */
    public ColumnInfo described(@Nullable String text) {
        return new ColumnInfo(name, label, type, role, format, additivity, text, sensitive, order);
    }

    public ColumnInfo withSensitive(boolean next) {
        return new ColumnInfo(name, label, type, role, format, additivity, description, next, order);
    }

    /** @param next values in the order of its categories; null for that of their labels */
    public ColumnInfo ordered(@Nullable List<String> next) {
        return new ColumnInfo(name, label, type, role, format, additivity, description, sensitive, next);
    }

    /** Whether its categories have an order of their own, which is no order of size. */
    public boolean isInOrder() {
        return order != null || type.isNumber();
    }

    /** Whether its values are never downloaded. */
    public boolean isSensitive() {
        return sensitive != null && sensitive;
    }

    /** As it is kept by what was made of the values of another column. */
    public ColumnInfo keeping(ColumnInfo of) {
        return of.isSensitive() ? withSensitive(true) : this;
    }

    /** Whether a reader may group by it: a category whatever its type, or a place by name. */
    public boolean isGrouping() {
        return role == Role.CATEGORY && (type.isCoded() || type.isNumber())
                || role == Role.PLACE && type == ColumnType.TEXT;
    }

    /** Whether its values are dates, years or other periods. */
    public boolean isTime() {
        return type.isTime();
    }
}
