package keensparrow.core.filter;

import java.util.Locale;
import keensparrow.core.column.Codes;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.rows.RowSet;
import keensparrow.core.table.Table;

/** The text contains another, without regard to case; for tags, one of them does. Blank rows are never kept. */
public record Containing(String column, String text) implements Filter {
    @Override
    public void fit(Table table) {
        ColumnType type = table.column(column).type();
        if (type != ColumnType.TEXT && type != ColumnType.TAGS) {
            throw Filter.mismatch(table, column, "text");
        }
    }

    @Override
    public RowSet select(Table table) {
        Column any = table.column(column);
        if (any instanceof TextColumn column) {
            boolean[] wanted = new boolean[column.dictionarySize() + 1]; // place 0 is blank
            for (int code = 0; code < column.dictionarySize(); code++) {
                wanted[code + 1] = holds(column.text(code)); // each distinct text once, not each row
            }
            Codes codes = column.codes();
            return OneOf.where(any.rowCount(), row -> wanted[codes.get(row) + 1]);
        }
        if (any instanceof TagsColumn tags) {
            boolean[] wanted = new boolean[tags.dictionarySize()];
            for (int code = 0; code < wanted.length; code++) {
                wanted[code] = holds(tags.tag(code));
            }
            int[] offsets = tags.offsets();
            return OneOf.where(any.rowCount(), row -> {
                boolean found = false;
                for (int i = offsets[row]; i < offsets[row + 1]; i++) {
                    found |= wanted[tags.codes()[i]];
                }
                return found;
            });
        }
        throw Filter.mismatch(table, column, "text");
    }

    private boolean holds(String candidate) {
        return candidate.toLowerCase(Locale.ROOT).contains(text.toLowerCase(Locale.ROOT));
    }
}
