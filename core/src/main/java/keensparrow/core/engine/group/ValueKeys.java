package keensparrow.core.engine.group;

import keensparrow.core.column.Column;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.column.YesNoColumn;
import keensparrow.core.group.GroupKey;

/** A group for each text, each tag, yes and no, or each number or date. */
final class ValueKeys {
    private ValueKeys() {}

    /** The groups of a column. @throws keensparrow.core.error.UserException TOO_MANY_GROUPS for too many numbers */
    static GroupKeys of(Column any, String label) {
        if (any instanceof TextColumn text) {
            boolean blanks = text.blankCount() > 0;
            return new PlainKeys(
                    GroupIds.ofCodes(text.codes(), blanks ? text.dictionarySize() : -1),
                    text.dictionarySize(),
                    blanks,
                    code -> GroupKey.of(text.text(code)),
                    PlainKeys.Order.TEXT,
                    0);
        }
        if (any instanceof TagsColumn tags) {
            return new TagKeys(tags, GroupIds.ofCodes(tags.setOfRow(), tags.blankCount() > 0 ? tags.setCount() : -1));
        }
        if (any instanceof YesNoColumn yesNo) {
            return new YesNoKeys(yesNo);
        }
        return NumberKeys.of(any, label);
    }

    private record TagKeys(TagsColumn column, GroupIds of) implements GroupKeys {
        @Override
        public int slots() {
            return column.setCount() + (column.blankCount() > 0 ? 1 : 0);
        }

        @Override
        public boolean isDirect() {
            return false;
        }

        @Override
        public int[] groupsOf(int slot) {
            return slot < column.setCount() ? column.set(slot) : new int[] {column.dictionarySize()};
        }

        @Override
        public boolean isText() {
            return true;
        }

        @Override
        public int count() {
            return column.dictionarySize() + (column.blankCount() > 0 ? 1 : 0);
        }

        @Override
        public GroupKey key(int id) {
            return id < column.dictionarySize() ? GroupKey.of(column.tag(id)) : GroupKey.BLANK;
        }

        @Override
        public void assign(int[] rows, int count, int[] slots) {
            of.assign(rows, count, slots);
        }
    }

    private record YesNoKeys(YesNoColumn column) implements GroupKeys {
        @Override
        public int slots() {
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
        public void assign(int[] rows, int count, int[] slots) {
            long[] yes = column.yes();
            for (int i = 0; i < count; i++) {
                slots[i] = (int) (yes[rows[i] >> 6] >>> rows[i]) & 1;
            }
            for (int i = 0; column.blankCount() > 0 && i < count; i++) {
                slots[i] = column.isBlank(rows[i]) ? 2 : slots[i];
            }
        }
    }
}
