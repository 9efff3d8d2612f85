package keensparrow.core.filter;

import java.util.LinkedHashSet;
import java.util.List;
import keensparrow.core.column.ColumnType;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.table.Table;

/**
 * A row's tags include every one of {@code tags}. Any of several tags is {@link OneOf}, none of them its exclusion.
 *
 * @param tags in the order picked; none selects every row with a tag
 */
public record HasAll(String column, List<String> tags) implements Filter {
    public HasAll {
        tags = List.copyOf(new LinkedHashSet<>(tags));
    }

    @Override
    public List<String> texts() {
        return tags;
    }

    @Override
    public void fit(Table table) {
        if (table.column(column).type() != ColumnType.TAGS) {
            throw Filter.mismatch(table, column, "lists of tags");
        }
    }

    @Override
    public RowTest test(Table table) {
        fit(table);
        TagsColumn column = (TagsColumn) table.column(column());
        int[] wanted =
                tags.stream().mapToInt(tag -> column.codeOf(tag).orElse(-1)).toArray();
        return RowTests.ofCodes(column.setOfRow(), OneOf.sets(column, false, set -> {
            for (int code : wanted) {
                if (java.util.Arrays.stream(set).noneMatch(tag -> tag == code)) {
                    return false;
                }
            }
            return true;
        }));
    }
}
