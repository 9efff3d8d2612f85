package keensparrow.core.engine;

import java.time.LocalDate;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;

/** What an engine knows of its values without looking at each row. */
public interface Statistics {
    int rowCount();

    /**
     * Whether a value, written plainly, is among those of a column of texts or tags; of other columns, whose values are
     * not listed, always.
     */
    boolean hasValue(String column, String value);

    /** The values of a column of texts or tags, in their order; none of other columns. */
    Stream<String> values(String column);

    /** The latest day of a column of dates; empty where all are blank. */
    Optional<LocalDate> latest(String column);

    /** Whether a text or tag that begins with one of these characters passes. */
    boolean hasTextBeginning(String column, String characters, Predicate<String> passes);
}
