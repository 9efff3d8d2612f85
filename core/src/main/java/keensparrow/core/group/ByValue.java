package keensparrow.core.group;

import keensparrow.core.column.Codes;
import keensparrow.core.column.Column;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.filter.Filter;
import keensparrow.core.table.Table;

/** A group for each text, each tag, or yes and no. */
public record ByValue(String column) implements Grouping {
    @Override
    public GroupKeys keys(Table table) {
        Column any = table.column(column);
        if (any instanceof TextColumn text) {
            return new TextKeys(text);
        }
        if (any instanceof TagsColumn tags) {
            return new TagKeys(tags);
        }
        if (any instanceof YesNoColumn yesNo) {
            return new YesNoKeys(yesNo);
        }
        throw Filter.mismatch(table, column, "a category");
    }

    private record TextKeys(TextColumn column) implements GroupKeys {
        @Override
        public int count() {
            return column.dictionarySize() + (column.blankCount() > 0 ? 1 : 0);
        }

        @Override
        public GroupKey key(int id) {
            return id < column.dictionarySize() ? GroupKey.of(column.text(id)) : GroupKey.BLANK;
        }

        @Override
        public boolean isTime() {
            return false;
        }

        @Override
        public void assign(int[] rows, int count, GroupBatch into) {
            into.single(rows, count);
            int[] ids = into.ids();
            Codes codes = column.codes();
            codes.read(rows, count, ids);
            if (column.blankCount() > 0) {
                int blank = column.dictionarySize();
                for (int i = 0; i < count; i++) {
                    ids[i] = ids[i] < 0 ? blank : ids[i];
                }
            }
        }
    }

    private record TagKeys(TagsColumn column) implements GroupKeys {
        @Override
        public int count() {
            return column.dictionarySize() + (column.blankCount() > 0 ? 1 : 0);
        }

        @Override
        public GroupKey key(int id) {
            return id < column.dictionarySize() ? GroupKey.of(column.tag(id)) : GroupKey.BLANK;
        }

        @Override
        public boolean isTime() {
            return false;
        }

        @Override
        public void assign(int[] rows, int count, GroupBatch into) {
            into.clear();
            int[] offsets = column.offsets();
            int[] codes = column.codes();
            for (int i = 0; i < count; i++) {
                int row = rows[i];
                if (offsets[row] == offsets[row + 1]) {
                    into.add(row, column.dictionarySize());
                }
                for (int at = offsets[row]; at < offsets[row + 1]; at++) {
                    into.add(row, codes[at]);
                }
            }
        }
    }

    private record YesNoKeys(YesNoColumn column) implements GroupKeys {
        @Override
        public int count() {
            return column.blankCount() > 0 ? 3 : 2;
        }

        @Override
        public GroupKey key(int id) {
            return switch (id) {
                case 0 -> GroupKey.of(YesNoColumn.NO);
                case 1 -> GroupKey.of(YesNoColumn.YES);
                default -> GroupKey.BLANK;
            };
        }

        @Override
        public boolean isTime() {
            return false;
        }

        @Override
        public void assign(int[] rows, int count, GroupBatch into) {
            into.single(rows, count);
            int[] ids = into.ids();
            for (int i = 0; i < count; i++) {
                int code = column.code(rows[i]);
                ids[i] = code < 0 ? 2 : code;
            }
        }
    }
}
