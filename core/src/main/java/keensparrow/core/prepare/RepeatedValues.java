package keensparrow.core.prepare;

import keensparrow.core.table.Additivity;
import keensparrow.core.table.ColumnInfo;

/** Numbers that a step puts into several rows: a sum over these would count them again and again. */
final class RepeatedValues {
    private RepeatedValues() {}

    /** The column as one that is averaged, where it was added up. */
    static ColumnInfo info(ColumnInfo info, String reason) {
        Additivity known = info.additivity();
        return known == null || known.kind() == Additivity.Kind.AVERAGE
                ? info
                : info.withAdditivity(new Additivity(Additivity.Kind.AVERAGE, reason));
    }
}
