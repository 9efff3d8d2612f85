package keensparrow.core.engine.measure;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import keensparrow.core.column.RankBuckets;
import org.jspecify.annotations.Nullable;

/**
 * The rows of each group, of which the values at some places in order are found without sorting all. They stay with the
 * threads that collected them; groups that go together only learn which groups of those they consist of.
 */
final class RankLists {
    private static final int[] NONE = {};
    private static final BucketedRows.@Nullable Picked[] NOTHING = {};
    private static final double SMALL = 1e-6; // of a place, for what a double does not hold of it
    private static final int MANY = 4; // a group has but a few buckets: all are picked at once

    private final RankBuckets buckets;
    private final List<Source> sources = new ArrayList<>();
    private final List<Double> shares = new ArrayList<>(); // of the way through the order that will be asked for
    private @Nullable BucketedRows own; // the source that is still added to
    private @Nullable Picks picks;
    private @Nullable Bucket last; // of the place asked for last: its neighbour is mostly asked for next

    RankLists(RankBuckets buckets) {
        this.buckets = buckets;
    }

    /**
     * What was collected once, and which of its groups each group here consists of.
     *
     * @param starts for each group here where those begin in {@code members}, and the end of the last; null where each
     *     consists of the one with its own number
     */
    private record Source(BucketedRows of, int @Nullable [] starts, int[] members) {
        Source(BucketedRows of) {
            this(of, null, NONE);
        }

        int groups() {
            return starts == null ? of.groups() : starts.length - 1;
        }

        int from(int group) {
            return starts == null ? group : group + 1 < starts.length ? starts[group] : 0;
        }

        int to(int group) {
            return starts == null ? group + 1 : group + 1 < starts.length ? starts[group + 1] : 0;
        }

        int member(int at) {
            return starts == null ? at : members[at];
        }

        int count(int group, int from, int to) {
            int count = 0;
            for (int at = from(group); at < to(group); at++) {
                count += of.count(member(at), from, to);
            }
            return count;
        }

        /** As seen by someone for whom the groups here go to others; −1 leaves one out. */
        Source through(int[] target) {
            int groups = 0;
            boolean isSame = starts == null;
            for (int g = 0; g < target.length; g++) {
                groups = Math.max(groups, target[g] + 1);
                isSame &= target[g] == g;
            }
            if (isSame) {
                return this;
            }
            int[] next = new int[groups + 1];
            for (int g = 0; g < target.length; g++) {
                if (target[g] >= 0) {
                    next[target[g] + 1] += to(g) - from(g);
                }
            }
            for (int g = 1; g < next.length; g++) {
                next[g] += next[g - 1];
            }
            int[] begins = next.clone();
            int[] consists = new int[next[groups]];
            for (int g = 0; g < target.length; g++) {
                for (int at = from(g); target[g] >= 0 && at < to(g); at++) {
                    consists[next[target[g]]++] = member(at);
                }
            }
            return new Source(of, begins, consists);
        }
    }

    /**
     * What is picked out of each source.
     *
     * @param wanted the buckets that are picked, by group and bucket as they are counted
     * @param shift so many buckets, as a power of two, are one in the source that counts them coarsest
     * @param picked by source; null until somebody does it
     */
    private record Picks(BitSet wanted, int shift, BucketedRows.@Nullable Picked[] picked) {
        static int key(int group, int bucket, int shift) {
            return group * (RankBuckets.COUNT >> shift) + (bucket >> shift);
        }
    }

    /** The values of a group in one bucket, in order. @param before how many of the group are smaller */
    private record Bucket(int group, long before, long[] ranks) {
        boolean has(int of, long place) {
            return group == of && place >= before && place < before + ranks.length;
        }

        long at(long place) {
            return ranks[(int) (place - before)];
        }
    }

    RankLists empty() {
        return new RankLists(buckets);
    }

    /** Tells beforehand which places will be asked for, so that they are found together. @param share from 0 to 1 */
    void willAsk(double share) {
        if (!shares.contains(share)) {
            shares.add(share);
        }
    }

    /** Adds rows, none of which is blank, to groups. */
    void add(int[] rows, int[] groups, int count) {
        BucketedRows into = own;
        if (into == null || into.isCounted()) {
            into = new BucketedRows(buckets);
            own = into;
            take(new Source(into));
        }
        into.add(rows, groups, count);
    }

    /** Adds what another has of group {@code g} to group {@code target[g]}; −1 leaves it out. */
    void merge(RankLists from, int[] target) {
        from.own = null; // what comes later goes elsewhere: this one is read from now on
        for (Source each : from.sources) {
            take(each.through(target));
        }
    }

    /** What was known of the order holds no longer. */
    private void take(Source source) {
        sources.add(source);
        picks = null;
        last = null;
    }

