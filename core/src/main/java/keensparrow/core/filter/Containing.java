package keensparrow.core.filter;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import keensparrow.core.column.Column;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.table.Table;

/** The text contains another, without regard to case; for tags, one of them does. Blank rows are never kept. */
public record Containing(String column, String text) implements Filter {
    @Override
    public List<String> texts() {
        return List.of(text);
    }

    @Override
    public void fit(Table table) {
        ColumnType type = table.column(column).type();
        if (type != ColumnType.TEXT && type != ColumnType.TAGS) {
            throw Filter.mismatch(table, column, "text");
        }
    }

    @Override
    public RowTest test(Table table) {
        Column any = table.column(column);
        if (any instanceof TextColumn column) {
            boolean[] wanted = new boolean[column.dictionarySize() + 1]; // place 0 is blank
            for (int code = 0; code < column.dictionarySize(); code++) {
                wanted[code + 1] = holds(column.text(code)); // each distinct text once, not each row
            }
            return RowTests.ofCodes(column.codes(), wanted);
        }
        if (any instanceof TagsColumn tags) {
            boolean[] wanted = new boolean[tags.dictionarySize()];
            for (int code = 0; code < wanted.length; code++) {
                wanted[code] = holds(tags.tag(code));
            }
            return RowTests.ofCodes(
                    tags.setOfRow(),
                    OneOf.sets(tags, false, set -> Arrays.stream(set).anyMatch(code -> wanted[code])));
        }
        throw Filter.mismatch(table, column, "text");
    }

    private boolean holds(String candidate) {
        return candidate.toLowerCase(Locale.ROOT).contains(text.toLowerCase(Locale.ROOT));
    }
}
