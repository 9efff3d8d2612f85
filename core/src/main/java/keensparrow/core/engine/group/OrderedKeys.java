package keensparrow.core.engine.group;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import keensparrow.core.group.GroupKey;
import org.jspecify.annotations.Nullable;

/** The same groups in an order that someone gave to their values: wherever groups stand in their own order, in this one. */
final class OrderedKeys implements GroupKeys {
    private final GroupKeys of;
    private final int[] groups; // at each place the group that it was
    private final int[] places; // of each group that it was

    private OrderedKeys(GroupKeys of, int[] groups) {
        this.of = of;
        this.groups = groups;
        this.places = new int[groups.length];
        for (int place = 0; place < groups.length; place++) {
            places[groups[place]] = place;
        }
    }

    /** @param order values first to last; others follow in the order that they have; null changes nothing */
    static GroupKeys of(GroupKeys keys, @Nullable List<String> order) {
        if (order == null) {
            return keys;
        }
        Map<String, Integer> ranks = new HashMap<>();
        order.forEach(value -> ranks.put(value, ranks.size()));
        int[] rank = IntStream.range(0, keys.count())
                .map(group -> rank(keys.key(group), ranks))
                .toArray();
        long[] sorted = IntStream.range(0, rank.length)
                .mapToLong(group -> (long) rank[group] << 32 | group)
                .sorted()
                .toArray();
        return new OrderedKeys(
                keys, Arrays.stream(sorted).mapToInt(each -> (int) each).toArray());
    }

    private static int rank(GroupKey key, Map<String, Integer> ranks) {
        return key.isBlank() ? Integer.MAX_VALUE : ranks.getOrDefault(key.value(), ranks.size());
    }

    @Override
    public void assign(int[] rows, int count, int[] slots) {
        of.assign(rows, count, slots);
        for (int i = 0; of.isDirect() && i < count; i++) {
            slots[i] = places[slots[i]];
        }
    }

    @Override
    public int slots() {
        return of.slots();
    }

    @Override
    public boolean isDirect() {
        return of.isDirect();
    }

    @Override
    public int[] groupsOf(int slot) {
        return of.isDirect()
                ? new int[] {slot}
                : Arrays.stream(of.groupsOf(slot)).map(group -> places[group]).toArray();
    }

    @Override
    public int count() {
        return of.count();
    }

    @Override
    public GroupKey key(int group) {
        return of.key(groups[group]);
    }

    @Override
    public long sizeBytes() {
        return of.sizeBytes() + 8L * groups.length;
    }
}