    /** How many pieces of work can be done before places are asked for: to count, then to pick. */
    int unsettled() {
        if (sources.stream().anyMatch(source -> !source.of().isCounted())) {
            return sources.size();
        }
        if (picks == null && !sources.isEmpty() && !shares.isEmpty()) {
            picks = picks(asked(shift()));
            return sources.size();
        }
        return 0;
    }

    /** Different pieces on several threads. */
    void settle(int piece) {
        Picks wanted = picks;
        if (wanted == null) {
            sources.get(piece).of().count();
        } else {
            picked(wanted, piece);
        }
    }

    long size(int group) {
        return count(group, RankBuckets.COUNT);
    }

    /** How many rows of a group are in the buckets below {@code to}. */
    private long count(int group, int to) {
        long size = 0;
        for (Source source : sources) {
            size += source.count(group, 0, to);
        }
        return size;
    }

    /** The value at a place in order; only where there are so many. */
    synchronized long at(int group, long place) {
        Bucket known = last;
        if (known != null && known.has(group, place)) {
            return known.at(place);
        }
        Picks from = picks;
        int shift = from == null ? shift() : from.shift();
        int bucket = bucket(group, place, shift);
        if (shift == 0 && buckets.isSingle(bucket)) {
            return buckets.least(bucket);
        }
        if (from == null || !from.wanted().get(Picks.key(group, bucket, shift))) {
            BitSet wanted = from == null ? asked(shift) : (BitSet) from.wanted().clone();
            wanted.set(Picks.key(group, bucket, shift));
            from = picks(wanted);
            picks = from;
        }
        Bucket found = new Bucket(group, count(group, bucket), sorted(from, group, bucket));
        last = found;
        return found.at(place);
    }

    private Picks picks(BitSet wanted) {
        return new Picks(wanted, shift(), new BucketedRows.Picked[sources.size()]);
    }

    private int shift() {
        int shift = 0;
        for (Source source : sources) {
            shift = Math.max(shift, source.of().shift());
        }
        return shift;
    }

    /** The bucket that holds a place, the first of those that are one. */
    private int bucket(int group, long place, int shift) {
        int low = 0;
        int high = RankBuckets.COUNT >> shift; // fewer rows than the place lie below low, more below high
        while (low + 1 < high) {
            int middle = (low + high) >>> 1;
            if (count(group, middle << shift) <= place) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return low << shift;
    }

    private BucketedRows.Picked picked(Picks picks, int number) {
        BucketedRows.Picked known = picks.picked()[number];
        if (known != null) {
            return known;
        }
        Source source = sources.get(number);
        int few = RankBuckets.COUNT >> picks.shift();
        boolean[] wanted = source.of().noneWanted();
        for (int key = picks.wanted().nextSetBit(0);
                key >= 0;
                key = picks.wanted().nextSetBit(key + 1)) {
            int first = key % few << picks.shift();
            for (int at = source.from(key / few); at < source.to(key / few); at++) {
                source.of().want(wanted, source.member(at), first, first + (1 << picks.shift()));
            }
        }
        BucketedRows.Picked made = source.of().pick(wanted);
        picks.picked()[number] = made;
        return made;
    }

    /** The buckets in which those places of all groups lie that will be asked for. */
    private BitSet asked(int shift) {
        int groups = 0;
        for (Source source : sources) {
            groups = Math.max(groups, source.groups());
        }
        BitSet asked = new BitSet();
        for (int group = 0; group < groups; group++) {
            long size = size(group);
            for (int bucket = 0; size > 0 && shift >= MANY && bucket < RankBuckets.COUNT; bucket += 1 << shift) {
                asked.set(Picks.key(group, bucket, shift));
            }
            for (int s = 0; size > 0 && shift < MANY && s < shares.size(); s++) {
                double place = shares.get(s) * (size - 1);
                long from = Math.max(0, (long) (place - SMALL));
                long to = Math.min(size - 1, (long) (place + SMALL) + 1);
                for (long each = from; each <= to; each++) {
                    asked.set(Picks.key(group, bucket(group, each, shift), shift));
                }
            }
        }
        return asked;
    }

    private long[] sorted(Picks from, int group, int bucket) {
        int to = bucket + (1 << from.shift());
        long[] ranks = new long[(int) (count(group, to) - count(group, bucket))];
        int size = 0;
        for (int s = 0; s < sources.size(); s++) {
            Source source = sources.get(s);
            for (int at = source.from(group); at < source.to(group); at++) {
                size += source.of().copy(picked(from, s), source.member(at), bucket, to, ranks, size);
            }
        }
        Arrays.sort(ranks);
        return ranks;
    }

    long sizeBytes() {
        long bytes = 64;
        for (Source each : sources) { // also those of others, who may be gone
            bytes += each.of().sizeBytes() + 4L * each.members().length;
            bytes += each.starts() == null ? 0 : 4L * each.starts().length;
        }
        for (BucketedRows.Picked each : picks == null ? NOTHING : picks.picked()) {
            bytes += each == null ? 0 : 8L * each.ranks().length + 4L * each.starts().length;
        }
        return bytes;
    }
}
