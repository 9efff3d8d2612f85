package keensparrow.core.column;

import org.jspecify.annotations.Nullable;

/** Values of one type, one for each row, some of them blank. Immutable; arrays handed out must not be written to. */
public sealed interface Column permits LongColumn, DoubleColumn, TextColumn, YesNoColumn, TagsColumn {
    ColumnType type();

    int rowCount();

    boolean isBlank(int row);

    int blankCount();

    /** Approximate heap in bytes. */
    long sizeBytes();

    /**
     * The value written plainly, the same on every machine: {@code 1234.50}, {@code 2026-08-31}, {@code
     * 2026-08-31T06:15}, {@code yes}; tags joined by a semicolon. Blank is null.
     */
    @Nullable
    String plain(int row);

    /** A column of the rows {@code rows[0 .. count)}, in that order. */
    Column pick(int[] rows, int count);
}
