package keensparrow.core.app.filter;

import java.util.List;
import keensparrow.core.question.Question;
import keensparrow.core.table.ColumnInfo;
import org.jspecify.annotations.Nullable;

/** All there is to say about one way of filtering; {@link FilterSpec.Kind} lists them. */
public interface FilterKind {
    /** Whether a column can be filtered so. */
    boolean fits(ColumnInfo column);

    /** Whether it is the way to begin with for a column that it fits and that has {@code distinct} values. */
    boolean suits(ColumnInfo column, int distinct);

    /**
     * What it shows: what each of its choices would leave under all other filters.
     *
     * @param find what values must contain; null for all
     * @param picked values that are shown however few rows they have
     */
    Question counts(String column, @Nullable String find, List<String> picked);
}
