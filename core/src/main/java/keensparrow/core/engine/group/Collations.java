package keensparrow.core.engine.group;

import java.util.List;
import java.util.function.IntFunction;
import keensparrow.core.column.Column;
import keensparrow.core.column.TagsColumn;
import keensparrow.core.column.TextColumn;
import keensparrow.core.engine.cache.LruCache;
import keensparrow.core.group.ByValue;
import keensparrow.core.group.Grouping;
import keensparrow.core.question.Question;
import keensparrow.core.table.Table;
import keensparrow.core.words.TextOrder;

/**
 * Where the texts of a table stand in the orders of other languages than the server's, by which they are kept. Looked
 * for once and kept; nothing is kept of texts that stand alike in both, which most do.
 */
public final class Collations {
    private static final int[] ALIKE = {};

    private final Table table;
    private final LruCache<Key, int[]> ranks;

    private record Key(Grouping of, TextOrder order) {}

    public Collations(Table table, long keptBytes) {
        this.table = table;
        this.ranks = new LruCache<>(keptBytes, places -> 64 + 4L * places.length);
    }

    /** The place of each text or tag of a column by its code; empty where their order is the column's own. */
    public int[] ofColumn(String name, TextOrder order) {
        Column column = table.column(name);
        if (order == TextOrder.INSTANCE || table.schema().get(name).order() != null) {
            return ALIKE;
        }
        Grouping values = new ByValue(name);
        if (column instanceof TextColumn text) {
            return ranks.get(
                    new Key(values, order),
                    () -> text.isOf(order.alike()) // as identifiers are, of which there may be millions
                            ? ALIKE
                            : order.ranks(text.dictionarySize(), text::text));
        }
        return column instanceof TagsColumn tags ? ranks(values, order, tags.dictionarySize(), tags::tag) : ALIKE;
    }

    /** The place of each group but that of blanks; empty where their order is their own. */
    public int[] ofGroups(Grouping grouping, GroupKeys keys, TextOrder order) {
        if (order == TextOrder.INSTANCE || !keys.isText() || keys.count() == 0) {
            return ALIKE;
        }
        int filled = keys.count() - (keys.key(keys.count() - 1).isBlank() ? 1 : 0);
        return ranks(
                grouping, order, filled, group -> String.valueOf(keys.key(group).value()));
    }

    /** The order in which columns are sorted: the server's where it makes no difference to these. */
    public TextOrder ofSort(List<Question.Sort> sort, TextOrder order) {
        boolean alike = sort.stream().allMatch(by -> ofColumn(by.column(), order).length == 0);
        return alike ? TextOrder.INSTANCE : order;
    }

    private int[] ranks(Grouping of, TextOrder order, int count, IntFunction<String> texts) {
        return ranks.get(new Key(of, order), () -> order.ranks(count, texts));
    }

    public long sizeBytes() {
        return ranks.weight();
    }
}
